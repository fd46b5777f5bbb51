import * as v from 'valibot';
import {
  type CompiledCondition,
  type ConditionSource,
  compileCondition,
  conditionSchema,
  decide,
} from '../../conditions/index.js';
import { nearest } from '../../errors/index.js';
import { fromOrigin, listsOf, type Reading, type View } from '../../reading/index.js';
import { ownTypes, typeOfField } from '../../values/index.js';
import { problemAt } from '../finding.js';
import type {
  CompiledRuleBody,
  KeptAnswer,
  Problem,
  RuleCompiler,
  RuleKind,
  RuleResult,
  RuleRun,
  ShownMessage,
} from '../rule-kind.js';
import { type Answer, parseAnswer } from './answer.js';
import { checkExamples, type ExampleSource, exampleSchema, shownOf, workedExample } from './examples.js';
import { mergeAnswers } from './merge.js';
import { ordersShown } from './orders.js';
import { inParts } from './parts.js';
import { buildRequest, digestOfRequest, fenced, type Question, rowsKey, type WorkedExample } from './request.js';
import type { PromptTrace } from './trace.js';

const entries = {
  show: v.optional(v.array(v.string())),
  ask: v.optional(v.string()),
  fills: v.pipe(v.array(v.string()), v.minLength(1)),
  key: v.optional(v.array(v.string())),
  examples: v.optional(v.array(exampleSchema)),
  when: v.optional(conditionSchema),
};

interface PromptSource {
  show?: string[];
  ask?: string;
  fills: string[];
  key?: string[];
  examples?: ExampleSource[];
  when?: ConditionSource;
}

/** A prompt rule that is ready to ask. */
interface Prompt {
  question: Question;
  show: readonly string[];
  key: readonly string[];
  examples: readonly ExampleSource[];
  when: CompiledCondition | null;
}

function compile(source: PromptSource, compiler: RuleCompiler): CompiledRuleBody | null {
  const { fields, columns, path, report, scope } = compiler;
  const known = { ...fields, ...columns };
  const fills = source.fills.flatMap((name) => (name === rowsKey ? Object.keys(columns) : [name]));
  const strangers = [
    ...fills.filter((name) => !(name in known)).map((field) => ['fills', field] as const),
    ...(source.key ?? []).filter((name) => !(name in columns)).map((field) => ['key', field] as const),
  ];
  for (const [entry, field] of strangers)
    report.add('YS-SIEVE-UNKNOWN-FIELD', [...path, entry], {
      field,
      nearest: nearest(field, Object.keys(entry === 'key' ? columns : known)),
    });
  const show = source.show ?? ['message.subject', 'message.body', 'message.signature'];
  const unknown = show.filter((name) => scope.typeOf(name)?.kind !== ownTypes.words);
  for (const name of unknown)
    report.add('YS-CONDITION-NAME', [...path, 'show'], { name, nearest: nearest(name, scope.known()) });
  const pick = (all: typeof fields) => Object.fromEntries(Object.entries(all).filter(([name]) => fills.includes(name)));
  const question: Question = { ask: source.ask ?? '', fields: pick(fields), columns: pick(columns) };
  if (!isAsked(question) && (source.examples ?? []).length === 0) report.add('YS-PROMPT-ASKS-NOTHING', path, {});
  const examples = source.examples ?? [];
  const notes = [...checkExamples(examples, question, compiler), ...notesOn(question)];
  const when = source.when ? compileCondition(source.when, [...path, 'when'], compiler) : null;
  if (strangers.length > 0 || unknown.length > 0 || (source.when && !when)) return null;
  const prompt: Prompt = { question, show, key: source.key ?? [], examples, when };
  const named = examples.flatMap(({ message }) => message ?? []);
  return { fills, notes, examples: [...new Set(named)], run: (run) => runPrompt(prompt, run) };
}

/** Instructions, questions of the fields, or examples: something must say what is wanted. */
const isAsked = ({ ask, fields, columns }: Question) =>
  ask.trim() !== '' || Object.values({ ...fields, ...columns }).some(({ question }) => typeof question === 'string');

const notesOn = ({ fields, columns }: Question): string[] =>
  Object.entries({ ...fields, ...columns }).flatMap(([name, options]) =>
    typeOfField(options)?.inAnswer === 'boolean' && options.basis === undefined
      ? [
          `${name} is answered with yes or no, which few senders write: “basis: judged” has it judged, with the words it rests on`,
        ]
      : [],
  );

function runPrompt(prompt: Prompt, run: RuleRun): RuleResult {
  const reason = whyNot(prompt, run);
  if (reason !== null) return { findings: [], steps: 0, trace: { not_run: reason } };
  const { question, show } = prompt;
  const views = shownOf(run, show);
  const examples = examplesFor(prompt, textOf(views), run);
  if ('missing' in examples) {
    const problem = problemAt(
      'YS-PROMPT-EXAMPLE-MISSING',
      '',
      { rule: run.rule, message: examples.missing },
      undefined,
    );
    return { findings: [], problems: [problem], steps: 0, trace: { answer: problem.text } };
  }
  const parts = inParts(views, itemsIn(views, run), run.facts.limits.promptText);
  const requests = parts.map((part) => {
    const request = buildRequest(question, examples.told, fenced(textOf(part), run.date), run.facts.model);
    return { request, digest: digestOfRequest(request) };
  });
  const orders = ordersShown(views);
  const trace: PromptTrace = {
    looked_at: [...show],
    requests: requests.map(({ digest }) => digest),
    ...(examples.leftOut > 0 ? { left_out: examples.leftOut } : {}),
    ...(orders.length > 0 ? { orders } : {}),
  };
  const wants = requests
    .filter(({ digest }) => !(digest in run.facts.answers))
    .map(({ request, digest }) => ({ kind: 'answer' as const, digest, rule: run.rule, request }));
  if (wants.length > 0) return { findings: [], steps: 1, trace, wants };
  const answers = requests.flatMap(({ digest }) => run.facts.answers[digest] ?? []);
  return { steps: 1, ...takeAnswers(answers, { prompt, parts, run, trace }) };
}

const textOf = (views: readonly View[]) => views.map(({ text }) => text.trim()).join('\n\n');

/** Items of the lists of the message, where they stand in the views. */
const itemsIn = (views: readonly View[], run: RuleRun) =>
  views
    .filter((view) => view.in === 'message.text')
    .flatMap((view) =>
      listsOf(run.scene.form).flatMap(({ items }) => items.flatMap((item) => fromOrigin(view, item) ?? [])),
    );

/** A prompt runs when the layout was not recognised or a required field is open, unless the rule has its own condition. */
function whyNot({ question: { fields, columns }, when }: Prompt, run: RuleRun): string | null {
  const isOpen = Object.keys(fields).some((field) => run.open.has(field));
  if (!isOpen && (Object.keys(columns).length === 0 || run.scene.rows.length > 0)) return 'all its fields are filled';
  if (when) {
    const decision = decide(when, run.scene);
    return decision.holds ? null : decision.why;
  }
  return run.recognised === true && run.openRequired.length === 0
    ? 'the layout was recognised and no required field is open'
    : null;
}

/** Examples by message are told the same way for every message, so each is made once. */
const toldBefore = new WeakMap<Reading, Map<ExampleSource, WorkedExample>>();

/** The examples that a model is told; the message itself is none of them, so that its own answer is not given away. */
function examplesFor(
  { examples, question, show }: Prompt,
  shown: string,
  run: RuleRun,
): { told: WorkedExample[]; leftOut: number } | { missing: string } {
  const told: WorkedExample[] = [];
  let leftOut = 0;
  const itself = fenced(shown, run.date);
  for (const example of examples) {
    const message = example.message === undefined ? writtenOut(example.text ?? '', run) : run.example(example.message);
    if (!message) return { missing: example.message ?? '' };
    const known = message.reading && toldBefore.get(message.reading)?.get(example);
    const views = known ? [] : shownOf(message, show);
    const made =
      known ??
      workedExample(example.gives, question, {
        views,
        text: textOf(views),
        context: message.context,
        date: message.date,
      });
    if (message.reading && !known) {
      const kept = toldBefore.get(message.reading) ?? new Map<ExampleSource, WorkedExample>();
      toldBefore.set(message.reading, kept.set(example, made));
    }
    if (made.shown === itself) leftOut++;
    else told.push(made);
  }
  return { told, leftOut };
}

/** An example that is a text: all it shows is that, whatever the rule shows of messages. */
function writtenOut(text: string, run: RuleRun): ShownMessage {
  const view = { in: 'example', text, pieces: [] };
  let shown = false;
  return {
    view: () => {
      const first = !shown;
      shown = true;
      return first ? view : null;
    },
    context: run.context,
    date: null,
    reading: null,
  };
}

interface Asked {
  prompt: Prompt;
  parts: readonly View[][];
  run: RuleRun;
  trace: PromptTrace;
}

function takeAnswers(answers: readonly KeptAnswer[], asked: Asked): Omit<RuleResult, 'steps'> {
  const { prompt, parts, run, trace } = asked;
  const parsed: Answer[] = [];
  for (const answer of answers) {
    const said = answerOrProblem(answer, run.rule);
    // An answer that lacks a part is no answer: half a record is none.
    if ('code' in said) return { findings: [], problems: [said], trace: { ...trace, answer: said.text } };
    parsed.push(said);
  }
  const { findings, rows, problems, folded } = mergeAnswers(parsed, { ...prompt, parts, run });
  return {
    findings,
    ...(rows.length > 0 ? { rows } : {}),
    ...(problems.length > 0 ? { problems } : {}),
    trace: { ...trace, ...(folded > 0 ? { folded } : {}), answer: parsed },
  };
}

function answerOrProblem(answer: KeptAnswer, rule: string): Answer | Problem {
  if (answer.kind === 'not tried') return problemAt('YS-PROMPT-NOT-TRIED', '', { rule }, undefined);
  if (answer.kind === 'failed') return problemAt('YS-PROMPT-FAILED', '', { rule, detail: answer.detail }, undefined);
  if (!answer.complete) return problemAt('YS-PROMPT-CUT-OFF', '', { rule }, undefined);
  return parseAnswer(answer.content) ?? problemAt('YS-PROMPT-ANSWER', '', { rule }, undefined);
}

/** Asks a language model, and takes only what the message supports. */
export const prompt: RuleKind = {
  kind: 'prompt',
  asks: true,
  about: 'asks a language model',
  entries,
  mentions: {
    show: 'name',
    fills: 'name',
    key: 'name',
    'examples.*.gives': 'keys',
    'examples.*.gives.rows.*': 'keys',
    when: 'condition',
  },
  form: [
    {
      key: 'ask',
      label: 'Instructions',
      help: 'In plain words. A line “name: what it is” says what a field is; a field may have its own question as well.',
      asks: 'lines',
    },
    { key: 'fills', label: 'Fills', help: 'Fields and columns, or “rows” for all columns', asks: 'fields' },
    {
      key: 'show',
      label: 'Shown to the model',
      help: 'Empty: message.subject, message.body, message.signature',
      asks: 'fields',
    },
    { key: 'key', label: 'Rows are told apart by', help: 'Rows with the same values there are one', asks: 'fields' },
  ],
  compile,
};
