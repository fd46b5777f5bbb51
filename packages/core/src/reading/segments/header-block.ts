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
const maxWrapped = 8;
/** Lines of a whole block; more would let a text of nothing but headers be read again from each of them. */
const maxInBlock = 120;
const longestHeader = 2000;
const labelled = /^[*_]{0,2}([^:：*_]{1,30}?)[*_]{0,2}[ \t\u00a0]*[:：][*_]{0,2}[ \t\u00a0]*(.*)$/u;

interface HeaderEntry {
  role: HeaderRole;
  value: string;
}

/** A block is looked for on every line, and reads those below: each line is taken apart once. */
const known = new WeakMap<MailLine, HeaderEntry | null>();

/** A line that is a header by its label, or null. */
function headerEntry(line: MailLine): HeaderEntry | null {
  if (!line.text.includes(':') && !line.text.includes('：')) return null;
  const entry = known.get(line);
  if (entry !== undefined) return entry;
  const read = readEntry(line);
  known.set(line, read);
  return read;
}

function readEntry({ text }: MailLine): HeaderEntry | null {
  const match = text.length > longestHeader ? null : labelled.exec(text);
  const role = match && headerRole(plain(match[1] ?? ''));
  return role ? { role, value: withoutStars(match?.[2] ?? '').trim() } : null;
}

/** Some programs set labels in bold, and the text form of that has stars. */
function withoutStars(value: string): string {
  let [start, end] = [0, value.length];
  while (start < end && value[start] === '*') start++;
  while (end > start && value[end - 1] === '*') end--;
  return value.slice(start, end);
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
  for (let i = at; i < Math.min(limit, at + maxInBlock); i++) {
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
  for (let i = at + 1; i < Math.min(limit, at + maxWrapped); i++) {
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
