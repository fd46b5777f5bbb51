import {
  addEffect,
  type EffectSummary,
  effectOn,
  emptySummary,
  hasEffect,
  type Made,
  type MessageEffect,
} from '@yellow-sieve/core';
import { and, count, desc, eq, gte, inArray, lt } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { delivery, mailbox, message, record, recordRevision, routeHit, type Through } from '../database/schema.js';
import { compareAll } from '../pipeline/compare.js';
import { itemsByKey } from '../sieves/items.js';
import { liveState } from '../sieves/rule-state.js';
import { ofCause } from '../store/cause.js';
import { claimAgain } from '../store/message-store.js';
import type { JobKind, JobTools } from './job-kind.js';

/** Which messages to put through again; what is left out does not matter. */
interface AgainSelection {
  keys?: string[] | undefined;
  mailbox?: string | undefined;
  sieve?: string | undefined;
  /** Code of the first reason of its state. */
  cause?: string | undefined;
  state?: 'done' | 'review' | 'skipped' | 'failed' | undefined;
  /** Received at or after, and before, in ISO 8601. */
  from?: string | undefined;
  to?: string | undefined;
}

/** Puts stored messages through again, each to its next revision. */
export interface AgainParams {
  selection: AgainSelection;
  /** The state of a sieve to use; null: what is live. */
  through: Through | null;
  /** Whether what people entered is to be forgotten. */
  forget: boolean;
  /** Destinations that may tell people of what comes of it. */
  tells: string[];
  /** Only says what would come of it by what is live; nothing is changed. */
  dry?: boolean;
}

interface At {
  /** Messages before this one come next. */
  before: string | undefined;
}

/** Messages a thread gets in one step; live mail waits for no longer than these take. */
const perThread = 8;

export const again: JobKind<AgainParams, At, EffectSummary> = {
  kind: 'again',

  async begin({ db }, { selection }) {
    const [row] = await db
      .select({ count: count() })
      .from(message)
      .where(await selected(db, selection, undefined));
    return { total: row?.count ?? 0, done: 0, at: { before: undefined }, result: emptySummary() };
  },

  async step(tools, { selection, dry = false, ...how }, stand) {
    const { db, threads } = tools;
    const max = perThread * threads;
    const rows = await db
      .select({ id: message.id })
      .from(message)
      .where(await selected(db, selection, stand.at.before))
      .orderBy(desc(message.id))
      .limit(max);
    const ids = rows.map(({ id }) => id);
    const before = await revisionsOf(db, ids);
    const effects = dry ? await wouldBe(tools, before, ids) : await becomes(tools, before, ids, how);
    return {
      total: stand.total,
      done: stand.done + ids.length,
      at: { before: ids.at(-1) ?? stand.at.before },
      result: effects.reduce(addEffect, stand.result),
      over: ids.length < max,
      findings: effects.filter(hasEffect).map((detail) => ({ message: detail.message, detail })),
    };
  },
};

/** Puts them through, and says what became of each. */
async function becomes(
  tools: JobTools,
  before: ReadonlyMap<string, Made>,
  ids: readonly string[],
  options: Pick<AgainParams, 'through' | 'forget' | 'tells'>,
): Promise<MessageEffect[]> {
  const held = await claimAgain(tools.db, ids, { ...tools, ...options });
  await tools.handleClaimed(held);
  return effectsOf(tools, before, held);
}

/** What would become of each by what is live, beside what stands of it. */
async function wouldBe(
  { db, databaseUrl, comparer, model }: JobTools,
  before: ReadonlyMap<string, Made>,
  ids: readonly string[],
): Promise<MessageEffect[]> {
  const items = (await itemsByKey(db, ids)).map((item) => ({ ...item, stands: before.get(item.name) }));
  const state = { before: null, after: await liveState(db), model: await model() };
  const compared = await compareAll(comparer, db, { database: databaseUrl, sieve: '', items, ...state });
  return compared.flatMap(({ reply }) => reply?.effect ?? []);
}

async function selected(
  db: Executor,
  { keys, mailbox: name, sieve, cause, state, from, to }: AgainSelection,
  before?: string,
) {
  const [owner] = name ? await db.select({ id: mailbox.id }).from(mailbox).where(eq(mailbox.name, name)) : [];
  return and(
    before === undefined ? undefined : lt(message.id, before),
    keys ? inArray(message.id, keys) : undefined,
    name ? eq(message.mailboxId, owner?.id ?? '') : undefined,
    sieve ? eq(message.sieve, sieve) : undefined,
    state ? eq(message.state, state) : undefined,
    cause ? ofCause(cause) : undefined,
    from ? gte(message.receivedAt, new Date(from)) : undefined,
    to ? lt(message.receivedAt, new Date(to)) : undefined,
  );
}

/** What stands of each message: its current revision, and what its routes say. */
async function revisionsOf(db: Executor, ids: readonly string[]): Promise<Map<string, Made>> {
  if (ids.length === 0) return new Map();
  const { id, state, category, reasons } = message;
  const rows = await db
    .select({ stands: { id, state, category, reasons }, revision: recordRevision })
    .from(message)
    .leftJoin(record, eq(record.messageId, message.id))
    .leftJoin(recordRevision, and(eq(recordRevision.recordId, record.id), eq(recordRevision.number, record.revision)))
    .where(inArray(message.id, [...ids]));
  const hits = await hitsOf(db, ids);
  return new Map(
    rows.map(({ stands, revision }) => [stands.id, madeOfRevision(stands, revision, hits.get(stands.id) ?? [])]),
  );
}

/** What the routes of some messages say, and whether something of it was delivered. */
async function hitsOf(db: Executor, ids: readonly string[]): Promise<Map<string, Made['hits'][number][]>> {
  const hits = await db
    .select()
    .from(routeHit)
    .where(inArray(routeHit.messageId, [...ids]));
  const { messageId, route, state } = delivery;
  const sent = await db
    .select({ messageId, route, state })
    .from(delivery)
    .where(inArray(messageId, [...ids]));
  const nameOf = (of: { messageId: string; route: string }) => `${of.messageId} ${of.route}`;
  const [put, left] = [new Set(sent.map(nameOf)), new Set(sent.filter((one) => one.state === 'delivered').map(nameOf))];
  const found = new Map<string, Made['hits'][number][]>();
  for (const hit of hits) {
    const { route: name, destination: to, fires, why, lines } = hit;
    // What a record in review put in the outbox did not wait for it.
    const inReview = put.has(nameOf(hit)) ? 'deliver' : 'wait';
    const of = { route: name, to, fires, why, lines, inReview, left: left.has(nameOf(hit)) } as const;
    found.set(hit.messageId, [...(found.get(hit.messageId) ?? []), of]);
  }
  return found;
}

const verdictOf = { done: 'sound', review: 'review', skipped: 'skipped', waiting: null, failed: null } as const;

function madeOfRevision(
  { state, category, reasons }: Pick<typeof message.$inferSelect, 'state' | 'category' | 'reasons'>,
  revision: typeof recordRevision.$inferSelect | null,
  hits: Made['hits'],
): Made {
  const nothing = { fields: {}, rows: [], evidence: {}, problems: [], sieve: null, layout: null };
  const kept = revision ?? nothing;
  return {
    wants: [],
    verdict: (revision?.verdict ?? verdictOf[state]) as Made['verdict'],
    reasons: revision?.reasons ?? reasons,
    sieve: kept.sieve,
    layout: kept.layout,
    category,
    fields: kept.fields,
    rows: kept.rows,
    evidence: kept.evidence,
    problems: kept.problems,
    hits,
  };
}

async function effectsOf({ db }: JobTools, before: ReadonlyMap<string, Made>, ids: readonly string[]) {
  const after = await revisionsOf(db, ids);
  return ids.flatMap((id) => {
    const [was, is] = [before.get(id), after.get(id)];
    return was && is ? [effectOn(id, was, is, null)] : [];
  });
}
