import {
  type Arrival,
  crossJudge,
  type Labelled,
  learnSorter,
  type Seen,
  seenOf,
  sortReading,
} from '@yellow-sieve/core';
import { compiledMailbox, readingOf, type SieveText, type SourceText } from './worker-state.js';

/** Messages that a person labels: what a sorter looks at of each, in their order. */
export interface SeenTask {
  database: string;
  rawIds: string[];
}

export async function seen({ database, rawIds }: SeenTask): Promise<Seen[]> {
  const found: Seen[] = [];
  for (const rawId of rawIds) found.push(seenOf(await readingOf(database, rawId)));
  return found;
}

/** A mailbox’s labels, to be judged by sorters that have not seen them. */
export interface CrossTask {
  categories: { category: string; about?: string | undefined }[];
  labels: Labelled[];
}

export const cross = ({ labels, categories }: CrossTask) => crossJudge(labels, categories);

/** Stored messages, to be sorted by what some labels teach. */
export interface SortTask {
  database: string;
  mailbox: SourceText;
  sieves: SieveText[];
  labels: Labelled[];
  messages: { rawId: string; arrival: Arrival; labelled?: { category: string | null } | undefined }[];
}

/** The category of each and how sure it is, in their order; null is unsorted. */
export async function sortStored({ database, mailbox, sieves, labels, messages }: SortTask) {
  const compiled = compiledMailbox(mailbox, sieves);
  const learned = learnSorter(labels, compiled.source.sorter?.categories ?? []);
  const found: { category: string | null; confidence: number | null }[] = [];
  for (const { rawId, arrival, labelled } of messages) {
    const sorted = sortReading(await readingOf(database, rawId), compiled, { learned, labelled }, arrival);
    found.push({ category: sorted?.category ?? null, confidence: sorted?.confidence ?? null });
  }
  return found;
}
