import {
  type Arrival,
  crossJudge,
  type KeptAnswer,
  type Labelled,
  learnSorter,
  noFacts,
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
  model: string;
  mayAsk: boolean;
  /** Kept answers to what the sorter would ask. */
  answers: Record<string, KeptAnswer>;
  messages: { rawId: string; arrival: Arrival; labelled?: { category: string | null } | undefined }[];
}

/** The category of each and how sure it is, in their order; null is unsorted. What would be asked of a model comes as its question’s digest. */
export async function sortStored(task: SortTask) {
  const { database, mailbox, sieves, labels, messages, model, mayAsk, answers } = task;
  const compiled = compiledMailbox(mailbox, sieves);
  const learned = learnSorter(labels, compiled.source.sorter?.categories ?? []);
  const found: { category: string | null; confidence: number | null; asks: string | null }[] = [];
  for (const { rawId, arrival, labelled } of messages) {
    const facts = { ...noFacts, model, answers, sorter: { learned, labelled, mayAsk } };
    const sorted = sortReading(await readingOf(database, rawId), compiled, facts, arrival);
    if (sorted && 'want' in sorted) found.push({ category: null, confidence: null, asks: sorted.want.digest });
    else found.push({ category: sorted?.category ?? null, confidence: sorted?.confidence ?? null, asks: null });
  }
  return found;
}
