import type { FileProblem } from '../errors/index.js';
import { parseFile } from '../files/index.js';
import type { Reading } from '../reading/index.js';
import { type Facts, ruleKinds } from '../rules/index.js';
import { type CompiledRule, type CompiledSieve, noFacts, type Outcome, sift, tryCompileSieve } from '../sieve/index.js';

/** What one rule makes of one message by itself, or why it cannot be compiled. */
export type TriedRule = { ok: true; outcome: Outcome | null } | { ok: false; problems: FileProblem[] };

/** A rule that is tried, and its place among the rules of its sieve: null for one that is new. */
export interface RuleToTry {
  entries: object;
  place: number | null;
  /** The tables it may look in. */
  lookups?: Facts['lookups'];
}

/**
 * Tries a rule that is being written on one message, with the fields and parts of its sieve and no other rule beside it; one that works with
 * what others found, behind all of these. `outcome` has what this rule found, and is null where it would ask a model.
 */
export function tryRule(source: string, rule: RuleToTry, reading: Reading): TriedRule {
  const alone = ruleAlone(source, rule);
  return alone.ok ? { ok: true, outcome: alone.of(reading) } : alone;
}

/** In how many of some messages a rule finds anything, and how many matches, or values of its fields and rows, there are in all. */
export interface RuleCount {
  messages: number;
  found: number;
  matches: number;
}

/** Counts what a rule that is being written finds in some messages; null where it does not compile, or would ask a model. */
export async function countRule(
  source: string,
  rule: RuleToTry,
  readings: Iterable<Reading> | AsyncIterable<Reading>,
): Promise<RuleCount | null> {
  const alone = ruleAlone(source, rule);
  if (!alone.ok) return null;
  const count = { messages: 0, found: 0, matches: 0 };
  for await (const reading of readings) {
    const outcome = alone.of(reading);
    if (!outcome) return null;
    const matches = matchesIn(outcome);
    count.messages++;
    count.found += matches > 0 ? 1 : 0;
    count.matches += matches;
  }
  return count;
}

function matchesIn({ trace, fields, rows }: Outcome): number {
  const [entry] = trace;
  if (entry && 'matches' in entry && Array.isArray(entry.matches)) return entry.matches.length;
  return Object.values(fields).filter((value) => value !== null).length + rows.length;
}

/** A rule by itself, ready to be tried on any number of messages. */
function ruleAlone(source: string, { entries, place, lookups = {} }: RuleToTry): RuleAlone {
  const file = parseFile(source);
  if (file.problems.length > 0) return { ok: false, problems: file.problems };
  const compiled = tryCompileSieve(withRule(file.data, entries, place));
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const sieve = withoutDemands(compiled.sieve);
  const own = sieve.rules.at(-1);
  return {
    ok: true,
    of(reading) {
      const result = sift(reading, sieve, { ...noFacts, lookups });
      return result.kind === 'outcome' && own ? onlyOf(own, result.outcome) : null;
    },
  };
}

type RuleAlone = { ok: true; of(reading: Reading): Outcome | null } | { ok: false; problems: FileProblem[] };

/** The sieve with this rule as its last; what holds of whole records is left out. */
function withRule(data: unknown, rule: object, place: number | null): object {
  const {
    accept: _accept,
    checks: _checks,
    routes: _routes,
    samples: _samples,
    rules,
    ...rest
  } = data as Record<string, unknown>;
  const { off: _off, beside: _beside, ...own } = rule as Record<string, unknown>;
  const follows = ruleKinds[String(own.kind)]?.follows === true;
  const others = follows && Array.isArray(rules) ? rules.filter((_, i) => i !== place) : [];
  return { ...rest, rules: [...others, own] };
}

/** What one rule found of an outcome. */
function onlyOf({ name, fills }: CompiledRule, outcome: Outcome): Outcome {
  const isOwn = (path: string) => fills.includes(path.replace(/^rows\[\d+\]\./, ''));
  const of = <T>(all: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(all).filter(([path]) => isOwn(path)));
  return {
    ...outcome,
    fields: of(outcome.fields),
    rows: outcome.rows.map(of).filter((row) => Object.keys(row).length > 0),
    evidence: of(outcome.evidence),
    problems: outcome.problems.filter(({ path }) => path === '' || isOwn(path)),
    trace: outcome.trace.filter(({ rule }) => rule === name).slice(-1),
  };
}

/** One rule fills what it fills: that others are missing is no fault of its. */
const withoutDemands = (sieve: CompiledSieve): CompiledSieve => ({
  ...sieve,
  fields: Object.fromEntries(
    Object.entries(sieve.fields).map(([name, options]) => [name, { ...options, required: false }]),
  ),
  defaults: new Map(),
});
