import * as v from 'valibot';
import { nearest } from '../../errors/index.js';
import { toOrigin, type View } from '../../reading/index.js';
import { type FieldOptions, ownTypes } from '../../values/index.js';
import { asList, problemAt, readRaw } from '../finding.js';
import type { CompiledRuleBody, Evidence, Finding, RuleCompiler, RuleKind, RuleResult, RuleRun } from '../rule-kind.js';
import { compileStep, type Step, type StepSource, stepSchema } from './steps.js';
import type { CutTrace } from './trace.js';

const steps = v.array(stepSchema);
const entries = {
  in: v.optional(v.string()),
  steps: v.optional(steps),
  fills: v.optional(v.string()),
  columns: v.optional(v.record(v.string(), steps)),
};

interface CutSource {
  in?: string;
  steps?: StepSource[];
  /** A field. */
  fills?: string;
  /** Columns of the rows: the steps that cut each out of what the steps before left of one item. */
  columns?: Record<string, StepSource[]>;
}

interface CompiledCut {
  lookIn: string;
  steps: Step[];
  field: string | null;
  columns: [name: string, steps: Step[]][];
}

function compile(source: CutSource, compiler: RuleCompiler): CompiledRuleBody | null {
  const { fields, columns, path, report, scope } = compiler;
  const { in: lookIn = 'message.body', steps: own = [], fills, columns: cut = {} } = source;
  if ((fills === undefined) === (Object.keys(cut).length === 0)) {
    report.add('YS-CUT-FILLS', path);
    return null;
  }
  const strangers = [
    ...(fills !== undefined && !(fills in fields) ? [[fills, Object.keys(fields), ['fills']] as const] : []),
    ...Object.keys(cut)
      .filter((name) => !(name in columns))
      .map((name) => [name, Object.keys(columns), ['columns', name]] as const),
  ];
  for (const [field, known, at] of strangers)
    report.add('YS-SIEVE-UNKNOWN-FIELD', [...path, ...at], { field, nearest: nearest(field, known) });
  const isText = scope.typeOf(lookIn)?.kind === ownTypes.words;
  if (!isText)
    report.add('YS-CONDITION-NAME', [...path, 'in'], { name: lookIn, nearest: nearest(lookIn, scope.known()) });
  const stepsAt = (all: readonly StepSource[], at: (string | number)[]) =>
    all.map((step, i) => compileStep(step, { ...compiler, path: [...path, ...at, i] }));
  const compiled = stepsAt(own, ['steps']);
  const ofColumns = Object.entries(cut).map(([name, all]) => [name, stepsAt(all, ['columns', name])] as const);
  const broken = [compiled, ...ofColumns.map(([, all]) => all)].some((all) => all.includes(null));
  if (broken || strangers.length > 0 || !isText) return null;
  const rule: CompiledCut = {
    lookIn,
    steps: compiled as Step[],
    field: fills ?? null,
    columns: ofColumns as [string, Step[]][],
  };
  return { fills: fills === undefined ? Object.keys(cut) : [fills], run: (run) => runCut(rule, run, compiler) };
}

/** Characters of what is left that the trace shows. */
const shown = 200;
/** Texts that one step may leave. */
const most = 1000;

/** What steps leave of a text, and how they came to it. */
interface Left {
  texts: View[];
  cuts: NonNullable<CutTrace['cuts']>;
  nothing: NonNullable<CutTrace['nothing']> | null;
  stopped: string | null;
}

function after(all: readonly Step[], from: View, run: RuleRun): Left {
  const done: Left = { texts: [from], cuts: [], nothing: null, stopped: null };
  for (const step of all) {
    const before = done.texts;
    const cuts = before.map((text) => step.cut(text, run));
    done.texts = cuts.flatMap(({ left }) => left).slice(0, most);
    done.stopped ??= cuts.find(({ stopped }) => stopped !== null)?.stopped ?? null;
    done.cuts.push({
      step: step.said,
      left: done.texts.slice(0, 20).map(({ text }) => text.slice(0, shown)),
      at: done.texts.flatMap((text) => toOrigin(text, 0, text.text.length)).filter(({ start, end }) => end > start),
    });
    if (done.texts.length > 0 && done.stopped === null) continue;
    if (done.stopped === null) done.nothing = { step: step.said, in: (before[0]?.text ?? '').slice(0, shown) };
    return { ...done, texts: [] };
  }
  return done;
}

function runCut(rule: CompiledCut, run: RuleRun, { fields, columns }: RuleCompiler): RuleResult {
  const view = run.view(rule.lookIn);
  if (!view) return { findings: [], steps: 0, trace: { looked_at: rule.lookIn } satisfies CutTrace };
  const { texts, cuts, nothing, stopped } = after(rule.steps, view, run);
  const trace: CutTrace = { looked_at: rule.lookIn, cuts, ...(nothing ? { nothing } : {}) };
  const problems = (limit: string | null) =>
    limit === null ? [] : [problemAt('YS-RULE-STOPPED', '', { rule: run.rule, limit }, undefined)];
  if (rule.field !== null)
    return {
      findings: fieldOf(rule.field, texts, run, fields),
      problems: problems(stopped),
      steps: cuts.length,
      trace,
    };
  const items = texts.map((text) => rule.columns.map(([name, own]) => ({ name, found: after(own, text, run) })));
  const limit = stopped ?? items.flat().find(({ found }) => found.stopped !== null)?.found.stopped ?? null;
  const rows = items
    .map((item) => item.flatMap(({ name, found }) => fieldOf(name, found.texts, run, columns)))
    .filter((row) => row.some(({ state }) => state !== 'closed'));
  return { findings: [], rows, problems: problems(limit), steps: cuts.length + items.length, trace };
}

/** What is left as the value of a field: one text, or all of them as a list. */
function fieldOf(
  field: string,
  texts: readonly View[],
  run: RuleRun,
  fields: Readonly<Record<string, FieldOptions>>,
): Finding[] {
  const options = fields[field];
  const [first] = texts;
  if (!options || !first) return [];
  if (options.many !== true || texts.length < 2) return [findIn(first, field, options, run)];
  const found = texts.map((text) => findIn(text, field, options, run)).filter(({ state }) => state !== 'closed');
  return asList(found, field, options);
}

function findIn(view: View, field: string, options: FieldOptions, run: RuleRun): Finding {
  const from = view.text.length - view.text.trimStart().length;
  const text = view.text.trim();
  const places = toOrigin(view, from, from + text.length).filter(({ start, end }) => end > start);
  const place = (start: number | null, end: number | null): Evidence => ({
    how: 'read',
    in: view.in,
    start,
    end,
    raw: text,
    rule: run.rule,
  });
  // What was replaced as a whole stands nowhere.
  const evidence = places.length > 0 ? places.map(({ start, end }) => place(start, end)) : [place(null, null)];
  if (text === '') return { field, state: 'closed', evidence };
  return readRaw(text, field, options, run.contextAt(view, from), evidence);
}

/** Takes a text step by step: what is after some words, before others, a line, what is left without some. */
export const cut: RuleKind = {
  kind: 'cut',
  about: 'cuts a text step by step, and fills a field or columns with what is left',
  entries,
  mentions: { fills: 'name', columns: 'keys', in: 'name' },
  form: [
    { key: 'in', label: 'Look in', asks: 'text', otherwise: 'message.body' },
    { key: 'fills', label: 'Fills', asks: 'field' },
    { key: 'steps', label: 'Steps', asks: 'steps' },
  ],
  compile,
};
