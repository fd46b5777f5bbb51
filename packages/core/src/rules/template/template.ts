import * as v from 'valibot';
import { nearest } from '../../errors/index.js';
import { closed, type Path } from '../../files/index.js';
import { bareSubjectStart, tailOf, toOrigin, type View } from '../../reading/index.js';
import { problemAt } from '../finding.js';
import type { CompiledRuleBody, Finding, RuleCompiler, RuleKind, RuleResult, RuleRun } from '../rule-kind.js';
import { type Alignment, align } from './align.js';
import { type CompiledLayout, compileLayout } from './compile.js';
import { slotTraces } from './explain.js';
import { readSlots } from './read-slots.js';
import { recognisedFrom } from './score.js';
import { indexText } from './search.js';

const entries = {
  layouts: v.pipe(
    v.array(
      closed({
        name: v.string(),
        sample: v.optional(v.string()),
        subject: v.optional(v.string()),
        text: v.optional(v.string()),
      }),
    ),
    v.minLength(1),
  ),
};

interface LayoutSource {
  name: string;
  sample?: string;
  subject?: string;
  text?: string;
}

interface Layout {
  name: string;
  text: CompiledLayout | null;
  subject: CompiledLayout | null;
}

function compile(source: { layouts: LayoutSource[] }, compiler: RuleCompiler): CompiledRuleBody | null {
  const layouts = source.layouts.map((layout, i) => compileOne(layout, [...compiler.path, 'layouts', i], compiler));
  if (layouts.some((layout) => layout === null)) return null;
  const compiled = layouts as Layout[];
  const fills = compiled.flatMap(({ text, subject }) => [...(text?.fields ?? []), ...(subject?.fields ?? [])]);
  return { fills: [...new Set(fills)], run: (run) => runTemplate(compiled, run, compiler) };
}

function compileOne(source: LayoutSource, path: Path, compiler: RuleCompiler): Layout | null {
  const subject = compilePart(source.name, source.subject, [...path, 'subject'], compiler);
  const text = compilePart(source.name, source.text, [...path, 'text'], compiler);
  if (subject === undefined || text === undefined) return null;
  if (!subject?.fields.length && !text?.fields.length) {
    compiler.report.add('YS-TEMPLATE-NO-SLOT', path, { layout: source.name });
    return null;
  }
  return { name: source.name, text, subject };
}

/** The compiled part, null when it was left out, undefined when it cannot be compiled. */
function compilePart(
  layout: string,
  text: string | undefined,
  path: Path,
  { fields, report }: RuleCompiler,
): CompiledLayout | null | undefined {
  if (text === undefined) return null;
  const compiled = compileLayout(layout, text, fields);
  if ('code' in compiled) {
    report.add(compiled.code, path, { layout, ...compiled });
    return undefined;
  }
  const strangers = compiled.fields.filter((field) => !(field in fields));
  for (const field of strangers)
    report.add('YS-SIEVE-UNKNOWN-FIELD', path, { field, nearest: nearest(field, Object.keys(fields)) });
  return strangers.length > 0 ? undefined : compiled;
}

/** The layout that fits best, tried on text and subject. */
interface Trial {
  layout: Layout;
  text: Alignment | null;
  subject: Alignment | null;
  score: number;
}

function runTemplate(layouts: readonly Layout[], run: RuleRun, compiler: RuleCompiler): RuleResult {
  const { limits } = run.facts;
  const whole = run.view('message.subject');
  const subject = whole && tailOf(whole, bareSubjectStart(whole.text));
  const index = (view: View | null, most: number) => indexText(view ?? nothing, most, compiler.fields, run.context);
  const indexedSubject = index(subject, 1);
  // Own words and each forwarded message are tried apart; one of them makes the record.
  const fits = run.bodies().map((text) => {
    const indexed = { text: index(text, limits.templateLines), subject: indexedSubject };
    const attempt: Attempt = (part, at) => (part ? align(part, indexed[at], limits.templateCandidates) : null);
    return { views: { text, subject }, ...fitBest(layouts, attempt) };
  });
  const { best, views, tried } = fits.reduce((a, b) => (b.best.score > a.best.score ? b : a));
  const steps = fits.reduce((sum, fit) => sum + fit.steps, 0);
  const layout = { name: best.layout.name, score: best.score, recognised: best.score >= recognisedFrom };
  const trace = {
    looked_at: whereabouts(
      fits.map((fit) => fit.views.text),
      views.text,
    ),
    layouts: tried,
  };
  if (!layout.recognised) return { findings: [], layout, steps, trace: { ...trace, nearest: layout.name } };
  const read = (part: keyof typeof views) => readSlots(best[part], views[part], run, compiler.fields);
  const limit = `${limits.templateCandidates} places`;
  return {
    ...(best.text && views.text.in === 'message.text' ? { looked: lookedAt(best.text, views.text) } : {}),
    findings: mergeSlots([...read('text'), ...read('subject')]),
    layout,
    problems: best.text?.stopped ? [problemAt('YS-RULE-STOPPED', '', { rule: run.rule, limit }, undefined)] : [],
    steps,
    trace: { ...trace, layout: layout.name, ...traceOf(best, views.text) },
  };
}

/** The words that a layout was found in, and those that are its own. */
function lookedAt({ claimed }: Alignment, view: View): NonNullable<RuleResult['looked']> {
  return {
    over: toOrigin(view, 0, view.text.length),
    known: [...claimed.values()].flatMap(({ from, end }) => toOrigin(view, from, end)),
  };
}

/** What a message without a subject is aligned with. */
const nothing: View = { in: 'message.subject', text: '', pieces: [] };

/** Which words were looked at, when there are several to choose from. */
function whereabouts(all: readonly View[], taken: View): string {
  if (all[0] === taken) return 'message.body';
  return `words outside message.body that fit better (${all.indexOf(taken)} of ${all.length - 1} tried)`;
}

type Attempt = (part: CompiledLayout | null, at: 'text' | 'subject') => Alignment | null;

/** Tries all layouts: each is judged by its text, or by its subject where it has no text. The best one's subject is read too. */
function fitBest(
  layouts: readonly Layout[],
  attempt: Attempt,
): { best: Trial; tried: { layout: string; score: number }[]; steps: number } {
  const judged = layouts.map((layout) => {
    const alignment = layout.text ? attempt(layout.text, 'text') : attempt(layout.subject, 'subject');
    return { layout, alignment, score: alignment?.score ?? 0 };
  });
  const { layout, alignment, score } = judged.reduce((a, b) => (b.score > a.score ? b : a));
  const subject = attempt(layout.subject, 'subject');
  return {
    best: { layout, score, text: layout.text ? alignment : null, subject },
    tried: judged.map((trial) => ({ layout: trial.layout.name, score: trial.score })),
    steps: judged.reduce((sum, trial) => sum + (trial.alignment?.steps ?? 0), subject?.steps ?? 0),
  };
}

/** A field that has a slot in the text and one in the subject: a value beats an empty place, the text beats the subject. */
function mergeSlots(findings: readonly Finding[]): Finding[] {
  const best = new Map<string, Finding>();
  const rank = { value: 0, problem: 1, closed: 2 };
  for (const finding of findings) {
    const known = best.get(finding.field);
    if (!known || rank[finding.state] < rank[known.state]) best.set(finding.field, finding);
  }
  return [...best.values()];
}

function traceOf(best: Trial, view: View | null): Record<string, unknown> {
  const alignments = [best.text, best.subject].filter((alignment) => alignment !== null);
  return {
    slots: alignments.flatMap((alignment) => slotTraces(alignment, alignment === best.text ? view : null)),
    missing: alignments.flatMap(({ missing }) => missing.map(({ label }) => label)),
  };
}

/** Fills fields from one marked sample of each layout. The best-scoring layout fills, alone. */
export const template: RuleKind = {
  kind: 'template',
  about: 'fills fields from marked samples',
  entries,
  mentions: { 'layouts.*.subject': 'slots', 'layouts.*.text': 'slots' },
  compile,
};
