import * as v from 'valibot';
import { nearest } from '../../errors/index.js';
import type { View } from '../../reading/index.js';
import { ownTypes } from '../../values/index.js';
import { evidenceAt, findAt, problemAt } from '../finding.js';
import type { CompiledRuleBody, Finding, Problem, RuleCompiler, RuleKind, RuleResult, RuleRun } from '../rule-kind.js';
import { withParts } from './parts.js';
import { type Take, taken } from './take.js';
import type { PatternTrace } from './trace.js';

const entries = {
  in: v.optional(v.string()),
  find: v.string(),
  take: v.optional(v.union([v.picklist(['first', 'last', 'all', 'only']), v.pipe(v.number(), v.integer())])),
  case: v.optional(v.picklist(['any', 'exact'])),
};

interface PatternSource {
  in?: string;
  find: string;
  take?: Take;
  case?: 'any' | 'exact';
}

interface CompiledPattern {
  expression: RegExp;
  groups: string[];
  lookIn: string;
  take: Take;
  rows: boolean;
}

function compile(source: PatternSource, compiler: RuleCompiler): CompiledRuleBody | null {
  const { report, path, fields, columns } = compiler;
  const expression = compileExpression(source, compiler);
  if (!expression) return null;
  const groups = [...new Set([...expression.source.matchAll(/\(\?<([A-Za-z_]\w*)>/g)].map((match) => match[1] ?? ''))];
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
  if (groups.length === 0 || strangers.length > 0) return null;
  const rows = groups.some((group) => group in columns);
  const pattern: CompiledPattern = { expression, groups, lookIn, take: source.take ?? (rows ? 'all' : 'first'), rows };
  return { fills: groups, run: (run) => runPattern(pattern, run, compiler) };
}

function compileExpression(source: PatternSource, { report, path }: RuleCompiler): RegExp | null {
  const parts = withParts(source.find);
  if ('unknown' in parts) {
    report.add('YS-PATTERN-PART', [...path, 'find'], { part: parts.unknown, nearest: parts.nearest });
    return null;
  }
  try {
    return new RegExp(parts.pattern, source.case === 'exact' ? 'gmud' : 'gmuid');
  } catch (error) {
    report.add('YS-PATTERN-SYNTAX', [...path, 'find'], { detail: (error as Error).message.replace(/^.*: /, '') });
    return null;
  }
}

type Match = RegExpExecArray;

function runPattern(pattern: CompiledPattern, run: RuleRun, compiler: RuleCompiler): RuleResult {
  const view = run.view(pattern.lookIn);
  if (!view) return { findings: [], steps: 0, trace: { looked_at: pattern.lookIn, found: 'nothing of that name' } };
  const { matches, problems } = allMatches(pattern, view, run);
  const choice = taken(matches, pattern.take);
  if (pattern.take === 'only' && matches.length > 1) problems.push(...severalProblems(pattern, matches, view, run));
  const read = (match: Match) => pattern.groups.flatMap((group) => findGroup(match, group, view, run, compiler));
  const found = choice.taken.map(read);
  return {
    findings: pattern.rows ? [] : found.flat(),
    ...(pattern.rows ? { rows: found } : {}),
    problems,
    steps: matches.length,
    trace: {
      looked_at: pattern.lookIn,
      matches: choice.taken.map((match) => match[0].slice(0, 80)),
      passed_over: choice.passedOver.map((match) => match[0].slice(0, 80)),
    } satisfies PatternTrace,
  };
}

function allMatches(pattern: CompiledPattern, view: View, run: RuleRun): { matches: Match[]; problems: Problem[] } {
  const { patternText, patternMatches } = run.facts.limits;
  const matches: Match[] = [];
  const stopped = (limit: string) => ({
    matches,
    problems: [problemAt('YS-RULE-STOPPED', '', { rule: run.rule, limit }, undefined)],
  });
  for (const match of view.text.slice(0, patternText).matchAll(pattern.expression)) {
    if (matches.length >= patternMatches) return stopped(`${patternMatches} matches`);
    if (match[0] !== '') matches.push(match);
  }
  return view.text.length > patternText ? stopped(`${patternText} characters`) : { matches, problems: [] };
}

function severalProblems(pattern: CompiledPattern, matches: readonly Match[], view: View, run: RuleRun): Problem[] {
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
  compile,
};
