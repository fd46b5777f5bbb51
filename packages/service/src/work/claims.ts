import { sql } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import type { delivery, job, mailFolder, message, want } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';

/** Tables whose rows are claimed. They share the columns `claimed_by`, `claimed_until` and `lost`. */
type Claimable = typeof message | typeof delivery | typeof want | typeof job | typeof mailFolder;

export interface ClaimOptions {
  table: Claimable;
  /** Name of the key column. */
  keyColumn: string;
  /** Which rows wait for work, as SQL over the table. */
  waiting: ReturnType<typeof sql>;
  /** The same as far as an UPDATE of the table may check it; `waiting` when left out. */
  stillWaiting?: ReturnType<typeof sql>;
  /** In which order they are taken up; by when they are due where nothing is said. */
  order?: ReturnType<typeof sql>;
  worker: string;
  max: number;
  leaseSeconds: number;
}

/** An expired claim is a lost one, though nobody has counted it yet. */
const timesLost = sql`(lost + (claimed_by IS NOT NULL))`;

/** Rows that are picked from at random: workers then seldom reach for the same ones, and one that dies again and again loses others each time. */
const minCandidates = 32;

/** Times a claim may be lost before the row runs alone. */
export const lostBeforeAlone = 3;

/**
 * Claims up to `max` rows. Candidates are read without locks, picked at random and taken by an UPDATE that checks again;
 * who comes second gets fewer rows, never the same ones. Leases go by the database's clock, and an expired one is taken
 * over and counted as lost. Rows that were lost often are left to `claimAlone`.
 */
export async function claimRows(db: Database, options: ClaimOptions): Promise<string[]> {
  return claim(db, options, sql`${timesLost} < ${lostBeforeAlone}`, options.max);
}

/** Claims one row whose claims were lost too often, to be run with nothing beside it. */
export async function claimAlone(db: Database, options: ClaimOptions): Promise<string[]> {
  return claim(db, options, sql`${timesLost} >= ${lostBeforeAlone}`, 1);
}

async function claim(
  db: Database,
  options: ClaimOptions,
  lost: ReturnType<typeof sql>,
  max: number,
): Promise<string[]> {
  const { table, waiting, worker, leaseSeconds, order = sql`due_at` } = options;
  const key = sql.identifier(options.keyColumn);
  const free = sql`(claimed_by IS NULL OR claimed_until < NOW(3))`;
  const candidates = await rowsOf(
    db,
    sql`SELECT ${key} AS id FROM ${table} WHERE ${waiting} AND ${free} AND ${lost} ORDER BY ${order} LIMIT ${max + minCandidates}`,
  );
  const picked = sample(candidates, max);
  if (picked.length === 0) return [];
  await retryDeadlocks(() =>
    db.execute(
      sql`UPDATE ${table} SET lost = lost + (claimed_by IS NOT NULL), claimed_by = ${worker}, claimed_until = NOW(3) + INTERVAL ${leaseSeconds} SECOND
          WHERE ${key} IN ${picked} AND ${options.stillWaiting ?? waiting} AND ${free}`,
    ),
  );
  return rowsOf(
    db,
    sql`SELECT ${key} AS id FROM ${table} WHERE ${key} IN ${picked} AND claimed_by = ${worker} ORDER BY ${order}`,
  );
}

async function rowsOf(db: Database, query: ReturnType<typeof sql>): Promise<string[]> {
  const [rows] = (await db.execute(query)) as unknown as [{ id: string }[]];
  return rows.map(({ id }) => id);
}

/** Some of the candidates at random, so that workers seldom reach for the same rows. */
function sample(candidates: readonly string[], max: number): string[] {
  if (candidates.length <= max) return [...candidates];
  const pool = [...candidates];
  const picked: string[] = [];
  while (picked.length < max && pool.length > 0)
    picked.push(...pool.splice(Math.floor(Math.random() * pool.length), 1));
  return picked;
}
