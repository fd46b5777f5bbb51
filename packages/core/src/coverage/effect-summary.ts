import type { ChangeKind, MessageEffect } from './effect.js';
import { hasEffect } from './effect.js';

type Counts = Record<string, number>;

/** The effect of a change over many messages, in numbers. It can be added up piece by piece, in any order. */
export interface EffectSummary {
  /** Messages compared, those with any difference, and those that could not be compared. */
  messages: number;
  affected: number;
  notTried: number;
  fields: Record<string, Record<ChangeKind, number>>;
  rows: { gained: number; lost: number; altered: number };
  /** By `before → after`. */
  verdicts: Counts;
  sieves: Counts;
  categories: Counts;
  layouts: Counts;
  routes: Record<string, { fires: number; stops: number; alters: number }>;
  /** Judged values and row lists that were right and no longer are, and the other way round. */
  breaks: number;
  mends: number;
  /** Questions to a model that would have to be asked, and how long they are. */
  asks: { questions: number; characters: number };
}

export const emptySummary = (): EffectSummary => ({
  messages: 0,
  affected: 0,
  notTried: 0,
  fields: {},
  rows: { gained: 0, lost: 0, altered: 0 },
  verdicts: {},
  sieves: {},
  categories: {},
  layouts: {},
  routes: {},
  breaks: 0,
  mends: 0,
  asks: { questions: 0, characters: 0 },
});

/** The summary with one more message in it. */
export function addEffect(summary: EffectSummary, effect: MessageEffect): EffectSummary {
  const next = structuredCopy(summary);
  next.messages++;
  if (effect.notTried) next.notTried++;
  else if (hasEffect(effect)) next.affected++;
  for (const { field, kind } of effect.changes) {
    const known = next.fields[field] ?? { gained: 0, lost: 0, altered: 0, moved: 0, unclear: 0 };
    next.fields[field] = { ...known, [kind]: known[kind] + 1 };
  }
  for (const { kind } of effect.rows) next.rows[kind]++;
  for (const { route, kind } of effect.routes) {
    const known = next.routes[route] ?? { fires: 0, stops: 0, alters: 0 };
    next.routes[route] = { ...known, [kind]: known[kind] + 1 };
  }
  count(next.verdicts, effect.verdict);
  count(next.sieves, effect.sieve);
  count(next.categories, effect.category);
  count(next.layouts, effect.layout);
  const judged = [...effect.changes.map((change) => change.judged), effect.rowsJudged];
  next.breaks += judged.filter((one) => one === 'breaks').length;
  next.mends += judged.filter((one) => one === 'mends').length;
  next.asks.questions += effect.asks?.questions ?? 0;
  next.asks.characters += effect.asks?.characters ?? 0;
  return next;
}

/** The maps in a summary are small: what they count is named by the sieve, not by the messages. */
const structuredCopy = (summary: EffectSummary): EffectSummary => ({
  ...summary,
  fields: { ...summary.fields },
  rows: { ...summary.rows },
  verdicts: { ...summary.verdicts },
  sieves: { ...summary.sieves },
  categories: { ...summary.categories },
  layouts: { ...summary.layouts },
  routes: { ...summary.routes },
  asks: { ...summary.asks },
});

function count(counts: Counts, turn: { before: string | null; after: string | null } | null): void {
  if (!turn) return;
  const name = `${turn.before ?? 'none'} → ${turn.after ?? 'none'}`;
  counts[name] = (counts[name] ?? 0) + 1;
}
