import type { ColumnItem } from '@yellow-sieve/contract';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { type MessageOutcome, type MessageReading, valueText } from '../message/outcome';
import { rowOf } from '../message/row-path';

/** A column of the rows as it stands in the shown message. */
export interface ColumnState {
  name: string;
  /** What the first item has that has it; null where none has. */
  value: string | null;
  /** Why the first item has none, where something is wrong with it. */
  problem: string | null;
  /** Where it stands in an item, in words. */
  where: string;
  /** How many items have it. */
  found: number;
}

export function columnStates(
  columns: readonly ColumnItem[],
  outcome: MessageOutcome | null,
  reading: Pick<MessageReading, 'text'> | null,
): ColumnState[] {
  return columns.map(({ name, unit }) => {
    const rows = outcome?.rows ?? [];
    const first = rows.findIndex((row) => valueText(row[name] ?? null) !== null);
    const text = valueText(rows[first]?.[name] ?? null);
    const problem = outcome?.problems.find(({ path }) => path.endsWith(`.${name}`) && path.startsWith('rows['));
    return {
      name,
      value: text !== null && unit ? `${text} ${unit}` : text,
      problem: problem?.text ?? null,
      where: whereOf(`rows[${first}].${name}`, text, outcome?.evidence ?? {}, reading?.text ?? ''),
      found: rows.filter((row) => valueText(row[name] ?? null) !== null).length,
    };
  });
}

/** Words of a line that are shown of where a value stands. */
const longest = 24;

/** Where a value stands, by the words between it and the value before, or right behind it on its line. */
function whereOf(path: string, value: string | null, evidence: MessageOutcome['evidence'], text: string): string {
  const say = workbenchWords.columns;
  const [place] = evidence[path] ?? [];
  if (!place || value === null) return '';
  const isTarget = /^\w+:\/\//.test(value) && !place.raw?.includes('://');
  if (isTarget || place.in?.startsWith('link:')) return say.target;
  if (place.in !== 'message.text' || place.start === null || place.end === null) return place.in ?? '';
  const { start: from, end: to } = place;
  const others = Object.entries(evidence).flatMap(([other, [one]]) =>
    rowOf(other) === rowOf(path) && one?.in === 'message.text' && one.end !== null && one.end <= from ? [one.end] : [],
  );
  const start = Math.max(text.lastIndexOf('\n', from - 1) + 1, ...others);
  const end = text.indexOf('\n', to);
  const before = lastWords(text.slice(start, from));
  const behind = firstWords(text.slice(to, end < 0 ? text.length : end));
  if (before !== '') return fill(say.after, { words: before });
  return behind === '' ? say.alone : fill(say.before, { words: behind });
}

const lastWords = (line: string) => {
  const said = line.trim();
  return said.length <= longest ? said : `…${said.slice(-longest).replace(/^\S*\s/, '')}`;
};

const firstWords = (line: string) => {
  const said = line.trim();
  return said.length <= longest ? said : `${said.slice(0, longest).replace(/\s\S*$/, '')}…`;
};
