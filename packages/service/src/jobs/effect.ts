import type { FoundEffect } from '@yellow-sieve/contract';
import { addEffect, emptySummary, hasEffect, type MessageEffect } from '@yellow-sieve/core';
import { type Compared, compareAll } from '../pipeline/compare.js';
import type { CompareItem } from '../pipeline/threads/compare.js';
import { countStored, sampleItems, storedItems } from '../sieves/items.js';
import { type RuleStates, ruleStates } from '../sieves/rule-state.js';
import type { JobKind, JobStand, JobStep, JobTools } from './job-kind.js';

/** The effect of another source text of a sieve, against what is live, over its samples and stored messages. */
export interface EffectParams {
  sieve: string;
  source: string;
  /** How many stored messages, the newest first. */
  stored: number | 'all';
  /** Revisions of tables that would be looked in. */
  tables?: Record<string, number>;
}

type At = { of: 'samples' } | { of: 'stored'; before: string | undefined; left: number };
type Stand = JobStand<At, FoundEffect>;

/** What was found, and what the questions in it would take once it is known how many there are. */

/** Messages a thread gets in one step. */
const perThread = 24;

export const effect: JobKind<EffectParams, At, FoundEffect> = {
  kind: 'effect',

  async begin({ db }, { sieve, source, stored }) {
    const { mailboxIds } = await ruleStates(db, sieve, source);
    const samples = (await sampleItems(db, sieve, source)).length;
    const messages = await countStored(db, { mailboxIds, before: undefined });
    const total = samples + Math.min(messages, stored === 'all' ? messages : stored);
    return { total, done: 0, at: { of: 'samples' }, result: emptySummary() };
  },

  async step(tools, { sieve, source, stored, tables }, stand) {
    const rules = await ruleStates(tools.db, sieve, source);
    const states = { ...rules, after: { ...rules.after, tables } };
    const { at } = stand;
    if (at.of === 'samples') {
      const seen = await compared(tools, sieve, states, await sampleItems(tools.db, sieve, source));
      const left = stored === 'all' ? Number.MAX_SAFE_INTEGER : stored;
      return after(tools, stand, seen, { of: 'stored', before: undefined, left }, false);
    }
    const max = Math.min(at.left, perThread * tools.threads);
    const items = await storedItems(tools.db, { mailboxIds: states.mailboxIds, before: at.before }, max);
    const seen = await compared(tools, sieve, states, items);
    const next: At = { of: 'stored', before: items.at(-1)?.name ?? at.before, left: at.left - items.length };
    return after(tools, stand, seen, next, items.length < max || next.left === 0);
  },
};

async function compared(
  { db, databaseUrl, comparer, model }: JobTools,
  sieve: string,
  { before, after: next }: RuleStates,
  items: CompareItem[],
): Promise<Compared[]> {
  return compareAll(comparer, db, { database: databaseUrl, sieve, items, before, after: next, model: await model() });
}

async function after(
  { estimateAsks }: JobTools,
  stand: Stand,
  seen: readonly Compared[],
  at: At,
  over: boolean,
): Promise<JobStep<At, FoundEffect>> {
  const found = seen.flatMap(({ item, reply }) =>
    reply?.effect ? [{ effect: reply.effect, subject: item.subject }] : [],
  );
  const effects = found.map(({ effect: one }) => one);
  const result: FoundEffect = effects.reduce(addEffect, stand.result);
  return {
    total: stand.total,
    done: stand.done + seen.length,
    at,
    result: over && result.asks.questions > 0 ? { ...result, estimate: await estimateAsks(result.asks) } : result,
    over,
    findings: found.filter(({ effect: one }) => hasEffect(one) || one.notTried).map(finding),
  };
}

const finding = ({ effect: detail, subject }: { effect: MessageEffect; subject: string | null }) => ({
  message: detail.message,
  detail: { ...detail, subject },
});
