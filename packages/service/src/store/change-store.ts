import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { change } from '../database/schema.js';

/** A change of one thing. States say what is counted; null where nothing was, or nothing is. */
export interface Change {
  kind: 'message' | 'delivery' | 'set-up' | 'job';
  what: string;
  owner: string;
  /** Any moment of the day (UTC) it is counted under. */
  day: Date;
  was: string | null;
  is: string | null;
}

/** The statement that notes changes. It belongs in the transaction that makes them. */
export function changeStatement(db: Pick<Executor, 'insert'>, changes: readonly Change[]) {
  return db
    .insert(change)
    .values(changes.map(({ day, ...rest }) => ({ id: uuid(), at: sql`NOW(3)`, day: dayOf(day), ...rest })));
}

export async function noteChanges(tx: Executor, changes: readonly Change[]): Promise<void> {
  if (changes.length > 0) await changeStatement(tx, changes);
}

/** A mailbox, sieve or destination was made or changed: told to browsers, counted nowhere. */
export const noteSetUp = (tx: Executor, what: string): Promise<void> =>
  noteChanges(tx, [{ kind: 'set-up', what, owner: '', day: new Date(), was: null, is: null }]);

const access = 'access';

/** Somebody may do less than before: who listens is asked anew whether they may, in every process. */
export const noteAccess = (tx: Executor): Promise<void> => noteSetUp(tx, access);
export const isOfAccess = ({ kind, what }: { kind: string; what: string }): boolean =>
  kind === 'set-up' && what === access;

export const dayOf = (moment: Date): string => moment.toISOString().slice(0, 10);
