import type { Accuracy, CellState, CoverageCell, MessageCoverage, RowDifference } from '@yellow-sieve/core';
import { reasonText } from '@yellow-sieve/core/shapes';
import { named } from './value-text.js';

/** One mark a cell; a confirmed value is filled, one that nobody judged is hollow. */
const marks: Record<Exclude<CellState, 'found'>, string> = {
  missing: '·',
  problem: '!',
  wrong: '×',
  changed: '~',
  'not tried': '?',
};
const legend = '■ as expected   □ found, not judged   · missing   ! problem   × wrong   ~ changed   ? not tried';

/** Messages side by side before the grid goes on below. */
const band = 50;

/** The grid fields x messages for a terminal, how often each field is right, and below it what is not. */
export function coverageText(title: string, messages: readonly MessageCoverage[], accuracy: Accuracy): string {
  if (messages.length === 0) return `${title}: no samples yet. Name some under samples, or give messages.`;
  const wrong = messages.flatMap(complaints);
  return [
    `${title}: ${messages.length} ${messages.length === 1 ? 'message' : 'messages'}`,
    '',
    ...bandsOf(messages).flatMap((some, i) => [...gridOf(some, i * band, accuracy), '']),
    legend,
    ...(wrong.length > 0 ? ['', ...wrong] : []),
  ].join('\n');
}

function bandsOf(messages: readonly MessageCoverage[]): MessageCoverage[][] {
  const bands = [];
  for (let at = 0; at < messages.length; at += band) bands.push(messages.slice(at, at + band));
  return bands;
}

function gridOf(messages: readonly MessageCoverage[], from: number, { fields, rows }: Accuracy): string[] {
  const width = Math.max(8, ...fields.map(({ field }) => field.length));
  const line = (name: string, share: string, cells: string) =>
    `  ${name.padEnd(width)}  ${share.padStart(7)}  ${cells}`;
  const share = (right: number, judged: number) => (judged === 0 ? '' : `${right}/${judged}`);
  const each = (mark: (message: MessageCoverage) => string) => tens(messages.map(mark).join(''));
  return [
    line('', 'right', ruler(messages.length, from)),
    ...fields.map(({ field, judged, right }) =>
      line(
        field,
        share(right, judged),
        each(({ cells }) => markOf(cells[field])),
      ),
    ),
    ...(rows ? [line('rows', share(rows.right, rows.expected), each(rowMark))] : []),
  ];
}

function markOf(cell: CoverageCell | undefined): string {
  if (!cell) return ' ';
  if (cell.state === 'found') return cell.right === true ? '■' : '□';
  return marks[cell.state];
}

function rowMark({ rows, tried }: MessageCoverage): string {
  if (!rows || !tried) return rows ? marks['not tried'] : ' ';
  if (rows.right !== null) return rows.right ? '■' : marks.wrong;
  return rows.found > 0 ? '□' : marks.missing;
}

/** In groups of ten, so that a message can be counted out. */
const tens = (cells: string) => cells.replace(/(.{10})(?=.)/gu, '$1 ');

function ruler(count: number, from: number): string {
  const cells = Array.from({ length: count }, () => ' ');
  for (let at = 0; at < count; at += 10) {
    const number = String(from + at + 1);
    for (let i = 0; i < number.length && at + i < Math.max(count, at + number.length); i++)
      cells[at + i] = number[i] ?? ' ';
  }
  return tens(cells.join(''));
}

/** What is not as expected, and why a message has a problem or was not taken. */
function complaints(message: MessageCoverage, index: number): string[] {
  const head = `${index + 1}  ${message.message}`;
  const cells = Object.entries(message.cells).flatMap(([field, cell]) => cellComplaint(field, cell));
  const rows = message.rows?.differences.map((one) => `rows: ${rowComplaint(one)}`) ?? [];
  const all = [...cells, ...rows];
  const why = message.sieve === null && message.tried ? message.reasons.map(({ text }) => reasonText(text)) : [];
  const lines = [...why, ...all];
  return lines.length > 0 ? [head, ...lines.map((line) => `     ${line}`)] : [];
}

function cellComplaint(field: string, { state, value, expected, problem, was }: CoverageCell): string[] {
  if (state === 'wrong') return [`${field}: expected ${named(expected)}, found ${named(value)}${because(problem)}`];
  if (state === 'problem') return [`${field}: ${problem}`];
  if (state === 'changed') return [`${field}: was ${named(was)}, is ${named(value)}`];
  return state === 'not tried' && expected !== undefined ? [`${field}: expected ${named(expected)}, not tried`] : [];
}

const because = (problem: string | null) => (problem === null ? '' : ` (${problem})`);

function rowComplaint(one: RowDifference): string {
  if (one.kind === 'lost') return `row ${one.before + 1} is missing: ${cellsText(one.row)}`;
  if (one.kind === 'gained') return `row ${one.after + 1} is not expected: ${cellsText(one.row)}`;
  const cells = one.cells.map(({ column, before, after }) => `${column} ${named(before)}, found ${named(after)}`);
  return `row ${one.before + 1}: expected ${cells.join('; ')}`;
}

/** A row in short. */
export const cellsText = (row: Extract<RowDifference, { kind: 'lost' }>['row']): string =>
  Object.entries(row)
    .map(([column, value]) => `${column} ${named(value)}`)
    .join(', ');
