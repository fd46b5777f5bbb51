import { digestOf, parseMailbox, YsError } from '@yellow-sieve/core';
import { asc } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { mailbox } from '../database/schema.js';
import type { RuleState } from '../pipeline/threads/compare.js';
import { getDraft } from '../store/draft-store.js';
import { compileNamed, findSieve, getVersion, liveSieves } from '../store/sieve-store.js';

/** The rules as they are and as they would be, and the mailboxes whose mail they are for. */
export interface RuleStates {
  /** Null for a sieve that was never published. */
  before: RuleState | null;
  after: RuleState;
  /** Ids of the mailboxes that name the sieve. */
  mailboxIds: string[];
}

/**
 * The live rules of every mailbox that names a sieve, and the same with another source text of that sieve.
 * @throws YsError when the text does not compile.
 */
export async function ruleStates(db: Executor, name: string, source: string): Promise<RuleStates> {
  compileNamed(name, source);
  const rows = await mailboxesNaming(db, name);
  const names = [...new Set([name, ...rows.flatMap((row) => parseMailbox(row.source).sieves)])];
  const live = await liveSieves(db, names);
  const texts = [...live.values()].map((one) => ({ name: one.name, digest: one.digest, source: one.source }));
  const mailboxes = mailboxTexts(rows);
  const text = { name, digest: digestOf(source), source };
  return {
    before: live.has(name) ? { mailboxes, sieves: texts } : null,
    after: { mailboxes, sieves: [...texts.filter((one) => one.name !== name), text] },
    mailboxIds: rows.map(({ id }) => id),
  };
}

const mailboxTexts = (rows: readonly (typeof mailbox.$inferSelect)[]): RuleState['mailboxes'] =>
  Object.fromEntries(
    rows.map(({ name, digest, source, id, sorter }) => [
      name,
      { digest, source, sorter: sorter === null ? null : { mailboxId: id, number: sorter } },
    ]),
  );

/** The rules as they are, of all mailboxes. */
export async function liveState(db: Executor): Promise<RuleState> {
  const rows = await db.select().from(mailbox).orderBy(asc(mailbox.name));
  const live = await liveSieves(db, [...new Set(rows.flatMap((row) => parseMailbox(row.source).sieves))]);
  return {
    mailboxes: mailboxTexts(rows),
    sieves: [...live.values()].map(({ name, digest, source }) => ({ name, digest, source })),
  };
}

/** The mailboxes that name a sieve. */
export async function mailboxesNaming(db: Executor, sieve: string) {
  const rows = await db.select().from(mailbox).orderBy(asc(mailbox.name));
  return rows.filter((row) => parseMailbox(row.source).sieves.includes(sieve));
}

/** A state of a sieve, as callers name it: what is live, the draft, or a version by its number. */
export type SieveState = 'live' | 'draft' | number;

/** The source text of a state of a sieve. */
export async function sourceOf(db: Executor, name: string, state: SieveState): Promise<string> {
  if (state === 'draft') return (await getDraft(db, name)).source;
  if (typeof state === 'number') return (await getVersion(db, name, state)).source;
  const live = await findSieve(db, name);
  if (!live) throw new YsError('YS-NOT-FOUND', { what: 'sieve', name });
  return live.source;
}
