import type { Range } from '../../reading/index.js';
import { isFree, ownTypes, type ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';

/** What values at one spot have in common as one part of them: its type, and its range in each; null where a value lacks it. */
export interface AlikePart {
  type: string;
  /** The same words before it in all values, if they may name it. */
  label: string | null;
  ranges: (Range | null)[];
}

/** `B133`, `C144 (no nuts)`: a code, whatever is remarked behind it in brackets. */
const code = /^\p{Lu}{0,4}[-/]?\d[\p{Lu}\d/-]*(?: \([^()]+\))?$/u;

/** Values that are codes tell as much as those of a type do. */
export const areCodes = (values: readonly string[]): boolean =>
  values.length > 0 && values.every((value) => code.test(value) && /\p{Lu}/u.test(value));

/** Whether values are no mere text: all are of one type, or codes, or each is a figure of something, as `43 s` and `438 MB` are; those of a form differ. */
export const areTelling = (values: readonly string[], context: ReadContext): boolean =>
  values.length > 0 &&
  (!isFree(guessType('', values, context)) ||
    areCodes(values) ||
    values.every((value) => guessType('', [value], context).type === ownTypes.number));

/** The share of the values that have to be cut alike. */
export const most = 0.8;
