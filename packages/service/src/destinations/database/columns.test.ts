import { describe, expect, test } from '@jest/globals';
import type { Cell } from '@yellow-sieve/core';
import { columnsOf, fitsInto, heldBy, isColumnName } from './columns.js';
import { typeOf } from './database.js';

const writing = { typeOf, moment: (iso: string) => iso.slice(0, 23).replace('T', ' '), flag: Number };

describe('columns of a target table', () => {
  test('have the type of the field, whether there is a value or not', () => {
    const cells: Cell[] = [
      { name: 'vessel', kind: 'text', value: null },
      { name: 'length', kind: 'number', value: { kind: 'number', decimal: '21.5', unit: 'm' } },
      { name: 'fee', kind: 'amount', value: { kind: 'amount', decimal: '65', currency: 'EUR' } },
      { name: 'at', kind: 'datetime', value: { kind: 'datetime', datetime: '2027-05-14T09:12:00+01:00' } },
      { name: 'tags', kind: 'text', value: ['berth', '2027'] },
      { name: 'sure', kind: 'text', value: true },
    ];
    expect(columnsOf(cells, writing).map(({ name, type, value }) => [name, type, value])).toEqual([
      ['vessel', 'MEDIUMTEXT', null],
      ['length', 'DECIMAL(38,10)', '21.5'],
      ['fee', 'DECIMAL(19,4)', '65'],
      ['fee_currency', 'VARCHAR(255)', 'EUR'],
      ['at', 'DATETIME(3)', '2027-05-14 08:12:00.000'],
      ['tags', 'MEDIUMTEXT', 'berth, 2027'],
      ['sure', 'MEDIUMTEXT', 1],
    ]);
  });

  test.each([
    ['vessel', true],
    ['Length, m', true],
    ['ys_identity', false],
    ['`; DROP TABLE x', false],
    ['', false],
    ['x'.repeat(80), false],
  ])('“%s” can be a name: %s', (name, fine) => {
    expect(isColumnName(name)).toBe(fine);
  });
});

describe('what a column of somebody’s own table holds', () => {
  test.each([
    ['varchar', 'text'],
    ['character varying', 'text'],
    ['int', 'whole number'],
    ['numeric', 'decimal'],
    ['double precision', 'decimal'],
    ['date', 'day'],
    ['timestamp with time zone', 'moment'],
    ['DATETIME', 'moment'],
    ['boolean', 'flag'],
    ['bytea', null],
    ['constructor', null],
  ])('%s: %s', (type, holds) => {
    expect(heldBy(type)).toBe(holds);
  });

  test.each([
    ['text', 'amount', true],
    ['decimal', 'integer', true],
    ['whole number', 'number', false],
    ['day', 'datetime', false],
    ['moment', 'date', true],
    ['flag', 'text', false],
    [null, 'amount', true],
    ['day', 'no such type', true],
  ] as const)('what holds %s takes %s: %s', (holds, kind, fits) => {
    expect(fitsInto(holds, kind)).toBe(fits);
  });
});
