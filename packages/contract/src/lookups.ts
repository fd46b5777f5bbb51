import * as v from 'valibot';
import { momentSchema, removalQuery, removalSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

/** Rules name a table so: small letters, digits, underlines and hyphens. */
const lookupName = v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9_-]{0,62}$/));
const params = v.object({ name: lookupName });

const everyMinutes = v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(10_080)));

/** Where a table is kept that is not put by hand: a file of the configured folder, CSV at an address, or a table of a database. */
export const lookupSource = v.union(
  [
    v.strictObject({
      file: v.pipe(
        v.string(),
        v.regex(/^[\p{L}\p{N} _-][\p{L}\p{N} ._-]*\.(csv|xlsx)$/iu, 'a name in the folder, ending in .csv or .xlsx'),
      ),
      every_minutes: everyMinutes,
    }),
    v.strictObject({ url: v.pipe(v.string(), v.url(), v.maxLength(1000)), every_minutes: everyMinutes }),
    v.strictObject({
      connection: v.string(),
      table: v.pipe(v.string(), v.regex(/^[A-Za-z_][A-Za-z0-9_]{0,62}$/)),
      every_minutes: everyMinutes,
    }),
  ],
  'it is one of a file, a url, or a connection with a table; every_minutes is a whole number from 1 to 10080',
);
export type LookupSource = v.InferOutput<typeof lookupSource>;

const lookupItem = v.object({
  name: v.string(),
  title: v.string(),
  /** Counted from 1; records name the one that was looked in. */
  revision: v.number(),
  columns: v.array(v.string()),
  /** How many lines it has. */
  count: v.number(),
  updated: momentSchema,
  /** Who put this revision. */
  by: v.string(),
  /** Sieves whose rules look in it, and as `mailbox NAME` those that find the owners of categories there. */
  used_by: v.array(v.string()),
  /** Where it is kept; null when it is put by hand. */
  source: v.nullable(lookupSource),
  /** When it was last read there: what is looked in is as old as that. */
  fetched: v.nullable(momentSchema),
  /** Why the last try to read it failed, in words; the copy from before stays. */
  trouble: v.nullable(v.string()),
});
export type LookupItem = v.InferOutput<typeof lookupItem>;

const line = v.array(v.string());

/** What another state of a table changes, line by line: lines are the same by their first column. */
const lookupChanges = v.object({
  added: v.number(),
  changed: v.number(),
  removed: v.number(),
  same: v.number(),
  columns_added: v.array(v.string()),
  columns_removed: v.array(v.string()),
  /** The first changes, in the order of the file. */
  examples: v.array(
    v.object({ kind: v.picklist(['added', 'changed', 'removed']), before: v.nullable(line), after: v.nullable(line) }),
  ),
});
export type LookupChanges = v.InferOutput<typeof lookupChanges>;

/** Tables that rules look values up in. */
export const lookupEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/lookups',
    role: 'viewer',
    summary: 'Tables that rules look values up in, with the sieves that use each',
    response: v.object({ items: v.array(lookupItem) }),
  },
  get: {
    method: 'GET',
    path: '/api/v1/lookups/:name',
    role: 'viewer',
    summary: 'A table with its first 500 lines',
    params,
    response: v.object({ ...lookupItem.entries, lines: v.array(line) }),
  },
  file: {
    method: 'GET',
    path: '/api/v1/lookups/:name/file',
    role: 'viewer',
    summary: 'A table as a CSV file',
    params,
    response: 'file',
  },
  put: {
    method: 'PUT',
    path: '/api/v1/lookups/:name',
    role: 'author',
    summary:
      'Puts a table, from CSV or the first sheet of an .xlsx workbook; `dry=true` says what would change, and keeps nothing',
    params,
    query: v.object({
      dry: v.optional(v.picklist(['true', 'false']), 'false'),
      title: v.optional(v.pipe(v.string(), v.maxLength(200))),
    }),
    body: 'application/octet-stream',
    response: v.object({ changes: lookupChanges, table: v.nullable(lookupItem) }),
  },
  follow: {
    method: 'PUT',
    path: '/api/v1/lookups/:name/source',
    role: 'author',
    summary:
      'Has a table read where it is kept, now and at an interval; made when it is not there. What cannot be read now is refused, and nothing changes. Through a connection only an owner may',
    params,
    body: lookupSource,
    response: v.object({ table: lookupItem }),
  },
  unfollow: {
    method: 'DELETE',
    path: '/api/v1/lookups/:name/source',
    role: 'author',
    summary: 'Has a table read no more; its last copy stays, and is put by hand from then on',
    params,
    response: v.object({ table: lookupItem }),
  },
  fetch: {
    method: 'POST',
    path: '/api/v1/lookups/:name/fetch',
    role: 'author',
    summary: 'Reads a table where it is kept, at once',
    params,
    response: v.object({ table: lookupItem }),
  },
  effect: {
    method: 'POST',
    path: '/api/v1/lookups/:name/effect',
    role: 'author',
    summary:
      'What another state of a table would change in records: a job for each live sieve that looks in it, over samples and stored messages. The state is kept beside the live one, and not looked in',
    params,
    query: v.object({
      stored: v.optional(
        v.union([v.literal('all'), v.pipe(v.string(), v.regex(/^\d{1,6}$/), v.transform(Number))]),
        '200',
      ),
    }),
    body: 'application/octet-stream',
    response: v.object({ revision: v.number(), jobs: v.array(v.object({ sieve: v.string(), job: v.string() })) }),
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/lookups/:name',
    role: 'author',
    summary: 'Deletes a table that no rule uses; with dry=true says what would go',
    params,
    query: removalQuery,
    response: removalSchema,
  },
} as const satisfies Record<string, Endpoint>;
