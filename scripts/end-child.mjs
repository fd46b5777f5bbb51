import { once } from 'node:events';

/** Ends a child process and waits until it is gone; after the patience it is killed. */
export async function endChild(child, signal = 'SIGTERM', patienceMs = 15_000) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = once(child, 'exit');
  const timer = setTimeout(() => child.kill('SIGKILL'), patienceMs);
  child.kill(signal);
  await gone;
  clearTimeout(timer);
}
