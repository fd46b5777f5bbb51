import { type Cell, flatCells, measureOf, type Storage, toStored, valueTypes } from '@yellow-sieve/core';

/** A column of a target table, and the cell's value for it. */
export interface TableColumn {
  name: string;
  type: string;
  value: string | number | boolean | null;
  /** Where there is no value, what stands there stays. */
  left: boolean;
}

/** How a kind of database writes what columns hold. */
export interface ColumnWriting {
  /** Its name of what holds values of a type. */
  typeOf(storage: Storage): string;
  /** A moment, from ISO 8601 in UTC. */
  moment(iso: string): string;
  flag(yes: boolean): number | boolean;
}

/** The columns that cells become; an amount takes two. */
export function columnsOf(
  cells: readonly Cell[],
  writing: ColumnWriting,
  isLeft: (column: string) => boolean = () => false,
): TableColumn[] {
  return cells.flatMap((cell) =>
    flatCells([cell]).map(({ name, kind, value }) => {
      const type = valueTypes[kind];
      if (!type) throw new TypeError(`no type of values is called ${kind}`);
      return { name, type: writing.typeOf(type.storage), value: plain(value, writing), left: isLeft(cell.name) };
    }),
  );
}

function plain(value: Cell['value'], { moment, flag }: ColumnWriting): TableColumn['value'] {
  if (value === null || typeof value === 'number') return value;
  if (typeof value === 'boolean') return flag(value);
  if (Array.isArray(value)) return value.join(', ');
  const measure = measureOf(value);
  if (measure?.scale === 'day' && measure.moment !== null) return moment(new Date(measure.moment).toISOString());
  const stored = toStored(value);
  return typeof stored === 'boolean' ? flag(stored) : stored;
}

/** Names that can stand in a table without surprise. */
export function isColumnName(name: string): boolean {
  return /^[A-Za-z_][A-Za-z0-9_ ,.-]{0,62}$/.test(name) && !name.toLowerCase().startsWith('ys_');
}
