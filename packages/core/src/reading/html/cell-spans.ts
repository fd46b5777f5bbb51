import type { TableCell } from '../reading.js';

/** Columns or rows that one cell may lie over, and cells that this makes in a message: more are nobody's wish but an attacker's. */
const maxSpan = 40;
/** How many such cells a message may still have. */
export const freshBudget = () => ({ left: 10_000 });
export type CellBudget = ReturnType<typeof freshBudget>;

/** How many columns or rows an attribute says that a cell lies over. */
export function spanOf(written = '1'): number {
  const span = Number.parseInt(written, 10);
  return span > 1 && span <= maxSpan ? span : 1;
}

/** A cell, and how many rows it lies over. */
interface Hanging {
  cell: TableCell;
  rows: number;
}

/** Rows whose cells lie over several: what stands in such a cell stands in each of its rows, at the same place of the text. */
export function lowered(rows: readonly (readonly Hanging[])[], budget: CellBudget): TableCell[][] {
  const above = new Map<number, Hanging>();
  return rows.map((row) => {
    const full: TableCell[] = [];
    const next = [...row];
    while (next.length > 0 || above.has(full.length)) {
      const at = full.length;
      const hanging = above.get(at);
      const one = hanging ?? (next.shift() as Hanging);
      if (hanging) budget.left--;
      full.push(one.cell);
      if (one.rows > 1 && budget.left > 0) above.set(at, { cell: one.cell, rows: one.rows - 1 });
      else above.delete(at);
    }
    return full;
  });
}

/** A cell over several columns, with empty ones behind it, so that what follows stands below its heading. */
export function spread(cell: TableCell, columns: number, budget: CellBudget): TableCell[] {
  budget.left -= columns - 1;
  if (columns === 1 || budget.left < 0) return [cell];
  const empty = { start: cell.end, end: cell.end, header: cell.header, text: '' };
  return [{ ...cell, columns }, ...Array.from({ length: columns - 1 }, () => ({ ...empty }))];
}
