import type { JsonValue, MessageOutcome } from '../message/outcome';
import { valueText } from '../message/outcome';

/** What one text makes of a value: what it is, the words it rests on, and what is wrong with it. */
export interface WordedValue {
  value: string | null;
  quote: string | null;
  /** Why it does not count; null where nothing is wrong. */
  problem: string | null;
}

/** A value that two texts make otherwise. */
export interface Wording {
  path: string;
  before: WordedValue;
  after: WordedValue;
}

/** Fields and cells that two texts read otherwise in a message, in the order of the fields and rows. */
export function wordingsOf(before: MessageOutcome | null, after: MessageOutcome | null): Wording[] {
  const paths = [...new Set([...pathsOf(before), ...pathsOf(after)])];
  return paths.flatMap((path) => {
    const [was, is] = [wordedValue(before, path), wordedValue(after, path)];
    return was.value === is.value && (was.problem === null) === (is.problem === null)
      ? []
      : [{ path, before: was, after: is }];
  });
}

/** How many values there are in what two texts make of a message. */
export const cellCount = (before: MessageOutcome | null, after: MessageOutcome | null): number =>
  new Set([...pathsOf(before), ...pathsOf(after)]).size;

const pathsOf = (outcome: MessageOutcome | null): string[] =>
  outcome === null
    ? []
    : [
        ...Object.keys(outcome.fields),
        ...outcome.rows.flatMap((row, i) => Object.keys(row).map((column) => `rows[${i}].${column}`)),
      ];

/** A value as one text makes it. */
export function wordedValue(outcome: MessageOutcome | null, path: string): WordedValue {
  const evidence = outcome?.evidence[path] ?? [];
  const isQuoted = evidence.some(({ in: where }) => where !== null);
  return {
    value: valueText(valueAt(outcome, path)),
    quote: isQuoted
      ? evidence
          .map(({ raw }) => raw ?? '')
          .join(' … ')
          .replace(/\s+/g, ' ')
      : null,
    problem: outcome?.problems.find((problem) => problem.path === path)?.text ?? null,
  };
}

function valueAt(outcome: MessageOutcome | null, path: string): JsonValue {
  const [, row, column] = /^rows\[(\d+)\]\.(.+)$/.exec(path) ?? [];
  if (row === undefined || column === undefined) return outcome?.fields[path] ?? null;
  return outcome?.rows[Number(row)]?.[column] ?? null;
}

/** `job, row 2` for `rows[1].job`, as people count. */
export function pathText(path: string, row: (column: string, number: number) => string): string {
  const [, index, column] = /^rows\[(\d+)\]\.(.+)$/.exec(path) ?? [];
  return index === undefined || column === undefined ? path : row(column, Number(index) + 1);
}

/** The values of a message as a worked example gives them: those of the fields a rule fills, and its rows; nothing with a problem teaches. */
export function givesOf(outcome: MessageOutcome, fills: readonly string[]): Record<string, JsonValue> {
  const has = (name: string, inRows: boolean) => fills.includes(name) || (inRows && fills.includes('rows'));
  const wrong = new Set(outcome.problems.map(({ path }) => path));
  const fields = Object.entries(outcome.fields).filter(
    ([name, value]) => value !== null && has(name, false) && !wrong.has(name),
  );
  const rows = outcome.rows.map((row, i) =>
    Object.fromEntries(
      Object.entries(row).filter(
        ([name, value]) => value !== null && has(name, true) && !wrong.has(`rows[${i}].${name}`),
      ),
    ),
  );
  return { ...Object.fromEntries(fields), ...(rows.length > 0 ? { rows: rows as unknown as JsonValue } : {}) };
}
