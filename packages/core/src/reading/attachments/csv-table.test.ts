import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import papaparse from 'papaparse';
import { csvTable } from './csv-table.js';

const cells = (text: string) => csvTable(text, 100)?.rows.map((row) => row.map((cell) => cell.text));

describe('tables of delimited texts', () => {
  test.each([
    ['commas', 'a,b\n1,2\n'],
    ['semicolons, with commas inside', 'a;b\n1;2\n'],
    ['tabs', 'a\tb\n1\t2'],
    ['bars', 'a|b\n1|2\n\n'],
  ])('%s', (_, text) => {
    expect(cells(text)).toEqual([
      ['a', 'b'],
      ['1', '2'],
    ]);
  });

  test('a quoted cell says what its quotes hold, over lines too', () => {
    expect(cells('name,note\n"Tern, ""the old""","two\nlines"\n')).toEqual([
      ['name', 'note'],
      ['Tern, "the old"', 'two\nlines'],
    ]);
  });

  test('prose is no table', () => {
    expect(
      csvTable('Dear harbour,\nwe come on Monday\nand stay for three nights, or four, or five.\n', 100),
    ).toBeNull();
  });

  test('whatever a well-kept library writes is read back, and cells stand where they say', () => {
    const cell = fc.string({ maxLength: 8 }).map((text) => `x${text.replace(/[\r\0]/g, '')}`);
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell), { minLength: 2, maxLength: 8 }), (rows) => {
        const text = papaparse.unparse(rows, { newline: '\n', quotes: true });
        expect(cells(text)).toEqual(rows);
        for (const { start, end, text: said } of csvTable(text, 100)?.rows.flat() ?? [])
          expect(text.slice(start, end).replaceAll('""', '"')).toBe(said);
      }),
    );
  });
});
