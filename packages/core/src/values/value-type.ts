import type * as v from 'valibot';
import type { Code, Params } from '../errors/index.js';
import type { Value, ValueKind } from './value.js';

/** What reading a value depends on besides the text itself. */
export interface ReadContext {
  /** Language of the sieve's locale, such as `en`; of the message, where the locale is `by message`. */
  language: string;
  /** Region of the sieve's locale, such as `GB`; null when it names none. */
  region: string | null;
  /** The moment or day that dates without a year, and relative ones, are counted from (ISO 8601). */
  reference: string;
  /** The sieve's time zone (IANA), for times that name none; null when it states none. */
  zone: string | null;
  /** What stands in the slots of the same type beside this one: “3” of “3 to 7 May” borrows month and year. */
  beside?: { before: string | null; after: string | null };
  /** Names of the message's attachments. */
  attachments?: readonly string[];
}

export type ReadResult =
  | {
      ok: true;
      value: Value;
      /** The day it was counted from (ISO 8601), where that mattered. */
      reference?: string;
      /** Which slot beside it lent what was not written here. */
      borrowed?: 'before' | 'after';
    }
  | { ok: false; code: Code; params?: Params };

/** Options common to all fields, whatever their type. */
export interface FieldOptions {
  type: string;
  required?: boolean | undefined;
  /** Several values of the type, in one field. */
  many?: boolean | undefined;
  /** What stands between several values in one cell or text. Default: a comma and a space. */
  separator?: string | undefined;
  [option: string]: unknown;
}

/** One field type: its own options, and how a person's writing becomes a value. One file and one registry line each. */
export interface ValueType {
  readonly kind: ValueKind;
  /** One line for docs and forms. */
  readonly about: string;
  /** Valibot entries of the options that only this type has. */
  readonly options: v.ObjectEntries;
  /** Source of a ready-made pattern part, used as `~kind~` in pattern rules. */
  readonly part: string;
  read(raw: string, options: FieldOptions, context: ReadContext): ReadResult;
  /** How much a raw text looks like a whole value of this type, 0 to 1; a quick test used to rank candidates. */
  fit(raw: string, options: FieldOptions, context: ReadContext): number;
}

/** `fit` for types where reading is cheap and strict: it reads, or it does not. */
export function fitByReading(type: Pick<ValueType, 'read'>): ValueType['fit'] {
  return (raw, options, context) => (type.read(raw, options, context).ok ? 1 : 0);
}
