import type { BodyChoice, PublicReading } from '@yellow-sieve/core';

/** Where a value stands in the text, to be marked in the original. */
export interface Mark {
  field: string;
  /** Place of the field in its sieve, from 0; says its colour. */
  place: number;
  start: number;
  end: number;
}

/** What a worker thread is told of a message that a person looks at. It reads the raw pieces itself. */
export interface ShowTask {
  database: string;
  rawId: string;
  /** Which part of an alternative the sieve looks at. */
  body: BodyChoice;
  want: { kind: 'reading' } | { kind: 'original'; marks: Mark[] };
}

export type ShowReply = { kind: 'reading'; reading: PublicReading } | { kind: 'original'; html: string | null };
