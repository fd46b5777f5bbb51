import type { DestinationColumn } from '@yellow-sieve/contract';
import { type Cell, dictionary, flatCells, measureOf, type Storage, toStored, valueTypes } from '@yellow-sieve/core';

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

/** What a column of a database holds, by the name that SQL has for its type; null for types nothing is known of. */
export function heldBy(type: string): DestinationColumn['holds'] {
  const [word = ''] = type.toLowerCase().split('(');
  return held[word.trim()] ?? null;
}

const held = dictionary<Record<string, NonNullable<DestinationColumn['holds']>>>({
  ...named(
    'text',
    'char varchar tinytext text mediumtext longtext json jsonb enum set uuid character',
    'character varying',
  ),
  ...named('whole number', 'tinyint smallint mediumint int integer bigint year'),
  ...named('decimal', 'decimal numeric float double real money', 'double precision'),
  ...named('day', 'date'),
  ...named('time of day', 'time', 'time without time zone'),
  ...named('moment', 'datetime timestamp', 'timestamp without time zone', 'timestamp with time zone'),
  ...named('flag', 'boolean'),
});

function named<Holds extends string>(holds: Holds, words: string, ...more: string[]): Record<string, Holds> {
  return Object.fromEntries([...words.split(' '), ...more].map((word) => [word, holds]));
}

/** What else a column takes than what it is named by. */
const takes: Readonly<Record<NonNullable<DestinationColumn['holds']>, readonly string[]>> = {
  text: ['decimal', 'whole number', 'day', 'time of day', 'moment', 'flag'],
  decimal: ['whole number'],
  'whole number': ['flag'],
  day: [],
  'time of day': [],
  moment: ['day'],
  flag: [],
};

/** Whether values of a type can stand in a column; of what is not known nothing is said. */
export function fitsInto(holds: DestinationColumn['holds'], kind: string): boolean {
  const storage = valueTypes[kind]?.storage.holds;
  return holds === null || storage === undefined || storage === holds || takes[holds].includes(storage);
}

/** Names that can stand in a table without surprise. */
export function isColumnName(name: string): boolean {
  return /^[A-Za-z_][A-Za-z0-9_ ,.-]{0,62}$/.test(name) && !name.toLowerCase().startsWith('ys_');
}
