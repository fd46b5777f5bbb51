import * as v from 'valibot';
import { nearest } from '../../errors/index.js';
import { compilePattern, matchesOf, type Pattern } from '../../patterns/index.js';
import { toOrigin, type View } from '../../reading/index.js';
import { type FieldOptions, ownTypes } from '../../values/index.js';
import { asList, evidenceAt, findAt, problemAt } from '../finding.js';
import type { CompiledRuleBody, Finding, Problem, RuleCompiler, RuleKind, RuleResult, RuleRun } from '../rule-kind.js';
import { type Take, taken } from './take.js';
import type { PatternTrace } from './trace.js';

const entries = {
  in: v.optional(v.string()),
  find: v.string(),
  take: v.optional(v.union([v.picklist(['first', 'last', 'all', 'only']), v.pipe(v.number(), v.integer())])),
  distinct: v.optional(v.boolean()),
  case: v.optional(v.picklist(['any', 'exact'])),
  lines: v.optional(v.picklist(['each', 'together'])),
};

interface PatternSource {
  in?: string;
  find: string;
  take?: Take;
  /** Of the values of a field that takes many, each once. */
  distinct?: boolean;
  case?: 'any' | 'exact';
  lines?: 'each' | 'together';
}

interface CompiledPattern {
  pattern: Pattern;
  lookIn: string;
  take: Take;
  distinct: boolean;
  rows: boolean;
  /** Whether each match is one value of a field that takes many; else it may name several. */
  apart: boolean;
}

function compile(source: PatternSource, compiler: RuleCompiler): CompiledRuleBody | null {
  const { report, path, fields, columns, parts } = compiler;
  const { case: capitals, lines } = source;
  const pattern = compilePattern(source.find, { case: capitals, lines, parts }, [...path, 'find'], report);
  if (!pattern) return null;
  const { groups } = pattern;
  if (groups.length === 0) report.add('YS-PATTERN-NO-GROUP', [...path, 'find']);
  const known = [...Object.keys(fields), ...Object.keys(columns)];
  const strangers = groups.filter((group) => !known.includes(group));
  for (const field of strangers)
    report.add('YS-SIEVE-UNKNOWN-FIELD', [...path, 'find'], { field, nearest: nearest(field, known) });
  const lookIn = source.in ?? 'message.body';
  if (compiler.scope.typeOf(lookIn)?.kind !== ownTypes.words)
    report.add('YS-CONDITION-NAME', [...path, 'in'], {
      name: lookIn,
      nearest: nearest(lookIn, compiler.scope.known()),
    });
  const rows = groups.some((group) => group in columns);
  const single = rows ? [] : groups.filter((group) => fields[group]?.many !== true);
  const take = source.take ?? (rows || single.length === 0 ? 'all' : 'first');
  const several = take === 'all' ? single.filter((field) => known.includes(field)) : [];
  for (const field of several) report.add('YS-PATTERN-ALL-ONE', [...path, 'take'], { field });
  if (groups.length === 0 || strangers.length > 0 || several.length > 0) return null;
  const compiled: CompiledPattern = {
    pattern,
    lookIn,
    take,
    distinct: source.distinct === true,
    rows,
    apart: source.take === 'all' && !rows,
  };
  const { danger } = pattern;
  return {
    fills: [...groups],
    ...(danger === null ? {} : { notes: [`it can run away, so it runs with a clock: ${danger}`] }),
    run: (run) => runPattern(compiled, run, compiler),
  };
}

type Match = RegExpExecArray;

function runPattern(compiled: CompiledPattern, run: RuleRun, compiler: RuleCompiler): RuleResult {
  const { pattern, lookIn, take, rows, apart } = compiled;
  const view = run.view(lookIn);
  if (!view) return { findings: [], steps: 0, trace: { looked_at: lookIn, found: 'nothing of that name' } };
  const { found: matches, stopped } = matchesOf(pattern, view.text, run.facts.limits);
  const problems: Problem[] =
    stopped === null ? [] : [problemAt('YS-RULE-STOPPED', '', { rule: run.rule, limit: stopped }, undefined)];
  const choice = taken(matches, take);
  if (take === 'only' && matches.length > 1) problems.push(...severalProblems(pattern, matches, view, run));
  // Where all matches were asked for, each is a value: none is cut into several once more.
  const declared = apart ? { ...compiler, fields: asOne(compiler.fields) } : compiler;
  const read = (match: Match) => pattern.groups.flatMap((group) => findGroup(match, group, view, run, declared));
  const found = choice.taken.map(read);
  const trace: PatternTrace = {
    looked_at: lookIn,
    matches: choice.taken.map((match) => match[0].slice(0, 80)),
    passed_over: choice.passedOver.map((match) => match[0].slice(0, 80)),
    at: choice.taken.flatMap((match) => toOrigin(view, match.index, match.index + match[0].length)),
    ...(pattern.danger === null ? {} : { guarded: pattern.danger }),
  };
  return {
    findings: rows ? [] : pattern.groups.flatMap((group) => together(found.flat(), group, compiler.fields, compiled)),
    ...(rows ? { rows: found } : {}),
    problems,
    steps: matches.length,
    trace,
  };
}

/** What the matches give a field: one value, or all of them as a list, each with its evidence. One that cannot be read stands for all. */
function together(
  all: readonly Finding[],
  field: string,
  fields: Readonly<Record<string, FieldOptions>>,
  { distinct }: CompiledPattern,
): Finding[] {
  const own = all.filter((finding) => finding.field === field);
  const filled = own.filter(({ state }) => state !== 'closed');
  const options = fields[field];
  return options?.many === true && filled.length > 0 ? asList(filled, field, options, distinct) : own;
}

const asOne = (fields: RuleCompiler['fields']): RuleCompiler['fields'] =>
  Object.fromEntries(Object.entries(fields).map(([name, { many, ...options }]) => [name, options]));

function severalProblems(pattern: Pattern, matches: readonly Match[], view: View, run: RuleRun): Problem[] {
  const first = matches[0];
  const at = first ? evidenceAt(view, first.index, first.index + first[0].length, run.rule)[0] : undefined;
  return pattern.groups
    .filter((field) => run.open.has(field))
    .map((field) => problemAt('YS-RULE-SEVERAL', field, { rule: run.rule, count: matches.length, field }, at));
}

function findGroup(
  match: Match,
  group: string,
  view: View,
  run: RuleRun,
  { fields, columns }: RuleCompiler,
): Finding[] {
  const range = match.indices?.groups?.[group];
  const options = fields[group] ?? columns[group];
  return range && options
    ? [findAt(view, range[0], range[1], group, options, run.contextAt(view, range[0]), run.rule)]
    : [];
}

/** Finds values by a regular expression whose named groups are fields, or columns of the rows. */
export const pattern: RuleKind = {
  kind: 'pattern',
  about: 'finds values by a regular expression',
  entries,
  mentions: { find: 'groups', in: 'name' },
  form: [
    { key: 'in', label: 'Look in', asks: 'text', otherwise: 'message.body' },
    {
      key: 'find',
      label: 'Pattern',
      help: 'Named groups are fields or columns: (?<phone>~phone~).',
      asks: 'pattern',
    },
    { key: 'take', label: 'Take', asks: 'which', choices: ['first', 'last', 'all', 'only'] },
    { key: 'distinct', label: 'Twins once', asks: 'tick' },
    { key: 'case', label: 'Capitals', asks: 'choice', choices: ['exact', 'any'], otherwise: 'exact' },
    { key: 'lines', label: 'Lines', asks: 'choice', choices: ['each', 'together'], otherwise: 'each' },
  ],
  compile,
};
