import { headerOf } from './headers/headers.js';
import type { Reading } from './reading.js';

/** How a message is answered in its thread, or why it must not be. */
export type Answering =
  | {
      to: string;
      subject: string;
      /** Message-IDs without brackets, the oldest first; the last is the message itself. Empty where it has none. */
      references: string[];
      /** What all messages of the thread share: the Message-ID it began with; null where none is known. */
      thread: string | null;
    }
  | { refused: string };

const messageIds = /<([^<>\s]{1,500})>/g;
const maxReferences = 20;
/** How subjects of answers begin, in the languages people write in. */
const answered = /^\s*(?:re|aw|sv|antw|rif|rép|ref|odp|vs)\s*(?:\[\d+\])?\s*:/i;

/** Message-IDs of the thread a message answers in, the oldest first (RFC 5322, 3.6.4); none where it begins one. */
export function answeredIds({ headers }: Pick<Reading, 'headers'>): string[] {
  const ids = (name: string) =>
    [...(headerOf(headers, name) ?? '').matchAll(messageIds)].flatMap(([, one]) => one ?? []);
  const before = ids('references');
  return before.length > 0 ? before : ids('in-reply-to').slice(0, 1);
}

/** Answers go to whom the sender names for it (RFC 5322, 3.6.3), and never to machines and lists (RFC 3834, 2). */
export function answeringOf({ subject, from, replyTo, id, headers, list, automaticReason }: Reading): Answering {
  if (automaticReason !== null) return { refused: `it is automatic: ${automaticReason}` };
  if (list) return { refused: 'it came by a list' };
  if (/^(?:bulk|junk)$/i.test(headerOf(headers, 'precedence')?.trim() ?? '')) return { refused: 'it is bulk mail' };
  const to = (replyTo ?? from)?.address;
  if (!to?.includes('@')) return { refused: 'it has no address to answer to' };
  const earlier = answeredIds({ headers });
  const all = [...earlier, ...(id === null ? [] : [id])];
  const [first] = all;
  return {
    to,
    subject: answered.test(subject) ? subject.trim() : `Re: ${subject.trim()}`.trim(),
    // The first and the last tell the thread (RFC 5322, 3.6.4); what lies between may be left out.
    references: all.length > maxReferences ? [first ?? '', ...all.slice(1 - maxReferences)] : all,
    thread: first ?? null,
  };
}
