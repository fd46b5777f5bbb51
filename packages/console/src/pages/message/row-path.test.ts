import { describe, expect, test } from '@jest/globals';
import { columnOf, marginNames } from './row-path';

describe('names in the margin', () => {
  test('cells of a row are one name, fields their own', () => {
    const paths = ['vessel', 'rows[0].product', 'rows[0].total', 'rows[11].product'];
    expect(marginNames(paths, (row) => `row ${row}`)).toEqual([
      { name: 'vessel', path: 'vessel' },
      { name: 'row 1', path: 'rows[0].product' },
      { name: 'row 12', path: 'rows[11].product' },
    ]);
  });

  test('a cell has the colour of its column', () => {
    expect(['vessel', 'rows[3].total', 'rows'].map(columnOf)).toEqual(['vessel', 'total', 'rows']);
  });
});
