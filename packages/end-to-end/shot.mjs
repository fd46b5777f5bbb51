import { readFileSync } from 'node:fs';
import { chromium } from 'playwright-core';

const login = JSON.parse(readFileSync('/work/main/.yellow-sieve/demo-log-in.json'));
const [, , path, out, ...opts] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const c = await b.newContext({
  viewport: { width: 1280, height: 800 },
  colorScheme: opts.includes('dark') ? 'dark' : 'light',
});
const p = await c.newPage();
p.on('console', (m) => {
  if (m.type() === 'error') console.log('ERR', m.text());
});
p.on('pageerror', (e) => console.log('PAGEERR', e.message));
await p.goto('http://127.0.0.1:7400' + path);
await p.getByLabel('E-mail address').fill(login.email);
await p.getByLabel('Password').fill(login.password);
await p.getByRole('button', { name: 'Log in' }).click();
await p.waitForTimeout(1500);
const script = opts.find((o) => o.endsWith('.js'));
if (script) {
  const f = (await import(script)).default;
  await f(p);
}
await p.screenshot({ path: out });
await b.close();
