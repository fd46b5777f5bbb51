import type { Overview } from '@yellow-sieve/contract';
import { fill, words } from '../../words';

type Day = Overview['days'][number];

const format = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });

export const dayName = (day: string): string => format.format(new Date(`${day}T00:00:00Z`));

/** A day's counts in a sentence, for those who do not see the chart. */
export const daySentence = ({ day, counts }: Day): string =>
  fill(words.overview.dayLabel, {
    day: dayName(day),
    arrived: Object.values(counts).reduce((sum, count) => sum + count, 0),
    ...counts,
  });
