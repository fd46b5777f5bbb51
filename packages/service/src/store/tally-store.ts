import { and, asc, eq, gte, inArray, lt, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { change, tally } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';

/** Changes younger than this are left for browsers to hear of. */
const foldAfterSeconds = 30;
const foldAtOnce = 2000;

type ChangeRow = typeof change.$inferSelect;
interface Counted {
  kind: string;
  owner: string;
  day: string;
  state: string;
  count: number;
}

/**
 * Folds old changes into the counts and removes them, in one transaction. Two that fold at once cannot count a change
 * twice: its row is locked until it is gone. Returns how many were folded.
 */
export async function foldChanges(db: Database, afterSeconds = foldAfterSeconds): Promise<number> {
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const rows = await tx
        .select()
        .from(change)
        .where(lt(change.at, sql`NOW(3) - INTERVAL ${afterSeconds} SECOND`))
        .orderBy(asc(change.at))
        .limit(foldAtOnce)
        .for('update');
      if (rows.length === 0) return 0;
      for (const counted of sumOf(rows))
        await tx
          .insert(tally)
          .values(counted)
          .onDuplicateKeyUpdate({ set: { count: sql`${tally.count} + ${counted.count}` } });
      await tx.delete(change).where(
        inArray(
          change.id,
          rows.map(({ id }) => id),
        ),
      );
      return rows.length;
    }),
  );
}

/** What some changes add up to, in a fixed order, so that two folds lock the counts one way round. */
export function sumOf(rows: readonly Pick<ChangeRow, 'kind' | 'owner' | 'day' | 'was' | 'is'>[]): Counted[] {
  const sums = new Map<string, Counted>();
  const add = ({ kind, owner, day }: (typeof rows)[number], state: string | null, by: number) => {
    if (state === null) return;
    const key = [kind, owner, day, state].join('\0');
    const sum = sums.get(key) ?? { kind, owner, day, state, count: 0 };
    sum.count += by;
    sums.set(key, sum);
  };
  for (const row of rows) {
    add(row, row.was, -1);
    add(row, row.is, 1);
  }
  return [...sums].sort(([a], [b]) => (a < b ? -1 : 1)).flatMap(([, sum]) => (sum.count === 0 ? [] : [sum]));
}

/**
 * Counts by owner, day and state: the folded ones and the few changes that are not folded yet, read as one state of the
 * database, so that no change is missed or counted twice. Cost goes with days and owners, not with messages.
 */
export async function countsOf(
  db: Database,
  kind: 'message' | 'delivery',
  filter: { owner?: string | undefined; since?: string | undefined } = {},
): Promise<Counted[]> {
  const [folded, fresh] = await db.transaction(
    async (tx) => [await foldedOf(tx, kind, filter), await freshOf(tx, kind, filter)] as const,
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
  return addUp([...folded, ...sumOf(fresh)]);
}

type Filter = Parameters<typeof countsOf>[2];

const foldedOf = (tx: Executor, kind: string, { owner, since }: NonNullable<Filter>) =>
  tx
    .select()
    .from(tally)
    .where(
      and(
        eq(tally.kind, kind),
        owner === undefined ? undefined : eq(tally.owner, owner),
        since === undefined ? undefined : gte(tally.day, since),
      ),
    );

const freshOf = (tx: Executor, kind: 'message' | 'delivery', { owner, since }: NonNullable<Filter>) =>
  tx
    .select()
    .from(change)
    .where(
      and(
        eq(change.kind, kind),
        owner === undefined ? undefined : eq(change.owner, owner),
        since === undefined ? undefined : gte(change.day, since),
      ),
    );

function addUp(counts: readonly Counted[]): Counted[] {
  const sums = new Map<string, Counted>();
  for (const counted of counts) {
    const key = [counted.owner, counted.day, counted.state].join('\0');
    const known = sums.get(key);
    sums.set(key, known ? { ...known, count: known.count + counted.count } : counted);
  }
  return [...sums.values()].filter(({ count }) => count !== 0);
}
