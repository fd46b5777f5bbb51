import type { FieldOptions, ReadContext, ReadResult, ValueType } from './value-type.js';

/** Characters of a value that is no text: the longest addresses have fewer, and trying longer ones takes its time. */
const longest = 2500;

/** Reads one value. What is longer than any value of its type is none: it is refused as an empty one is. */
export function readOne(type: ValueType, raw: string, options: FieldOptions, context: ReadContext): ReadResult {
  return type.read(raw.length > longest && type.free !== true ? '' : raw, options, context);
}
