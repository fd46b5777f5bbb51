import * as v from 'valibot';
import { cutTrace } from './cut/trace.js';
import { deriveTrace } from './derive/trace.js';
import { lookupTrace } from './lookup/trace.js';
import { patternTrace } from './pattern/trace.js';
import { promptTrace } from './prompt/trace.js';
import { tableTrace } from './table/trace.js';
import { templateTrace } from './template/trace.js';

/** What every rule tells of itself. */
const head = {
  /** Fields this rule filled, closed, or found a problem in. */
  filled: v.array(v.string()),
  closed: v.array(v.string()),
  problems: v.array(v.string()),
  /** Fields it found that an earlier rule had filled already. */
  left: v.array(v.string()),
  rows: v.number(),
  steps: v.number(),
  /** Why it did not run. */
  not_run: v.exactOptional(v.string()),
};

const entryOf = <const K extends string, E extends v.ObjectEntries>(kind: K, { entries }: { entries: E }) =>
  v.object({ rule: v.string(), kind: v.literal(kind), ...head, ...entries });

const known = v.variant('kind', [
  entryOf('template', templateTrace),
  entryOf('table', tableTrace),
  entryOf('pattern', patternTrace),
  entryOf('cut', cutTrace),
  entryOf('lookup', lookupTrace),
  entryOf('prompt', promptTrace),
  entryOf('derive', deriveTrace),
]);

/** What became of one rule: a union by its kind. */
export type TraceEntry = v.InferOutput<typeof known>;

/** A kind that says nothing of its trace has one all the same; what an older version wrote is kept as it is. */
export const traceShape: v.GenericSchema<TraceEntry> = v.union([
  known,
  v.looseObject({ rule: v.string(), kind: v.string(), ...head }) as unknown as typeof known,
]);
