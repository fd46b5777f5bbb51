import { valueTypes } from './types/index.js';
import { isList, type JsonValue, type Measure, type SingleValue, type Value } from './value.js';
import type { ValueType } from './value-type.js';

const typeOf = ({ kind }: SingleValue): ValueType => valueTypes[kind] as ValueType;

/** A value in the JSON form of records. */
export const toJson = (value: Value): JsonValue =>
  isList(value) ? value.items.map(toJson) : typeOf(value).toJson(value);

/** A value as plain text, for texts, cells and folding. */
export function toText(value: Value): string {
  if (isList(value)) return value.items.map(toText).join(value.separator);
  const type = typeOf(value);
  return type.toText?.(value) ?? String(type.toJson(value));
}

/** What a value is compared by; null for lists, and for kinds that have no order. */
export const measureOf = (value: Value): Measure | null =>
  isList(value) ? null : (typeOf(value).measures?.of(value) ?? null);

/** A value's figure; null when it is none. */
export function figureOf(value: Value): string | null {
  const measure = measureOf(value);
  return measure?.scale === 'figure' ? measure.decimal : null;
}

/** A value as it is stored in a column of its type: figures as decimals, moments in ISO 8601, flags as flags. */
export function toStored(value: Value): string | boolean {
  const json = isList(value) ? null : typeOf(value).toJson(value);
  return typeof json === 'boolean' ? json : (figureOf(value) ?? toText(value));
}
