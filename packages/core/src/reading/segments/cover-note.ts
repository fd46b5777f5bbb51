import { isKeyed } from './own-tail.js';

/** A note above a forward is no longer than this; what is longer has something to say itself. */
const maxWords = 80;
const maxLines = 10;

/**
 * Whether words above a forwarded message are nothing but a note on it (“FYI”, “Can you take this one? Thanks, Jo”):
 * few words, and no line of label and value, row or list among them.
 */
export function isCoverNote(text: string): boolean {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  if (lines.length > maxLines || (text.match(/\S+/g)?.length ?? 0) > maxWords) return false;
  return (
    !lines.some((line) => isKeyed(line) || /\t|\|/.test(line.trim())) &&
    lines.filter((line) => /^\s*(?:[-*•]|\d+[.)])\s/.test(line)).length < 2
  );
}
