import {
  type Answering,
  type Arrival,
  answeredIds,
  answeringOf,
  type CompiledMailbox,
  type Entered,
  type HandleResult,
  type KeptAnswer,
  limits,
  type Reading,
  readMessage,
  sameness,
  toText,
  wayOf,
} from '@yellow-sieve/core';
import { rawPieces } from '../../store/raw-store.js';
import { handleKnowing } from './knowing.js';
import {
  compiledMailbox,
  databaseOf,
  examplesOf,
  type SieveText,
  type SorterInUse,
  type SourceText,
  sorterOf,
  tablesOf,
} from './worker-state.js';

/** What a worker thread is told of one message. It reads the raw pieces itself. */
export interface HandleTask {
  database: string;
  rawId: string;
  mailbox: SourceText;
  sieves: SieveText[];
  arrival: Arrival;
  record: { key: string; link: string };
  model: string;
  answers: Record<string, KeptAnswer>;
  entered?: Entered | undefined;
  /** Whether a sorter may ask the model. */
  mayAsk: boolean;
  sorter: SorterInUse | null;
  /** What a person said the message is; null is “none of these”. */
  labelled?: { category: string | null } | undefined;
}

/** What listings show of a message once it has been read. */
interface Summary {
  subject: string;
  fromAddress: string | null;
  fromName: string | null;
  messageId: string | null;
  sentAt: string | null;
  /** Mailboxes of this service whose mail led to it, with spaces between. */
  way: string;
}

export interface HandleReply {
  summary: Summary;
  /** Digest of Message-ID and content, which twins share; null without a Message-ID. */
  same: string | null;
  /** How its sender would be answered. */
  answering: Answering;
  /** By what an earlier record would be told that it completes; null where its sieve does not look for one. */
  completing: Completing | null;
  result: HandleResult;
}

/** Reads the raw message piece by piece, and handles it. */
export async function handle(task: HandleTask): Promise<HandleReply> {
  const { db } = databaseOf(task.database);
  const reading = await readMessage(rawPieces(db, task.rawId), limits, { documents: asksForDocuments(task) });
  const { record, answers, model, entered } = task;
  const mailbox = compiledMailbox(task.mailbox, task.sieves);
  const lookups = await tablesOf(task.database, mailbox);
  const examples = await examplesOf(task.database, task.sieves);
  const learned = await sorterOf(task.database, task.sorter, mailbox);
  const sorter = { learned, labelled: task.labelled, mayAsk: task.mayAsk };
  const facts = { record, answers, model, limits, entered, lookups, examples, sorter };
  const result = await handleKnowing(task.database, reading, mailbox, facts, task.arrival);
  return {
    summary: summaryOf(reading),
    same: sameness(reading),
    answering: answeringOf(reading),
    completing: completingOf(result, mailbox, reading),
    result,
  };
}

/** By what an earlier record is told: Message-IDs of its thread, or the text of a field. */
export type Completing = { by: 'thread'; ids: string[] } | { by: 'field'; field: string; text: string };

function completingOf(
  result: HandleResult,
  { sieves, otherwise }: CompiledMailbox,
  reading: Reading,
): Completing | null {
  if (result.kind === 'wants' || !result.outcome || !result.values) return null;
  const { sieve: name } = result.outcome;
  const all = otherwise.kind === 'sieve' ? [...sieves, otherwise.sieve] : sieves;
  const completes = all.find((sieve) => sieve.name === name)?.source.completes;
  if (!completes) return null;
  if (completes.by === 'thread') {
    const ids = answeredIds(reading).filter((id) => id !== reading.id);
    return ids.length > 0 ? { by: 'thread', ids } : null;
  }
  const value = result.values.fields.find(([field]) => field === completes.field)?.[1];
  return value ? { by: 'field', field: completes.field, text: toText(value).slice(0, 191) } : null;
}

/** Whether any rule or route asks what an attachment says. */
const asksForDocuments = ({ mailbox, sieves }: HandleTask): boolean =>
  [mailbox, ...sieves].some(({ source }) => /message\.attachments\s*\[/.test(source));

function summaryOf(reading: Reading): Summary {
  const { subject, from, id, date } = reading;
  return {
    subject: subject.slice(0, 500),
    fromAddress: from?.address.slice(0, 320) ?? null,
    fromName: from?.name.slice(0, 320) || null,
    messageId: id?.slice(0, 500) ?? null,
    sentAt: date,
    way: wayOf(reading).join(' ').slice(0, 500),
  };
}
