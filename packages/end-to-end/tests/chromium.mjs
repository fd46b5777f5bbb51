/** How Chromium is started: as root there is no sandbox, and containers have little shared memory. */
export const chromiumOptions = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: ['--no-sandbox', '--disable-dev-shm-usage'],
};
