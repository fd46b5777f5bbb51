import { describe, expect, test } from '@jest/globals';
import type { Cell } from '../routing/index.js';
import { cellText, flatCells, longestCell, looksLikeFormula, sheetCell } from './index.js';

describe('cells', () => {
  test.each<[Cell['value'], string]>([
    [null, ''],
    [3, '3'],
    [['a', 'b'], 'a, b'],
    [{ kind: 'amount', decimal: '12.5', currency: 'GBP' }, '12.5'],
    [{ kind: 'date', date: '2027-05-01' }, '2027-05-01'],
  ])('%j as text is “%s”', (value, text) => {
    expect(cellText(value)).toBe(text);
  });

  test('a text that is too long is cut with a mark', () => {
    const text = cellText({ kind: 'text', text: 'x'.repeat(40_000) });
    expect(text).toHaveLength(longestCell);
    expect(text.endsWith('[cut]')).toBe(true);
  });

  test('numbers are numbers in a sheet, unless it would round them', () => {
    expect(sheetCell({ kind: 'number', decimal: '21.5', unit: 'm' })).toBe(21.5);
    expect(sheetCell({ kind: 'integer', decimal: '12345678901234567', unit: null })).toBe('12345678901234567');
  });

  test.each([
    ['=1+1', true],
    ['@x', true],
    ['-5', false],
    ['+44 7700', false],
    ['-5+cmd', true],
    ['plain', false],
  ])('“%s” would be taken for a formula: %s', (text, expected) => {
    expect(looksLikeFormula(text)).toBe(expected);
  });

  test('an amount never stands without its currency', () => {
    const value = { kind: 'amount', decimal: '65', currency: 'EUR' } as const;
    const names = (name: string) =>
      flatCells([{ name, kind: 'amount', value }]).map((cell) => [cell.name, cellText(cell.value)]);
    expect(names('Deposit')).toEqual([
      ['Deposit', '65'],
      ['Deposit currency', 'EUR'],
    ]);
    expect(names('deposit')[1]).toEqual(['deposit_currency', 'EUR']);
    expect(flatCells([{ name: 'fee', kind: 'amount', value: null }])).toHaveLength(2);
  });
});
