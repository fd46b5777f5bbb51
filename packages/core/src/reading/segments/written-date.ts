import { isoDay } from '../../values/calendar.js';
import { months } from '../../values/month-names.js';
import { readDateHeader } from '../headers/date-header.js';
import { plain } from '../text/plain-words.js';

/**
 * A date as the header block of a forwarded message has it, in eight languages: `Montag, 3. Mai 2027 um 09:12`,
 * `Monday, May 3, 2027 9:12 AM`, `03.05.2027 09:12`. ISO 8601, without an offset when none is stated. Null when it
 * cannot be read, or when day and month could be either.
 */
export function writtenDate(text: string): string | null {
  const header = readDateHeader(text);
  if (header !== null) return header;
  const words = plain(text.slice(0, 200).replace(/,/g, ' '));
  const day = isoDate(words) ?? namedDate(words.replace(/\./g, '')) ?? numericDate(words);
  if (day === null) return null;
  return `${day}T${timeOf(words) ?? '00:00:00'}${offsetOf(words)}`;
}

function isoDate(words: string): string | null {
  const found = /\b(\d{4})-(\d{1,2})-(\d{1,2})\b/.exec(words);
  return found && isoDay(Number(found[1]), Number(found[2]), Number(found[3]));
}

function namedDate(words: string): string | null {
  const dayFirst = /\b(\d{1,2})(?:st|nd|rd|th|º|er)? (?:de |of |den )?(\p{L}{3,12}) (?:de |del )?(\d{4})\b/u.exec(
    words,
  );
  if (dayFirst && months.has(dayFirst[2] ?? ''))
    return isoDay(Number(dayFirst[3]), months.get(dayFirst[2] ?? '') ?? 0, Number(dayFirst[1]));
  const monthFirst = /(?:^| )(\p{L}{3,12}) (\d{1,2})(?:st|nd|rd|th)? (\d{4})\b/u.exec(words);
  if (monthFirst && months.has(monthFirst[1] ?? ''))
    return isoDay(Number(monthFirst[3]), months.get(monthFirst[1] ?? '') ?? 0, Number(monthFirst[2]));
  return null;
}

/** With points or hyphens the day comes first; with strokes only where nothing else is possible. */
function numericDate(text: string): string | null {
  const found = /\b(\d{1,2})([./-])(\d{1,2})\2(\d{4}|\d{2})\b/.exec(text);
  if (!found) return null;
  const [a, b, year] = [Number(found[1]), Number(found[3]), Number(found[4])];
  const full = year < 100 ? 2000 + year : year;
  if (found[2] !== '/' || a > 12 || a === b) return isoDay(full, b, a);
  return b > 12 ? isoDay(full, a, b) : null;
}

function timeOf(words: string): string | null {
  const found = /\b(\d{1,2})[:h.](\d{2})(?:[:.](\d{2}))?(?: ?([ap])\.?m\b)?(?!\.?\d)/.exec(
    words.replace(/\b\d{1,2}\.\d{1,2}\.\d{2,4}/g, ' '),
  );
  if (!found) return null;
  const [, hours = '', minutes = '', seconds = '00', half] = found;
  const hour = half === 'p' ? (Number(hours) % 12) + 12 : half === 'a' ? Number(hours) % 12 : Number(hours);
  return hour > 23 || minutes > '59' ? null : `${String(hour).padStart(2, '0')}:${minutes}:${seconds}`;
}

function offsetOf(words: string): string {
  const found = /(?:gmt|utc|z)? ?([+-])(\d{1,2}):?(\d{2})?\b(?!-)/.exec(
    words.replace(/\d{4}-\d{1,2}-\d{1,2}|\d{1,2}-\d{1,2}-\d{2,4}/g, ' '),
  );
  if (found) return `${found[1]}${(found[2] ?? '').padStart(2, '0')}:${found[3] ?? '00'}`;
  return /\b(?:gmt|utc)\b/.test(words) ? 'Z' : '';
}
