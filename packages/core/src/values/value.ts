/** A read value. Decimals are strings in canonical form (no exponent, no trailing zeros), so that nothing is rounded. */
export type Value =
  | { kind: 'text'; text: string }
  | { kind: 'number'; decimal: string; unit: string | null }
  | { kind: 'integer'; decimal: string; unit: string | null }
  | { kind: 'amount'; decimal: string; currency: string }
  | { kind: 'date'; date: string }
  | { kind: 'datetime'; datetime: string }
  | { kind: 'email'; address: string }
  | { kind: 'phone'; e164: string }
  | { kind: 'choice'; choice: string };

export type ValueKind = Value['kind'];

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
    case 'datetime':
      return value.datetime;
    case 'email':
      return value.address;
    case 'phone':
      return value.e164;
    case 'choice':
      return value.choice;
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
    default:
      return String(toJson(value));
  }
}
