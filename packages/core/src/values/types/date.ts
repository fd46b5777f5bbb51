import * as v from 'valibot';
import { clockTime } from '../clock-time.js';
import { type DateOrder, orderOf } from '../date-order.js';
import { plainDate } from '../date-text.js';
import { isWeekdayName, months } from '../month-names.js';
import {
  type FieldOptions,
  fitByReading,
  type ReadContext,
  type ReadResult,
  type ValueType,
  valueType,
} from '../value-type.js';
import { type DayContext, type ReadDay, writtenDay } from '../written-day.js';

type DateValue = { kind: 'date'; date: string };

/** What a day is read against, by a field's stated order, else the locale's. */
function dayContext(options: FieldOptions, { language, region, reference }: ReadContext): DayContext {
  const stated = typeof options.order === 'string' ? (options.order as DateOrder) : null;
  return { order: stated ?? orderOf(language, region), language, reference };
}

/** Reads the day of a text; a time of day behind or before it is passed over. */
export function readDay(raw: string, options: FieldOptions, context: ReadContext): ReadDay {
  const against = dayContext(options, context);
  const whole = writtenDay(plainDate(raw), against);
  if (!('code' in whole) || whole.code !== 'YS-VALUE-DATE') return whole;
  const timed = clockTime(raw);
  const day = timed && timed.rest !== '' ? writtenDay(plainDate(timed.rest), against) : whole;
  return 'code' in day && day.code === 'YS-VALUE-DATE' ? whole : day;
}

const read: ValueType<DateValue>['read'] = (raw, options, context) => {
  const alone = resultOf(readDay(raw, options, context), context);
  if (alone.ok ? alone.reference === undefined : alone.code !== 'YS-VALUE-DATE') return alone;
  return borrowed(raw, options, context) ?? alone;
};

/** “3” of “3 to 7 May 2027” takes month and year from the slot behind, “28 May” the year; “7” of “May 3 to 7” from the one before. */
function borrowed(raw: string, options: FieldOptions, context: ReadContext): ReadResult<DateValue> | null {
  for (const side of ['after', 'before'] as const) {
    const other = context.beside?.[side];
    if (!other) continue;
    const written = completed(plainDate(raw), plainDate(other), side);
    const day = written === null ? null : writtenDay(written, dayContext(options, context));
    if (day && !('code' in day)) return { ...resultOf(day, context), borrowed: side } as ReadResult<DateValue>;
  }
  return null;
}

/** A date with what it lacks taken from another in the same phrase; null when that does not make one. */
function completed(text: string, other: string, side: 'before' | 'after'): string | null {
  const day = /^(\d{1,2})(?: (\d{4}))?$/.exec(text);
  const lent = partsOf(other);
  if (day) {
    if (lent.month === null) return null;
    return [day[1], lent.month, day[2] ?? lent.year].filter(Boolean).join(' ');
  }
  const own = partsOf(text);
  if (own.month === null || own.year !== null || lent.year === null || lent.month === null) return null;
  const turned = (months.get(own.month) ?? 0) - (months.get(lent.month) ?? 0);
  // “28 December to 3 January 2028”: the year turned in between.
  const shift = side === 'after' ? (turned > 0 ? -1 : 0) : turned < 0 ? 1 : 0;
  return `${text} ${Number(lent.year) + shift}`;
}

function partsOf(text: string): { month: string | null; year: string | null } {
  const words = text.split(' ');
  return {
    month: words.find((word) => months.has(word)) ?? null,
    year: words.find((word) => /^\d{4}$/.test(word)) ?? null,
  };
}

function resultOf(day: ReadDay, { reference }: ReadContext): ReadResult<DateValue> {
  if ('code' in day) return { ok: false, code: day.code };
  const value = { kind: 'date', date: day.date } as const;
  return day.counted ? { ok: true, value, reference: reference.slice(0, 10) } : { ok: true, value };
}

export const orderOption = { order: v.optional(v.picklist(['dmy', 'mdy', 'ymd'])) };

const numeric = /^\D{0,12}(\d{1,2})([./-])(\d{1,2})\2\d{2,4}\b/;

/** Whether one of several numeric days can only be meant with its day, or its month, first: `28/10/2026`. */
const isProven = (dayAt: 1 | 3) => (values: readonly string[]) =>
  values.some((value) => Number(numeric.exec(value)?.[dayAt]) > 12);

/** What numeric days tell of their order where no locale does, to be tried after `rank`. */
export const ordersToldBy = (rank: number) => [
  { like: numeric, rank: rank + 0.1, assumes: { order: 'dmy' }, together: isProven(1) },
  { like: numeric, rank: rank + 0.2, assumes: { order: 'mdy' }, together: isProven(3) },
];

/** Where a date begins that has its weekday before it. */
function withWeekday(words: string, at: number): number {
  const [before = '', name = ''] = /(\p{L}+),? $/u.exec(words.slice(0, at)) ?? [];
  return isWeekdayName(name) ? at - before.length : at;
}

/** Pattern source of a date; datetime builds on it. */
export const datePart =
  '(?:\\d{4}-\\d{2}-\\d{2}|\\d{1,2}[./ -](?:\\d{1,2}|\\p{L}+\\.?)[./ -]\\d{2,4}|\\d{1,2}(?:st|nd|rd|th|\\.)? (?:of |de )?\\p{L}+(?: (?:de )?\\d{4})?|\\p{L}+ \\d{1,2}(?:st|nd|rd|th)?(?:,? \\d{4})?)';

export const date = valueType<DateValue>({
  kind: 'date',
  about: 'a day, kept as ISO 8601',
  spoken: {
    of: /\b(?:day|date|when|datum|tag|jour|quand|dia|fecha|data|dag|cuando|quando|wann|wanneer|hvornar)\b/,
    rank: 7,
  },
  options: orderOption,
  part: datePart,
  storage: { holds: 'day' },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'string', format: 'date' }, example: '2026-11-24' },
  toJson: ({ date }) => date,
  measures: { scale: 'day', of: ({ date }) => ({ scale: 'day', day: date, moment: null }) },
  looks: [{ like: /\d/, rank: 4 }, ...ordersToldBy(4)],
  within: {
    like: /\b\d{4}-\d{2}-\d{2}\b|\b\d{1,2}(?:st|nd|rd|th|\.)? (?:of |de )?\p{L}{3,10}\.?(?:,? (?:de |del )?\d{4})?\b|\b\p{L}{3,9} \d{1,2}(?:st|nd|rd|th)?,? \d{4}\b|\b\d{1,2}[./]\d{1,2}[./]\d{2,4}\b|(?<![\p{L}\d-])\d{1,2}-\d{1,2}-\d{4}(?![\p{L}\d-])/gu,
    rank: 3,
    begin: withWeekday,
  },
});
