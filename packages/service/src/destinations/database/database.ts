import type { Storage } from '@yellow-sieve/core';
import type { Connection } from 'mysql2/promise';
import * as v from 'valibot';
import { isDatabaseDown } from '../../database/trouble.js';
import {
  deleteRow,
  ownColumns,
  prepareRowsTable,
  prepareTable,
  replaceRows,
  rowOf,
  upsertRows,
  whole,
} from './table.js';
import { tableKind } from './table-kind.js';
import { withConnection } from './table-rows.js';

const connectionEntries = {
  host: v.pipe(v.string(), v.title('Host')),
  port: v.pipe(v.number(), v.title('Port')),
  user: v.pipe(v.string(), v.title('User')),
  password: v.pipe(v.string(), v.title('Password'), v.metadata({ as: 'secret' })),
  database: v.pipe(v.string(), v.title('Database')),
};

/** Longer texts have no place in the row itself. */
const longestVarchar = 1000;

/** MariaDB’s name of what holds values of a type. */
export function typeOf(storage: Storage): string {
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

/** A table in MariaDB or MySQL, made from the fields. */
export const database = tableKind<Connection>({
  kind: 'database',
  title: 'database',
  about: 'a table in MariaDB or MySQL, made from the fields',
  connection: { kind: 'mariadb', entries: connectionEntries },
  columns: { typeOf, moment: (iso) => iso.slice(0, 23).replace('T', ' '), flag: Number },
  connect: withConnection,
  answers: (connection) => connection.query('SELECT 1'),
  prepare: prepareTable,
  ownColumns,
  row: rowOf,
  upsert: upsertRows,
  prepareRows: prepareRowsTable,
  replaceRows,
  whole,
  delete: deleteRow,
  trouble(error, isOpen) {
    const { code = 'no answer', sqlMessage } = error as { code?: string; sqlMessage?: string };
    const passing = isOpen ? isDatabaseDown(error) || /LOCK/.test(code) : !/ACCESS_DENIED|BAD_DB/.test(code);
    return { passing, detail: passing ? code : (sqlMessage ?? code) };
  },
});
