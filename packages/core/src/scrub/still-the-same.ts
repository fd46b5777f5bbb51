import type { Made } from '../coverage/index.js';
import type { Evidence } from '../rules/index.js';

/** Something a sieve makes of a scrubbed message otherwise than of the message itself. */
export interface ScrubDifference {
  /** A field, `rows[2].amount`, `layout`, `verdict` or `sieve`. */
  what: string;
  before: string | null;
  after: string | null;
}

/**
 * What scrubbing broke: since every character stays at its place, each value must stand where it stood. An empty list means
 * that the sieve works on the scrubbed message as on the message itself.
 */
export function scrubDifferences(before: Made, after: Made): ScrubDifference[] {
  const whole = (['verdict', 'sieve', 'layout'] as const).flatMap((what) =>
    before[what] === after[what] ? [] : [{ what, before: before[what], after: after[what] }],
  );
  const paths = [...new Set([...Object.keys(before.evidence), ...Object.keys(after.evidence)])];
  const places = paths.flatMap((what) => {
    const [was, is] = [placesOf(before.evidence[what]), placesOf(after.evidence[what])];
    return was === is ? [] : [{ what, before: was, after: is }];
  });
  return [...whole, ...places];
}

/** What a value in the text rests on, in words; what was worked out has no place. */
const placesOf = (evidence: Evidence[] | undefined): string | null =>
  evidence?.map(({ how, in: where, start, end }) => (where ? `${how} in ${where} ${start}–${end}` : how)).join(', ') ??
  null;
