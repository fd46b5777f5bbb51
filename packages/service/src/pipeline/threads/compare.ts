import {
  type Arrival,
  type CompiledMailbox,
  type CompiledSieve,
  compileExpected,
  coverMessage,
  type Entered,
  type Expected,
  type ExpectSource,
  effectOn,
  type HandleResult,
  handleMessage,
  type JsonValue,
  type KeptAnswer,
  type Labelled,
  limits,
  type Made,
  type MailboxFacts,
  type MessageCoverage,
  type MessageEffect,
  madeOf,
  type Reading,
  Report,
  writtenContext,
} from '@yellow-sieve/core';
import type { ModelToAsk } from '../../store/model-store.js';
import { handleKnowing } from './knowing.js';
import {
  aloneMailbox,
  compiledMailbox,
  compiledSieve,
  examplesOf,
  readingOf,
  type SieveText,
  type SorterInUse,
  type SourceText,
  sorterOf,
  tablesOf,
} from './worker-state.js';

/** A mailbox with the sorter it has in use. */
interface MailboxText extends SourceText {
  sorter: SorterInUse | null;
}

/** One state of the rules: the mailboxes that messages came to, by name, and the sieves in them. */
export interface RuleState {
  mailboxes: Record<string, MailboxText>;
  sieves: SieveText[];
  /** Revisions of tables that are looked in; of the others, and when left out, the live ones. */
  tables?: Readonly<Record<string, number>> | undefined;
}

/** A message or sample to try rules on. */
export interface CompareItem {
  /** Key of the message, or name of the sample. */
  name: string;
  /** For people to know it by. */
  subject: string | null;
  rawId: string;
  /** How it came, to which mailbox, and what a person said it is; null for a sample, which the sieve alone is tried on. */
  came: { arrival: Arrival; record: { key: string; link: string }; labelled?: Labelled['category'] | undefined } | null;
  expect: ExpectSource | null;
  entered: Entered | undefined;
  /** What stands of it: it is held against that, and not against what rules make of it. */
  stands?: Made | undefined;
}

/** Tries one or two states of the rules on some messages. */
export interface CompareTask {
  database: string;
  /** The sieve it is about: its fields are the grid's. */
  sieve: string;
  items: CompareItem[];
  before: RuleState | null;
  after: RuleState;
  model: ModelToAsk;
  answers: Record<string, KeptAnswer>;
}

export interface CompareReply {
  coverage: MessageCoverage;
  rows: Record<string, JsonValue>[];
  /** Null without a state before. */
  effect: MessageEffect | null;
  /** Digests of questions that lack an answer. */
  lacking: string[];
  /** Expected values the sieve's fields can no longer have, in words. */
  unreadable: string[];
}

/** Tries states of the rules on messages and holds what comes out side by side. */
export async function compare(task: CompareTask): Promise<CompareReply[]> {
  const replies = [];
  for (const item of task.items) replies.push(await compareOne(task, item));
  return replies;
}

async function compareOne(task: CompareTask, item: CompareItem): Promise<CompareReply> {
  const reading = await readingOf(task.database, item.rawId);
  const before = item.stands ?? (task.before && (await make(reading, task.before, task, item)));
  const after = await make(reading, task.after, task, item);
  const sieve = sieveOf(task.after, task.sieve);
  const { expected, unreadable } = readExpected(item, sieve, task.before && sieveOf(task.before, task.sieve));
  const fields = Object.keys(sieve?.fields ?? {});
  const rows = sieve?.source.rows !== undefined;
  return {
    coverage: coverMessage(after, { message: item.name, fields, rows, expected, before }),
    rows: [...after.rows],
    effect: before && effectOn(item.name, before, after, expected),
    lacking: [...new Set([...(before?.wants ?? []), ...after.wants].map(({ digest }) => digest))],
    unreadable,
  };
}

const make = async (reading: Reading, state: RuleState, task: CompareTask, item: CompareItem): Promise<Made> =>
  madeOf(await handled(reading, state, task, item));

/** What a state of the rules makes of a message; a sample is tried on the sieve alone. */
export async function handled(
  reading: Reading,
  state: RuleState,
  task: Pick<CompareTask, 'answers' | 'model' | 'sieve' | 'database'>,
  { came, entered }: Pick<CompareItem, 'came' | 'entered'>,
): Promise<HandleResult> {
  const shared = {
    answers: task.answers,
    model: task.model.name,
    limits,
    entered,
    examples: await examplesOf(task.database, state.sieves),
  };
  if (!came) {
    const alone = aloneOf(state, task.sieve);
    const lookups = await tablesOf(task.database, alone, state.tables);
    return handleMessage(reading, alone, { ...shared, record: { key: '', link: '' }, lookups });
  }
  const text = mailboxIn(state, came.arrival.mailbox);
  const mailbox = compiledMailbox(text, state.sieves);
  const facts: MailboxFacts = {
    ...shared,
    record: came.record,
    lookups: await tablesOf(task.database, mailbox, state.tables),
    sorter: {
      learned: await sorterOf(task.database, text.sorter, mailbox),
      labelled: came.labelled === undefined ? undefined : { category: came.labelled },
      mayAsk: task.model.mayAsk,
    },
  };
  return handleKnowing(task.database, reading, mailbox, facts, came.arrival);
}

function mailboxIn({ mailboxes }: RuleState, name: string): MailboxText {
  const mailbox = mailboxes[name];
  if (!mailbox) throw new TypeError('the mailbox of each message comes with the rules');
  return mailbox;
}

function aloneOf({ sieves }: RuleState, name: string): CompiledMailbox {
  const text = sieves.find((one) => one.name === name);
  if (!text) throw new TypeError('samples are tried on a sieve that is among the rules');
  return aloneMailbox(text);
}

function sieveOf(state: RuleState, name: string): CompiledSieve | null {
  const text = state.sieves.find((one) => one.name === name);
  return text ? compiledSieve(text) : null;
}

/**
 * Expected values by the fields as they would be. One of a field that would be gone, or of another type, is taken as the
 * fields are now: it can hold now, and break by the change. What fits neither is said, and not judged by.
 */
function readExpected(
  { expect }: CompareItem,
  after: CompiledSieve | null,
  before: CompiledSieve | null,
): { expected: Expected | null; unreadable: string[] } {
  if (!expect) return { expected: null, unreadable: [] };
  const [now, then] = [before && readBy(before, expect), after && readBy(after, expect)];
  const fields = { ...now?.expected.fields, ...then?.expected.fields };
  const fitting = then?.problems.some(({ path }) => path.startsWith('rows')) ? now : (then ?? now);
  const rows = fitting?.expected.rows ?? null;
  const unreadable = (then?.problems ?? []).filter(({ path }) => !(path in fields) && !path.startsWith('rows'));
  return { expected: { fields, rows }, unreadable: unreadable.map(({ text }) => text) };
}

function readBy(sieve: CompiledSieve, expect: ExpectSource) {
  const report = new Report(() => ({ line: 1, column: 1 }));
  const { fields, columns } = sieve;
  const expected = compileExpected(expect, [], { fields, columns, context: writtenContext(sieve), report });
  return { expected, problems: report.problems };
}
