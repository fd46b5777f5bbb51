import type { Expected } from '../sieve/index.js';
import type { JsonValue } from '../values/index.js';
import { compareRows, type RowDifference } from './compare-rows.js';
import { fieldSpot, type Made, type Spot } from './made.js';
import { expectedOf, isRight, sameValue } from './same.js';

/** What a field is in one message. The later ones say more: what is `wrong` or `changed` is found or missing as well. */
export type CellState = 'found' | 'missing' | 'problem' | 'wrong' | 'changed' | 'not tried';

/** One cell of the grid fields x messages. */
export interface CoverageCell extends Spot {
  state: CellState;
  /** Whether it is as expected; null when nobody judged it, or it was not tried. */
  right: boolean | null;
  /** Absent when nobody judged it. */
  expected?: JsonValue;
  /** What the rules made of it before; absent when that is the same, or nothing to compare with was given. */
  was?: JsonValue;
}

export interface RowCoverage {
  found: number;
  /** Null when rows are not judged. */
  expected: number | null;
  /** Against what is expected: `lost` rows are missing, `gained` ones should not be there. */
  differences: RowDifference[];
  right: boolean | null;
}

/** What came of one message, field by field. */
export interface MessageCoverage {
  /** Name or key of the message. */
  message: string;
  verdict: Made['verdict'];
  reasons: Made['reasons'];
  sieve: string | null;
  layout: string | null;
  /** False while questions to a model have no answer. */
  tried: boolean;
  cells: Record<string, CoverageCell>;
  /** Null for a sieve without rows. */
  rows: RowCoverage | null;
}

export interface CoverOptions {
  message: string;
  /** Fields of the sieve, in their order. */
  fields: readonly string[];
  /** Whether the sieve has rows. */
  rows: boolean;
  expected: Expected | null;
  /** What the rules made of the message before, to tell what changed. */
  before?: Made | null;
}

/** Holds what was made of a message against what is expected of it, and against what was made before. */
export function coverMessage(
  made: Made,
  { message, fields, rows, expected, before = null }: CoverOptions,
): MessageCoverage {
  const tried = made.wants.length === 0;
  const comparable = before && before.wants.length === 0 ? before : null;
  return {
    message,
    verdict: made.verdict,
    reasons: made.reasons,
    sieve: made.sieve,
    layout: made.layout,
    tried,
    cells: Object.fromEntries(
      fields.map((field) => [field, cellOf(made, field, expectedOf(expected, field), tried, comparable)]),
    ),
    rows: rows ? rowsOf(made, expected, tried) : null,
  };
}

function cellOf(
  made: Made,
  field: string,
  expected: JsonValue | undefined,
  tried: boolean,
  before: Made | null,
): CoverageCell {
  const spot = fieldSpot(made, field);
  const judged = expected === undefined ? {} : { expected };
  if (!tried) return { ...spot, state: 'not tried', right: null, ...judged };
  const right = expected === undefined ? null : isRight(spot, expected);
  const was = before ? (before.fields[field] ?? null) : spot.value;
  const changed = !sameValue(was, spot.value);
  return { ...spot, state: stateOf(spot, right, changed), right, ...judged, ...(changed ? { was } : {}) };
}

/** A change that made a value right is no longer one to look at. */
function stateOf({ value, problem }: Spot, right: boolean | null, changed: boolean): CellState {
  if (right === false) return 'wrong';
  if (problem !== null && right === null) return 'problem';
  if (changed && right === null) return 'changed';
  return value === null ? 'missing' : 'found';
}

function rowsOf({ rows }: Made, expected: Expected | null, tried: boolean): RowCoverage {
  const wanted = expected?.rows ?? null;
  const differences = wanted && tried ? compareRows(wanted, rows) : [];
  const right = wanted && tried ? differences.length === 0 : null;
  return { found: rows.length, expected: wanted?.length ?? null, differences, right };
}
