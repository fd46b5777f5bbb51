import * as v from 'valibot';
import { canonicalJson, digestOf } from '../../canonical-json.js';
import {
  type CompiledCondition,
  type ConditionSource,
  compileCondition,
  conditionSchema,
  decide,
} from '../../conditions/index.js';
import { nearest } from '../../errors/index.js';
import { closed } from '../../files/index.js';
import type { View } from '../../reading/index.js';
import { ownTypes } from '../../values/index.js';
import { problemAt } from '../finding.js';
import type {
  CompiledRuleBody,
  Finding,
  KeptAnswer,
  RuleCompiler,
  RuleKind,
  RuleResult,
  RuleRun,
} from '../rule-kind.js';
import { type Answer, findingOf, parseAnswer } from './answer.js';
import { buildRequest, type Question } from './request.js';
import type { PromptTrace } from './trace.js';

const entries = {
  show: v.optional(v.array(v.string())),
  ask: v.string(),
  fills: v.pipe(v.array(v.string()), v.minLength(1)),
  examples: v.optional(v.array(closed({ text: v.string(), gives: v.record(v.string(), v.unknown()) }))),
  when: v.optional(conditionSchema),
};

interface PromptSource {
  show?: string[];
  ask: string;
  fills: string[];
  examples?: { text: string; gives: Record<string, unknown> }[];
  when?: ConditionSource;
}

function compile(source: PromptSource, compiler: RuleCompiler): CompiledRuleBody | null {
  const { fields, path, report, scope } = compiler;
  const strangers = source.fills.filter((field) => !(field in fields));
  for (const field of strangers)
    report.add('YS-SIEVE-UNKNOWN-FIELD', [...path, 'fills'], { field, nearest: nearest(field, Object.keys(fields)) });
  const show = source.show ?? ['message.subject', 'message.body', 'message.signature'];
  const unknown = show.filter((name) => scope.typeOf(name)?.kind !== ownTypes.words);
  for (const name of unknown)
    report.add('YS-CONDITION-NAME', [...path, 'show'], { name, nearest: nearest(name, scope.known()) });
  const when = source.when ? compileCondition(source.when, [...path, 'when'], compiler) : null;
  if (strangers.length > 0 || unknown.length > 0 || (source.when && !when)) return null;
  const asked = Object.fromEntries(source.fills.flatMap((field) => (fields[field] ? [[field, fields[field]]] : [])));
  const question: Question = { ask: source.ask, fields: asked, examples: source.examples ?? [] };
  return { fills: source.fills, run: (run) => runPrompt(question, show, when, run) };
}

function runPrompt(
  question: Question,
  show: readonly string[],
  when: CompiledCondition | null,
  run: RuleRun,
): RuleResult {
  const reason = whyNot(when, run, Object.keys(question.fields));
  if (reason !== null) return { findings: [], steps: 0, trace: { not_run: reason } };
  const views = shownViews(
    show.flatMap((name) => run.view(name) ?? []),
    run.facts.limits.promptText,
  );
  const shown = views.map(({ text }) => text).join('\n\n');
  const request = buildRequest(question, shown, run.facts.model);
  const digest = digestOf(canonicalJson(request));
  const answer = run.facts.answers[digest];
  const trace = { looked_at: [...show], request: digest };
  if (!answer) return { findings: [], steps: 1, trace, wants: [{ kind: 'answer', digest, rule: run.rule, request }] };
  return { steps: 1, ...takeAnswer(answer, question, views, run, trace) };
}

/** What a model is shown of the views, up to a limit in all. A quote counts only if it stands in what was shown. */
function shownViews(views: readonly View[], max: number): View[] {
  let left = max;
  return views.map((view) => {
    const text = view.text.slice(0, left);
    left -= text.length;
    return { ...view, text };
  });
}

/** A prompt runs when the layout was not recognised or a required field is open, unless the rule has its own condition. */
function whyNot(when: CompiledCondition | null, run: RuleRun, fields: readonly string[]): string | null {
  if (!fields.some((field) => run.open.has(field))) return 'all its fields are filled';
  if (when) {
    const decision = decide(when, run.scene);
    return decision.holds ? null : decision.why;
  }
  return run.recognised === true && run.openRequired.length === 0
    ? 'the layout was recognised and no required field is open'
    : null;
}

function takeAnswer(
  answer: KeptAnswer,
  question: Question,
  views: readonly View[],
  run: RuleRun,
  trace: PromptTrace,
): Omit<RuleResult, 'steps'> {
  const rule = run.rule;
  const without = (problem: ReturnType<typeof problemAt>) => ({
    findings: [],
    problems: [problem],
    trace: { ...trace, answer: problem.text },
  });
  if (answer.kind === 'not tried') return without(problemAt('YS-PROMPT-NOT-TRIED', '', { rule }, undefined));
  if (answer.kind === 'failed')
    return without(problemAt('YS-PROMPT-FAILED', '', { rule, detail: answer.detail }, undefined));
  if (!answer.complete) return without(problemAt('YS-PROMPT-CUT-OFF', '', { rule }, undefined));
  const parsed = parseAnswer(answer.content);
  if (!parsed) return without(problemAt('YS-PROMPT-ANSWER', '', { rule }, undefined));
  return { findings: findingsOf(parsed, question, views, run), trace: { ...trace, answer: parsed } };
}

/** Only fields that were asked for count, whatever else an answer holds. */
function findingsOf(answer: Answer, question: Question, views: readonly View[], run: RuleRun): Finding[] {
  return Object.entries(question.fields).flatMap(([field, options]) => {
    const entry = answer[field];
    return (entry && findingOf(field, entry, options, views, run.context, run.rule)) || [];
  });
}

/** Asks a language model, and takes only what the message supports. */
export const prompt: RuleKind = {
  kind: 'prompt',
  asks: true,
  about: 'asks a language model',
  entries,
  mentions: { show: 'name', fills: 'name', 'examples.*.gives': 'keys', when: 'condition' },
  form: [
    { key: 'ask', label: 'Instructions', asks: 'lines' },
    { key: 'fills', label: 'Fills', asks: 'fields' },
  ],
  compile,
};
