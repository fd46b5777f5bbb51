import {
  type CompiledMailbox,
  type CompiledSieve,
  compileMailbox,
  compileSieve,
  type Examples,
  type Labelled,
  type LearnedSorter,
  type LookupTable,
  learnSorter,
  mailboxOf,
  type Reading,
  readMessage,
} from '@yellow-sieve/core';
import { connectDatabase, type DatabaseHandle } from '../../database/connect.js';
import { lessonOf } from '../../store/label-store.js';
import { tablesFor } from '../../store/lookup-store.js';
import { rawPieces } from '../../store/raw-store.js';
import { findSample } from '../../store/sample-store.js';

/** A file's text, and what tells it from others. */
export interface SourceText {
  digest: string;
  source: string;
}

export interface SieveText extends SourceText {
  name: string;
}

const handles = new Map<string, DatabaseHandle>();

/** This thread's own connection to the database. */
export function databaseOf(url: string): DatabaseHandle {
  const handle = handles.get(url) ?? connectDatabase(url, 1);
  handles.set(url, handle);
  return handle;
}

/** Compiled mailboxes by what they were compiled from; a handful is enough, for old versions are not asked for again. */
const mailboxes = new Map<string, CompiledMailbox>();
const sieves = new Map<string, CompiledSieve>();
const maxKept = 200;

/** A mailbox with its sieves, compiled once. */
export function compiledMailbox(mailbox: SourceText, texts: readonly SieveText[]): CompiledMailbox {
  const key = [mailbox.digest, ...texts.map(({ digest }) => digest)].join(' ');
  return kept(mailboxes, key, () =>
    compileMailbox(mailbox.source, new Map(texts.map((text) => [text.name, compiledSieve(text)]))),
  );
}

/** A sieve alone, as samples are held against it. */
export const aloneMailbox = (text: SieveText): CompiledMailbox =>
  kept(mailboxes, `alone ${text.digest}`, () => mailboxOf(compiledSieve(text)));

/** The tables that a mailbox looks in, as they stand now, or at some revisions. */
export const tablesOf = (
  database: string,
  { lookups }: CompiledMailbox,
  revisions: Readonly<Record<string, number>> = {},
): Promise<Record<string, LookupTable>> =>
  lookups.length === 0 ? Promise.resolve({}) : tablesFor(databaseOf(database).db, lookups, revisions);

/** The messages that worked examples of some sieves name: samples of theirs. One that is gone is missing. */
export async function examplesOf(database: string, texts: readonly SieveText[]): Promise<Examples> {
  const found: Record<string, Record<string, Reading>> = {};
  for (const text of texts) {
    const { name, examples } = compiledSieve(text);
    const of: Record<string, Reading> = {};
    for (const message of examples) {
      const sample = await findSample(databaseOf(database).db, name, message);
      if (sample) of[message] = await readingOf(database, sample.rawId);
    }
    found[name] = of;
  }
  return found;
}

/** A mailbox’s sorter in use. */
export interface SorterInUse {
  mailboxId: string;
  number: number;
}

/** Sorters by what they learned from; null where that is too little. */
const sorters = new Map<string, LearnedSorter | null>();
/** One of many labels takes some 20 MB. */
const maxSorters = 5;

/** The sorter that a mailbox has in use, trained once; null where it has none. */
export async function sorterOf(
  database: string,
  inUse: SorterInUse | null,
  { source }: CompiledMailbox,
): Promise<LearnedSorter | null> {
  if (!inUse || !source.sorter) return null;
  const { categories } = source.sorter;
  const key = JSON.stringify([
    inUse.mailboxId,
    inUse.number,
    categories.map(({ category, about }) => [category, about]),
  ]);
  const known = sorters.get(key);
  if (known !== undefined) return known;
  const lesson: Labelled[] = await lessonOf(databaseOf(database).db, inUse.mailboxId, inUse.number);
  if (sorters.size >= maxSorters) sorters.clear();
  return kept(sorters, key, () => learnSorter(lesson, categories));
}

export const compiledSieve = ({ digest, source }: SourceText): CompiledSieve =>
  kept(sieves, digest, () => compileSieve(source));

function kept<T>(cache: Map<string, T>, key: string, make: () => T): T {
  const known = cache.get(key);
  if (known !== undefined) return known;
  if (cache.size >= maxKept) cache.clear();
  const made = make();
  cache.set(key, made);
  return made;
}

/** Readings people look at again and again, by their raw: the newest stay. A raw never changes, so neither does its reading. */
const readings = new Map<string, Reading>();
const maxReadings = 400;
/** A reading of a longer message is made anew each time, so that the thread's memory is bounded. */
const longestKept = 60_000;

/** What rules see of a stored raw message. */
export async function readingOf(database: string, rawId: string): Promise<Reading> {
  const known = readings.get(rawId);
  if (known) {
    readings.delete(rawId);
    readings.set(rawId, known);
    return known;
  }
  const reading = await readMessage(rawPieces(databaseOf(database).db, rawId));
  if (reading.size > longestKept) return reading;
  readings.set(rawId, reading);
  const [oldest] = readings.keys();
  if (readings.size > maxReadings && oldest !== undefined) readings.delete(oldest);
  return reading;
}
