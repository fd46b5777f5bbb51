import { Readable } from 'node:stream';
import { lookupEndpoints } from '@yellow-sieve/contract';
import { csvOf } from '../../exports/csv.js';
import { readTable } from '../../lookups/read-table.js';
import { tableChanges } from '../../lookups/table-changes.js';
import { getLookup, listLookups, putLookup, removeLookup, tableOf } from '../../store/lookup-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

/** Lines of a table that a page shows. */
const shown = 500;

/** Tables that rules look values up in. */
export function serveLookups({ app, db }: ServeContext): void {
  serveEndpoint(app, db, lookupEndpoints.list, async () => ({ items: await listLookups(db) }));
  serveEndpoint(app, db, lookupEndpoints.get, async ({ params }) => {
    const { rows, ...item } = await getLookup(db, params.name);
    return { ...item, lines: rows.slice(0, shown) };
  });
  serveEndpoint(app, db, lookupEndpoints.file, async ({ params }) => {
    const { columns, rows } = await getLookup(db, params.name);
    return {
      type: 'text/csv; charset=utf-8',
      name: `${params.name}.csv`,
      body: Readable.from(csvOf(columns, Readable.from(rows))),
    };
  });
  serveEndpoint(app, db, lookupEndpoints.put, async ({ params, query, body }, { caller }) => {
    const file = await readTable(body);
    const changes = tableChanges(await tableOf(db, params.name), file);
    if (query.dry === 'true') return { changes, table: null };
    await putLookup(db, { name: params.name, title: query.title, by: caller?.name ?? '', ...file });
    const { rows: _rows, ...table } = await getLookup(db, params.name);
    return { changes, table };
  });
  serveEndpoint(app, db, lookupEndpoints.remove, ({ params, query }) =>
    removeLookup(db, params.name, query.dry === 'true'),
  );
}
