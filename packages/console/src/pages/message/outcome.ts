import type { Evidence, JsonValue, Problem, PublicOutcome, PublicReading } from '@yellow-sieve/core';

/** The outcome and the reading in their public forms; the service is trusted to keep to them. */
export type MessageOutcome = Omit<PublicOutcome, 'message' | 'confidence' | 'why'>;
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

interface TraceSlot {
  field?: string;
  reads?: string;
  took?: string;
}

/** One row a field, in the sieve's order. */
export function ledgerOf({ fields, evidence, problems, trace }: MessageOutcome): LedgerRow[] {
  return Object.entries(fields).map(([field, value]) => ({
    field,
    value,
    evidence: evidence[field] ?? [],
    problems: problems.filter(({ path }) => path === field),
    reads: readsOf(field, evidence[field]?.[0]?.rule ?? null, trace),
  }));
}

function readsOf(field: string, rule: string | null, trace: MessageOutcome['trace']): string | null {
  const entry = trace.find((one) => one.rule === rule);
  const slots = Array.isArray(entry?.slots) ? (entry.slots as TraceSlot[]) : [];
  return slots.find((slot) => slot.field === field && slot.took !== undefined)?.reads ?? null;
}

/** A value as people read it. Amounts come as a pair. */
export function valueText(value: JsonValue): string | null {
  if (value === null || value === '') return null;
  if (typeof value === 'object' && !Array.isArray(value) && 'currency' in value)
    return `${String(value.value)} ${String(value.currency)}`;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.map((item) => valueText(item) ?? '').join(', ');
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}
