import { describe, expect, test } from '@jest/globals';
import { columnOf, marginNames } from './row-path';

describe('names in the margin', () => {
  test('fields have their own, cells of the first row that of their column, other rows none', () => {
    const names = (...paths: string[]) => marginNames(paths).map(({ name, path }) => [name, path]);
    expect(names('vessel', 'rows[0].from', 'rows[0].to')).toEqual([
      ['vessel', 'vessel'],
      ['from', 'rows[0].from'],
      ['to', 'rows[0].to'],
    ]);
    expect(names('rows[3].from', 'rows[3].to')).toEqual([]);
  });

  test('a line of many cells is a row of a table, whose headings name them', () => {
    expect(marginNames(['rows[0].a', 'rows[0].b', 'rows[0].c'])).toEqual([]);
  });

  test('a cell has the colour of its column', () => {
    expect(['vessel', 'rows[3].total', 'rows'].map(columnOf)).toEqual(['vessel', 'total', 'rows']);
  });
});
