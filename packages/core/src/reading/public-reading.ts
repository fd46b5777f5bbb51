import { listsOf } from './lists/lists.js';
import { type BodyChoice, type ForwardedMessage, formOf, type Reading, type Segment } from './reading.js';

/**
 * A stretch of the text with its kind: segments with those of forwarded messages in their place, so that it is one flat
 * list. Of a forwarded message the own words are `forwarded`.
 */
export interface OutlineEntry {
  kind: Segment['kind'];
  start: number;
  end: number;
  reason: string;
  /** How many forwarded messages it is inside of. */
  level: number;
}

/** The reading as it is shown to people and other programs. Offsets are in UTF-16 units of `text`. */
export function publicReading(reading: Reading, choice: BodyChoice = 'html') {
  const form = formOf(reading, choice);
  return {
    subject: reading.subject,
    from: reading.from,
    to: reading.to,
    cc: reading.cc,
    reply_to: reading.replyTo,
    date: reading.date,
    id: reading.id,
    thread: reading.thread,
    thread_why: reading.threadReason,
    automatic: reading.automatic,
    automatic_kind: reading.automaticKind,
    automatic_why: reading.automaticReason,
    report: reading.report,
    list: reading.list,
    size: reading.size,
    text: form.text,
    html: reading.html?.html ?? null,
    segments: form.segments,
    outline: outlineOf(form.segments, 0),
    body: form.body,
    body_why: form.bodyReason,
    forwarded: form.forwarded && headersOf(form.forwarded),
    tables: form.tables,
    lists: listsOf(form),
    links: form.links,
    /** Where in `html` each stretch of `text` stands. */
    places: form.source,
    attachments: reading.attachments,
    parts: reading.parts,
    headers: reading.headers,
    problems: reading.problems,
  };
}

export type PublicReading = ReturnType<typeof publicReading>;

function outlineOf(segments: readonly Segment[], level: number, forwarded: string | null = null): OutlineEntry[] {
  return segments.flatMap(({ message, ...segment }): OutlineEntry[] => {
    if (message && message.segments.length > 0) return outlineOf(message.segments, level + 1, segment.reason);
    const own = segment.kind === 'own' && forwarded !== null;
    return [{ ...segment, ...(own ? { kind: 'forwarded', reason: forwarded } : {}), level }];
  });
}

const headersOf = ({ from, to, date, subject, attached }: ForwardedMessage) => ({ from, to, date, subject, attached });
