/**
 * A read value. What it is made of only its type knows: everybody else asks for a form of it (`forms.ts`). Decimals are
 * strings in canonical form (no exponent, no trailing zeros), so that nothing is rounded.
 */
export type SingleValue = { readonly kind: string; readonly [part: string]: string | boolean | null };

/** Several values of one kind, in a field that takes many. */
export interface ListValue {
  readonly kind: 'list';
  readonly items: SingleValue[];
  readonly separator: string;
}

/** One value, or several. */
export type Value = SingleValue | ListValue;

/** What stands in a record under a field's name: JSON with dates in ISO 8601, amounts as `{value, currency}`, phones in E.164. */
export type JsonValue = string | number | boolean | null | { [part: string]: JsonValue } | JsonValue[];

/** Whether a value is several. */
export const isList = (value: Value): value is ListValue => value.kind === 'list';

/** The single values in a value: itself, or the items of a list. */
export const itemsOf = (value: Value): SingleValue[] => (isList(value) ? value.items : [value]);

/** What values are compared by: those of one scale can be, those of two cannot. */
export type Measure =
  | { scale: 'figure'; decimal: string; unit: string | null; currency: string | null }
  | { scale: 'length'; duration: string }
  /** A day (ISO 8601), and where it is known the moment in it, in milliseconds since 1970. */
  | { scale: 'day'; day: string; moment: number | null }
  | { scale: 'clock'; time: string };

/** Milliseconds since 1970 of a datetime; one without an offset is taken as UTC, so that the answer is the same everywhere. */
export function momentOf(datetime: string): number {
  return Date.parse(/(?:[+-]\d{2}:?\d{2}|Z)$/.test(datetime) || datetime.length === 10 ? datetime : `${datetime}Z`);
}
