import type { Code } from '../errors/index.js';
import { isoDay, shiftDay, weekdayOf } from './calendar.js';
import type { DateOrder } from './date-order.js';
import { months, weekdays } from './month-names.js';
import { relativeDay } from './relative-day.js';

/** A day read from words, or why not. `counted`: the reference day decided. */
export type ReadDay = { date: string; counted: boolean } | { code: Code };

/** What a day is read against. */
export interface DayContext {
  order: DateOrder | null;
  language: string;
  /** ISO 8601. */
  reference: string;
}

/** How long before the reference day a date without a year may lie; older means next year's. */
const lookBackDays = 60;
/** How long before it one may lie that its weekday tells: further back, a weekday is wrong as often. */
const lookFurtherBackDays = 183;
/** Two-digit years lie at most this far ahead of the reference; the rest are past. */
const lookAheadYears = 20;

/** Reads a day from a text as `plainDate` has it: figures, names of months and weekdays, or words that count from the reference. */
export function writtenDay(text: string, context: DayContext): ReadDay {
  return (
    isoDate(text) ??
    figures(text, context) ??
    named(text, context) ??
    relative(text, context) ?? { code: 'YS-VALUE-DATE' }
  );
}

function isoDate(text: string): ReadDay | null {
  const match = /^(\d{4})[-/. ](\d{1,2})[-/. ](\d{1,2})$/.exec(text) ?? /^((?:19|20)\d{2})(\d{2})(\d{2})$/.exec(text);
  return match ? day(Number(match[1]), Number(match[2]), Number(match[3])) : null;
}

/** `03/05/2027`, `3.5.27`, `Fri 3-5-2027`, `3/5`: the stated order decides, or a figure over 12. */
function figures(text: string, context: DayContext): ReadDay | null {
  const match = /^(?:(\p{L}+)(?:-feira)? )?(\d{1,2}) ?[-/. ] ?(\d{1,2})(?: ?[-/. ] ?(\d{4}|\d{2}))?$/u.exec(text);
  if (!match) return null;
  if (match[1] !== undefined && !weekdays.has(match[1])) return null;
  // Two figures alone are a date only as `3/5`: `3.5` is a number.
  if (match[4] === undefined && !/^\S*\d\/\d|^\p{L}+ .*\d[/.]\d/u.test(text)) return null;
  const [a, b] = [Number(match[2]), Number(match[3])];
  if (context.order === 'ymd' && match[4]?.length === 2)
    return day(fullYear(match[2] ?? '', context.reference), b, Number(match[4]));
  const parts = dayAndMonth(a, b, context.order);
  if ('code' in parts) return parts;
  return dated(match[4], parts.month, parts.day, match[1], context);
}

function dayAndMonth(a: number, b: number, order: DateOrder | null): { day: number; month: number } | { code: Code } {
  const dayFirst = { day: a, month: b };
  const monthFirst = { day: b, month: a };
  if (order === 'dmy') return dayFirst;
  if (order === 'mdy') return monthFirst;
  if (a > 12 && b <= 12) return dayFirst;
  if (b > 12 && a <= 12) return monthFirst;
  return a === b ? dayFirst : { code: 'YS-VALUE-DATE-ORDER' };
}

const weekdayPart = '(?:(?<weekday>\\p{L}+)(?:-feira)? (?:the |den |d |o |le |el |il )?)?';
const yearPart = '(?: (?:de |del |of )?(?<year>\\d{4}|\\d{2}))?';
const dayMonth = new RegExp(
  `^${weekdayPart}(?<day>\\d{1,2}) (?:of |de |den |di |d')?(?<month>\\p{L}+)${yearPart}$`,
  'u',
);
const monthDay = new RegExp(`^${weekdayPart}(?<month>\\p{L}+) (?:the )?(?<day>\\d{1,2})${yearPart}$`, 'u');
const yearMonthDay = /^(?<year>\d{4}) (?<month>\p{L}+) (?<day>\d{1,2})(?<weekday>(?!.))?$/u;

/** `thursday 3 of june 2027`, `june 3 2027`, `3 de maio`, in eight languages. */
function named(text: string, context: DayContext): ReadDay | null {
  const parts = (dayMonth.exec(text) ?? monthDay.exec(text) ?? yearMonthDay.exec(text))?.groups;
  const month = parts?.month === undefined ? undefined : months.get(parts.month);
  if (!parts || month === undefined) return null;
  if (parts.weekday !== undefined && !weekdays.has(parts.weekday)) return null;
  return dated(parts.year, month, Number(parts.day), parts.weekday, context);
}

function dated(
  year: string | undefined,
  month: number,
  date: number,
  weekday: string | undefined,
  { reference }: DayContext,
): ReadDay {
  // With no day to count from, any year would be a guess.
  if (year === undefined && weekdayOf(reference) === null) return { code: 'YS-VALUE-DATE' };
  const years = year === undefined ? nearYears(month, date, reference) : [fullYear(year, reference)];
  const isOn = (one: ReadDay) => 'date' in one && weekdays.get(weekday ?? '') === weekdayOf(one.date);
  const [first, ...others] = years.map((one) => day(one, month, date));
  const found = (weekday !== undefined && [first, ...others].find((one) => one && isOn(one))) || first;
  if (!found || 'code' in found) return found ?? { code: 'YS-VALUE-DATE' };
  if (weekday !== undefined && !isOn(found)) return { code: 'YS-VALUE-DATE-WEEKDAY' };
  return { ...found, counted: year === undefined };
}

/** The year as it is written; of two figures, the one in which they lie nearest ahead, or else behind. */
function fullYear(written: string, reference: string): number {
  const short = Number(written);
  if (written.length > 2) return short;
  const now = Number(reference.slice(0, 4)) || 2000;
  const sameCentury = now - (now % 100) + short;
  return sameCentury > now + lookAheadYears ? sameCentury - 100 : sameCentury;
}

/** The years of a day without one: in which it lies as it should, and the one before where only its weekday could tell that. */
function nearYears(month: number, date: number, reference: string): number[] {
  const yearFrom = (days: number) => {
    const from = shiftDay(reference, -days) ?? '2000-01-01';
    const year = Number(from.slice(0, 4));
    const same = isoDay(year, month, date);
    return same !== null && same < from ? year + 1 : year;
  };
  return [yearFrom(lookBackDays), yearFrom(lookFurtherBackDays)];
}

function day(year: number, month: number, date: number): ReadDay {
  const found = isoDay(year, month, date);
  return found === null ? { code: 'YS-VALUE-DATE-NONE' } : { date: found, counted: false };
}

function relative(text: string, { reference, language }: DayContext): ReadDay | null {
  const date = relativeDay(text, reference, language);
  return date === null ? null : { date, counted: true };
}
