import Table from 'cli-table3';
import type { Output } from './command.js';

const none = {
  top: '',
  'top-mid': '',
  'top-left': '',
  'top-right': '',
  bottom: '',
  'bottom-mid': '',
  'bottom-left': '',
  'bottom-right': '',
  left: '',
  'left-mid': '',
  mid: '',
  'mid-mid': '',
  right: '',
  'right-mid': '',
  middle: '  ',
};
const widestCell = 48;

/** Where printing goes, and how wide it is. */
export interface Screen {
  write(text: string | Uint8Array): void;
  /** Columns, or undefined when it is no terminal. */
  columns: number | undefined;
}

/** The one place that prints. With `json`, every output is JSON: one document, or one object a line for lists of messages. */
export function print(output: Output, json: boolean, screen: Screen): void {
  if (output.kind === 'bytes') screen.write(output.bytes);
  else if (json) screen.write(jsonText(output.json));
  else if (output.kind === 'text') screen.write(`${output.text}\n`);
  else
    screen.write(
      `${tableText(output.columns, output.rows, screen.columns)}\n${output.note ? `\n${output.note}\n` : ''}`,
    );
}

/** One document, or one a line for lists of them. */
function jsonText(data: unknown): string {
  return (Array.isArray(data) ? data : [data]).map((item) => `${JSON.stringify(item)}\n`).join('');
}

function tableText(
  columns: readonly string[],
  rows: readonly (readonly string[])[],
  width: number | undefined,
): string {
  if (rows.length === 0) return 'Nothing yet.';
  // Columns that are empty everywhere only take room.
  const used = columns.map((_, i) => i).filter((i) => rows.some((row) => row[i]));
  const longest =
    width === undefined
      ? widestCell * 2
      : Math.max(12, Math.min(widestCell, Math.floor((width / Math.max(1, used.length)) * 1.8)));
  const short = (cell: string, i: number) =>
    columns[i] === 'key' || cell.length <= longest ? cell : `${cell.slice(0, longest - 1)}…`;
  const table = new Table({
    chars: none,
    style: { head: width === undefined ? [] : ['bold'], border: [], 'padding-left': 0, 'padding-right': 0 },
    head: used.map((i) => columns[i] ?? ''),
  });
  for (const row of rows) table.push(used.map((i) => clean(short(row[i] ?? '', i))));
  return table
    .toString()
    .split('\n')
    .map((line) => line.trimEnd())
    .join('\n');
}

/** A message must not be able to steer the terminal. */
const clean = (cell: string) => cell.replace(/[\u0000-\u001f\u007f-\u009f]/g, ' ');
