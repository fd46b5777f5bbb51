import * as v from 'valibot';
import { isoDay, shiftDay } from './calendar.js';
import { months, plainWord as plain, weekdays } from './month-names.js';
import { fitByReading, type ReadContext, type ReadResult, type ValueType } from './value-type.js';

/** Regions that write the month first. All others with a region write the day first, save those that lead with the year. */
const monthFirst = new Set(['US']);
const yearFirst = new Set(['CN', 'JP', 'KR', 'HU', 'SE', 'CA']);

/** How long before the reference day a date without a year may lie; older means next year's. */
const lookBackDays = 60;

const read: ValueType['read'] = (raw, options, context) => {
  const text = plain(raw).replace(/^(?:on |the )+/, '');
  return (
    isoDate(text) ??
    numericDate(text, options.order, context) ??
    namedDate(text, context) ?? { ok: false, code: 'YS-VALUE-DATE' }
  );
};

function isoDate(text: string): ReadResult | null {
  const match = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:t[\d:.+z-]*)?$/.exec(text);
  return match ? calendarDay(Number(match[1]), Number(match[2]), Number(match[3])) : null;
}

function numericDate(text: string, stated: unknown, context: ReadContext): ReadResult | null {
  const match = /^(?:\p{L}+,? )?(\d{1,2})[-/. ](\d{1,2})[-/. ](\d{4}|\d{2})$/u.exec(text);
  if (!match) return null;
  const [a, b, year] = [Number(match[1]), Number(match[2]), fullYear(Number(match[3]))];
  const order = typeof stated === 'string' ? stated : orderOf(context.region);
  if (order === 'dmy') return calendarDay(year, b, a);
  if (order === 'mdy') return calendarDay(year, a, b);
  if (a > 12 && b <= 12) return calendarDay(year, b, a);
  if (b > 12 && a <= 12) return calendarDay(year, a, b);
  return a === b ? calendarDay(year, b, a) : { ok: false, code: 'YS-VALUE-DATE-ORDER' };
}

/** `3 June 2027`, `Thursday 3rd of June`, `June 3, 2027`, in eight languages. */
function namedDate(text: string, context: ReadContext): ReadResult | null {
  const match =
    /^(?:(?<weekday>\p{L}+),? )?(?:the )?(?<day>\d{1,2})(?:st|nd|rd|th|º|er)?(?: (?:of|de|den))? (?<month>\p{L}+)(?:,? (?:de )?(?<year>\d{4}|\d{2}))?$/u.exec(
      text,
    ) ??
    /^(?:(?<weekday>\p{L}+),? )?(?<month>\p{L}+) (?<day>\d{1,2})(?:st|nd|rd|th)?(?:,? (?<year>\d{4}|\d{2}))?$/u.exec(
      text,
    );
  const parts = match?.groups;
  const month = parts?.month === undefined ? undefined : months.get(parts.month);
  if (!parts || month === undefined) return null;
  if (parts.weekday !== undefined && !weekdays.has(parts.weekday)) return null;
  const year =
    parts.year === undefined ? nearYear(month, Number(parts.day), context.reference) : fullYear(Number(parts.year));
  return calendarDay(year, month, Number(parts.day));
}

function orderOf(region: string | null): 'dmy' | 'mdy' | 'ymd' | null {
  if (region === null) return null;
  if (monthFirst.has(region)) return 'mdy';
  return yearFirst.has(region) ? 'ymd' : 'dmy';
}

const fullYear = (year: number) => (year < 100 ? 2000 + year : year);

function nearYear(month: number, day: number, reference: string): number {
  const from = shiftDay(reference, -lookBackDays) ?? '2000-01-01';
  const year = Number(from.slice(0, 4));
  const same = isoDay(year, month, day);
  return same !== null && same < from ? year + 1 : year;
}

function calendarDay(year: number, month: number, day: number): ReadResult {
  const date = isoDay(year, month, day);
  return date === null ? { ok: false, code: 'YS-VALUE-DATE-NONE' } : { ok: true, value: { kind: 'date', date } };
}

export const date: ValueType = {
  kind: 'date',
  about: 'a day, kept as ISO 8601',
  options: { order: v.optional(v.picklist(['dmy', 'mdy', 'ymd'])) },
  part: '(?:\\d{4}-\\d{2}-\\d{2}|\\d{1,2}[./ -](?:\\d{1,2}|\\p{L}+\\.?)[./ -]\\d{2,4}|\\d{1,2}(?:st|nd|rd|th)? (?:of )?\\p{L}+(?: \\d{4})?)',
  read,
  fit: fitByReading({ read }),
};
