import * as v from 'valibot';
import { nearest } from '../errors/index.js';
import type { Path, Report } from '../files/index.js';
import { type FieldOptions, type JsonValue, type ReadContext, readWritten, toJson } from '../values/index.js';

const single = v.nullable(
  v.union([
    v.string(),
    v.number(),
    v.boolean(),
    v.strictObject({ value: v.union([v.number(), v.string()]), currency: v.string() }),
  ]),
);
const written = v.union([single, v.array(single)]);

/**
 * Expected values as they are written: what a person confirmed for a message. A field that is left out is not judged,
 * `null` says that it must be missing, and `rows` is the whole list in its order.
 */
export const expectSchema = v.objectWithRest(
  { rows: v.optional(v.array(v.record(v.string(), written))) },
  written,
) as unknown as v.GenericSchema<ExpectSource>;

export interface ExpectSource {
  readonly [field: string]: JsonValue | readonly Readonly<Record<string, JsonValue>>[] | undefined;
}

/** Expected values in the form of records, so that they compare with them. */
export interface Expected {
  fields: Readonly<Record<string, JsonValue>>;
  /** Null when rows are not judged. */
  rows: readonly Readonly<Record<string, JsonValue>>[] | null;
}

export interface ExpectCompiler {
  fields: Readonly<Record<string, FieldOptions>>;
  columns: Readonly<Record<string, FieldOptions>>;
  context: ReadContext;
  report: Report;
}

/** Reads expected values by the types of their fields. What names no field, or cannot be its value, is reported. */
export function compileExpected(source: ExpectSource, path: Path, compiler: ExpectCompiler): Expected {
  const { rows, ...values } = source;
  return {
    fields: readEach(values, compiler.fields, path, compiler),
    rows: rows === undefined ? null : readRows(rows, [...path, 'rows'], compiler),
  };
}

function readRows(rows: unknown, path: Path, compiler: ExpectCompiler): Record<string, JsonValue>[] {
  const isRow = (row: unknown) => typeof row === 'object' && row !== null && !Array.isArray(row);
  if (Array.isArray(rows) && rows.every(isRow))
    return rows.map((row, i) => readEach(row, compiler.columns, [...path, i], compiler));
  compiler.report.add('YS-FILE-WRONG-VALUE', path, {
    key: 'rows',
    detail: 'a list of rows is wanted, each with columns',
  });
  return [];
}

function readEach(
  values: Readonly<Record<string, unknown>>,
  declared: Readonly<Record<string, FieldOptions>>,
  path: Path,
  { context, report }: ExpectCompiler,
): Record<string, JsonValue> {
  const read: Record<string, JsonValue> = {};
  for (const [field, value] of Object.entries(values as Record<string, JsonValue>)) {
    const options = declared[field];
    if (!options) {
      const near = nearest(field, Object.keys(declared));
      report.add('YS-SIEVE-UNKNOWN-FIELD', [...path, field], { field, nearest: near });
    } else if (value === null) read[field] = null;
    else {
      const result = readWritten(value, options, context);
      if (result.ok) read[field] = toJson(result.value);
      else report.add('YS-EXPECT-VALUE', [...path, field], { field, type: options.type });
    }
  }
  return read;
}
