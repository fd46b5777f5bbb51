import { say } from '../../errors/index.js';
import type { Problem, SeenBefore } from '../../rules/index.js';
import { fold, toText, type Value } from '../../values/index.js';
import type { CompiledSieve } from '../compile-sieve.js';
import type { TypedValues } from '../outcome.js';

/** What has to be known of the messages before this one: whether a record of the same mailbox has these values. */
export interface SeenQuestion {
  /** Under which `Facts.seen` has what is known of it. */
  key: string;
  /** The values as text, by field. */
  values: Readonly<Record<string, string>>;
  /** Days before this message that count. */
  days: number;
}

type Fields = ReadonlyMap<string, Value | null>;

/** A record that lacks one of the fields is like no other: null. */
function questionOf(names: readonly string[], days: number, fields: Fields): SeenQuestion | null {
  const values: Record<string, string> = {};
  for (const name of names) {
    const value = fields.get(name);
    if (!value) return null;
    values[name] = toText(value);
  }
  return {
    key: JSON.stringify([days, ...Object.entries(values).map(([name, text]) => [name, fold(text)])]),
    values,
    days,
  };
}

/** What the checks of a sieve want to know of earlier records, once its values are there. */
export function seenQuestions(sieve: CompiledSieve, { fields }: TypedValues): SeenQuestion[] {
  const read = new Map(fields);
  return sieve.checks.flatMap((check) =>
    check.kind === 'seen' ? (questionOf(check.fields, check.days, read) ?? []) : [],
  );
}

/** A record with the values of an earlier one; where nothing is known of those there is none. */
export function seenProblems(
  check: { fields: readonly string[]; days: number; say: string | null },
  fields: Fields,
  seen: Readonly<Record<string, SeenBefore>>,
): Problem[] {
  const question = questionOf(check.fields, check.days, fields);
  const earlier = question && seen[question.key];
  if (!earlier) return [];
  const params = { fields: check.fields.join(', '), received: earlier.received, link: earlier.link };
  const text = check.say === null ? say('YS-CHECK-SEEN', params) : say('YS-CHECK-FAILED', { say: check.say });
  return [{ code: 'YS-CHECK-SEEN', path: check.fields[0] ?? '', text, in: null, start: null, end: null }];
}
