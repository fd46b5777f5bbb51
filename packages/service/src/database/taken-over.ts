import { type SQL, sql } from 'drizzle-orm';
import type { MySqlColumn } from 'drizzle-orm/mysql-core';

/** What a row that is there already takes from the one that would be inserted: these columns. */
export const takenOver = <Name extends string>(columns: Readonly<Record<Name, MySqlColumn>>): Record<Name, SQL> =>
  Object.fromEntries(
    Object.entries<MySqlColumn>(columns).map(([name, column]) => [name, sql`VALUES(${sql.identifier(column.name)})`]),
  ) as Record<Name, SQL>;
