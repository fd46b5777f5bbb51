/** The order in which the figures of a date are written. */
export type DateOrder = 'dmy' | 'mdy' | 'ymd';

/** Regions that write the month first; all others with a region write the day first, save those that lead with the year. */
const monthFirst = new Set(['US']);
const yearFirst = new Set(['CN', 'JP', 'KR', 'HU', 'SE', 'CA']);

/** The order that a locale states, or null: `en` alone states none, while languages but English write the day first everywhere. */
export function orderOf(language: string, region: string | null): DateOrder | null {
  if (region === null) return language === 'en' ? null : 'dmy';
  if (monthFirst.has(region)) return 'mdy';
  return yearFirst.has(region) ? 'ymd' : 'dmy';
}
