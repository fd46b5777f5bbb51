import {
  type CompiledSieve,
  compileExpected,
  coverMessage,
  type Expected,
  effectOn,
  type Facts,
  handleMessage,
  limits,
  type Made,
  madeOf,
  type Reading,
  Report,
  readMessage,
  writtenContext,
} from '@yellow-sieve/core';
import { rawPieces } from '../store/raw-store.js';
import type { CompareItem, CompareReply, CompareTask, RuleState } from './compare-task.js';
import { aloneMailbox, compiledMailbox, compiledSieve, databaseOf } from './worker-state.js';

/** Runs in a worker thread: tries states of the rules on messages and holds what comes out side by side. */
export default async function compare(task: CompareTask): Promise<CompareReply[]> {
  const replies = [];
  for (const item of task.items) replies.push(await compareOne(task, item));
  return replies;
}

async function compareOne(task: CompareTask, item: CompareItem): Promise<CompareReply> {
  const reading = await readMessage(rawPieces(databaseOf(task.database).db, item.rawId));
  const before = task.before && make(reading, task.before, task, item);
  const after = make(reading, task.after, task, item);
  const sieve = sieveOf(task.after, task.sieve);
  const { expected, unreadable } = readExpected(item, sieve);
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

function make(reading: Reading, state: RuleState, task: CompareTask, { came, entered }: CompareItem): Made {
  const facts = (record: Facts['record']): Facts => ({
    record,
    answers: task.answers,
    model: task.model,
    limits,
    entered,
  });
  if (came) {
    const mailbox = state.mailboxes[came.arrival.mailbox];
    if (!mailbox) throw new TypeError('the mailbox of each message comes with the rules');
    return madeOf(handleMessage(reading, compiledMailbox(mailbox, state.sieves), facts(came.record), came.arrival));
  }
  const text = state.sieves.find(({ name }) => name === task.sieve);
  if (!text) throw new TypeError('samples are tried on a sieve that is among the rules');
  return madeOf(handleMessage(reading, aloneMailbox(text), facts({ key: '', link: '' })));
}

function sieveOf(state: RuleState, name: string): CompiledSieve | null {
  const text = state.sieves.find((one) => one.name === name);
  return text ? compiledSieve(text) : null;
}

/** Expected values by the fields as they are now; one that fits no more is said, and not judged by. */
function readExpected(
  { expect }: CompareItem,
  sieve: CompiledSieve | null,
): { expected: Expected | null; unreadable: string[] } {
  if (!expect || !sieve) return { expected: null, unreadable: [] };
  const report = new Report(() => ({ line: 1, column: 1 }));
  const { fields, columns } = sieve;
  const expected = compileExpected(expect, [], { fields, columns, context: writtenContext(sieve), report });
  return { expected, unreadable: report.problems.map(({ text }) => text) };
}
