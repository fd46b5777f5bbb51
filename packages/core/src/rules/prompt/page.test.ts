import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { parse } from 'yaml';
import { limits } from '../../limits.js';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift, tryCompileSieve } from '../../sieve/index.js';
import type { Facts } from '../rule-kind.js';

const page = readFileSync(new URL('../../../../../docs/prompts.md', import.meta.url), 'utf8');
const block = (kind: string, nth = 0) =>
  [...page.matchAll(new RegExp(`^\`\`\`${kind}\\n([\\s\\S]*?)^\`\`\``, 'gm'))][nth]?.[1] ?? '';

test('the page’s sieve makes of its message and answer what the page says', async () => {
  const sieve = compileSieve(block('yaml'));
  const reading = await readMessage(Buffer.from(block('text')));
  const facts: Facts = { record: { key: '', link: '' }, answers: {}, model: 'm', limits };
  const asked = sift(reading, sieve, facts);
  const digest = asked.kind === 'wants' ? (asked.wants[0]?.digest ?? '') : '';
  const answers = { [digest]: { kind: 'answered' as const, content: block('json answer'), complete: true } };
  const result = sift(reading, sieve, { ...facts, answers });
  const { fields, rows, problems } =
    result.kind === 'outcome' ? result.outcome : { fields: {}, rows: [], problems: [] };
  expect({ fields, rows, problems: problems.map(({ path, text }) => `${path}: ${text}`) }).toEqual(
    JSON.parse(block('json outcome')),
  );
});

test('the page’s examples compile in its sieve, and those that are texts are supported by themselves', () => {
  const sieve = parse(block('yaml'));
  sieve.rules[0].examples = parse(block('yaml', 1).replace(/^ {4}/gm, '')).examples;
  const compiled = tryCompileSieve(sieve);
  expect(compiled.ok && compiled.sieve.rules[0]?.notes).toEqual([]);
  expect(compiled.ok && compiled.sieve.examples).toEqual(['samples/003.eml']);
});
