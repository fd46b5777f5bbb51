import { readOne } from './read-one.js';
import { readValue } from './read-value.js';
import { valueTypes } from './types/index.js';
import { isList, type JsonValue, type SingleValue } from './value.js';
import type { FieldOptions, ReadContext, ReadResult } from './value-type.js';

/** A value as a person or a program writes it down for a field: its JSON form, or text. Null is “there is none”. */
export type Written = JsonValue;

/**
 * Reads a value that was written down for a field, not found in a message: in expected values, corrections and examples.
 * What has the plain form of records (`1.125`, `2026-12-04`, `40.00 GBP`) is taken as that whatever the sieve's language,
 * so that a record's own values always read back as themselves; anything else is read as the field's type reads it.
 */
export function readWritten(written: Exclude<Written, null>, options: FieldOptions, context: ReadContext): ReadResult {
  const one = (item: Written): ReadResult => readSingle(textOf(item), options, context);
  if (!Array.isArray(written))
    return options.many === true ? readSeveral(textOf(written), options, context) : one(written);
  if (options.many !== true) return { ok: false, code: 'YS-VALUE-SINGLE' };
  const items: SingleValue[] = [];
  for (const item of written) {
    const read = one(item);
    if (!read.ok) return read;
    if (!isList(read.value)) items.push(read.value);
  }
  return { ok: true, value: { kind: 'list', items, separator: separatorOf(options) } };
}

const separatorOf = ({ separator }: FieldOptions) => (typeof separator === 'string' ? separator : ', ');

/** One text for several values: by the field's own separator first, then as people write them. */
function readSeveral(text: string, options: FieldOptions, context: ReadContext): ReadResult {
  const separator = separatorOf(options);
  const items: SingleValue[] = [];
  for (const piece of text.split(separator)) {
    const read = readSingle(piece, options, context);
    if (!read.ok || isList(read.value)) return readValue(text, options, context);
    items.push(read.value);
  }
  return { ok: true, value: { kind: 'list', items, separator } };
}

function readSingle(text: string, options: FieldOptions, context: ReadContext): ReadResult {
  const type = valueTypes[options.type];
  if (!type) return { ok: false, code: 'YS-VALUE-EMPTY' };
  const plain = type.plain?.(text) ?? null;
  if (plain === null) return readOne(type, text, options, context);
  // Its own type still has its say on ranges: figures are handed to it as English writes them.
  return typeof plain === 'string'
    ? readOne(type, plain, options, { ...context, language: 'en' })
    : { ok: true, value: plain };
}

/** The text of a written item, in the plain form. */
function textOf(written: Written): string {
  if (written === null) return '';
  if (Array.isArray(written)) return written.map(textOf).join('\n');
  // In a file, figures are taken as written, also those in an amount.
  if (typeof written === 'object') return Object.values(written).map(textOf).join(' ');
  if (typeof written === 'number') return plainNumber(written);
  return typeof written === 'boolean' ? (written ? 'yes' : 'no') : written;
}

/** Without an exponent, which no figure of a person has. */
const plainNumber = (number: number) =>
  Math.abs(number) < 1e-6 || Math.abs(number) >= 1e21
    ? number.toLocaleString('en-US', { useGrouping: false, maximumFractionDigits: 20 })
    : String(number);
