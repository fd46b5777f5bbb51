import { type FieldOptions, type ReadContext, readValue } from '../values/index.js';
import { weekdays } from '../values/month-names.js';
import { foldLabel } from './marked.js';

/** Labels of what only looks like a number: nobody adds up order numbers, and zeros in front of them count. */
const codes =
  /\b(?:no|nr|num|number|ref|reference|id|code|zip|postcode|account|order|invoice|nummer|numero)\b(?! (?:of|von|de)\b)/;
const oneLine = /^[^\n]*$/;

interface Guess {
  options: FieldOptions;
  /** What every value must look like, beside being readable. */
  like: RegExp;
  /** What the label must look like. */
  label?: RegExp;
}

/** Types from the most telling to the least; the first that reads every value is taken. */
const guesses: readonly Guess[] = [
  { options: { type: 'email' }, like: /^\S+@\S+$/ },
  { options: { type: 'url' }, like: /^(?:https?:\/\/|www\.)\S+$/i },
  { options: { type: 'datetime' }, like: /\d.*\d[:.h]\d{2}/ },
  { options: { type: 'date' }, like: /\d/ },
  // A full stop alone makes no time: 1.40 is a figure too.
  {
    options: { type: 'time' },
    like: /^\d{1,2}(?:[:h]\d{2}(?::\d{2})?|[.]\d{2}(?= ?[aphu]))? ?(?:[ap]\.?m\.?|h|uhr)?$/i,
  },
  { options: { type: 'amount' }, like: /[£€¥$₹]|\b[A-Z]{3}\b|\bkr\b/ },
  { options: { type: 'phone' }, like: /^\+[\d ()./-]{7,}$/ },
  { options: { type: 'phone' }, like: /^[\d ()./-]{6,}$/, label: /phone|tel|mobile|handy|fax|cell/ },
  { options: { type: 'yes-no' }, like: /^\p{L}+$/u },
  { options: { type: 'integer' }, like: /^(?:0|[1-9]\d{0,8}|\p{Ll}+)$/u },
  { options: { type: 'number' }, like: /^-?\d[\d.,]* ?(?:\p{L}{1,4}|%)?$/u },
];

/** The type that all values of a field read as; text where none does. Empty values say nothing. */
export function guessType(label: string, values: readonly string[], context: ReadContext): FieldOptions {
  const filled = values
    .map((value) => withoutWeekday(value.trim()))
    .filter((value) => value !== '' && oneLine.test(value));
  if (filled.length === 0 || values.some((value) => value.trim().includes('\n'))) return { type: 'text' };
  const folded = foldLabel(label);
  const found = guesses.find(
    ({ options, like, label: wanted }) =>
      (wanted === undefined || wanted.test(folded)) &&
      !(isNumeric(options) && codes.test(folded)) &&
      filled.every((value) => like.test(value) && readValue(value, options, context).ok),
  );
  if (!found) return { type: 'text' };
  const unit = found.options.type === 'number' ? unitOf(filled, context) : null;
  return unit === null ? { ...found.options } : { ...found.options, unit };
}

/** Without a year, a weekday is right in some years only; which one is meant the message tells. */
const withoutWeekday = (value: string) =>
  value.replace(/^(\p{L}+),? (?=\d|\p{L})/u, (all, word: string) => (weekdays.has(word.toLowerCase()) ? '' : all));

const isNumeric = ({ type }: FieldOptions) => type === 'integer' || type === 'number';

/** The unit that all values have, if they have one. */
function unitOf(values: readonly string[], context: ReadContext): string | null {
  const units = new Set(
    values.map((value) => {
      const read = readValue(value, { type: 'number' }, context);
      return read.ok && read.value.kind === 'number' ? read.value.unit : null;
    }),
  );
  const [only] = units;
  return units.size === 1 && only !== undefined ? only : null;
}
