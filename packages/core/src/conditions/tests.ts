import { Duration } from 'luxon';
import { dictionary } from '../dictionary.js';
import { addDecimals, compareDecimals, fold, momentOf, toText, type Value, type ValueKind } from '../values/index.js';

/** A test's answer; `undecidable` carries the reason, and is never taken for yes or no silently. */
export type Answer = boolean | { undecidable: string };

/** One test of the condition language. */
export interface Test {
  /** Kinds of value it goes with; `all` for any. */
  on: 'all' | readonly ValueKind[];
  /** How many operands it takes. */
  operands: 0 | 1 | 2 | 'list';
  /** How its literals are read: by the named type, as plain text, as a pattern, or as a number. */
  literal: 'typed' | 'text' | 'pattern' | 'number';
  decide(value: Value, operands: readonly Value[], exactly: boolean): Answer;
}

const numeric = ['number', 'integer', 'amount'] as const;
const textual = ['text', 'choice', 'email', 'phone', 'url', 'attachment'] as const;
const dated = ['date', 'datetime'] as const;
const timed = [...dated, 'time'] as const;
const counted = [...numeric, 'duration'] as const;

const folded = (value: Value, exactly: boolean) => (exactly ? toText(value) : fold(toText(value)));

const same = (a: Value, b: Value, exactly: boolean): Answer => {
  const order =
    isNumeric(a) && isNumeric(b) ? compareNumbers(a, b) : isDated(a) && isDated(b) ? compareTimes(a, b) : null;
  if (order === null) return folded(a, exactly) === folded(b, exactly);
  // Different units or currencies are certainly not the same only when nobody asks for an order of them.
  return typeof order === 'number' ? order === 0 : order;
};

const text = (decide: (a: string, b: string) => boolean): Test => ({
  on: textual,
  operands: 1,
  literal: 'text',
  decide: (value, [other], exactly) => other !== undefined && decide(folded(value, exactly), folded(other, exactly)),
});

const ordered = (
  on: Test['on'],
  compare: (a: Value, b: Value) => number | { undecidable: string },
  holds: (order: number) => boolean,
): Test => ({
  on,
  operands: 1,
  literal: 'typed',
  decide: (value, [other]) => {
    const order = other === undefined ? { undecidable: 'there is nothing to compare with' } : compare(value, other);
    return typeof order === 'number' ? holds(order) : order;
  },
});

/** All tests, by the name they have in files. */
export const tests: Readonly<Record<string, Test>> = dictionary({
  is: { on: 'all', operands: 1, literal: 'typed', decide: (a, [b], exactly) => b !== undefined && same(a, b, exactly) },
  'is not': {
    on: 'all',
    operands: 1,
    literal: 'typed',
    decide: (a, [b], exactly) => (b === undefined ? false : negate(same(a, b, exactly))),
  },
  'one of': {
    on: 'all',
    operands: 'list',
    literal: 'typed',
    decide: (a, list, exactly) => list.some((b) => same(a, b, exactly) === true),
  },
  contains: text((a, b) => a.includes(b)),
  'starts with': text((a, b) => a.startsWith(b)),
  'ends with': text((a, b) => a.endsWith(b)),
  matches: {
    on: textual,
    operands: 1,
    literal: 'pattern',
    decide: (a, [b]) => b !== undefined && new RegExp(toText(b), 'iu').test(toText(a).slice(0, 20_000)),
  },
  over: ordered(counted, compareSizes, (order) => order > 0),
  'at least': ordered(counted, compareSizes, (order) => order >= 0),
  under: ordered(counted, compareSizes, (order) => order < 0),
  'at most': ordered(counted, compareSizes, (order) => order <= 0),
  between: { on: counted, operands: 2, literal: 'typed', decide: between },
  before: ordered(timed, compareTimes, (order) => order < 0),
  after: ordered(timed, compareTimes, (order) => order > 0),
  'within days': { on: dated, operands: 1, literal: 'number', decide: withinDays },
  missing: { on: 'all', operands: 0, literal: 'text', decide: () => false },
  present: { on: 'all', operands: 0, literal: 'text', decide: () => true },
  'sum is': {
    on: numeric,
    operands: 1,
    literal: 'typed',
    decide: () => ({ undecidable: 'a sum is worked out over rows' }),
  },
});

function negate(answer: Answer): Answer {
  return typeof answer === 'boolean' ? !answer : answer;
}

function isNumeric(value: Value): value is Extract<Value, { decimal: string }> {
  return 'decimal' in value;
}

function isDated(value: Value): value is Extract<Value, { kind: 'date' | 'datetime' }> {
  return value.kind === 'date' || value.kind === 'datetime';
}

function compareNumbers(a: Value, b: Value): number | { undecidable: string } {
  if (!isNumeric(a) || !isNumeric(b)) return { undecidable: 'one side is no number' };
  if (a.kind === 'amount' && b.kind === 'amount' && a.currency !== b.currency) {
    return { undecidable: `one side is in ${a.currency}, the other in ${b.currency}` };
  }
  const unitA = a.kind === 'amount' ? null : a.unit;
  const unitB = b.kind === 'amount' ? null : b.unit;
  if (unitA !== null && unitB !== null && unitA !== unitB)
    return { undecidable: `one side is in ${unitA}, the other in ${unitB}` };
  return compareDecimals(a.decimal, b.decimal);
}

/** Lengths of time are compared in hours; months and years have no fixed length. */
function compareSizes(a: Value, b: Value): number | { undecidable: string } {
  if (a.kind !== 'duration' || b.kind !== 'duration') return compareNumbers(a, b);
  if (/^P[^T]*[YM]/.test(a.duration + b.duration) && a.duration !== b.duration)
    return { undecidable: 'months and years have no fixed length' };
  return Duration.fromISO(a.duration).toMillis() - Duration.fromISO(b.duration).toMillis();
}

/** A day and a moment are compared by their days; two moments by the moment. */
function compareTimes(a: Value, b: Value): number | { undecidable: string } {
  if (a.kind === 'time' && b.kind === 'time') return a.time < b.time ? -1 : a.time > b.time ? 1 : 0;
  if (!isDated(a) || !isDated(b)) return { undecidable: 'one side is no date' };
  const [left, right] =
    a.kind === 'datetime' && b.kind === 'datetime'
      ? [momentOf(a.datetime), momentOf(b.datetime)]
      : [dayOf(a), dayOf(b)];
  return left < right ? -1 : left > right ? 1 : 0;
}

const dayOf = (value: Extract<Value, { kind: 'date' | 'datetime' }>) =>
  Date.parse((value.kind === 'date' ? value.date : value.datetime).slice(0, 10));

function between(value: Value, [low, high]: readonly Value[]): Answer {
  if (low === undefined || high === undefined) return { undecidable: 'a bound is missing' };
  const under = compareSizes(value, low);
  const over = compareSizes(value, high);
  if (typeof under !== 'number') return under;
  return typeof over === 'number' ? under >= 0 && over <= 0 : over;
}

/** Whether a day lies at most so many days from the reference, which comes as the second operand. */
function withinDays(value: Value, [days, reference]: readonly Value[]): Answer {
  if (!isDated(value) || reference === undefined || !isDated(reference) || days === undefined || !isNumeric(days))
    return { undecidable: 'there is no day to count from' };
  return Math.abs(dayOf(value) - dayOf(reference)) <= Number(days.decimal) * 86_400_000;
}

/** The sum of a list against a total, within a tolerance. Units and currencies must agree. */
export function sumIs(values: readonly Value[], total: Value, within: string): Answer {
  if (!isNumeric(total)) return { undecidable: 'the total is no number' };
  let sum = '0';
  for (const value of values) {
    const comparable = compareNumbers(value, total);
    if (typeof comparable !== 'number' || !isNumeric(value))
      return typeof comparable === 'number' ? { undecidable: 'one side is no number' } : comparable;
    sum = addDecimals(sum, value.decimal);
  }
  const difference = addDecimals(
    sum,
    total.decimal.startsWith('-') ? total.decimal.slice(1) : `-${total.decimal}`,
  ).replace('-', '');
  return compareDecimals(difference, within) <= 0;
}
