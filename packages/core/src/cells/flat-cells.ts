import type { Cell } from '../routing/index.js';
import { isList, valueTypes } from '../values/index.js';

/** Cells with one plain value each: an amount is followed by its currency, so that no figure stands without it. */
export function flatCells(cells: readonly Cell[]): Cell[] {
  return cells.flatMap((cell): Cell[] => {
    const { kind, value } = cell;
    const beside = valueTypes[kind]?.beside;
    if (!beside) return [cell];
    const single =
      typeof value === 'object' && value !== null && !Array.isArray(value) && !isList(value) ? value : null;
    return [cell, { name: nameBeside(cell.name, beside.part), kind: beside.kind, value: single && beside.of(single) }];
  });
}

/** `fee_currency` beside `fee`, `Fee currency` beside `Fee`. */
const nameBeside = (name: string, part: string): string =>
  /^[a-z0-9_]+$/.test(name) ? `${name}_${part}` : `${name} ${part}`;
