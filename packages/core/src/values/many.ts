import type { Code, Params } from '../errors/index.js';
import { readOne } from './read-one.js';
import { isList, type SingleValue } from './value.js';
import type { FieldOptions, ReadContext, ReadResult, ValueType } from './value-type.js';

/** Ways to write several values, the surest first: lines or bullets, semicolons, bars, commas with a last “and”, a lone slash. */
const separators = [
  /\s*\n\s*(?:[-*•·–]\s+)?/,
  /\s*[;|]\s*/,
  /\s*,\s+(?:(?:and|or|und|oder|et|ou|y|o|e|og|eller|ed?|en|of)\s+)?|\s+(?:and|or|und|oder|et|ou|y|e|og|eller|en|of|&)\s+/i,
  /\s*,\s*/,
  /\s+\/\s+|\s{2,}|\t/,
  /\s*\/\s*/,
];

/** Values of one field; more are refused, and none is dropped. */
const maxItems = 200;

/** Reads several values of a type: the first way to cut them by which every piece can be read. */
export function readMany(type: ValueType, raw: string, options: FieldOptions, context: ReadContext): ReadResult {
  const text = raw.trim().replace(/^[-*•·–]\s+/, '');
  const separator = typeof options.separator === 'string' ? options.separator : ', ';
  let fault: { code: Code; params?: Params } | null = null;
  // A single text may hold any of the marks, so texts are cut by the surest alone.
  for (const pattern of type.free ? separators.filter((by) => by.test(text)).slice(0, 1) : [null, ...separators]) {
    const pieces = (pattern === null ? [text] : text.split(pattern)).map((piece) => piece.trim()).filter(Boolean);
    if (pattern !== null && pieces.length < 2) continue;
    if (pieces.length > maxItems)
      return { ok: false, code: 'YS-VALUE-RANGE', params: { range: `at most ${maxItems} values` } };
    const read = readAll(type, pieces, options, context);
    if (!('code' in read)) {
      const value = { kind: 'list', items: read.items, separator } as const;
      return read.reference === undefined ? { ok: true, value } : { ok: true, value, reference: read.reference };
    }
    fault ??= read;
  }
  const alone = readOne(type, text, options, context);
  if (alone.ok && !isList(alone.value)) return { ...alone, value: { kind: 'list', items: [alone.value], separator } };
  return alone.ok ? alone : { ok: false, ...(fault ?? alone) };
}

function readAll(
  type: ValueType,
  pieces: readonly string[],
  options: FieldOptions,
  context: ReadContext,
): { items: SingleValue[]; reference: string | undefined } | { code: Code; params?: Params } {
  const items: SingleValue[] = [];
  let reference: string | undefined;
  for (const piece of pieces) {
    const read = readOne(type, piece, options, context);
    if (!read.ok) return { code: read.code, ...(read.params ? { params: read.params } : {}) };
    reference ??= read.reference;
    if (!isList(read.value)) items.push(read.value);
  }
  return { items, reference };
}
