import { type BodyChoice, type PublicReading, publicReading } from '@yellow-sieve/core';
import type { Mark } from '../../original/mark-source.js';
import { originalHtml } from '../../original/original-html.js';
import { readingOf } from './worker-state.js';

/** What a worker thread is told of a message that a person looks at. It reads the raw pieces itself. */
export interface ShowTask {
  database: string;
  rawId: string;
  /** Which part of an alternative the sieve looks at. */
  body: BodyChoice;
  want: { kind: 'reading' } | { kind: 'original'; marks: Mark[] };
}

export type ShowReply = { kind: 'reading'; reading: PublicReading } | { kind: 'original'; html: string | null };

/** Reads a raw message, and makes of it what a person wants to see. */
export async function show({ database, rawId, body, want }: ShowTask): Promise<ShowReply> {
  const reading = await readingOf(database, rawId);
  if (want.kind === 'reading') return { kind: 'reading', reading: publicReading(reading, body) };
  const { html } = reading;
  // Evidence of a text that was not made from the HTML has no place in it.
  const marks = body === 'html' ? want.marks : [];
  return { kind: 'original', html: html && originalHtml(html.html, html.source, marks) };
}
