// Starts the project's own processes and stops them in order.
import { fork } from 'node:child_process';
import { join } from 'node:path';
import { endChild } from './end-child.mjs';
import { projectFolder, Trouble } from './set-up.mjs';

const startPatienceMs = 90_000;

/**
 * glibc gives each thread an arena of its own, and what decoding mail frees in one is lost to the others: memory creeps up by
 * some MB for every thousand messages. Two arenas keep it flat.
 */
export const allocator = { MALLOC_ARENA_MAX: '2' };

/** Long mail passes through in pieces that live for a moment: more room for them gains no speed, and a process keeps what it once had. */
export const smallNursery = ['--max-semi-space-size=4'];

/** What lives for seconds is run before it is worth being optimised: a process spends a fifth less that way, and what runs on and on is optimised still. */
export const shortLived = ['--interrupt-budget=1000000'];

/**
 * Starts a built entry file and waits until it says which ports it listens on.
 * @returns {Promise<{ ports: Record<string, number>, child: import('node:child_process').ChildProcess, stop: () => Promise<void> }>}
 */
export async function startProcess(name, entry, env) {
  const child = fork(join(projectFolder, entry), {
    env: { ...allocator, ...process.env, ...env },
    execArgv: smallNursery,
    stdio: ['ignore', 'inherit', 'pipe', 'ipc'],
  });
  let complaint = '';
  child.stderr.on('data', (text) => {
    complaint = (complaint + text).slice(-4000);
    process.stderr.write(text);
  });
  const { promise, resolve, reject } = deferred();
  const timer = setTimeout(() => reject(new Trouble(`The ${name} did not start in time.`)), startPatienceMs);
  child.once('message', resolve);
  child.once('exit', () => reject(new Trouble(complaint.trim() ? '' : `The ${name} ended before it was ready.`)));
  const ports = await promise.finally(() => clearTimeout(timer));
  return { ports, child, stop: () => endChild(child) };
}

function deferred() {
  let resolve;
  let reject;
  const promise = new Promise((yes, no) => {
    resolve = yes;
    reject = no;
  });
  return { promise, resolve, reject };
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
