import type { Cell } from '../routing/index.js';

/** Cells with one plain value each: an amount is followed by its currency, so that no figure stands without it. */
export function flatCells(cells: readonly Cell[]): Cell[] {
  return cells.flatMap((cell): Cell[] => {
    if (cell.kind !== 'amount') return [cell];
    const amount =
      typeof cell.value === 'object' &&
      cell.value !== null &&
      !Array.isArray(cell.value) &&
      cell.value.kind === 'amount'
        ? cell.value
        : null;
    return [
      cell,
      { name: currencyName(cell.name), kind: 'choice', value: amount && { kind: 'choice', choice: amount.currency } },
    ];
  });
}

/** `fee_currency` beside `fee`, `Fee currency` beside `Fee`. */
const currencyName = (name: string) => (/^[a-z0-9_]+$/.test(name) ? `${name}_currency` : `${name} currency`);
