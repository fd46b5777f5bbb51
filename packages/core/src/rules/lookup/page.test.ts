import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { parse } from 'yaml';
import { readMessage } from '../../reading/index.js';
import { compileSieve, noFacts, sift } from '../../sieve/index.js';

interface Example {
  table: string;
  where: object;
  fills: object;
  value: Record<string, string>;
  gives: string | null;
}

const page = readFileSync(new URL('../../../../../docs/lookups.md', import.meta.url), 'utf8');
const examples = [...page.matchAll(/```yaml\n([\s\S]*?)```/g)]
  .map(([, block = '']) => parse(block) as Example)
  .filter(({ value }) => value !== undefined);
const tableOf = (name: string, columns: string[], rows: string[][]) => ({ name, revision: '1', columns, rows });
const lookups = {
  buoys: tableOf(
    'buoys',
    ['buoy', 'keeper'],
    [
      ['B7', 'Ebba Lindqvist'],
      ['B9', 'Tam Ferrier'],
      ['B9', 'Inga Holm'],
    ],
  ),
  classes: tableOf(
    'classes',
    ['min', 'max', 'class'],
    [
      ['', '8', 'small'],
      ['8.01', '15', 'middle'],
      ['15.01', '', 'large'],
    ],
  ),
  areas: tableOf(
    'areas',
    ['code', 'area'],
    [
      ['PL', 'Plymouth'],
      ['PL25', 'St Austell'],
    ],
  ),
};

test.each(examples.map((one) => [JSON.stringify(one), one] as const))('%s', async (_, { value, gives, ...rule }) => {
  const [[name = '', written = ''] = []] = Object.entries(value);
  const sieve = compileSieve({
    sieve: 's',
    locale: 'en-GB',
    fields: { [name]: { type: name === 'length' ? 'number' : 'text' }, found: { type: 'text' } },
    rules: [
      { kind: 'pattern', find: `It is (?<${name}>.+)` },
      { kind: 'lookup', ...rule },
    ],
  });
  const reading = await readMessage(Buffer.from(`Subject: x\r\n\r\nIt is ${written}\r\n`));
  const result = sift(reading, sieve, { ...noFacts, lookups });
  expect(result.kind === 'outcome' ? result.outcome.fields.found : undefined).toBe(gives);
  expect(examples.length).toBe(4);
});
