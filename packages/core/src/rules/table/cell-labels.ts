import { cellText, type Grid, type GridCell, isEmpty, trimmed } from './grid.js';

/** The share of the cells of a column that have a label within for it to head one of its own. */
const labelledShare = 0.5;
const minLabelled = 2;
/** Words of such a label. */
const longestLabel = 3;
/** Cells of a column, and characters of a cell, that are looked at. */
const maxCells = 400;
const maxLength = 400;

/**
 * A grid in which labels within cells head columns of their own: `Bow shackle SKU: FD-9489` under `Product` is a product and, under
 * `SKU`, its number. Null where no column has such labels.
 */
export function withCellLabels(grid: Grid): Grid | null {
  const width = Math.max(0, ...grid.rows.slice(0, maxCells).map(({ length }) => length));
  const labels = [...Array(width).keys()].flatMap((column) =>
    labelsIn(grid, column).map((label) => ({ column, label })),
  );
  if (labels.length === 0) return null;
  const lying = new Set<readonly GridCell[]>();
  const firstWith = ({ column, label }: (typeof labels)[number]) =>
    grid.rows.findIndex((row) => cutAt(grid, row[column], [label]).length > 1);
  const heads = labels.map((one) => ({ ...one, at: firstWith(one) }));
  const rows = grid.rows.map((row, i) => {
    const parts = row.map((cell, column) =>
      cutAt(
        grid,
        cell,
        labels.filter((one) => one.column === column).map(({ label }) => label),
      ),
    );
    const own = [...Array(width).keys()].map((column): GridCell => parts[column]?.[0]?.cell ?? []);
    const more = heads.map(({ column, label, at }): GridCell => {
      const found = parts[column]?.find((part) => part.label === label);
      if (found) return found.cell;
      const first = grid.rows[at]?.[column];
      return i < at && first ? (cutAt(grid, first, [label])[1]?.head ?? []) : [];
    });
    const wide = [...own, ...more];
    if (grid.lying?.has(row)) lying.add(wide);
    return wide;
  });
  return { ...grid, rows, lying };
}

/** The labels that stand within most cells of a column, behind other words. */
function labelsIn(grid: Grid, column: number): string[] {
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
  return common.filter((label) => !common.some((other) => other !== label && other.endsWith(` ${label}`)));
}

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
function cutAt({ view }: Grid, cell: GridCell | undefined, labels: readonly string[]): Part[] {
  const [only, ...others] = cell ?? [];
  if (!only || others.length > 0) return [{ label: null, head: [], cell: cell ?? [] }];
  const text = view.text.slice(only.start, only.end);
  const found = labels
    .flatMap((label) => {
      const at = new RegExp(`(?<=\\s)${label.replace(/[.-]/g, '\\$&').replace(/ /g, '\\s+')}[:：]\\s`, 'u').exec(text);
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
