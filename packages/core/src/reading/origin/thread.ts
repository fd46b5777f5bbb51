import type { TextForm } from '../reading.js';
import { subjectKind } from '../segments/phrases.js';
import { plain } from '../text/plain-words.js';

export interface Thread {
  thread: 'new' | 'reply';
  reason: string;
}

/**
 * Whether a message begins a thread or answers one. A forward by hand is no reply, whatever its References say: many
 * programs keep them.
 */
export function threadOf(subject: string, answers: boolean, form: TextForm | null): Thread {
  const kind = subjectKind(plain(subject));
  if (kind === 'reply') return { thread: 'reply', reason: 'the subject begins as that of a reply' };
  if (kind === 'forward') return { thread: 'new', reason: 'the subject says that it is forwarded' };
  if (!answers) return { thread: 'new', reason: 'it names no message that it answers' };
  const quotes = form?.segments.some((segment) => segment.kind === 'quoted') ?? false;
  if (form?.forwarded && !quotes) return { thread: 'new', reason: 'it forwards a message, and quotes none' };
  return { thread: 'reply', reason: 'its headers name the message it answers' };
}
