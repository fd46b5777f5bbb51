import { DateTime } from 'luxon';
import { shiftDay } from '../values/calendar.js';

type Filter = (value: unknown, ...args: unknown[]) => unknown;

/** @throws TypeError which the text that is rendered says. */
function day(value: unknown): DateTime {
  const moment = DateTime.fromISO(String(value).slice(0, 10), { zone: 'utc' });
  if (!moment.isValid) throw new TypeError(`“${String(value).slice(0, 40)}” is no day`);
  return moment;
}

function shifted(value: unknown, days: number): string {
  const moved = shiftDay(String(value), days);
  if (moved === null) throw new TypeError(`“${String(value).slice(0, 40)}” cannot be moved by ${days} days`);
  return moved;
}

/** Filters of our own. Dates are ISO 8601 in and out; `date` takes luxon's format letters and knows no “now”. */
export const filters: Readonly<Record<string, Filter>> = {
  plus_days: (value, days) => shifted(value, Number(days)),
  minus_days: (value, days) => shifted(value, -Number(days)),
  days_until: (value, other) => Math.round(day(other).diff(day(value), 'days').days),
  date: (value, format) => {
    const moment = DateTime.fromISO(String(value), { setZone: true });
    return moment.isValid ? moment.toFormat(String(format ?? 'yyyy-MM-dd'), { locale: 'en-GB' }) : value;
  },
};
