// Starts the project's own processes and stops them in order.
import { fork } from 'node:child_process';
import { join } from 'node:path';
import { projectFolder, Trouble } from './set-up.mjs';

const startPatienceMs = 90_000;

/**
 * Starts a built entry file and waits until it says which ports it listens on.
 * @returns {Promise<{ ports: Record<string, number>, child: import('node:child_process').ChildProcess, stop: () => Promise<void> }>}
 */
export async function startProcess(name, entry, env) {
  const child = fork(join(projectFolder, entry), { env: { ...process.env, ...env }, stdio: ['ignore', 'inherit', 'pipe', 'ipc'] });
  let complaint = '';
  child.stderr.on('data', (text) => {
    complaint = (complaint + text).slice(-4000);
    process.stderr.write(text);
  });
  const ports = await new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Trouble(`The ${name} did not start in time.`)), startPatienceMs);
    child.once('message', (said) => (clearTimeout(timer), resolve(said)));
    child.once('exit', () => (clearTimeout(timer), reject(new Trouble(complaint.trim() ? '' : `The ${name} ended before it was ready.`))));
  });
  return { ports, child, stop: () => stopChild(child) };
}

function stopChild(child) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    const timer = setTimeout(() => child.kill('SIGKILL'), 15_000);
    child.once('exit', () => (clearTimeout(timer), resolve()));
    child.kill('SIGTERM');
  });
}

/** Runs until SIGINT or SIGTERM, then stops everything, last started first. */
export async function untilStopped(stops) {
  await new Promise((resolve) => {
    process.once('SIGINT', resolve);
    process.once('SIGTERM', resolve);
  });
  process.stdout.write('\nStopping\n');
  // Impatient second presses must not leave a database behind.
  process.on('SIGINT', () => undefined);
  await stopAll(stops);
}

export async function stopAll(stops) {
  for (const stop of [...stops].reverse()) await stop();
}
