import type { HandleResult } from '../mailbox/index.js';
import type { RouteHit } from '../routing/index.js';
import type { Evidence, ModelQuestion, Problem } from '../rules/index.js';
import type { Reason, Verdict } from '../sieve/index.js';
import type { JsonValue } from '../values/index.js';

/** One place for a value in a record: what stands there, where it was read, and why it is not fine. */
export interface Spot {
  value: JsonValue;
  evidence: Evidence[];
  problem: string | null;
}

/** What was made of a message by one state of the rules, as far as two of them are compared. */
export interface Made {
  /** Questions to a model that have no answer yet; while there are any, nothing else is known. */
  wants: readonly ModelQuestion[];
  verdict: Verdict | null;
  reasons: readonly Reason[];
  sieve: string | null;
  layout: string | null;
  category: string | null;
  fields: Readonly<Record<string, JsonValue>>;
  rows: readonly Readonly<Record<string, JsonValue>>[];
  evidence: Readonly<Record<string, Evidence[]>>;
  problems: readonly Problem[];
  /** `left`: something of it was delivered already. */
  hits: readonly (RouteHit & { left?: boolean })[];
}

const nothing = { fields: {}, rows: [], evidence: {}, problems: [] } as const;

/** What handling a message gave, in the form in which it is compared. */
export function madeOf(result: HandleResult): Made {
  if (result.kind === 'wants') {
    const unknown = { verdict: null, reasons: [], sieve: null, layout: null, category: null, hits: [] };
    return { wants: result.wants, ...unknown, ...nothing };
  }
  const { verdict, reasons, sorted, outcome, hits } = result;
  return {
    wants: [],
    verdict,
    reasons,
    sieve: outcome?.sieve ?? null,
    layout: outcome?.layout ?? null,
    category: sorted?.category ?? null,
    ...(outcome
      ? { fields: outcome.fields, rows: outcome.rows, evidence: outcome.evidence, problems: outcome.problems }
      : nothing),
    hits,
  };
}

/** What stands at a path of a record, such as `vessel` or `rows[2].amount`. */
function spotAt(made: Made, path: string, value: JsonValue): Spot {
  const problem = made.problems.find((one) => one.path === path)?.text ?? null;
  return { value, evidence: made.evidence[path] ?? [], problem };
}

/** What a field has. */
export const fieldSpot = (made: Made, field: string): Spot => spotAt(made, field, made.fields[field] ?? null);
