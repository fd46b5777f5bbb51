import { expect, test } from '@jest/globals';
import { scoreSegments } from '../../../../../corpus/segments/score.mjs';

interface Score {
  messages: number;
  wrong: { name: string; shape: string; expected: string; found: string }[];
}

test('every frame of every language is cut where it should be', async () => {
  const { messages, wrong } = (await scoreSegments()) as Score;
  expect(messages).toBeGreaterThan(3000);
  expect(wrong).toEqual([]);
});
