/** The day as ISO 8601, or null when the calendar has none such. Years from 100 to 9999. */
export function isoDay(year: number, month: number, day: number): string | null {
  const time = Date.UTC(year, month - 1, day);
  const date = new Date(time);
  const same = date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
  return same && year >= 100 && year <= 9999 ? date.toISOString().slice(0, 10) : null;
}

const dayMs = 86_400_000;

/** An ISO day moved by whole days; null when the text is no day. */
export function shiftDay(iso: string, days: number): string | null {
  const time = Date.parse(iso.slice(0, 10));
  const moved = time + Math.round(days) * dayMs;
  return Number.isNaN(moved) || Math.abs(moved) > 8e15 ? null : new Date(moved).toISOString().slice(0, 10);
}

/** 1 (Monday) to 7; null when the text is no day. */
export function weekdayOf(iso: string): number | null {
  const time = Date.parse(iso.slice(0, 10));
  return Number.isNaN(time) ? null : new Date(time).getUTCDay() || 7;
}
