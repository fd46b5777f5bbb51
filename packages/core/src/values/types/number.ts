import * as v from 'valibot';
import { about, compareDecimals, type LeadingDecimal, leadingFigures, plainFigures, remark } from '../decimal.js';
import { fold } from '../fold.js';
import { unitNamed, unitWords } from '../units.js';
import {
  type FieldOptions,
  fitByReading,
  type ReadContext,
  type ReadResult,
  type ValueType,
  valueType,
} from '../value-type.js';

type NumberValue = { kind: 'number'; decimal: string; unit: string | null };

/** Options that number and integer share. */
export const rangeOptions = { min: v.optional(v.number()), max: v.optional(v.number()), unit: v.optional(v.string()) };

/** Reads a number with an optional unit behind it; anything else behind it is refused, save a remark in brackets. */
export function readNumber(raw: string, options: FieldOptions, language: string): ReadResult<NumberValue> {
  const lead = wholeNumber(raw, language);
  if (!lead) return { ok: false, code: 'YS-VALUE-NUMBER' };
  const wanted = typeof options.unit === 'string' ? options.unit : null;
  const unit = unitOf(lead.rest, wanted);
  if (unit === undefined) return { ok: false, code: 'YS-VALUE-NUMBER' };
  if (unit !== null && wanted !== null && unit !== (unitNamed(fold(wanted)) ?? fold(wanted))) {
    return { ok: false, code: 'YS-VALUE-UNIT', params: { unit, wanted } };
  }
  const range = outside(lead.decimal, options);
  if (range) return { ok: false, code: 'YS-VALUE-RANGE', params: { range } };
  return { ok: true, value: { kind: 'number', decimal: lead.decimal, unit: wanted ?? unit } };
}

/** The number and what stands behind it; brackets around the whole make it negative, as in accounts. */
function wholeNumber(raw: string, language: string): LeadingDecimal | null {
  const text = plainFigures(raw).replace(about, '').replace(remark, '');
  const inner = /^\(([^()]*)\)$/.exec(text)?.[1];
  const lead = leadingFigures(inner ?? text, language);
  return lead && inner !== undefined ? { ...lead, decimal: negated(lead.decimal) } : lead;
}

/** A canonical decimal with the other sign. */
export function negated(decimal: string): string {
  if (decimal === '0') return decimal;
  return decimal.startsWith('-') ? decimal.slice(1) : `-${decimal}`;
}

/** The unit a text names (null: none), or undefined when the text is no unit. */
function unitOf(rest: string, wanted: string | null): string | null | undefined {
  const name = rest.replace(/\.$/, '').trim();
  if (name === '') return null;
  const unit = unitNamed(name);
  if (unit !== null) return unit;
  if (wanted !== null) return name === fold(wanted) ? name : undefined;
  // Without a wanted unit a single word behind the number (“4 nights”) is taken as what is counted.
  return /^\p{L}+$/u.test(name) ? name : undefined;
}

function outside(decimal: string, { min, max }: FieldOptions): string | null {
  const low = typeof min === 'number' && compareDecimals(decimal, String(min)) < 0;
  const high = typeof max === 'number' && compareDecimals(decimal, String(max)) > 0;
  return low || high ? `${typeof min === 'number' ? min : '…'} to ${typeof max === 'number' ? max : '…'}` : null;
}

/** Figures as records have them, with or without a currency. */
export const plainFigure = (text: string): string | null =>
  /^-?\d+(?:\.\d+)?(?: [A-Z]{3})?$/.test(text) ? text : null;

/** The units that values have; null for none. */
const unitsOf = (values: readonly string[], { language }: ReadContext): Set<string | null> =>
  new Set(
    values.map((value) => {
      const read = readNumber(value, { type: 'number' }, language);
      return read.ok ? read.value.unit : null;
    }),
  );

/** The unit that all values have, if they have one. */
function sharedUnit(values: readonly string[], context: ReadContext): string | null {
  const [only = null, ...more] = unitsOf(values, context);
  return more.length === 0 ? only : null;
}

/** `43 s` and `438 MB`: figures of which some are of one thing and some of another. */
const areOfSeveral = (values: readonly string[], context: ReadContext): boolean =>
  [...unitsOf(values, context)].filter((unit) => unit !== null).length > 1;

/** `1234 BCD`: figures and capitals that are no unit are a code. */
function isPlate(value: string): boolean {
  const [, capitals] = /^\d+ (\p{Lu}{2,4})$/u.exec(value) ?? [];
  return capitals !== undefined && unitNamed(capitals.toLowerCase()) === null;
}

const read: ValueType<NumberValue>['read'] = (raw, options, context) => readNumber(raw, options, context.language);

export const number = valueType<NumberValue>({
  kind: 'number',
  about: 'a number, with the unit the field states',
  spoken: {
    of: /\b(?:how (?:long|heavy|wide|deep|high|fast)|length|weight|width|metres|meters|kilos?|lange|gewicht|longueur|poids|largo|peso|comprimento|lengte|laengde|vaegt)\b/,
    rank: 9,
  },
  options: rangeOptions,
  part: "[+\\-−]?\\d(?:[\\d.,' ]*\\d)?",
  storage: { holds: 'decimal', digits: 38, scale: 10 },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'number' }, example: 11.5 },
  toJson: ({ decimal }) => Number(decimal),
  toText: ({ decimal }) => decimal,
  plain: plainFigure,
  measures: { scale: 'figure', of: ({ decimal, unit }) => ({ scale: 'figure', decimal, unit, currency: null }) },
  looks: [
    {
      like: new RegExp(
        // Zeros before many figures count, and more than fifteen are no quantity: both are codes.
        `^(?!0\\d{4}|\\d{16})[+−-]?\\d[\\d.,]* ?(?:\\p{L}{1,4}[²³]?(?:/\\p{L}{1,4}[²³]?)?|%|°C?|${unitWords.join('|')})?$`,
        'iu',
      ),
      rank: 11,
      // `9C`, `28B`: seats and berths are written so; a letter is a unit where all have the same.
      together: (values, context) =>
        (!values.some((value) => /^\d+\p{L}$/u.test(value) || isPlate(value)) ||
          (values.length > 1 && sharedUnit(values, context) !== null)) &&
        !areOfSeveral(values, context),
    },
  ],
  countable: true,
  inAnswer: 'number',
  observe: (values, context) => {
    const unit = sharedUnit(values, context);
    if (unit === null) return {};
    // As it is written: `°C` and `V` are no small letters.
    const [written = ''] = /[^\d\s.,]+$/u.exec(values[0] ?? '') ?? [];
    return { unit: written.toLowerCase() === unit ? written : unit };
  },
});
