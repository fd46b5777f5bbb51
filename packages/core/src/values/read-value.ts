import { readMany } from './many.js';
import { readOne } from './read-one.js';
import { valueTypes } from './types/index.js';
import type { FieldOptions, ReadContext, ReadResult, ValueType } from './value-type.js';

/** Reads what a person wrote by a field's declaration: one value of its type, or several where it takes many. */
export function readValue(raw: string, options: FieldOptions, context: ReadContext): ReadResult {
  const type = valueTypes[options.type];
  if (!type) return { ok: false, code: 'YS-VALUE-EMPTY' };
  return options.many === true ? readMany(type, raw, options, context) : readOne(type, raw, options, context);
}

/** The type of a field; undefined for one that is not declared. */
export const typeOfField = (options: FieldOptions | undefined): ValueType | undefined =>
  options && valueTypes[options.type];

/** Whether any text is a value of a field. */
export const isFree = (options: FieldOptions | undefined): boolean => typeOfField(options)?.free === true;

/** Whether a type that counts anything reads a word behind a figure as what is counted: `4711 Map`, where no unit is asked for. */
export const countsAWord = (raw: string, options: FieldOptions | undefined): boolean =>
  typeOfField(options)?.countable === true && options?.unit === undefined && /\d\s+\p{L}+$/u.test(raw);

/** How much a raw text looks like what a field takes, 0 to 1; quick, to rank places. */
export function fitOfValue(raw: string, options: FieldOptions, context: ReadContext): number {
  const type = valueTypes[options.type];
  if (!type) return 0;
  return options.many === true ? Number(readMany(type, raw, options, context).ok) : type.fit(raw, options, context);
}
