import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, expect, test } from '@jest/globals';
import { ThreadPool } from './thread-pool.js';

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-threads-'));
const file = join(folder, 'worker.mjs');
// Spins as long as it is told, as a rule that runs away does: nothing within the thread can end it.
writeFileSync(
  file,
  `export default ({ clock, task }) => {
    new Float64Array(clock)[0] = Date.now();
    for (const end = Date.now() + task.spin; Date.now() < end;);
    return { reply: task.spin };
  };`,
);
const pool = new ThreadPool({ threads: 2, resting: 0, seconds: 0.5, maxWaiting: 2, worker: pathToFileURL(file) });
afterAll(async () => {
  await pool.close();
  rmSync(folder, { recursive: true });
});

const work = async (spin: number, on: string) => {
  const done = await pool.run('outline', { spin } as never, on);
  return 'tooSlow' in done ? 'too slow' : done.reply;
};

test('work that takes too long has its thread ended; what is beside and behind it has all its time', async () => {
  const done = [work(60_000, 'heavy'), work(200, 'light'), work(60_000, 'heavy'), work(300, 'light')];
  expect(await Promise.all(done)).toEqual(['too slow', 200, 'too slow', 300]);
  expect(await work(400, 'light')).toBe(400);
});

test('of one there wait so many and no more; another is not refused for it', async () => {
  const heavy = [1, 2, 3, 4, 5].map(() => work(50, 'heavy'));
  const done = await Promise.allSettled([...heavy, work(1, 'light')]);
  const refused = { status: 'rejected', reason: { code: 'YS-SERVICE-BUSY' } };
  expect(done).toMatchObject([{ value: 50 }, { value: 50 }, { value: 50 }, { value: 50 }, refused, { value: 1 }]);
});
