import { DateTime } from 'luxon';

/** How often something is mailed. */
export interface Mailing {
  every: 'day' | 'week' | 'month';
  /** A day of the week or of the month; Monday and the first where nothing is said. */
  on?: string | number | undefined;
  /** 07:00 where nothing is said. */
  at?: string | undefined;
}

/** From a moment on, and before another; null is open. */
export interface Span {
  from: Date | null;
  to: Date | null;
}

/** The periods there are, for an error. */
export const periodWords =
  'all, today, yesterday, this week, last week, this month, last month, this year, last year, last 30 days, since 2026-01-31, 2026-01-01 to 2026-01-31';

const day = '(\\d{4}-\\d{2}-\\d{2})';
const written = new RegExp(
  `^(?:since ${day}|${day} to ${day}|last (\\d{1,4}) days|(this|last) (week|month|year)|all|today|yesterday)$`,
);

export function isPeriod(text: string): boolean {
  const match = written.exec(text);
  return (
    match !== null && [match[1], match[2], match[3]].every((one) => one === undefined || DateTime.fromISO(one).isValid)
  );
}

/**
 * What a period in words means at a moment, in a zone: whole days from midnight to midnight there, weeks from Monday (ISO 8601). “last 7 days” are
 * the seven before today. What is no period is all.
 */
export function periodOf(text: string, zone: string, now: Date): Span {
  const today = DateTime.fromJSDate(now, { zone }).startOf('day');
  const span = (from: DateTime | null, to: DateTime | null): Span => ({
    from: from?.toJSDate() ?? null,
    to: to?.toJSDate() ?? null,
  });
  const [, since, first, last, days, which, unit] = written.exec(text) ?? [];
  if (text === 'today') return span(today, today.plus({ days: 1 }));
  if (text === 'yesterday') return span(today.minus({ days: 1 }), today);
  if (since !== undefined) return span(DateTime.fromISO(since, { zone }), null);
  if (first !== undefined && last !== undefined)
    return span(DateTime.fromISO(first, { zone }), DateTime.fromISO(last, { zone }).plus({ days: 1 }));
  if (days !== undefined) return span(today.minus({ days: Number(days) }), today);
  if (unit === undefined) return { from: null, to: null };
  const begin = today.startOf(unit as 'week');
  return which === 'this'
    ? span(begin, begin.plus({ [`${unit}s`]: 1 }))
    : span(begin.minus({ [`${unit}s`]: 1 }), begin);
}

const weekdays = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];

/** The next time after a moment that an export is mailed. A time that a change of clocks leaves out is taken an hour later. */
export function nextMailing({ every, on, at = '07:00' }: Mailing, zone: string, now: Date): Date {
  const [hour = 0, minute = 0] = at.split(':').map(Number);
  const local = DateTime.fromJSDate(now, { zone });
  for (let ahead = 0; ; ahead++) {
    const time = local.plus({ days: ahead }).set({ hour, minute, second: 0, millisecond: 0 });
    const fits =
      every === 'day' ||
      (every === 'week' ? time.weekday === 1 + weekdays.indexOf(String(on ?? 'monday')) : time.day === Number(on ?? 1));
    if (fits && time.toMillis() > now.getTime()) return time.toJSDate();
  }
}
