import { expect, test } from '@jest/globals';
import { Turns } from './turns.js';

/** Owners with work waiting; what is taken is gone. */
function waiting(work: Record<string, number>) {
  let looks = 0;
  let now = 0;
  const turns = new Turns(
    async () => {
      looks++;
      return Object.keys(work).filter((owner) => (work[owner] ?? 0) > 0);
    },
    () => now,
  );
  const take = (max: number) =>
    turns.take(max, async (owner, some) => {
      const got = Math.min(some, work[owner] ?? 0);
      work[owner] = (work[owner] ?? 0) - got;
      return Array<string>(got).fill(owner);
    });
  return { take, looks: () => looks, pass: (ms: number) => (now += ms) };
}

test('owners are served in turn, however much one of them has', async () => {
  const { take } = waiting({ loud: 100, quiet: 2, calm: 1 });
  const order: string[] = [];
  for (let i = 0; i < 6; i++) order.push(...(await take(1)));
  expect(order).toEqual(['loud', 'quiet', 'calm', 'loud', 'quiet', 'loud']);
});

test('one alone has all the room, and several share it', async () => {
  expect(await waiting({ loud: 100 }).take(4)).toEqual(['loud', 'loud', 'loud', 'loud']);
  expect((await waiting({ loud: 100, quiet: 1 }).take(4)).sort()).toEqual(['loud', 'loud', 'loud', 'quiet']);
});

test('whose work waits is looked up now and then, and when nobody is known', async () => {
  const work: Record<string, number> = { loud: 100 };
  const { take, looks, pass } = waiting(work);
  await take(1);
  work.late = 1;
  await take(1);
  expect(looks()).toBe(1);
  pass(300);
  expect(await take(2)).toContain('late');
  expect(looks()).toBe(2);
});
