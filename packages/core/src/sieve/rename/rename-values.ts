import type { Evidence, Problem } from '../../rules/index.js';
import type { JsonValue } from '../../values/index.js';
import type { ExpectSource } from '../expected.js';
import type { Reason } from '../outcome.js';

/** One field, or column of the rows, by its old and its new name. */
export interface FieldRename {
  from: string;
  to: string;
}

/** What a record keeps under the names of its fields. */
export interface NamedValues {
  fields: Record<string, JsonValue>;
  rows: Record<string, JsonValue>[];
  evidence: Record<string, Evidence[]>;
  problems: Problem[];
  reasons: Reason[];
}

/** A record as it is after some renames, one after the other. What it has under a new name already gives way. */
export function renameValues(values: NamedValues, renames: readonly FieldRename[]): NamedValues {
  return renames.reduce(renameOnce, values);
}

function renameOnce({ fields, rows, evidence, problems, reasons }: NamedValues, rename: FieldRename): NamedValues {
  const said = <T extends { text: string }>(one: T): T => ({ ...one, text: renamedInSentence(one.text, rename) });
  return {
    fields: renameKeys(fields, rename),
    rows: rows.map((row) => renameKeys(row, rename)),
    evidence: Object.fromEntries(Object.entries(evidence).map(([path, list]) => [renamePath(path, rename), list])),
    problems: problems.map((one) => ({ ...said(one), path: renamePath(one.path, rename) })),
    reasons: reasons.map(said),
  };
}

/** Expected values under the new name. */
export function renameExpected(expect: ExpectSource, rename: FieldRename): ExpectSource {
  const { rows, ...values } = expect;
  const group = rows as readonly Record<string, JsonValue>[] | undefined;
  const renamed = renameKeys(values as Record<string, JsonValue>, rename);
  return { ...renamed, ...(group ? { rows: group.map((row) => renameKeys(row, rename)) } : {}) };
}

/** `arrival`, `rows[2].arrival`. */
function renamePath(path: string, { from, to }: FieldRename): string {
  if (path === from) return to;
  const row = /^(rows\[\d+\]\.)(.*)$/.exec(path);
  return row?.[2] === from ? `${row[1]}${to}` : path;
}

/** Keeps the order: the new name stands where the old one stood. */
export function renameKeys<T>(values: Readonly<Record<string, T>>, { from, to }: FieldRename): Record<string, T> {
  if (!Object.hasOwn(values, from)) return { ...values };
  const kept = Object.entries(values).filter(([name]) => name !== to);
  return Object.fromEntries(kept.map(([name, value]) => [name === from ? to : name, value]));
}

/** Sentences of the catalogue name fields in quotes. */
const renamedInSentence = (text: string, { from, to }: FieldRename) => text.replaceAll(`“${from}”`, `“${to}”`);
