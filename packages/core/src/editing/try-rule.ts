import type { FileProblem } from '../errors/index.js';
import { parseFile } from '../files/index.js';
import type { Reading } from '../reading/index.js';
import type { Facts } from '../rules/index.js';
import { type CompiledSieve, noFacts, type Outcome, sift, tryCompileSieve } from '../sieve/index.js';

/** What one rule makes of one message by itself, or why it cannot be compiled. */
export type TriedRule = { ok: true; outcome: Outcome | null } | { ok: false; problems: FileProblem[] };

/**
 * Tries a rule that is being written on one message, with the fields and parts of its sieve and no other rule beside it. `outcome` is null
 * where it would ask a model. `lookups`: the tables it may look in.
 */
export function tryRule(source: string, rule: object, reading: Reading, lookups: Facts['lookups'] = {}): TriedRule {
  const file = parseFile(source);
  if (file.problems.length > 0) return { ok: false, problems: file.problems };
  const compiled = tryCompileSieve(alone(file.data, rule));
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const result = sift(reading, withoutDemands(compiled.sieve), { ...noFacts, lookups });
  return { ok: true, outcome: result.kind === 'outcome' ? result.outcome : null };
}

/** The sieve with this rule alone; what holds of whole records is left out. */
function alone(data: unknown, rule: object): object {
  const {
    accept: _accept,
    checks: _checks,
    routes: _routes,
    samples: _samples,
    ...rest
  } = data as Record<string, unknown>;
  const { off: _off, beside: _beside, ...own } = rule as Record<string, unknown>;
  return { ...rest, rules: [own] };
}

/** One rule fills what it fills: that others are missing is no fault of its. */
const withoutDemands = (sieve: CompiledSieve): CompiledSieve => ({
  ...sieve,
  fields: Object.fromEntries(
    Object.entries(sieve.fields).map(([name, options]) => [name, { ...options, required: false }]),
  ),
  defaults: new Map(),
});
