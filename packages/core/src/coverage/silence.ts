/** Messages of one hour of a mailbox. */
export interface HourOfMail {
  /** Whole hours since the epoch, in UTC. */
  hour: number;
  count: number;
}

/** Since when a mailbox has been silent, and why that is not as it was. */
export interface Silence {
  /** ISO 8601: the hour its last message came in. */
  since: string;
  /** `longer than ever`: never in a long time was there such a pause. `hours it is busy in`: so many were to be expected. */
  why: 'longer than ever' | 'hours it is busy in';
  /** Messages that would have come by now, or the longest pause before, in hours. */
  measure: number;
}

/** Hours of the past that are looked at: eight weeks. */
export const silenceHours = 8 * 7 * 24;
const week = 7 * 24;
/** Pauses without which nothing is known of a rhythm, and how much longer one may be than any before. */
const fewestPauses = 5;
const longerBy = 1.15;
const slackHours = 12;
/** Weeks and messages a busy mailbox is judged by, and messages that did not come: by chance one in a thousand (a Poisson process of mean 7). */
const fewestWeeks = 3;
const fewestMessages = 50;
const missed = 7;

/**
 * Whether a mailbox is silent against its own past; null where it is not, or where its past says too little. One that hears rarely is held
 * against its longest pause, one that hears often against what came in the same hours of earlier weeks.
 * `hours` in their order, without those in which nothing came; `now` in hours since the epoch.
 */
export function silenceOf(hours: readonly HourOfMail[], now: number): Silence | null {
  const past = hours.filter(({ hour }) => hour > now - silenceHours && hour <= now);
  const [first, last] = [past[0], past.at(-1)];
  if (!first || !last || last.hour >= Math.floor(now)) return null;
  const since = new Date(last.hour * 3600_000).toISOString();
  const pauses = past.slice(1).map(({ hour }, i) => hour - (past[i]?.hour ?? hour));
  const longest = Math.max(0, ...pauses);
  const pause = Math.floor(now) - last.hour;
  if (pauses.length >= fewestPauses && pause > longest * longerBy + slackHours)
    return { since, why: 'longer than ever', measure: longest };
  const weeks = (last.hour - first.hour) / week;
  const messages = past.reduce((sum, { count }) => sum + count, 0);
  if (weeks < fewestWeeks || messages < fewestMessages) return null;
  const expected = expectedSince(past, last.hour, Math.floor(now), weeks);
  return expected >= missed ? { since, why: 'hours it is busy in', measure: Math.round(expected) } : null;
}

/** Messages that came in the same hours of the week before, on the average of the weeks that are known. */
function expectedSince(past: readonly HourOfMail[], last: number, now: number, weeks: number): number {
  const rates = new Map<number, number>();
  for (const { hour, count } of past) rates.set(hour % week, (rates.get(hour % week) ?? 0) + count / weeks);
  let expected = 0;
  for (let hour = last + 1; hour < now; hour++) expected += rates.get(hour % week) ?? 0;
  return expected;
}
