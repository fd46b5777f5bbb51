import * as v from 'valibot';
import type { JsonValue } from '../values/index.js';

const part = v.union([v.string(), v.number(), v.boolean(), v.null()]);
const single = v.union([part, v.record(v.string(), part)]);

/** A value in the JSON form of records: dates in ISO 8601, amounts as `{value, currency}`, several as a list. */
// A list comes first: as an object it would lose that it is one.
export const valueShape: v.GenericSchema<JsonValue> = v.union([v.array(single), single]);

/** Values by field, or of one row by column. */
export const valuesShape: v.GenericSchema<Record<string, JsonValue>> = v.record(v.string(), valueShape);
