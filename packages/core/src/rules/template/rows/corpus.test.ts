import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../../reading/index.js';
import { compileSieve, sift } from '../../../sieve/index.js';

const corpus = new URL('../../../../../../corpus/', import.meta.url);
type Row = Record<string, unknown>;
interface Family {
  name: string;
  sieve: object;
  item(r: unknown): Row;
  write(items: Row[], r: unknown): { text?: string; html?: string; expected?: Row[] };
}
const { families } = (await import(new URL('rows/worked-on/families.mjs', corpus).href)) as { families: Family[] };
const { chances, seedOf } = (await import(new URL('templates/kit/random.mjs', corpus).href)) as {
  chances(seed: number): unknown;
  seedOf(...words: string[]): number;
};

const { digestOfFrozenRows } = (await import(new URL('rows/frozen/digest.mjs', corpus).href)) as {
  digestOfFrozenRows(): Promise<string>;
};

test('the frozen set of rows is as it was', async () => {
  expect(await digestOfFrozenRows()).toBe('9306f8877ce4f41e7e41e7769250a1fd4c989f6aad98d6be77251ca818bcb5f3');
});

const plain = (value: unknown) =>
  JSON.stringify(value, (_, part) => (typeof part === 'string' ? part.replace(/\s+/g, ' ').trim() : part));

describe('every kind of mail with many items', () => {
  test.each(families.map((family) => [family.name, family] as const))('%s', async (name, { sieve, item, write }) => {
    for (const count of [0, 1, 3, 12]) {
      const r = chances(seedOf(name, 'held', String(count)));
      const items = Array.from({ length: count }, () => item(r));
      const { expected = items, text, html } = write(items, r);
      const type = text === undefined ? 'html' : 'plain';
      const raw = `Subject: x\r\nContent-Type: text/${type}; charset=utf-8\r\n\r\n${text ?? html}`;
      const result = sift(await readMessage(Buffer.from(raw)), compileSieve(sieve));
      const rows: Row[] = result.kind === 'outcome' ? result.outcome.rows : [];
      const named = rows.map((row, i) =>
        Object.fromEntries(Object.keys(expected[i] ?? row).map((key) => [key, row[key]])),
      );
      expect(named.map(plain)).toEqual(expected.map(plain));
    }
  });
});
