import { DateTime } from 'luxon';
import { isoDay } from '../../values/calendar.js';

const months = 'jan feb mar apr may jun jul aug sep oct nov dec'.split(' ');
/** `Fri, 14 May 2027 09:12:00 +0100`, as RFC 5322 has it; all but a few messages write it so. */
const usual = /^(?:[a-z]{3}, )?(\d{1,2}) ([a-z]{3}) (\d{4}) (\d\d:\d\d)(?::(\d\d))? (?:([+-]\d\d)(\d\d)|gmt|utc?|z)$/i;

/** Characters of a date with its comment; a hostile one is as long as a header may be. */
const longestDate = 500;

/** The Date header as ISO 8601 with its own offset; null when it cannot be read. */
export function readDateHeader(value: string | null): string | null {
  if (value === null) return null;
  const text = value
    .slice(0, longestDate)
    .replace(/\([^)]*\)/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return usualDate(text) ?? anyDate(text);
}

function usualDate(text: string): string | null {
  const match = usual.exec(text);
  if (!match) return null;
  const [, day, name = '', year, time = '', seconds = '00', hours, minutes] = match;
  const date = isoDay(Number(year), months.indexOf(name.toLowerCase()) + 1, Number(day));
  if (date === null || time > '23:59' || time.slice(3) > '59' || seconds > '59') return null;
  const zone = hours === undefined || (Number(hours) === 0 && minutes === '00') ? 'Z' : `${hours}:${minutes}`;
  return `${date}T${time}:${seconds}${zone}`;
}

function anyDate(text: string): string | null {
  for (const parsed of [DateTime.fromRFC2822(text, { setZone: true }), DateTime.fromISO(text, { setZone: true })]) {
    if (parsed.isValid) return parsed.toISO({ suppressMilliseconds: true });
  }
  return null;
}
