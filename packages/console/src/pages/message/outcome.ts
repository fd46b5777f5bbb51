import type { MessageDetail } from '@yellow-sieve/contract';
import type { Evidence, JsonValue, Problem, PublicReading } from '@yellow-sieve/core';
import { jsonText } from '@yellow-sieve/core/shapes';
import { columnOf, rowOf } from './row-path';

/** What a stored message became, or what a sieve makes of one that is tried. */
export type MessageOutcome = Omit<NonNullable<MessageDetail['outcome']>, 'category'>;
export type MessageReading = PublicReading;
export type { Evidence, JsonValue, Problem };

/** A field as the ledger shows it. */
export interface LedgerRow {
  field: string;
  value: JsonValue;
  evidence: readonly Evidence[];
  problems: readonly Problem[];
  /** What the rule looked for, in its own words. */
  reads: string | null;
}

/** One row a field, in the sieve's order. */
export const ledgerOf = (outcome: MessageOutcome): LedgerRow[] =>
  Object.keys(outcome.fields).map((field) => ledgerRow(field, outcome));

/** What became of a field, or of one cell of the rows (`rows[0].price`). */
export function ledgerRow(path: string, { fields, rows, evidence, problems, trace }: MessageOutcome): LedgerRow {
  const row = rowOf(path);
  const column = columnOf(path);
  return {
    field: column,
    value: (row === null ? fields[path] : rows[row]?.[column]) ?? null,
    evidence: evidence[path] ?? [],
    problems: problems.filter((problem) => problem.path === path),
    reads: readsOf(column, evidence[path]?.[0]?.rule ?? null, trace),
  };
}

function readsOf(field: string, rule: string | null, trace: MessageOutcome['trace']): string | null {
  const entry = trace.find((one) => one.rule === rule);
  const slots = entry && 'slots' in entry ? entry.slots : undefined;
  return slots?.find((slot) => slot.field === field && slot.took !== undefined)?.reads ?? null;
}

/** A value as people read it; null for one that is missing, or empty. */
export const valueText = (value: JsonValue): string | null => jsonText(value) || null;
