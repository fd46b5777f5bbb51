import { canonicalJson, digestOf } from '../canonical-json.js';
import { say } from '../errors/index.js';
import { limits as defaultLimits } from '../limits.js';
import { type Arrival, type Scene, viewOf } from '../names/index.js';
import { bodyViews, formOf, type Reading, type View } from '../reading/index.js';
import { hitRoute } from '../routing/index.js';
import {
  type Facts,
  type Finding,
  type ModelQuestion,
  type Problem,
  problemAt,
  type RuleRun,
  type RuleTrace,
  ruleKinds,
  type ShownMessage,
  type TraceEntry,
} from '../rules/index.js';
import { type JsonValue, toJson, type Value } from '../values/index.js';
import { checkRecord, verdictOf } from './checks/verdict.js';
import type { CompiledRule, CompiledSieve } from './compile-sieve.js';
import { DraftRecord, shownValue } from './draft-record.js';
import { readEntered } from './entered.js';
import { type Looked, leftoversOf } from './leftovers.js';
import type { Outcome, Reason, SiftResult, TypedValues } from './outcome.js';
import { ReadContexts } from './read-contexts.js';

/** Facts for sifting with nothing known of the outside. */
export const noFacts: Facts = { record: { key: '', link: '' }, answers: {}, model: 'default', limits: defaultLimits };

/** An arrival nobody stored: the message's own date stands for its receipt. */
export function unstored(reading: Reading): Arrival {
  return { key: '', mailbox: '', recipient: '', received: reading.date ?? '', trusted: [], admitted: false };
}

/**
 * Applies a sieve to a reading. Pure: the same reading, sieve and facts give the same result to the byte. Returns the
 * outcome, or the questions whose answers are lacking; the caller fetches them into `facts` and sifts again.
 */
export function sift(
  reading: Reading,
  sieve: CompiledSieve,
  facts: Facts = noFacts,
  arrival: Arrival = unstored(reading),
  category: string | null = null,
): SiftResult {
  return new Sifting(reading, sieve, facts, arrival, category).run();
}

/** Tells one state of a record from another by what people see of it. */
export const digestOfRecord = ({ fields, rows }: Pick<Outcome, 'fields' | 'rows'>): string =>
  digestOf(canonicalJson({ fields, rows }));

type Judged = Pick<Outcome, 'verdict' | 'reasons'>;

class Sifting {
  private readonly draft = new DraftRecord();
  private readonly form;
  private readonly contexts: ReadContexts;
  private readonly trace: TraceEntry[] = [];
  private readonly problems: Problem[] = [];
  /** Where the body’s values are read from; a template may choose other words than the body. */
  private looked: Looked;
  private stopped = false;
  /** What rules found that fill nothing. */
  private readonly beside = new Map<string, readonly Finding[]>();
  private enteredProblems: readonly Problem[] = [];
  private layout: { name: string; score: number; recognised: boolean } | null = null;

  constructor(
    private readonly reading: Reading,
    private readonly sieve: CompiledSieve,
    private readonly facts: Facts,
    private readonly arrival: Arrival,
    private readonly category: string | null,
  ) {
    this.form = formOf(reading, sieve.body);
    this.looked = { over: this.form.body, known: [] };
    this.contexts = new ReadContexts(reading, this.form, arrival, sieve);
  }

  run(): SiftResult {
    this.takeEntered();
    for (const rule of this.sieve.rules) {
      if (this.stopped) break;
      const wants = this.apply(rule);
      // Later rules depend on what this one finds, so nothing more is known until it is answered.
      if (wants.length > 0) return { kind: 'wants', wants };
    }
    for (const [field, value] of this.sieve.defaults) this.draft.fillDefault(field, value);
    return this.conclude();
  }

  /** What a person entered stands first, so that rules work with it and leave it alone. */
  private takeEntered(): void {
    const { entered } = this.facts;
    if (!entered) return;
    const { fields, columns } = this.sieve;
    const read = readEntered(entered, { fields, columns, context: this.contexts.whole });
    this.draft.enter(read);
    // A rule may fill the field meanwhile; what was entered is not forgotten over it.
    this.enteredProblems = read.problems;
  }

  private apply(rule: CompiledRule): ModelQuestion[] {
    if (this.isIdle(rule)) {
      const nothing = { filled: [], closed: [], problems: [], left: [], rows: 0, steps: 0 };
      this.tell(rule, nothing, { not_run: 'all its fields are filled' });
      return [];
    }
    const result = rule.run(this.ruleRun(rule));
    if (result.wants && result.wants.length > 0)
      return result.wants.map((want) => ({ ...want, sieve: this.sieve.name }));
    if (rule.beside) {
      this.beside.set(rule.name, result.findings);
      const nothing = {
        filled: [],
        closed: [],
        problems: [],
        left: result.findings.map(({ field }) => field),
        rows: 0,
      };
      this.tell(rule, { ...nothing, steps: result.steps }, result.trace);
      return [];
    }
    const taken = this.draft.take(result);
    this.stopped = result.stop === true;
    this.problems.push(...(result.problems ?? []));
    if (result.layout && !this.layout?.recognised) {
      this.layout = result.layout;
      if (result.looked) this.looked = result.looked;
    }
    this.tell(rule, { ...taken, steps: result.steps }, result.trace);
    return [];
  }

  /** Each kind answers for the shape of its trace (`rules/traces.ts`). */
  private tell({ name, kind }: CompiledRule, did: object, trace: RuleTrace): void {
    this.trace.push({ rule: name, kind, ...did, ...trace } as TraceEntry);
  }

  /** A rule fills only what is still empty, so with nothing empty it need not run. Those with layouts do: they tell which it is. */
  private isIdle({ kind, fills, beside }: CompiledRule): boolean {
    return (
      !beside &&
      !ruleKinds[kind]?.hasLayouts &&
      fills.every((name) => name in this.sieve.fields && !this.draft.isOpen(name))
    );
  }

  private ruleRun(rule: CompiledRule): RuleRun {
    const open = new Set(Object.keys(this.sieve.fields).filter((field) => this.draft.isOpen(field)));
    return {
      rule: rule.name,
      open,
      openRequired: [...open].filter((field) => this.sieve.fields[field]?.required),
      recognised: this.layout ? this.layout.recognised : null,
      scene: this.scene({}),
      context: this.contexts.whole,
      contextAt: (view, offset) => this.contexts.at(view, offset),
      view: (name) => this.view(name),
      date: this.reading.date,
      reading: this.reading,
      example: (name) => this.example(name),
      bodies: () => bodyViews(this.form),
      facts: this.facts,
    };
  }

  private view(name: string): View | null {
    return viewOf(name, this.form, () => this.scene({}));
  }

  /** The message of a worked example, read as this one is. */
  private example(name: string): ShownMessage | null {
    const reading = this.facts.examples?.[this.sieve.name]?.[name];
    if (!reading) return null;
    const form = formOf(reading, this.sieve.body);
    const arrival = unstored(reading);
    const { whole } = new ReadContexts(reading, form, arrival, this.sieve);
    const bare = { category: null, fields: new Map(), rows: [], row: null, record: {} };
    return {
      view: (part) => viewOf(part, form, () => ({ reading, form, arrival, ...bare })),
      context: whole,
      date: reading.date,
      reading,
    };
  }

  private scene(record: Record<string, string | null>): Scene {
    const fields = new Map(Object.keys(this.sieve.fields).map((field) => [field, this.draft.value(field)]));
    return {
      reading: this.reading,
      form: this.form,
      arrival: this.arrival,
      category: this.category,
      fields,
      rows: this.draft.rowValues(),
      held: this.held(),
      row: null,
      record,
    };
  }

  /** Rows that a person holds back, among those they entered. */
  private held(): ReadonlySet<number> {
    const { rows, held = [] } = this.facts.entered ?? { rows: null };
    return new Set(held.filter((at) => at < (rows?.length ?? 0)));
  }

  private conclude(): SiftResult {
    const problems = [
      ...this.problems.filter(({ path }) => path === '' || this.draft.isOpen(path)),
      ...this.enteredProblems.filter(({ path }) => !this.draft.problem(path)),
      ...this.unrecognised(),
      ...checkRecord(this.sieve, this.draft, this.scene({}), { beside: this.beside, seen: this.facts.seen ?? {} }),
    ];
    const found = this.fieldsAndEvidence();
    const held = this.held();
    const { verdict, reasons } = this.confirmed(verdictOf(this.sieve, this.draft, problems, this.arrival.key), found);
    const outcome: Outcome = {
      verdict,
      reasons,
      sieve: this.sieve.name,
      layout: this.layout?.recognised ? this.layout.name : null,
      score: this.layout?.score ?? null,
      ...found,
      problems,
      ...(held.size > 0 ? { held_rows: [...held] } : {}),
      leftovers: leftoversOf(this.form, this.looked, Object.values(found.evidence).flat(), this.facts.limits),
      trace: this.trace,
    };
    const record = {
      'record.key': this.facts.record.key || null,
      'record.sieve': this.sieve.name,
      'record.layout': outcome.layout,
      'record.score': outcome.score === null ? null : String(outcome.score),
      'record.verdict': verdict,
      'record.link': this.facts.record.link || null,
    };
    const hits = this.sieve.routes.map((route) => hitRoute(route, this.sieve.name, this.scene(record)));
    return { kind: 'outcome', outcome, values: this.typedValues(), hits };
  }

  /** What a person confirmed is sound as long as it is the same; another record than theirs waits for them again. */
  private confirmed(judged: Judged, found: Pick<Outcome, 'fields' | 'rows'>): Judged {
    const { confirmed } = this.facts.entered ?? {};
    if (confirmed === undefined || judged.verdict !== 'review') return judged;
    if (confirmed === digestOfRecord(found)) return { verdict: 'sound', reasons: [] };
    const changed: Reason = { code: 'YS-CONFIRMED-CHANGED', text: say('YS-CONFIRMED-CHANGED') };
    return { verdict: 'review', reasons: [changed, ...judged.reasons] };
  }

  /** A layout nobody knows is worth a word where it cost a required field. */
  private unrecognised(): Problem[] {
    const { layout } = this;
    if (!layout || layout.recognised || this.openRequired().length === 0) return [];
    const params = { layout: layout.name, score: Math.round(layout.score * 100) };
    return [problemAt('YS-LAYOUT-NOT-RECOGNISED', '', params, undefined)];
  }

  private openRequired(): string[] {
    return Object.keys(this.sieve.fields).filter(
      (field) => this.sieve.fields[field]?.required && this.draft.value(field) === null,
    );
  }

  private fieldsAndEvidence(): Pick<Outcome, 'fields' | 'rows' | 'evidence'> {
    const fields: Record<string, JsonValue> = {};
    const evidence: Outcome['evidence'] = {};
    for (const field of Object.keys(this.sieve.fields)) {
      const value = this.draft.shown(field);
      fields[field] = value ? toJson(value) : null;
      const found = this.draft.evidence(field);
      if (found.length > 0) evidence[field] = found;
    }
    const columns = Object.keys(this.sieve.columns);
    const rows = this.draft.rows.map((row) =>
      Object.fromEntries(columns.map((column) => [column, jsonOrNull(shownValue(row.get(column)))])),
    );
    this.draft.rows.forEach((row, i) => {
      for (const [column, finding] of row)
        if (finding.evidence.length > 0) evidence[`rows[${i}].${column}`] = finding.evidence;
    });
    return { fields, rows, evidence };
  }

  private typedValues(): TypedValues {
    const present = (entries: Iterable<[string, Value | null]>) =>
      [...entries].filter((entry): entry is [string, Value] => entry[1] !== null);
    return {
      fields: present(Object.keys(this.sieve.fields).map((field) => [field, this.draft.value(field)])),
      rows: this.draft.rowValues().map((row) => present(row)),
    };
  }
}

const jsonOrNull = (value: Value | null | undefined): JsonValue => (value ? toJson(value) : null);
