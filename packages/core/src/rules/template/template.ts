import { bareSubjectStart, tailOf, toOrigin, type View } from '../../reading/index.js';
import { problemAt } from '../finding.js';
import type { CompiledRuleBody, Finding, Problem, RuleCompiler, RuleKind, RuleResult, RuleRun } from '../rule-kind.js';
import { align } from './align/align.js';
import { recognisedFrom, withoutValues } from './align/weigh.js';
import { compileOne, entries, type LayoutSource } from './layout/layouts.js';
import type { Alignment, BlockRows, CompiledLayout, Layout } from './model.js';
import { slotTraces } from './read/explain.js';
import { readSlots } from './read/read-slots.js';
import { readBlock } from './rows/rows.js';
import { prepareText } from './text/prepared-text.js';
import type { TemplateTrace } from './trace.js';

function compile(source: { layouts: LayoutSource[] }, compiler: RuleCompiler): CompiledRuleBody | null {
  const layouts = source.layouts.map((layout, i) => compileOne(layout, [...compiler.path, 'layouts', i], compiler));
  if (layouts.some((layout) => layout === null)) return null;
  const compiled = layouts as Layout[];
  const fills = compiled.flatMap(({ text, subject, block }) => [
    ...(text?.fields ?? []),
    ...(subject?.fields ?? []),
    ...(block?.block.fields ?? []),
  ]);
  return { fills: [...new Set(fills)], run: (run) => runTemplate(compiled, run, compiler) };
}

/** The layout that fits best, tried on text and subject. */
interface Trial {
  layout: Layout;
  text: Alignment | null;
  subject: Alignment | null;
  /** Null for a layout without a repeated block. */
  rows: BlockRows | null;
  score: number;
}

function runTemplate(layouts: readonly Layout[], run: RuleRun, compiler: RuleCompiler): RuleResult {
  const { limits } = run.facts;
  const whole = run.view('message.subject');
  const subject = whole && tailOf(whole, bareSubjectStart(whole.text));
  const index = (view: View | null, max: number) => prepareText(view ?? nothing, max, compiler.fields, run.context);
  const indexedSubject = index(subject, 1);
  // Own words and each forwarded message are tried apart; one of them makes the record.
  const fits = run.bodies().map((text) => {
    const indexed = { text: index(text, limits.templateLines), subject: indexedSubject };
    const attempt: Attempt = (part, at) => (part ? align(part, indexed[at], limits.templateCandidates) : null);
    const repeat: Repeat = ({ text: around, block }) =>
      around && block && readBlock(around, block, indexed.text, { view: text, run, fields: compiler.columns });
    return { views: { text, subject }, ...fitBest(layouts, attempt, repeat) };
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
  const read = (part: keyof typeof views): Finding[] => {
    const [alignment, view] = [best[part], views[part]];
    return alignment && view ? readSlots(alignment, { view, run, fields: compiler.fields }) : [];
  };
  const limit = `${limits.templateCandidates} places`;
  return {
    ...(best.text && views.text.in === 'message.text' ? { looked: lookedAt(best.text, best.rows, views.text) } : {}),
    ...(best.rows ? { rows: best.rows.rows.slice(0, limits.rows) } : {}),
    findings: mergeSlots([...read('text'), ...read('subject')]),
    layout,
    problems: [
      ...(best.text?.stopped ? [problemAt('YS-RULE-STOPPED', '', { rule: run.rule, limit }, undefined)] : []),
      ...tooManyRows(best.rows, run),
    ],
    steps,
    trace: { ...trace, layout: layout.name, ...traceOf(best, views.text) },
  };
}

/** The words that a layout was found in, and those that are its own. */
function lookedAt({ claimed }: Alignment, rows: BlockRows | null, view: View): NonNullable<RuleResult['looked']> {
  const known = [...[...claimed.values()].map(({ from, end }) => ({ start: from, end })), ...(rows?.known ?? [])];
  return {
    over: toOrigin(view, 0, view.text.length),
    known: known.flatMap(({ start, end }) => toOrigin(view, start, end)),
  };
}

function tooManyRows(found: BlockRows | null, { rule, facts }: RuleRun): Problem[] {
  const max = facts.limits.rows;
  const stopped = found !== null && found.rows.length > max;
  return stopped ? [problemAt('YS-RULE-STOPPED', '', { rule, limit: `${max} rows` }, undefined)] : [];
}

/** What a message without a subject is aligned with. */
const nothing: View = { in: 'message.subject', text: '', pieces: [] };

/** Which words were looked at, when there are several to choose from. */
function whereabouts(all: readonly View[], taken: View): string {
  if (all[0] === taken) return 'message.body';
  return `words outside message.body that fit better (${all.indexOf(taken)} of ${all.length - 1} tried)`;
}

type Attempt = (part: CompiledLayout | null, at: 'text' | 'subject') => Alignment | null;

/** For a layout with a repeated block: what stands around it, and its items. */
type Repeat = (layout: Layout) => { alignment: Alignment; rows: BlockRows } | null;

/** Tries all layouts: each is judged by its text, or by its subject where it has no text. The best one's subject is read too. */
function fitBest(
  layouts: readonly Layout[],
  attempt: Attempt,
  repeat: Repeat,
): { best: Trial; tried: { layout: string; score: number }[]; steps: number } {
  const judged = layouts.map((layout) => {
    const repeated = repeat(layout);
    const part = layout.text ? ('text' as const) : ('subject' as const);
    const alignment = repeated?.alignment ?? attempt(layout[part], part);
    const rows = repeated?.rows ?? null;
    return { layout, alignment, rows, score: scoreWithRows(alignment, rows) };
  });
  const { layout, alignment, rows, score } = judged.reduce((a, b) => (b.score > a.score ? b : a));
  const subject = attempt(layout.subject, 'subject');
  return {
    best: { layout, score, rows, text: layout.text ? alignment : null, subject },
    tried: judged.map((trial) => ({ layout: trial.layout.name, score: trial.score })),
    steps: judged.reduce((sum, trial) => sum + (trial.alignment?.steps ?? 0), subject?.steps ?? 0),
  };
}

/** Items speak for a layout as much as values do: where it has nothing else, they alone tell it. */
function scoreWithRows(alignment: Alignment | null, rows: BlockRows | null): number {
  const score = alignment?.score ?? 0;
  if (!alignment || !rows?.rows.length) return score;
  if (alignment.layout.landmarks.length === 0) return 1;
  const raised = alignment.places.length === 0 ? score / withoutValues : score;
  // Items that the message itself tells apart say as much as the words around them, which may be others each time.
  if (rows.list) return Math.round(((Math.min(1, raised) + 1) / 2) * 1000) / 1000;
  return Math.round(Math.min(1, raised) * 1000) / 1000;
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

/** Lines between items that are told. */
const maxPassedOver = 20;

function traceOf(best: Trial, view: View | null): TemplateTrace {
  const alignments = [best.text, best.subject].filter((alignment) => alignment !== null);
  return {
    ...(best.rows
      ? {
          items: best.rows.rows.length,
          passed_over: best.rows.passedOver.slice(0, maxPassedOver),
          ...(best.rows.list ? { told_by: best.rows.list } : {}),
        }
      : {}),
    slots: alignments.flatMap((alignment) => slotTraces(alignment, alignment === best.text ? view : null)),
    missing: alignments.flatMap(({ missing }) => missing.map(({ label }) => label)),
  };
}

/** Fills fields from one marked sample of each layout. The best-scoring layout fills, alone. */
export const template: RuleKind = {
  kind: 'template',
  hasLayouts: true,
  about: 'fills fields from marked samples',
  entries,
  mentions: { 'layouts.*.subject': 'slots', 'layouts.*.text': 'slots' },
  compile,
};
