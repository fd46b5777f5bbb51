import type { Code } from '../errors/index.js';
import type { RouteHit } from '../routing/index.js';
import type { Evidence, ModelQuestion, Problem, TraceEntry } from '../rules/index.js';
import type { JsonValue, Value } from '../values/index.js';
import type { Leftover } from './leftovers.js';

export type Verdict = 'sound' | 'review' | 'skipped' | 'failed';

/** Why a verdict is what it is. */
export interface Reason {
  code: Code;
  text: string;
}

/** What a sieve makes of a message, in its public form: JSON, the same to the byte wherever it is made. */
export interface Outcome {
  verdict: Verdict;
  reasons: Reason[];
  sieve: string;
  layout: string | null;
  score: number | null;
  fields: Record<string, JsonValue>;
  rows: Record<string, JsonValue>[];
  evidence: Record<string, Evidence[]>;
  problems: Problem[];
  /** Places of rows that a person holds back; left out where there are none. */
  held_rows?: number[];
  /** Lines of the body that no field took. */
  leftovers: Leftover[];
  trace: TraceEntry[];
}

/** Values in their typed form, for indexes and conditions. */
export interface TypedValues {
  fields: [string, Value][];
  rows: [string, Value][][];
}

export type SiftResult =
  | { kind: 'outcome'; outcome: Outcome; values: TypedValues; hits: RouteHit[] }
  | { kind: 'wants'; wants: ModelQuestion[] };
