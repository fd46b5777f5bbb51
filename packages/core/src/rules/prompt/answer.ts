import JSON5 from 'json5';
import * as v from 'valibot';
import { dictionary } from '../../dictionary.js';
import { rowsKey, statedKey } from './request.js';

/** One value of an answer, and the words of the message it rests on. */
export interface Entry {
  value: string | number | boolean;
  quote: string | null;
}

/** What a model answered: for each name what it says, in order; nothing for what is not said. */
type Entries = Readonly<Record<string, readonly Entry[]>>;

export interface Answer {
  fields: Entries;
  /** Null where the answer holds no list of rows. */
  rows: readonly Entries[] | null;
  /** The number of rows that the message itself states. */
  stated: Entry | null;
}

const scalar = v.nullable(v.union([v.string(), v.number(), v.boolean()]));
/** A model that was given no schema may leave the quote out, or the braces; then nothing supports the value, and that is said. */
const entry = v.union([
  v.object({ value: v.optional(scalar, null), quote: v.optional(v.nullable(v.string()), null) }),
  v.pipe(
    scalar,
    v.transform((value) => ({ value, quote: null })),
  ),
]);
const entries = v.union([
  v.array(entry),
  v.pipe(
    entry,
    v.transform((one) => [one]),
  ),
]);
const answerSchema = v.looseObject({
  [rowsKey]: v.nullish(v.array(v.record(v.string(), entries))),
  [statedKey]: v.nullish(entry),
});

/**
 * The answer's content as data, or null when it is not of the shape that was asked for. JSON in a fence or with a sentence
 * around it, with a comma too many or the quotation marks of a program is read for what it is; nothing that is missing is
 * made up, so that what was cut off is no answer.
 */
export function parseAnswer(content: string): Answer | null {
  const data = dataIn(content);
  const parsed = v.safeParse(answerSchema, data);
  if (!parsed.success) return null;
  const { [rowsKey]: rows, [statedKey]: stated, ...fields } = parsed.output;
  return {
    fields: entriesOf(fields),
    rows: rows ? rows.map(entriesOf) : null,
    stated: stated ? (kept([stated])[0] ?? null) : null,
  };
}

/** What is not of the shape of a value says nothing; other fields are not lost over it. */
function entriesOf(data: Readonly<Record<string, unknown>>): Entries {
  return dictionary(
    Object.fromEntries(
      Object.entries(data).flatMap(([name, value]): [string, Entry[]][] => {
        const parsed = v.safeParse(entries, value);
        const said = parsed.success ? kept(parsed.output) : [];
        return said.length > 0 ? [[name, said]] : [];
      }),
    ),
  );
}

const kept = (all: readonly { value: v.InferOutput<typeof scalar>; quote: string | null }[]): Entry[] =>
  all.flatMap(({ value, quote }) =>
    value === null || String(value).trim() === '' ? [] : [{ value, quote: quote?.trim() ? quote : null }],
  );

/** Whether a model’s content is an answer at all; what is none may be asked for again. */
export const isAnswer = (content: string): boolean => parseAnswer(content) !== null;

const fence = /```(?:json5?)?[^\S\n]*\n([\s\S]*?)```/i;

function dataIn(content: string): unknown {
  const bare = content.trim().replace(/^\ufeff/, '');
  for (const text of [bare, fence.exec(bare)?.[1], outermost(bare)]) {
    if (text === undefined) continue;
    for (const parser of [JSON, JSON5]) {
      try {
        const data: unknown = parser.parse(text);
        if (typeof data === 'object' && !Array.isArray(data)) return data;
      } catch {
        // The next way of looking at it may do.
      }
    }
  }
  return null;
}

/** From the first brace to the last: what stands around them is talk. */
function outermost(text: string): string | undefined {
  const [from, to] = [text.indexOf('{'), text.lastIndexOf('}')];
  return from >= 0 && to > from ? text.slice(from, to + 1) : undefined;
}
