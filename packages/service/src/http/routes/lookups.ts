import { Readable } from 'node:stream';
import { lookupEndpoints } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { csvOf } from '../../exports/csv.js';
import { type EffectParams, effect } from '../../jobs/effect.js';
import { beginToFollow, lookAgain } from '../../lookups/follow.js';
import { readTable } from '../../lookups/read-table.js';
import { tableChanges } from '../../lookups/table-changes.js';
import { sourceOf } from '../../sieves/rule-state.js';
import { followed, isFollowed, unfollow } from '../../store/followed-store.js';
import { createJob } from '../../store/job-store.js';
import { getLookup, listLookups, putLookup, removeLookup, stageLookup, tableOf } from '../../store/lookup-store.js';
import { allow } from '../auth.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

/** Lines of a table that a page shows. */
const shown = 500;

/** Tables that rules look values up in. */
export function serveLookups({ app, db, onward, secrets, outgoing, lookupFolder: folder }: ServeContext): void {
  const tools = { db, secrets, outgoing, folder };
  const itemOf = async (name: string) => {
    const { rows: _rows, ...table } = await getLookup(db, name);
    return table;
  };
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
    if (await isFollowed(db, params.name)) throw new YsError('YS-LOOKUP-FOLLOWED', { table: params.name });
    if (query.dry === 'true') return { changes, table: null };
    await putLookup(db, { name: params.name, title: query.title, by: caller?.name ?? '', ...file });
    return { changes, table: await itemOf(params.name) };
  });
  serveEndpoint(app, db, lookupEndpoints.follow, async ({ params, body }, { caller }) => {
    // What a connection opens is more than the table that is meant: who may read through it, its owner says.
    if ('connection' in body) allow(caller, 'owner');
    await beginToFollow(params.name, body, tools);
    return { table: await itemOf(params.name) };
  });
  serveEndpoint(app, db, lookupEndpoints.unfollow, async ({ params }) => {
    await followed(db, params.name);
    await unfollow(db, params.name);
    return { table: await itemOf(params.name) };
  });
  serveEndpoint(app, db, lookupEndpoints.fetch, async ({ params }) => {
    await lookAgain(await followed(db, params.name), tools);
    return { table: await itemOf(params.name) };
  });
  serveEndpoint(app, db, lookupEndpoints.effect, async ({ params, query, body }, { caller }) => {
    const { name } = params;
    const file = await readTable(body);
    const { used_by: users } = await getLookup(db, name);
    const by = caller?.name ?? '';
    const revision = await stageLookup(db, name, file, by);
    const jobs = [];
    for (const sieve of users.filter((user) => !user.startsWith('mailbox '))) {
      const source = await sourceOf(db, sieve, 'live');
      const made: EffectParams = { sieve, source, stored: query.stored, tables: { [name]: revision } };
      const title = `Effect of another table ${name} on ${sieve}`;
      jobs.push({ sieve, job: await createJob(db, { kind: effect.kind, title, sieve, by, params: made }) });
    }
    onward();
    return { revision, jobs };
  });
  serveEndpoint(app, db, lookupEndpoints.remove, ({ params, query }) =>
    removeLookup(db, params.name, query.dry === 'true'),
  );
}
