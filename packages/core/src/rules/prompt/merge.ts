import { say } from '../../errors/index.js';
import type { View } from '../../reading/index.js';
import { fold, ownTypes, toText } from '../../values/index.js';
import type { Finding, Problem, RuleRun } from '../rule-kind.js';
import type { Answer } from './answer.js';
import type { Question } from './request.js';
import { keepTogether } from './rows-together.js';
import { type Claim, claimsOf, findingOf, type Reader } from './support.js';

export interface Merging {
  question: Question;
  /** Columns that tell rows apart: of rows with the same, one is kept. */
  key: readonly string[];
  /** What was shown for each answer. */
  parts: readonly View[][];
  run: RuleRun;
}

export interface Merged {
  findings: Finding[];
  rows: Finding[][];
  problems: Problem[];
  /** Rows that were folded into others of the same key. */
  folded: number;
}

/**
 * The answers to the parts of one message as one: each field from the part where its words stand, the rows of all of them one
 * behind the other. Only what was asked for counts, whatever else an answer holds.
 */
export function mergeAnswers(answers: readonly Answer[], { question, key, parts, run }: Merging): Merged {
  const reader: Reader = { rule: run.rule, whole: run.context, contextAt: (view, at) => run.contextAt(view, at) };
  const findings = Object.entries(question.fields).flatMap(([field, options]) => {
    const found = answers.flatMap(
      ({ fields }, i) => findingOf(claimsOf(field, options, fields[field] ?? [], parts[i] ?? []), reader) ?? [],
    );
    return found.find(({ state }) => state === 'value') ?? found[0] ?? [];
  });
  const claimed = answers.map(({ rows }, i) => (rows ?? []).map((row) => rowOf(row, question, parts[i] ?? [])));
  const rows = claimed
    .flatMap((some) => keepTogether(some.filter((row) => row.length > 0)))
    .map((row) => findingsOf(row, question, reader));
  const kept = folding(rows, key);
  const stated = answers.length === 1 ? answers[0]?.stated : null;
  const problems =
    stated && Object.keys(question.columns).length > 0 ? miscount(stated, kept.length, parts[0] ?? []) : [];
  return { findings, rows: kept, problems, folded: rows.length - kept.length };
}

const rowOf = (row: Answer['fields'], { columns }: Question, views: readonly View[]): Claim[] =>
  Object.entries(columns).flatMap(([column, options]) => claimsOf(column, options, row[column] ?? [], views));

const findingsOf = (row: readonly Claim[], { columns }: Question, reader: Reader): Finding[] =>
  Object.keys(columns).flatMap(
    (column) =>
      findingOf(
        row.filter(({ field }) => field === column),
        reader,
      ) ?? [],
  );

/** Rows of the same key are one: the first, with what the others know beyond it. */
function folding(rows: readonly Finding[][], key: readonly string[]): Finding[][] {
  if (key.length === 0) return [...rows];
  const kept = new Map<string, Finding[]>();
  rows.forEach((row, i) => {
    const values = key.map((column) => {
      const found = row.find(({ field, state }) => field === column && state === 'value');
      return found?.state === 'value' ? fold(toText(found.value)) : null;
    });
    const name = values.includes(null) ? `row ${i}` : JSON.stringify(values);
    const first = kept.get(name) ?? [];
    kept.set(name, [
      ...first,
      ...row.filter(({ field }) => !first.some((known) => known.field === field && known.state === 'value')),
    ]);
  });
  return [...kept.values()];
}

/** The message says another number of rows than the answer has. A number that the message does not say counts for nothing. */
function miscount(stated: NonNullable<Answer['stated']>, count: number, views: readonly View[]): Problem[] {
  const [claim] = claimsOf('rows', { type: ownTypes.number }, [stated], views);
  const number = Number(stated.value);
  if (!claim || claim.places.length === 0 || !Number.isInteger(number) || number === count) return [];
  const text = say('YS-PROMPT-ROWS-STATED', { stated: number, count, words: (stated.quote ?? '').slice(0, 80) });
  return [{ code: 'YS-PROMPT-ROWS-STATED', path: 'rows', text, in: null, start: null, end: null }];
}
