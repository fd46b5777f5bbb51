import { publicReading } from '@yellow-sieve/core';
import { originalHtml } from '../original/original-html.js';
import type { ShowReply, ShowTask } from './show-task.js';
import { timed } from './worker-clock.js';
import { readingOf } from './worker-state.js';

export { default as suggest } from './suggest-worker.js';
export { edit, guess, outline, shown, vet } from './workbench-worker.js';

/** Runs in a worker thread of the web process: reads a raw message, and makes of it what a person wants to see. */
async function show({ database, rawId, body, want }: ShowTask): Promise<ShowReply> {
  const reading = await readingOf(database, rawId);
  if (want.kind === 'reading') return { kind: 'reading', reading: publicReading(reading, body) };
  const { html } = reading;
  // Evidence of a text that was not made from the HTML has no place in it.
  const marks = body === 'html' ? want.marks : [];
  return { kind: 'original', html: html && originalHtml(html.html, html.source, marks) };
}

export default timed(show);
