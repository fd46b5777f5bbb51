import type * as v from 'valibot';
import type { Code, Params } from '../errors/index.js';
import type { JsonValue, Measure, SingleValue, Value } from './value.js';

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

export type ReadResult<V extends Value = Value> =
  | {
      ok: true;
      value: V;
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

/** How a column of a database holds values of a type; the database kinds name it in their own words. */
export type Storage =
  /** A text of any length; one that can be indexed has a longest, in characters. */
  | { holds: 'text'; longest?: number }
  | { holds: 'decimal'; digits: number; scale: number }
  | { holds: 'whole number' | 'day' | 'time of day' | 'moment' | 'flag' };

/** How a type is told by its looks, for suggestions. */
interface Look {
  /** What every value must look like, beside being readable. */
  like: RegExp;
  /** What the label must look like; left out where it does not matter. */
  label?: RegExp;
  /** What the label must not look like. */
  unlike?: RegExp;
  /** More telling looks are tried first: 1 before 2. */
  rank: number;
  /** Options without which a value of these looks may mean several things; the file says then what was assumed. */
  assumes?: Partial<FieldOptions>;
  /** Whether values that look so, each by itself, are of one kind together. */
  together?(values: readonly string[], context: ReadContext): boolean;
}

/** How a value is told within a line of other words. */
interface LookWithin {
  like: RegExp;
  /** More telling ones are tried first: 1 before 2. */
  rank: number;
  /** Where a value found at an offset really begins: a date has its weekday before it. */
  begin?(words: string, at: number): number;
}

/**
 * One field type: its own options, how a person's writing becomes a value, and what others need to know of it. One file and
 * one registry line each; nobody else asks for a type by its name.
 */
export interface ValueType<V extends SingleValue = SingleValue> {
  readonly kind: V['kind'];
  /** One line for docs and forms. */
  readonly about: string;
  /** Valibot entries of the options that only this type has. */
  readonly options: v.ObjectEntries;
  /** Source of a ready-made pattern part, used as `~kind~` in pattern rules. */
  readonly part: string;
  readonly storage: Storage;
  read(raw: string, options: FieldOptions, context: ReadContext): ReadResult<V>;
  /** How much a raw text looks like one, 0 to 1; quick, to rank places. */
  fit(raw: string, options: FieldOptions, context: ReadContext): number;
  /** JSON Schema of the JSON form, and one value in it. */
  readonly json: { schema: Readonly<Record<string, unknown>>; example: JsonValue };
  toJson(value: V): JsonValue;
  /** As plain text, where that is not the JSON form. */
  toText?(value: V): string;
  /** The value that a text stands for by itself, whatever the language; or the text, to be read as English writes figures. */
  plain?(text: string): V | string | null;
  /** Any text is one: that it fits says little, it may be long, and it may run over several lines. */
  readonly free?: boolean;
  /** It is made of words, which can be searched. */
  readonly words?: boolean;
  /** What its values are compared by. */
  readonly measures?: { scale: Measure['scale']; of(value: V): Measure };
  /** The value a literal of a condition stands for, where that is read otherwise than a message; null when it is none. */
  literal?(written: string): SingleValue | null;
  /** It takes the target of a link that stands at its place. */
  readonly link?: boolean;
  /** It is not written in the words of a message, but found beside them. */
  readonly apart?: boolean;
  /** A text like this may as well be a value of another type. */
  readonly ambiguous?: RegExp;
  /** A second value that stands in a column beside its own: a part of the JSON form, by its name. */
  readonly beside?: { part: string; kind: string; of(value: V): SingleValue };
  /** How whole values look. */
  readonly looks?: readonly Look[];
  /** How values look within a line of other words. */
  readonly within?: LookWithin;
  /** Its values are counted; a code of figures, such as an order number, is none. */
  readonly countable?: boolean;
  /** How instructions speak of such a value, in words without accents; surer ones have the lower rank. `with`: further options of the field. */
  readonly spoken?: { of: RegExp; rank: number; with?: Partial<FieldOptions> };
  /** The JSON type of its values in a model’s answer, where that is not a text. */
  readonly inAnswer?: 'number' | 'integer' | 'boolean';
  /** Further options that values tell, such as the unit they share. */
  observe?(values: readonly string[], context: ReadContext): Partial<FieldOptions>;
  /** What a value is called that nothing names; its kind by default. */
  readonly called?: string;
  /** Labels, folded, that say the type and nothing more: then its kind names a field as well. */
  readonly saidBy?: RegExp;
  /** Its values name themselves, whatever word stands before them. */
  readonly namesItself?: boolean;
  /** Whether it is a way to reach somebody. */
  readonly reaches?: boolean;
}

/** Declares a type. Its values come back to it alone, so that others need not know what they are made of. */
export const valueType = <V extends SingleValue>(type: ValueType<V>): ValueType => type as unknown as ValueType;

/** `fit` for types where reading is cheap and strict: it reads, or it does not. */
export function fitByReading(type: Pick<ValueType, 'read'>): ValueType['fit'] {
  return (raw, options, context) => (type.read(raw, options, context).ok ? 1 : 0);
}
