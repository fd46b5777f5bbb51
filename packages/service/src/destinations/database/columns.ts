import { type Cell, flatCells, momentOf, toText } from '@yellow-sieve/core';

/** A column of a target table, and the cell's value for it. */
export interface TableColumn {
  name: string;
  type: string;
  value: string | number | null;
}

const types: Record<Cell['kind'], string> = {
  text: 'MEDIUMTEXT',
  choice: 'VARCHAR(255)',
  number: 'DECIMAL(38,10)',
  integer: 'BIGINT',
  amount: 'DECIMAL(19,4)',
  date: 'DATE',
  time: 'TIME',
  datetime: 'DATETIME(3)',
  duration: 'VARCHAR(64)',
  'yes-no': 'BOOLEAN',
  email: 'VARCHAR(320)',
  phone: 'VARCHAR(32)',
  url: 'TEXT',
  attachment: 'VARCHAR(255)',
};

/** The columns that cells become; an amount takes two. */
export function columnsOf(cells: readonly Cell[]): TableColumn[] {
  return flatCells(cells).map(({ name, kind, value }) => ({ name, type: types[kind], value: plain(value) }));
}

function plain(value: Cell['value']): string | number | null {
  if (value === null || typeof value === 'number') return value;
  if (typeof value === 'boolean') return value ? 1 : 0;
  if (Array.isArray(value)) return value.join(', ');
  if ('decimal' in value) return value.decimal;
  if (value.kind === 'yes-no') return value.yes ? 1 : 0;
  if (value.kind === 'datetime') return new Date(momentOf(value.datetime)).toISOString().slice(0, 23).replace('T', ' ');
  return toText(value);
}

/** Names that can stand in a table without surprise. */
export function isColumnName(name: string): boolean {
  return /^[A-Za-z_][A-Za-z0-9_ ,.-]{0,62}$/.test(name) && !name.toLowerCase().startsWith('ys_');
}
