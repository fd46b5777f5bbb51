/** A read value. Decimals are strings in canonical form (no exponent, no trailing zeros), so that nothing is rounded. */
export type SingleValue =
  | { kind: 'text'; text: string }
  | { kind: 'number'; decimal: string; unit: string | null }
  | { kind: 'integer'; decimal: string; unit: string | null }
  | { kind: 'amount'; decimal: string; currency: string }
  | { kind: 'date'; date: string }
  | { kind: 'time'; time: string }
  | { kind: 'datetime'; datetime: string }
  | { kind: 'duration'; duration: string }
  | { kind: 'yes-no'; yes: boolean }
  | { kind: 'email'; address: string }
  | { kind: 'phone'; e164: string }
  | { kind: 'url'; url: string }
  | { kind: 'attachment'; name: string }
  | { kind: 'choice'; choice: string };

/** One value, or several of one kind in a field that takes many. */
export type Value = SingleValue | { kind: 'list'; items: SingleValue[]; separator: string };

export type ValueKind = SingleValue['kind'];

/** What stands in a record under a field's name: JSON with dates in ISO 8601, amounts as `{value, currency}`, phones in E.164. */
export type JsonValue = string | number | boolean | null | { value: number; currency: string } | JsonValue[];

/** A value in the JSON form of records. */
export function toJson(value: Value): JsonValue {
  switch (value.kind) {
    case 'text':
      return value.text;
    case 'number':
    case 'integer':
      return Number(value.decimal);
    case 'amount':
      return { value: Number(value.decimal), currency: value.currency };
    case 'date':
      return value.date;
    case 'time':
      return value.time;
    case 'datetime':
      return value.datetime;
    case 'duration':
      return value.duration;
    case 'yes-no':
      return value.yes;
    case 'email':
      return value.address;
    case 'phone':
      return value.e164;
    case 'url':
      return value.url;
    case 'attachment':
      return value.name;
    case 'choice':
      return value.choice;
    case 'list':
      return value.items.map(toJson);
  }
}

/** A value as plain text, for texts, cells and folding. */
export function toText(value: Value): string {
  switch (value.kind) {
    case 'number':
    case 'integer':
      return value.decimal;
    case 'amount':
      return `${value.decimal} ${value.currency}`;
    case 'yes-no':
      return value.yes ? 'yes' : 'no';
    case 'list':
      return value.items.map(toText).join(value.separator);
    default:
      return String(toJson(value));
  }
}

/** The single values in a value: itself, or the items of a list. */
export function itemsOf(value: Value): SingleValue[] {
  return value.kind === 'list' ? value.items : [value];
}

/** Milliseconds since 1970 of a datetime; one without an offset is taken as UTC, so that the answer is the same everywhere. */
export function momentOf(datetime: string): number {
  return Date.parse(/(?:[+-]\d{2}:?\d{2}|Z)$/.test(datetime) || datetime.length === 10 ? datetime : `${datetime}Z`);
}
