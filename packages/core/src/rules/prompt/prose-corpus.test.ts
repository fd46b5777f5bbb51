import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { type ModelStandIn, startModel } from '@yellow-sieve/stand-ins';
import { ownCases, scorePrompts } from '../../../../../corpus/prompts/score.mjs';
import * as core from '../../index.js';

interface Score {
  name: string;
  wanted: number;
  right: number;
  invented: number;
}

let model: ModelStandIn;
beforeAll(async () => {
  model = await startModel(0);
});
afterAll(() => model.close());

async function ask(request: core.ChatRequest): Promise<core.KeptAnswer> {
  const response = await fetch(`http://127.0.0.1:${model.port}/v1/chat/completions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(request),
  });
  const { choices } = (await response.json()) as { choices: { message: { content: string } }[] };
  return { kind: 'answered', content: choices[0]?.message.content ?? '', complete: true };
}

const sum = (scores: readonly Score[], of: 'wanted' | 'right' | 'invented') =>
  scores.reduce((total, score) => total + score[of], 0);

test('the stand-in reads prose in seven languages, and knows none of its names and nouns by heart', async () => {
  const [own, swapped]: Score[][] = [
    await scorePrompts(ownCases(), { core, ask }),
    await scorePrompts(ownCases({ swapped: true }), { core, ask }),
  ];
  expect(sum(own ?? [], 'right') / sum(own ?? [], 'wanted')).toBeGreaterThan(0.9);
  expect(sum(swapped ?? [], 'right') / sum(swapped ?? [], 'wanted')).toBeGreaterThan(0.9);
  expect(sum(swapped ?? [], 'invented')).toBeLessThan(5);
});
