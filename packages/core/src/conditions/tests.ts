import { Duration } from 'luxon';
import { dictionary } from '../dictionary.js';
import { isFoundIn, patternOf } from '../patterns/index.js';
import {
  addDecimals,
  compareDecimals,
  figureOf,
  fold,
  type Measure,
  measureOf,
  toText,
  type Value,
  type ValueType,
} from '../values/index.js';

/** A test's answer; `undecidable` carries the reason, and is never taken for yes or no silently. */
export type Answer = boolean | { undecidable: string };

/** One test of the condition language. */
export interface Test {
  /** The types of value it goes with. */
  on(type: ValueType): boolean;
  /** How many operands it takes. */
  operands: 0 | 1 | 2 | 'list';
  /** How its literals are read: by the named type, as plain text, as a pattern, or as a number. */
  literal: 'typed' | 'text' | 'pattern' | 'number';
  decide(value: Value, operands: readonly Value[], exactly: boolean): Answer;
}

const on =
  (...scales: Measure['scale'][]) =>
  ({ measures }: ValueType) =>
    measures !== undefined && scales.includes(measures.scale);
const all = () => true;
const figures = on('figure');
const sizes = on('figure', 'length');
const days = on('day');
const times = on('day', 'clock');
const inWords = ({ words }: ValueType) => words === true;

const folded = (value: Value, exactly: boolean) => (exactly ? toText(value) : fold(toText(value)));

const same = (a: Value, b: Value, exactly: boolean): Answer => {
  const scales = [measureOf(a)?.scale, measureOf(b)?.scale];
  const both = (scale: Measure['scale']) => scales.every((one) => one === scale);
  const order = both('figure') ? compareFigures(a, b) : both('day') ? compareTimes(a, b) : null;
  if (order === null) return folded(a, exactly) === folded(b, exactly);
  // Different units or currencies are certainly not the same only when nobody asks for an order of them.
  return typeof order === 'number' ? order === 0 : order;
};

const text = (decide: (a: string, b: string) => boolean): Test => ({
  on: inWords,
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
  is: { on: all, operands: 1, literal: 'typed', decide: (a, [b], exactly) => b !== undefined && same(a, b, exactly) },
  'is not': {
    on: all,
    operands: 1,
    literal: 'typed',
    decide: (a, [b], exactly) => (b === undefined ? false : negate(same(a, b, exactly))),
  },
  'one of': {
    on: all,
    operands: 'list',
    literal: 'typed',
    decide: (a, list, exactly) => list.some((b) => same(a, b, exactly) === true),
  },
  contains: text((a, b) => a.includes(b)),
  'starts with': text((a, b) => a.startsWith(b)),
  'ends with': text((a, b) => a.endsWith(b)),
  matches: {
    on: inWords,
    operands: 1,
    literal: 'pattern',
    decide: (a, [b]) => {
      const pattern = b === undefined ? '' : patternOf(toText(b));
      if (typeof pattern === 'string') return { undecidable: `there is no pattern: ${pattern}` };
      return isFoundIn(pattern, toText(a).slice(0, 20_000)) ?? { undecidable: 'its pattern took too long' };
    },
  },
  over: ordered(sizes, compareSizes, (order) => order > 0),
  'at least': ordered(sizes, compareSizes, (order) => order >= 0),
  under: ordered(sizes, compareSizes, (order) => order < 0),
  'at most': ordered(sizes, compareSizes, (order) => order <= 0),
  between: { on: sizes, operands: 2, literal: 'typed', decide: between },
  before: ordered(times, compareTimes, (order) => order < 0),
  after: ordered(times, compareTimes, (order) => order > 0),
  'within days': { on: days, operands: 1, literal: 'number', decide: withinDays },
  missing: { on: all, operands: 0, literal: 'text', decide: () => false },
  present: { on: all, operands: 0, literal: 'text', decide: () => true },
  'sum is': {
    on: figures,
    operands: 1,
    literal: 'typed',
    decide: () => ({ undecidable: 'a sum is worked out over rows' }),
  },
});

function negate(answer: Answer): Answer {
  return typeof answer === 'boolean' ? !answer : answer;
}

function compareFigures(a: Value, b: Value): number | { undecidable: string } {
  const [left, right] = [measureOf(a), measureOf(b)];
  if (left?.scale !== 'figure' || right?.scale !== 'figure') return { undecidable: 'one side is no number' };
  const apart = differing(left.currency, right.currency) ?? differing(left.unit, right.unit);
  return apart === null ? compareDecimals(left.decimal, right.decimal) : { undecidable: apart };
}

const differing = (a: string | null, b: string | null) =>
  a !== null && b !== null && a !== b ? `one side is in ${a}, the other in ${b}` : null;

/** Lengths of time are compared in hours; months and years have no fixed length. */
function compareSizes(a: Value, b: Value): number | { undecidable: string } {
  const [left, right] = [measureOf(a), measureOf(b)];
  if (left?.scale !== 'length' || right?.scale !== 'length') return compareFigures(a, b);
  if (/^P[^T]*[YM]/.test(left.duration + right.duration) && left.duration !== right.duration)
    return { undecidable: 'months and years have no fixed length' };
  return Duration.fromISO(left.duration).toMillis() - Duration.fromISO(right.duration).toMillis();
}

/** A day and a moment are compared by their days; two moments by the moment. */
function compareTimes(a: Value, b: Value): number | { undecidable: string } {
  const [left, right] = [measureOf(a), measureOf(b)];
  if (left?.scale === 'clock' && right?.scale === 'clock') return order(left.time, right.time);
  if (left?.scale !== 'day' || right?.scale !== 'day') return { undecidable: 'one side is no date' };
  return left.moment !== null && right.moment !== null
    ? order(left.moment, right.moment)
    : order(Date.parse(left.day), Date.parse(right.day));
}

const order = <T extends string | number>(a: T, b: T) => (a < b ? -1 : a > b ? 1 : 0);

function between(value: Value, [low, high]: readonly Value[]): Answer {
  if (low === undefined || high === undefined) return { undecidable: 'a bound is missing' };
  const under = compareSizes(value, low);
  const over = compareSizes(value, high);
  if (typeof under !== 'number') return under;
  return typeof over === 'number' ? under >= 0 && over <= 0 : over;
}

/** Whether a day lies at most so many days from the reference, which comes as the second operand. */
function withinDays(value: Value, [count, reference]: readonly Value[]): Answer {
  const day = measureOf(value);
  const from = reference === undefined ? null : measureOf(reference);
  const most = count === undefined ? null : figureOf(count);
  if (day?.scale !== 'day' || from?.scale !== 'day' || most === null)
    return { undecidable: 'there is no day to count from' };
  return Math.abs(Date.parse(day.day) - Date.parse(from.day)) <= Number(most) * 86_400_000;
}

/** The sum of a list against a total, within a tolerance. Units and currencies must agree. */
export function sumIs(values: readonly Value[], total: Value, within: string): Answer {
  const wanted = figureOf(total);
  if (wanted === null) return { undecidable: 'the total is no number' };
  let sum = '0';
  for (const value of values) {
    const comparable = compareFigures(value, total);
    if (typeof comparable !== 'number') return comparable;
    sum = addDecimals(sum, figureOf(value) ?? '0');
  }
  const difference = addDecimals(sum, wanted.startsWith('-') ? wanted.slice(1) : `-${wanted}`).replace('-', '');
  return compareDecimals(difference, within) <= 0;
}
