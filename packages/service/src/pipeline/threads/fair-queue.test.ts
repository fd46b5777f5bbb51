import { expect, test } from '@jest/globals';
import { FairQueue } from './fair-queue.js';

const drained = (queue: FairQueue<string>): string[] => {
  const all: string[] = [];
  for (let entry = queue.take(); entry !== undefined; entry = queue.take()) all.push(entry);
  return all;
};

test('who asks for much waits behind themselves, in their own order', () => {
  const queue = new FairQueue<string>(10);
  for (const entry of ['a1', 'a2', 'a3', 'a4']) queue.add('a', entry);
  queue.add('b', 'b1');
  queue.add('c', 'c1');
  queue.add('b', 'b2');
  expect(drained(queue)).toEqual(['a1', 'b1', 'c1', 'a2', 'b2', 'a3', 'a4']);
});

test('each may have so many waiting, and others are not refused for it', () => {
  const queue = new FairQueue<string>(2);
  expect([queue.add('a', '1'), queue.add('a', '2'), queue.add('a', '3'), queue.add('b', '4')]).toEqual([
    true,
    true,
    false,
    true,
  ]);
  expect(drained(queue)).toEqual(['1', '4', '2']);
  expect(queue.add('a', '5')).toBe(true);
});
