import type { Range } from '../../reading/index.js';
import { isFree, ownTypes, type ReadContext } from '../../values/index.js';
import { unitNamed } from '../../values/units.js';
import { guessType } from '../guess-type.js';
import { longestLine } from '../looks.js';
import type { AlikePart } from './alike-part.js';
import { cutByLooks } from './cut-by-looks.js';
import { cutByMarks } from './cut-by-marks.js';
import { beforeSameWords, behindSameWords, betweenSameWords } from './cut-by-words.js';

/**
 * Cuts the values of a spot where all of them can be cut alike: at what is told by its looks, else at the same words or marks; and
 * what is left of mere words again. Else not.
 */
export function cutAlike(
  values: readonly (string | null)[],
  context: ReadContext,
  /** Set where the values are parts of what was cut already. */
  isPart = false,
): AlikePart[] {
  const parts = cutOnce(values, context, isPart);
  return parts.length === 1 && isWhole(parts[0], values)
    ? parts
    : parts.flatMap((part) => cutOn(part, values, context));
}

/** `2517 MWh`, `79 m3`, `6 %`, `12`: where values are measured in several units, the figure and the unit are one value each. */
function fromUnits(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const split = values.map((value) =>
    value === null ? null : /^(-?\d[\d.,]*)(?: ?(%|°C|\p{L}[\p{L}\d/²³]*))?$/u.exec(value),
  );
  const isUnit = (unit: string) => unit === '%' || unitNamed(unit.toLowerCase()) !== null;
  const known = values.every((value, i) => value === null || (split[i] && isUnit(split[i][2] ?? '%')));
  const said = split.flatMap((one) => one?.[2] ?? []);
  if (!known || new Set(said).size < 2 || 2 * said.length < values.length) return null;
  const figures = split.flatMap((one) => one?.[1] ?? []);
  const { type } = guessType('', figures, context);
  if (isFree({ type })) return null;
  return [
    { type, label: null, ranges: split.map((one) => one && { start: 0, end: (one[1] ?? '').length }) },
    {
      type: ownTypes.words,
      label: 'unit',
      ranges: split.map((one) => (one?.[2] ? { start: one[0].length - one[2].length, end: one[0].length } : null)),
    },
  ];
}

const ofSomething = /^(\d[\d.,]*) {1,3}(\p{L}{1,4}\.?) {2,}(?=\S)/u;

/** `32 cx  Sal grosso`, `38 l   Azeite`: how much of what, where a gap parts them and the units differ; of one unit alone it is a word. */
function fromMeasured(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const found = values.map((value) => value && ofSomething.exec(value));
  const there = found.filter((one) => one !== null && one !== '');
  if (there.length < 2 || there.length < values.filter((value) => value !== null).length) return null;
  const units = new Set(there.map(([, , unit = '']) => unit));
  const { type } = guessType(
    '',
    there.map(([, figure = '']) => figure),
    context,
  );
  if (units.size < 2 || isFree({ type })) return null;
  const ranges = (rangeOf: (one: RegExpExecArray, value: string) => Range) =>
    found.map((one, i) => (one ? rangeOf(one, values[i] ?? '') : null));
  const unitAt = ([all, , unit = '']: RegExpExecArray) => all.trimEnd().length - unit.length;
  return [
    { type, label: null, ranges: ranges(([, figure = '']) => ({ start: 0, end: figure.length })) },
    {
      type: ownTypes.words,
      label: 'unit',
      ranges: ranges((one) => ({ start: unitAt(one), end: one[0].trimEnd().length })),
    },
    { type: ownTypes.words, label: null, ranges: ranges(([all], value) => ({ start: all.length, end: value.length })) },
  ];
}

const behindNumber = /^#(\d+)[:.]? (?=\p{L})/u;

/** `#2127 Map does not load`: the number of something, and what it is. As a text it could not be told from the words behind it. */
function fromNumbers(values: readonly (string | null)[]): AlikePart[] | null {
  const found = values.map((value) => (value === null ? null : behindNumber.exec(value)));
  const numbers = found.flatMap((one) => one?.[1] ?? []);
  if (numbers.length < values.length || new Set(numbers).size < 2) return null;
  return [
    { type: ownTypes.count, label: 'index', ranges: numbers.map(({ length }) => ({ start: 1, end: 1 + length })) },
    {
      type: ownTypes.words,
      label: null,
      ranges: values.map((value, i) => ({ start: found[i]?.[0].length ?? 0, end: value?.length ?? 0 })),
    },
  ];
}

const isWhole = (part: AlikePart | undefined, values: readonly (string | null)[]) =>
  part?.ranges.every((range, i) => range === null || range.end - range.start === values[i]?.length);

function cutOn(part: AlikePart, values: readonly (string | null)[], context: ReadContext): AlikePart[] {
  if (!isFree({ type: part.type })) return [part];
  const own = part.ranges.map((range, i) => range && (values[i]?.slice(range.start, range.end) ?? null));
  const parts = cutAlike(own, context, true);
  return parts.map((one, at) => ({
    ...one,
    label: at === 0 ? (part.label ?? one.label) : one.label,
    ranges: one.ranges.map((range, i) => {
      const from = part.ranges[i]?.start ?? 0;
      return range && { start: from + range.start, end: from + range.end };
    }),
  }));
}

function cutOnce(values: readonly (string | null)[], context: ReadContext, isPart: boolean): AlikePart[] {
  const there = values.filter((value) => value !== null);
  const whole = guessType('', there, context).type;
  const one = [
    {
      type: whole,
      label: null,
      ranges: values.map((value) => (value === null ? null : { start: 0, end: value.length })),
    },
  ];
  if (there.some((value) => value.length > longestLine)) return one;
  const byLooks = cutByLooks(values, context);
  // A day and a time are one; a day with two times is no value.
  if (!isFree({ type: whole }) && (byLooks?.length ?? 0) <= 2) return one;
  return (
    fromNumbers(values) ??
    fromUnits(values, context) ??
    fromMeasured(values, context) ??
    byLooks ??
    betweenSameWords(values, context) ??
    behindSameWords(values, context) ??
    cutByMarks(values, context, isPart) ??
    beforeSameWords(values, context) ??
    one
  );
}
