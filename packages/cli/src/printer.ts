import { unmasked } from '@yellow-sieve/core/shapes';
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
/** Where no screen sets a limit. */
const widestCell = 96;

/** Where printing goes, and how wide it is. */
export interface Screen {
  write(text: string | Uint8Array): void;
  /** Columns, or undefined when it is no terminal. */
  columns: number | undefined;
}

/** The one place that prints. With `json`, every output is JSON: one document, or one object a line for lists of messages. */
export function print(output: Output, json: boolean, screen: Screen): void {
  if (json && (output.kind !== 'bytes' || output.json !== undefined)) screen.write(jsonText(output.json));
  else if (output.kind === 'bytes') screen.write(output.bytes);
  else if (output.kind === 'text') screen.write(`${clean(output.text, keepLines)}\n`);
  else {
    const note = output.note ? `\n${clean(output.note, keepLines)}\n` : '';
    screen.write(
      `${output.rows.length === 0 ? (output.none ?? 'Nothing yet.') : tableText(output.columns, output.rows, screen.columns)}\n${note}`,
    );
  }
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
  // Columns that are empty everywhere only take room.
  const used = columns.map((_, i) => i).filter((i) => rows.some((row) => row[i]));
  const head = used.map((i) => columns[i] ?? '');
  const cells = rows.map((row) => used.map((i) => clean(row[i] ?? '')));
  const widths = fitWidths(head, cells, width);
  const padding = { 'padding-left': 0, 'padding-right': 0 };
  const style = { head: width === undefined ? [] : ['bold'], border: [], ...padding };
  const table = new Table({ chars: none, style, head: head.map((name, i) => shorten(name, widths[i] ?? 0)) });
  for (const row of cells) table.push(row.map((cell, i) => shorten(cell, widths[i] ?? 0)));
  return table
    .toString()
    .split('\n')
    .map((line) => line.trimEnd())
    .join('\n');
}

const gap = 2;
const narrowest = 7;

/** Widths that fit the screen: the widest columns give way first. Keys are to be copied, so they stay whole. */
function fitWidths(
  head: readonly string[],
  cells: readonly (readonly string[])[],
  width: number | undefined,
): number[] {
  const widths = head.map((name, i) => Math.max(name.length, ...cells.map((row) => row[i]?.length ?? 0)));
  if (width === undefined)
    return widths.map((wanted, i) => (head[i] === 'key' ? wanted : Math.min(wanted, widestCell)));
  let over = widths.reduce((sum, wanted) => sum + wanted + gap, -gap) - width;
  while (over > 0) {
    const widest = widths.reduce(
      (best, wanted, i) => (head[i] !== 'key' && wanted > (widths[best] ?? 0) ? i : best),
      head[0] === 'key' ? 1 : 0,
    );
    if ((widths[widest] ?? 0) <= narrowest) break;
    widths[widest] = (widths[widest] ?? 0) - 1;
    over--;
  }
  return widths;
}

const shorten = (cell: string, width: number) =>
  cell.length <= width ? cell : `${cell.slice(0, Math.max(0, width - 1))}…`;

const allControls = /[\u0000-\u001f\u007f-\u009f]/g;
const keepLines = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/g;

/** A message must not be able to steer the terminal. */
const clean = (text: string, controls = allControls) => unmasked(text.replace(controls, ' '));
