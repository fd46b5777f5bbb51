import { cellText, type Grid, type GridCell, isEmpty, trimmed, widthOf } from './grid.js';

/** The share of the cells of a column that have a label within for it to head one of its own. */
const labelledShare = 0.5;
const minLabelled = 2;
/** Words of such a label. */
const longestLabel = 3;
/** Cells of a column, and characters of a cell, that are looked at. */
const maxCells = 400;
const maxLength = 400;
/** A table of more columns is none whose cells hold labels as well. */
const maxColumns = 60;
/** Labels of one column: nobody's cells have more. */
const maxLabels = 8;

/** A label within the cells of a column, and how it is found there. */
interface CellLabel {
  column: number;
  label: string;
  pattern: RegExp;
}

/**
 * A grid in which labels within cells head columns of their own: `Bow shackle SKU: FD-9489` under `Product` is a product and, under
 * `SKU`, its number. Null where no column has such labels.
 */
export function withCellLabels(grid: Grid): Grid | null {
  const width = widthOf(grid);
  if (width > maxColumns) return null;
  const columns = [...Array(width).keys()].map((column) => labelsIn(grid, column));
  const labels = columns.flat();
  if (labels.length === 0) return null;
  const parts = grid.rows.map((row) => columns.map((own, column) => cutAt(grid, row[column], own)));
  const partOf = (row: readonly Part[][], one: CellLabel) => row[one.column]?.find(({ label }) => label === one.label);
  // Above the first cell that has it, a label stands as a heading.
  const heads = labels.map((one) => {
    const at = parts.findIndex((row) => partOf(row, one));
    return { one, at, cell: partOf(parts[at] ?? [], one)?.head ?? [] };
  });
  const lying = new Set<readonly GridCell[]>();
  const rows = parts.map((row, i) => {
    const own = row.map((all): GridCell => all[0]?.cell ?? []);
    const more = heads.map(({ one, at, cell }): GridCell => (i < at ? cell : (partOf(row, one)?.cell ?? [])));
    const wide = [...own, ...more];
    if (grid.lying?.has(grid.rows[i] ?? [])) lying.add(wide);
    return wide;
  });
  return { ...grid, rows, lying };
}

/** The labels that stand within most cells of a column, behind other words. */
function labelsIn(grid: Grid, column: number): CellLabel[] {
  const cells = grid.rows.slice(0, maxCells).flatMap((row) => {
    const cell = grid.lying?.has(row) ? undefined : row[column];
    return cell && !isEmpty(grid.view, cell) ? [cellText(grid.view, cell).slice(0, maxLength)] : [];
  });
  const counts = new Map<string, number>();
  for (const text of cells)
    for (const label of new Set(labelsOf(text))) counts.set(label, (counts.get(label) ?? 0) + 1);
  const common = [...counts].flatMap(([label, count]) =>
    count >= Math.max(minLabelled, labelledShare * cells.length) ? [label] : [],
  );
  // `SKU` and `Article SKU` are one: the longer says more.
  return common
    .filter((label) => !common.some((other) => other !== label && other.endsWith(` ${label}`)))
    .slice(0, maxLabels)
    .map((label) => ({ column, label, pattern: patternOf(label) }));
}

/** A label as it stands behind other words of its cell. In a class of their own, a full stop and a hyphen are but themselves. */
const patternOf = (label: string): RegExp =>
  new RegExp(`(?<=\\s)${label.replace(/[.-]/g, '[$&]').replace(/ /g, '\\s+')}[:：]\\s`, 'u');

/** All that may be a label before a colon within a text: one word, two, or three, with a word before them. */
function labelsOf(text: string): string[] {
  return [...text.matchAll(/[:：](?=\s)/gu)].flatMap(({ index }) => {
    const words = text.slice(0, index).split(/\s+/);
    return [...Array(longestLabel).keys()].flatMap((more) => {
      const own = words.slice(words.length - 1 - more);
      const begins = own.length === more + 1 && words.length > own.length;
      return begins && /^\p{Lu}/u.test(own[0] ?? '') && own.every((word) => /^\p{L}[\p{L}.-]*$/u.test(word))
        ? [own.join(' ')]
        : [];
    });
  });
}

interface Part {
  label: string | null;
  /** Where the label itself stands. */
  head: GridCell;
  cell: GridCell;
}

/** What stands in a cell before its labels, and behind each of them. */
function cutAt({ view }: Grid, cell: GridCell | undefined, labels: readonly CellLabel[]): Part[] {
  const [only, ...others] = cell ?? [];
  if (!only || others.length > 0) return [{ label: null, head: [], cell: cell ?? [] }];
  const text = view.text.slice(only.start, only.end);
  const found = labels
    .flatMap(({ label, pattern }) => {
      const at = pattern.exec(text);
      return at ? [{ label, start: at.index, value: at.index + at[0].length }] : [];
    })
    .sort((a, b) => a.start - b.start);
  const range = (from: number, to: number) => trimmed(view, { start: only.start + from, end: only.start + to });
  return [
    { label: null, head: [], cell: [range(0, found[0]?.start ?? text.length)] },
    ...found.map(({ label, start, value }, i) => ({
      label,
      head: [range(start, start + label.length)],
      cell: [range(value, found[i + 1]?.start ?? text.length)],
    })),
  ];
}
