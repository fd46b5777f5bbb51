import * as v from 'valibot';
import type { Code } from '../errors/index.js';
import type { PublicOutcome } from '../mailbox/index.js';
import type { Evidence, Problem } from '../rules/index.js';
import { traceShape } from '../rules/traces.js';
import type { Leftover, Outcome, Reason } from '../sieve/index.js';
import { valuesShape } from './value.js';

const place = { start: v.nullable(v.number()), end: v.nullable(v.number()) };
/** One of the codes of the catalogue; those of an older version may stand in what was stored. */
export const codeShape = v.string() as unknown as v.GenericSchema<Code>;

export const verdictShape = v.picklist(['sound', 'review', 'skipped', 'failed']);

export const reasonShape: v.GenericSchema<Reason> = v.object({ code: codeShape, text: v.string() });

export const evidenceShape: v.GenericSchema<Evidence> = v.object({
  how: v.picklist(['read', 'quoted', 'inferred', 'unsupported', 'looked up', 'worked out', 'entered', 'default']),
  /** What the offsets are of, in UTF-16 units; a worked-out value stands nowhere. */
  in: v.nullable(v.string()),
  ...place,
  raw: v.nullable(v.string()),
  rule: v.nullable(v.string()),
  counted_from: v.exactOptional(v.string()),
});

export const problemShape: v.GenericSchema<Problem> = v.object({
  code: codeShape,
  /** What it is about: a field, `rows[2].amount`, a rule, or empty for the whole record. */
  path: v.string(),
  text: v.string(),
  in: v.nullable(v.string()),
  ...place,
});

export const leftoverShape: v.GenericSchema<Leftover> = v.object({
  in: v.literal('message.text'),
  start: v.number(),
  end: v.number(),
  text: v.string(),
});

/** An outcome as the API gives it; the message and what sorting said of it stand beside it. */
export type ShownOutcome = Omit<PublicOutcome, 'message' | 'confidence' | 'why'>;

const head = { verdict: verdictShape, reasons: v.array(reasonShape) };
const body = {
  layout: v.nullable(v.string()),
  score: v.nullable(v.number()),
  fields: valuesShape,
  rows: v.array(valuesShape),
  /** By field, or `rows[2].amount`. */
  evidence: v.record(v.string(), v.array(evidenceShape)),
  problems: v.array(problemShape),
  /** Rows that a person holds back, by their place in the list. */
  held_rows: v.exactOptional(v.array(v.number())),
  leftovers: v.array(leftoverShape),
  trace: v.array(traceShape),
};

export const outcomeShape: v.GenericSchema<ShownOutcome> = v.object({
  ...head,
  category: v.nullable(v.string()),
  sieve: v.nullable(v.string()),
  ...body,
});

/** What one sieve alone makes of a message. */
export const siftedShape: v.GenericSchema<Outcome> = v.object({ ...head, sieve: v.string(), ...body });
