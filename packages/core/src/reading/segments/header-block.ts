import { plain } from '../text/plain-words.js';
import type { MailLine } from './mail-line.js';
import { type HeaderRole, headerRole } from './phrases.js';

/** The header lines that a mail program wrote above somebody else’s message. */
export interface HeaderBlock {
  /** Lines from (inclusive) and to (exclusive). */
  from: number;
  to: number;
  values: Partial<Record<HeaderRole, string>>;
}

/** Lines of one header: a long list of recipients is wrapped. */
const mostWrapped = 8;
const labelled = /^[*_]{0,2}([^:：*_]{1,30}?)[*_]{0,2}[ \t\u00a0]*[:：][*_]{0,2}[ \t\u00a0]*(.*)$/u;

interface HeaderEntry {
  role: HeaderRole;
  value: string;
}

/** A line that is a header by its label, or null. */
export function headerEntry(line: MailLine): HeaderEntry | null {
  const match = line.text.length > 2000 ? null : labelled.exec(line.text);
  const role = match && headerRole(plain(match[1] ?? ''));
  return role ? { role, value: (match?.[2] ?? '').replace(/^\*+|\*+$/g, '').trim() } : null;
}

/**
 * The header block that begins on a line. Alone it must name a sender and a date, and a subject or a recipient, so that a
 * travel form is none; below a line such as “Forwarded message” a sender, or a date with a subject, is enough.
 */
export function headerBlockAt(
  lines: readonly MailLine[],
  at: number,
  limit: number,
  wrapped: boolean,
): HeaderBlock | null {
  const first = lines[at];
  if (!first || !headerEntry(first)) return null;
  // Some programs give each header a paragraph of its own.
  const spaced = lines[at + 1]?.blank ?? false;
  const values: HeaderBlock['values'] = {};
  let last: HeaderRole = 'other';
  let to = at;
  for (let i = at; i < limit; i++) {
    const line = lines[i];
    if (!line || line.depth !== first.depth) break;
    if (line.blank && spaced && !lines[i + 1]?.blank) continue;
    if (line.blank) break;
    const entry = headerEntry(line);
    if (entry) {
      // A second sender is that of the next message, with nothing between.
      if (entry.role !== 'other' && values[entry.role] !== undefined) break;
      values[entry.role] ??= entry.value;
      last = entry.role;
      to = i + 1;
    } else if (!spaced && to === i && goesOn(lines, i, limit)) {
      values[last] = `${values[last] ?? ''} ${line.text}`;
      to = i + 1;
    } else break;
  }
  return isBlock(values, wrapped) ? { from: at, to, values } : null;
}

/** Whether a line without a label belongs to the header above: another header must follow soon. */
function goesOn(lines: readonly MailLine[], at: number, limit: number): boolean {
  for (let i = at + 1; i < Math.min(limit, at + mostWrapped); i++) {
    const line = lines[i];
    if (!line || line.blank) return false;
    if (headerEntry(line)) return true;
  }
  return false;
}

function isBlock({ from, date, subject, to }: HeaderBlock['values'], wrapped: boolean): boolean {
  if (wrapped) return from !== undefined || (date !== undefined && subject !== undefined);
  if (from === undefined || date === undefined || !/\d/.test(date)) return false;
  return subject !== undefined || (to !== undefined && /@/.test(from + to));
}
