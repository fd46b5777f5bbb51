import { type BodyChoice, formOf, type Reading } from './reading.js';

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
    automatic: reading.automatic,
    list: reading.list,
    size: reading.size,
    text: form.text,
    html: reading.html?.html ?? null,
    segments: form.segments,
    body: form.body,
    tables: form.tables,
    links: form.links,
    attachments: reading.attachments,
    headers: reading.headers,
    problems: reading.problems,
  };
}

export type PublicReading = ReturnType<typeof publicReading>;
