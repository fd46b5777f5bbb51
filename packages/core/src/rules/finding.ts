import { canonicalJson } from '../canonical-json.js';
import { type Code, type Params, say } from '../errors/index.js';
import { toOrigin, type View } from '../reading/index.js';
import { type FieldOptions, itemsOf, type ListValue, type ReadContext, readValue, toJson } from '../values/index.js';
import type { Evidence, Finding, Problem } from './rule-kind.js';

/** Evidence that a range of a view is where a value stands. */
export function evidenceAt(
  view: View,
  start: number,
  end: number,
  rule: string,
  how: Evidence['how'] = 'read',
): Evidence[] {
  return toOrigin(view, start, end).map((range) => ({
    how,
    in: view.in,
    start: range.start,
    end: range.end,
    raw: view.text.slice(start, end),
    rule,
  }));
}

/** A problem, placed at the evidence where there is some. */
export function problemAt(code: Code, path: string, params: Params, evidence: Evidence | undefined): Problem {
  return {
    code,
    path,
    text: say(code, params),
    in: evidence?.in ?? null,
    start: evidence?.start ?? null,
    end: evidence?.end ?? null,
  };
}

/** Evidence of the slots beside one, which may lend it a month or a year. */
export type Lenders = Partial<Record<'before' | 'after', Evidence[]>>;

/** What is read, where that is not just the text of a range. */
export interface Written {
  /** The text with its wrapped lines joined. */
  raw: string;
  lenders: Lenders;
}

/** Reads a range of a view by the field's type: a value with its evidence, a closed field when it is empty, or a problem. */
export function findAt(
  view: View,
  start: number,
  end: number,
  field: string,
  options: FieldOptions,
  context: ReadContext,
  rule: string,
  written: Partial<Written> = {},
): Finding {
  const evidence = evidenceAt(view, start, end, rule);
  const raw = written.raw ?? view.text.slice(start, end);
  if (raw.trim() === '') return { field, state: 'closed', evidence };
  return readRaw(raw, field, options, context, evidence, written.lenders);
}

/** Reads a raw text that has its evidence already. */
export function readRaw(
  raw: string,
  field: string,
  options: FieldOptions,
  context: ReadContext,
  evidence: Evidence[],
  lenders: Lenders = {},
): Finding {
  const read = readValue(raw, options, context);
  if (read.ok) {
    const lent = (read.borrowed && lenders[read.borrowed]) ?? [];
    return { field, state: 'value', value: read.value, evidence: counted([...evidence, ...lent], read.reference) };
  }
  const problem = problemAt(read.code, field, read.params ?? {}, evidence[0]);
  return { field, state: 'problem', problem, evidence };
}

/** The day a value was counted from stands in its evidence. */
const counted = (evidence: Evidence[], from: string | undefined) =>
  from === undefined ? evidence : evidence.map((item) => ({ ...item, counted_from: from }));

/**
 * Several findings as the value of a field that takes many, each with its evidence; one that cannot be read stands for all of them.
 * `distinct`: of the same value one is kept.
 */
export function asList(
  found: readonly Finding[],
  field: string,
  { separator = ', ' }: FieldOptions,
  distinct = false,
): Finding[] {
  const wrong = found.find(({ state }) => state === 'problem');
  if (wrong) return [wrong];
  const all = found.flatMap((one) => (one.state === 'value' ? itemsOf(one.value) : []));
  if (all.length === 0) return [];
  const items = distinct ? [...new Map(all.map((item) => [canonicalJson(toJson(item)), item])).values()] : all;
  const value: ListValue = { kind: 'list', items, separator: String(separator) };
  return [{ field, state: 'value', value, evidence: found.flatMap(({ evidence }) => evidence) }];
}
