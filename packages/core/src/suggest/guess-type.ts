import { type FieldOptions, ownTypes, type ReadContext, readValue, valueTypes } from '../values/index.js';
import { isWeekdayName } from '../values/month-names.js';
import { foldLabel } from './marked.js';

/** Labels of what only looks like a number: nobody adds up order numbers, and zeros in front of them count. */
const codes =
  /\b(?:no|nr|num|number|ref|reference|id|code|zip|postcode|account|order|invoice|nummer|numero)\b(?! (?:of|von|de)\b)/;
const oneLine = /^[^\n]*$/;

/** Looks of types from the most telling to the least; the first that reads every value is taken. */
const looks = Object.values(valueTypes)
  .flatMap((type) => (type.looks ?? []).map((look) => ({ ...look, type })))
  .sort((a, b) => a.rank - b.rank);

/** The type that the values of a field read as, all but an odd one; text where there is none. Empty values say nothing. */
export function guessType(label: string, values: readonly string[], context: ReadContext): FieldOptions {
  const filled = spread(values)
    .map((value) => withoutWeekday(value.trim().replace(roughly, '')))
    .filter((value) => value !== '' && oneLine.test(value));
  const words = { type: ownTypes.words };
  if (filled.length === 0 || values.some((value) => value.trim().includes('\n') || value.length > longestTyped))
    return words;
  const folded = foldLabel(label);
  if (ofPrograms.test(folded) && filled.every((value) => dotted.test(value))) return words;
  const found = looks.find(
    ({ type, like, label: wanted, unlike, assumes, together }) =>
      !unlike?.test(folded) &&
      (wanted === undefined || wanted.test(folded)) &&
      !(type.countable && codes.test(folded)) &&
      isMost(filled, (value) => like.test(value) && readValue(value, { type: type.kind, ...assumes }, context).ok) &&
      (together?.(filled, context) ?? true),
  );
  return found ? { type: found.type.kind, ...found.assumes, ...found.type.observe?.(filled, context) } : words;
}

/** Labels of what is counted in parts (`3.4.17`, and not `3 May`), and is then no number or day. */
const ofPrograms = /\b(?:version|firmware|release|revision|kernel)\b/;
const dotted = /^v?\d{1,5}(?:\.\d{1,3})+$/i;

/** Only texts are longer. */
const longestTyped = 2000;

/** Values that are looked at, from all over: what they are is no clearer from more. */
const maxValues = 40;

const spread = (values: readonly string[]) =>
  values.length <= maxValues
    ? values
    : [...Array(maxValues).keys()].map((i) => values[Math.floor((i * values.length) / maxValues)] ?? '');

/** One value in ten that cannot be read, as people write them, does not change a type. */
const mayBeUnread = 0.1;

/** Asks no more values than it takes to know: most types are ruled out by the first few. */
function isMost(values: readonly string[], is: (value: string) => boolean): boolean {
  let mayFail = Math.floor(mayBeUnread * values.length);
  return values.every((value) => is(value) || mayFail-- > 0);
}

/** `about 180`, `ca. 12 m`: how sure somebody is says nothing of what it is. */
const roughly =
  /^(?:about|approx\.?|approximately|around|ca\.?|circa|etwa|env\.?|environ|unos|unas|cerca de|aprox\.?|ongeveer) (?=[£€$]? ?\d[\d.,]*$)/iu;

/** Without a year, a weekday is right in some years only; which one is meant the message tells. */
const withoutWeekday = (value: string) =>
  value.replace(/^(\p{L}+),? (?=\d|\p{L})/u, (all, word: string) => (isWeekdayName(word) ? '' : all));
