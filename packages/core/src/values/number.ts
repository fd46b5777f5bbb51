import * as v from 'valibot';
import { compareDecimals, leadingDecimal } from './decimal.js';
import { type FieldOptions, fitByReading, type ReadResult, type ValueType } from './value-type.js';

const unitNames: Readonly<Record<string, readonly string[]>> = {
  m: ['m', 'metre', 'metres', 'meter', 'meters', 'mtr', 'mtrs'],
  ft: ['ft', 'foot', 'feet', '′', "'"],
  kg: ['kg', 'kilo', 'kilos', 'kilogram', 'kilograms'],
  l: ['l', 'litre', 'litres', 'liter', 'liters'],
  kn: ['kn', 'kt', 'kts', 'knot', 'knots'],
  v: ['v', 'volt', 'volts'],
};

/** Options that number and integer share. */
export const rangeOptions = { min: v.optional(v.number()), max: v.optional(v.number()), unit: v.optional(v.string()) };

/** Reads a number with an optional unit behind it; anything else behind it is refused. */
export function readNumber(
  raw: string,
  options: FieldOptions,
  language: string,
): ReadResult & { decimal?: string; unit?: string | null } {
  const lead = leadingDecimal(raw, language);
  if (!lead) return { ok: false, code: 'YS-VALUE-NUMBER' };
  const wanted = typeof options.unit === 'string' ? options.unit : null;
  const unit = unitOf(lead.rest, wanted);
  if (unit === undefined) return { ok: false, code: 'YS-VALUE-NUMBER' };
  if (unit !== null && wanted !== null && unit !== wanted.toLowerCase()) {
    return { ok: false, code: 'YS-VALUE-UNIT', params: { unit, wanted } };
  }
  const range = outside(lead.decimal, options);
  if (range) return { ok: false, code: 'YS-VALUE-RANGE', params: { range } };
  return { ok: true, value: { kind: 'number', decimal: lead.decimal, unit: wanted ?? unit } };
}

/** The unit a text names (null: none), or undefined when the text is no unit. */
function unitOf(rest: string, wanted: string | null): string | null | undefined {
  const name = rest.replace(/\.$/, '').trim();
  if (name === '') return null;
  if (wanted !== null && name === wanted.toLowerCase()) return name;
  for (const [unit, names] of Object.entries(unitNames)) if (names.includes(name)) return unit;
  // Without a wanted unit a single word behind the number (“4 nights”) is taken as what is counted.
  return wanted === null && /^\p{L}+$/u.test(name) ? name : undefined;
}

function outside(decimal: string, { min, max }: FieldOptions): string | null {
  const low = typeof min === 'number' && compareDecimals(decimal, String(min)) < 0;
  const high = typeof max === 'number' && compareDecimals(decimal, String(max)) > 0;
  return low || high ? `${typeof min === 'number' ? min : '…'} to ${typeof max === 'number' ? max : '…'}` : null;
}

const read: ValueType['read'] = (raw, options, context) => readNumber(raw, options, context.language);

export const number: ValueType = {
  kind: 'number',
  about: 'a number, with the unit the field states',
  options: rangeOptions,
  part: "[+\\-−]?\\d(?:[\\d.,' ]*\\d)?",
  read,
  fit: fitByReading({ read }),
};
