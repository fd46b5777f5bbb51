import type * as v from 'valibot';
import type { Code } from '../errors/index.js';
import type { Mentions, Path, Report } from '../files/index.js';
import type { Limits } from '../limits.js';
import type { LookupTable } from '../lookups/index.js';
import type { NameScope, Scene } from '../names/index.js';
import type { PatternPart } from '../patterns/index.js';
import type { Range, Reading, View } from '../reading/index.js';
import type { FieldOptions, JsonValue, ReadContext, Value } from '../values/index.js';

/** Where a value came from. Offsets are in UTF-16 units of what `in` names; a worked-out value has none. */
export interface Evidence {
  how: 'read' | 'quoted' | 'inferred' | 'unsupported' | 'looked up' | 'worked out' | 'entered' | 'default';
  in: string | null;
  start: number | null;
  end: number | null;
  raw: string | null;
  rule: string | null;
  /** The day (ISO 8601) a date without a year, or a relative one, was counted from; absent where it is written out. */
  counted_from?: string;
}

/** A located reason why a value or record is not fine. */
export interface Problem {
  code: Code;
  /** What it is about: a field, `rows[2].amount`, a rule, or empty for the whole record. */
  path: string;
  text: string;
  in: string | null;
  start: number | null;
  end: number | null;
}

/** What a rule says of one field. `closed`: the place is there and empty, so later rules leave it. */
export type Finding =
  | { field: string; state: 'value'; value: Value; evidence: Evidence[] }
  | { field: string; state: 'closed'; evidence: Evidence[] }
  | {
      field: string;
      state: 'problem';
      problem: Problem;
      evidence: Evidence[];
      /** What a model says without the support of the message: shown to people, and used by nothing before they agree. */
      claimed?: Value;
    };

/** A question the caller must put to the outside before sifting again; answers are kept under its digest. */
export interface ModelQuestion {
  kind: 'answer';
  /** SHA-256 of the canonical request, in hex. */
  digest: string;
  rule: string;
  /** The sieve that asks: what is asked counts for it. */
  sieve: string;
  request: ChatRequest;
}

/** The body of a chat-completions request. */
export interface ChatRequest {
  model: string;
  temperature: 0;
  messages: { role: 'system' | 'user' | 'assistant'; content: string }[];
  response_format: {
    type: 'json_schema';
    json_schema: { name: string; strict: true; schema: Record<string, unknown> };
  };
}

/** What came back for a want. */
export type KeptAnswer =
  | { kind: 'answered'; content: string; complete: boolean }
  | { kind: 'failed'; detail: string }
  | { kind: 'not tried' };

/** What people entered for a record: it stands before anything rules find. Null is “there is none”. */
export interface Entered {
  fields: Readonly<Record<string, JsonValue>>;
  /** The whole list of rows, or null when nobody entered rows. */
  rows: readonly Readonly<Record<string, JsonValue>>[] | null;
  /** Places in that list of rows that are held back: they go nowhere, while the others do. */
  held?: readonly number[] | undefined;
  /** Digest of the record as a person confirmed it (`digestOfRecord`): while it is that, nothing holds it in review. */
  confirmed?: string | undefined;
}

/** A record of an earlier message with the same values. */
export interface SeenBefore {
  /** When its message was received, ISO 8601. */
  received: string;
  link: string;
}

/** Everything sifting needs from outside, as snapshots. */
export interface Facts {
  /** Our key of the record the outcome will become, and a link to it; empty outside the service. */
  record: { key: string; link: string };
  answers: Readonly<Record<string, KeptAnswer>>;
  /** Tables that lookup rules look in, by name. */
  lookups?: Readonly<Record<string, LookupTable>> | undefined;
  /** Earlier records that checks asked for (`seenQuestions`), by the question's key; left out where nothing is known of other messages. */
  seen?: Readonly<Record<string, SeenBefore>> | undefined;
  /** Readings of the messages that worked examples name (`CompiledSieve.examples`), by sieve and name. */
  examples?: Examples | undefined;
  /** Name of the model that prompt rules address. */
  model: string;
  limits: Limits;
  /** Left out when nobody entered anything. */
  entered?: Entered | undefined;
}

/** Messages of worked examples, by the sieve and the name it gives them. */
export type Examples = Readonly<Record<string, Readonly<Record<string, Reading>>>>;

/** What a model is shown a message by. */
export interface ShownMessage {
  /** A view by its name, such as `message.body`; null when the message has nothing of that name. */
  view(name: string): View | null;
  context: ReadContext;
  /** When it was written (ISO 8601), where that is known. */
  date: string | null;
  /** What it was read from; null for a text without a message. */
  reading: Reading | null;
}

/** What a rule sees while it runs. */
export interface RuleRun extends ShownMessage {
  rule: string;
  /** Fields no rule has filled or closed yet. */
  open: ReadonlySet<string>;
  /** Required fields among them. */
  openRequired: readonly string[];
  /** Whether an earlier template rule recognised its layout; null when there is no template rule before. */
  recognised: boolean | null;
  scene: Scene;
  /** How values are read in this message: the sieve's locale, and the day that dates are counted from. */
  context: ReadContext;
  /** The same for what stands at an offset of a view: dates in a forwarded message count from its own. */
  contextAt(view: View, offset: number): ReadContext;
  /** The message of a worked example; null when it is not there. */
  example(name: string): ShownMessage | null;
  /** Each stretch of words that the record may be made from: the body first, then own words and forwards. */
  bodies(): View[];
  facts: Facts;
}

/** A trace whose shape only its kind knows. */
export type RuleTrace = Readonly<Record<string, unknown>>;

export interface RuleResult {
  findings: Finding[];
  rows?: Finding[][];
  /** Values for columns of the rows that are there, row by row. */
  cells?: Finding[][];
  /** Rules behind this one do not run any more. */
  stop?: boolean;
  /** Problems of the rule as a whole. */
  problems?: Problem[];
  wants?: Omit<ModelQuestion, 'sieve'>[];
  /** Set by template rules. */
  layout?: { name: string; score: number; recognised: boolean };
  /** Set with a recognised layout: ranges of the text it was found in, and of the words that are the layout’s own. */
  looked?: { over: Range[]; known: Range[] };
  /** Work done, in the rule's own units. */
  steps: number;
  /** What was looked at, found and passed over; shown to people, so in words. Its shape is the kind’s own. */
  trace: RuleTrace;
}

/** What compiling a rule can see of its sieve. */
export interface RuleCompiler {
  fields: Readonly<Record<string, FieldOptions>>;
  columns: Readonly<Record<string, FieldOptions>>;
  scope: NameScope;
  /** The sieve's own parts of patterns. */
  parts: Readonly<Record<string, PatternPart>>;
  context: ReadContext;
  path: Path;
  report: Report;
}

/** A compiled rule: the fields it can fill, and how it runs. */
export interface CompiledRuleBody {
  fills: string[];
  /** Names of the tables it looks in. */
  lookups?: string[];
  /** Names of messages it learns from. */
  examples?: string[];
  /** What its author should know though nothing is wrong, in words. */
  notes?: string[];
  run(run: RuleRun): RuleResult;
}

/** One entry of a rule as a form asks for it. An entry that no form asks for is written in the rule's own lines. */
interface RuleFormPart {
  readonly key: string;
  readonly label: string;
  readonly help?: string;
  /**
   * How it is asked for: a text of the message, a field, several of them, words, several lines of them, a pattern, steps, the words over each
   * column, one of some choices, yes or no, which of several (`first`, `last`, a number), a table, fields with how they are held against its columns, or with the column they are taken from.
   */
  readonly asks:
    | 'text'
    | 'field'
    | 'fields'
    | 'words'
    | 'lines'
    | 'pattern'
    | 'steps'
    | 'headings'
    | 'choice'
    | 'tick'
    | 'which'
    | 'lookup'
    | 'matched'
    | 'pairs';
  readonly choices?: readonly string[];
  /** What holds where it is left out. */
  readonly otherwise?: string;
}

/** One rule kind: a folder, and one line in the registry. Source has `kind`, `name`, `when` and the kind's own entries. */
export interface RuleKind {
  readonly kind: string;
  readonly about: string;
  /** Valibot entries beside the common ones. */
  readonly entries: v.ObjectEntries;
  /** Which of the entries name fields, so that a field can be renamed in them. */
  readonly mentions: Mentions;
  /** What a form asks for; left out where rules are made in another way. */
  readonly form?: readonly RuleFormPart[];
  /** Its layouts are made by marking values in messages, and tell which layout a message has. */
  readonly hasLayouts?: boolean;
  /** It works with what other rules found. */
  readonly follows?: boolean;
  /** It puts questions to a model. */
  readonly asks?: boolean;
  /** Null when it cannot be compiled; the reasons are in the report. */
  compile(source: never, compiler: RuleCompiler): CompiledRuleBody | null;
}
