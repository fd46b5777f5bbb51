import {
  compileSieve,
  countRule,
  type Edited,
  editSieve,
  type GuessedField,
  guessField,
  type HandleResult,
  type KeptAnswer,
  type RuleCount,
  readMessage,
  type Selected,
  type SieveAct,
  type TriedRule,
  tryCompileSieve,
  tryRule,
  YsError,
} from '@yellow-sieve/core';
import { type Outline, outlineOf } from '../../sieves/outline.js';
import { tablesFor } from '../../store/lookup-store.js';
import type { ModelToAsk } from '../../store/model-store.js';
import { type CompareItem, handled, type RuleState } from './compare.js';
import { databaseOf, readingOf } from './worker-state.js';

/** Tries one state of the rules on one message. */
export interface ShownTask {
  database: string;
  sieve: string;
  item: CompareItem;
  state: RuleState;
  model: ModelToAsk;
  answers: Record<string, KeptAnswer>;
}

/** Does an act to a source text; some are about the message that is shown. */
export interface EditTask {
  database: string;
  source: string;
  act: SieveAct;
  message: { name: string; rawId: string } | null;
}

/** Guesses what a selected stretch of a message is. */
export interface GuessTask extends Selected {
  database: string;
  source: string;
  message: { name: string; rawId: string };
}

/** Tries one rule by itself, on a message or on a typed text. */
export interface RuleTask {
  database: string;
  source: string;
  rule: Record<string, unknown>;
  place: number | null;
  rawId: string | null;
  text: string;
}

/** Counts what one rule finds by itself, in some raw messages. */
export interface CountTask extends Omit<RuleTask, 'rawId' | 'text'> {
  rawIds: readonly string[];
}

/** A source text that somebody sent. */
export interface TextTask {
  source: string;
}

/** What rules make of the message a person has before them. */
export const shown = async ({ item, state, ...task }: ShownTask): Promise<HandleResult> =>
  handled(await readingOf(task.database, item.rawId), state, task, item);

/** Does an act to a source text. */
export async function edit({ database, source, act, message }: EditTask): Promise<Edited> {
  const before = message && { name: message.name, reading: await readingOf(database, message.rawId) };
  return editSieve(source, act, before);
}

/** Guesses what was selected. */
export const guess = async ({ database, source, message, ...stretch }: GuessTask): Promise<GuessedField> =>
  guessField(compileSieve(source), await readingOf(database, message.rawId), stretch);

/** What a rule that is being written makes of a message by itself. */
export async function rule({ database, source, rule: entries, place, rawId, text }: RuleTask): Promise<TriedRule> {
  const reading = rawId === null ? await readMessage(typedMessage(text)) : await readingOf(database, rawId);
  return tryRule(source, { entries, place, lookups: await tablesBeside(database, source, entries) }, reading);
}

/** Counts what a rule that is being written finds in stored messages. */
export async function count({ database, source, rule: entries, place, rawIds }: CountTask): Promise<RuleCount | null> {
  const lookups = await tablesBeside(database, source, entries);
  async function* readings() {
    for (const rawId of rawIds) yield await readingOf(database, rawId);
  }
  return countRule(source, { entries, place, lookups }, readings());
}

/** The tables that a sieve and a rule beside it look in. */
function tablesBeside(database: string, source: string, { table }: Record<string, unknown>) {
  const compiled = tryCompileSieve(source);
  const others = compiled.ok ? compiled.sieve.lookups : [];
  return tablesFor(databaseOf(database).db, [...others, ...(typeof table === 'string' ? [table] : [])]);
}

/** A typed text as a message of nobody. */
const typedMessage = (text: string) =>
  Buffer.from(`Content-Type: text/plain; charset=utf-8\r\nContent-Transfer-Encoding: 8bit\r\n\r\n${text}`);

/** What a text declares, or what is wrong with it. */
export const outline = ({ source }: TextTask): Outline => outlineOf(source);

/** Milliseconds that compiling a text takes: the shortest of some runs where the first is long, since a thread may be cold or held up. */
export function vet({ source }: TextTask): number {
  const first = compileTime(source);
  return first < longMs ? first : Math.min(first, compileTime(source), compileTime(source));
}

const longMs = 500;

/** @throws YsError when the text is beyond the bounds of any file. */
function compileTime(source: string): number {
  const from = performance.now();
  const compiled = tryCompileSieve(source);
  const beyond = compiled.ok ? undefined : compiled.problems.find(({ code }) => bounds.has(code));
  if (beyond) throw new YsError(beyond.code, {}, [beyond]);
  return performance.now() - from;
}

const bounds: ReadonlySet<string> = new Set(['YS-FILE-TOO-LONG', 'YS-FILE-TOO-MANY', 'YS-FILE-TOO-DEEP']);
