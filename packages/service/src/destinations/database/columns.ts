import { type Cell, flatCells, measureOf, type Storage, toStored, valueTypes } from '@yellow-sieve/core';

/** A column of a target table, and the cell's value for it. */
export interface TableColumn {
  name: string;
  type: string;
  value: string | number | null;
}

/** Longer texts have no place in the row itself. */
const longestVarchar = 1000;

/** MariaDB’s name of what holds values of a type. */
function typeOf(storage: Storage): string {
  switch (storage.holds) {
    case 'text':
      if (storage.longest === undefined) return 'MEDIUMTEXT';
      return storage.longest > longestVarchar ? 'TEXT' : `VARCHAR(${storage.longest})`;
    case 'decimal':
      return `DECIMAL(${storage.digits},${storage.scale})`;
    case 'whole number':
      return 'BIGINT';
    case 'day':
      return 'DATE';
    case 'time of day':
      return 'TIME';
    case 'moment':
      return 'DATETIME(3)';
    case 'flag':
      return 'BOOLEAN';
  }
}

/** The columns that cells become; an amount takes two. */
export function columnsOf(cells: readonly Cell[]): TableColumn[] {
  return flatCells(cells).map(({ name, kind, value }) => {
    const type = valueTypes[kind];
    if (!type) throw new TypeError(`no type of values is called ${kind}`);
    return { name, type: typeOf(type.storage), value: plain(value) };
  });
}

function plain(value: Cell['value']): string | number | null {
  if (value === null || typeof value === 'number') return value;
  if (typeof value === 'boolean') return value ? 1 : 0;
  if (Array.isArray(value)) return value.join(', ');
  const measure = measureOf(value);
  if (measure?.scale === 'day' && measure.moment !== null)
    return new Date(measure.moment).toISOString().slice(0, 23).replace('T', ' ');
  const stored = toStored(value);
  return typeof stored === 'boolean' ? Number(stored) : stored;
}

/** Names that can stand in a table without surprise. */
export function isColumnName(name: string): boolean {
  return /^[A-Za-z_][A-Za-z0-9_ ,.-]{0,62}$/.test(name) && !name.toLowerCase().startsWith('ys_');
}
