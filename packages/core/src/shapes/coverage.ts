import * as v from 'valibot';
import type {
  Accuracy,
  EffectSummary,
  MessageCoverage,
  MessageEffect,
  RowDifference,
  Spot,
  ValueChange,
} from '../coverage/index.js';
import { lineShape } from './hits.js';
import { codeShape, evidenceShape, reasonShape, verdictShape } from './outcome.js';
import { valueShape, valuesShape } from './value.js';

const spotEntries = { value: valueShape, evidence: v.array(evidenceShape), problem: v.nullable(v.string()) };
const spot: v.GenericSchema<Spot> = v.object(spotEntries);

const rowDifference: v.GenericSchema<RowDifference> = v.variant('kind', [
  v.object({ kind: v.literal('lost'), before: v.number(), row: valuesShape }),
  v.object({ kind: v.literal('gained'), after: v.number(), row: valuesShape }),
  v.object({
    kind: v.literal('altered'),
    before: v.number(),
    after: v.number(),
    cells: v.array(v.object({ column: v.string(), before: valueShape, after: valueShape })),
  }),
]);

const cellState = v.picklist(['found', 'missing', 'problem', 'wrong', 'changed', 'not tried']);

/** A column of the grid: what came of one message, field by field. */
export const coverageShape: v.GenericSchema<MessageCoverage> = v.object({
  message: v.string(),
  verdict: v.nullable(verdictShape),
  reasons: v.array(reasonShape),
  sieve: v.nullable(v.string()),
  layout: v.nullable(v.string()),
  tried: v.boolean(),
  cells: v.record(
    v.string(),
    v.object({
      ...spotEntries,
      state: cellState,
      right: v.nullable(v.boolean()),
      expected: v.exactOptional(valueShape),
      was: v.exactOptional(valueShape),
    }),
  ),
  rows: v.nullable(
    v.object({
      found: v.number(),
      expected: v.nullable(v.number()),
      differences: v.array(rowDifference),
      right: v.nullable(v.boolean()),
    }),
  ),
});

const n = v.number();
const states = v.object({ found: n, missing: n, problem: n, wrong: n, changed: n, 'not tried': n });

/** The grid in numbers. */
export const accuracyShape: v.GenericSchema<Accuracy> = v.object({
  messages: v.number(),
  fields: v.array(v.object({ field: v.string(), judged: v.number(), right: v.number(), states })),
  rows: v.nullable(v.object({ expected: v.number(), right: v.number(), extra: v.number() })),
});

const judged = v.picklist(['breaks', 'mends', 'right', 'wrong']);
const valueChange: v.GenericSchema<ValueChange> = v.object({
  field: v.string(),
  kind: v.picklist(['gained', 'lost', 'altered', 'moved', 'unclear']),
  before: spot,
  after: spot,
  expected: v.exactOptional(valueShape),
  judged: v.exactOptional(judged),
});

const turn = <T>(of: v.GenericSchema<T>) => v.nullable(v.object({ before: of, after: of }));
const name = v.nullable(v.string());
const written = v.nullable(v.object({ why: v.string(), lines: v.array(lineShape) }));
const asks = { questions: v.number(), characters: v.number() };

/** What a change of the rules does to one message. */
export const effectShape: v.GenericSchema<MessageEffect> = v.object({
  message: v.string(),
  changes: v.array(valueChange),
  rows: v.array(rowDifference),
  rowsJudged: v.nullable(judged),
  verdict: turn(verdictShape),
  reasons: turn(v.array(codeShape)),
  sieve: turn(name),
  category: turn(name),
  layout: turn(name),
  routes: v.array(
    v.object({
      route: v.string(),
      to: v.string(),
      kind: v.picklist(['fires', 'stops', 'alters']),
      before: written,
      after: written,
      left: v.boolean(),
    }),
  ),
  asks: v.nullable(v.object(asks)),
  notTried: v.boolean(),
});

const counts = v.record(v.string(), v.number());

/** The same over many messages, in numbers. */
export const effectSummaryShape: v.GenericSchema<EffectSummary> = v.object({
  messages: n,
  affected: n,
  notTried: n,
  fields: v.record(v.string(), v.object({ gained: n, lost: n, altered: n, moved: n, unclear: n })),
  rows: v.object({ gained: n, lost: n, altered: n }),
  verdicts: counts,
  sieves: counts,
  categories: counts,
  layouts: counts,
  routes: v.record(v.string(), v.object({ fires: n, stops: n, alters: n })),
  breaks: n,
  mends: n,
  asks: v.object(asks),
});
