import { type Cell, flatCells } from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import type { SheetPart } from '../destinations/sheet/sheet-parts.js';
import { sheetLines } from '../destinations/sheet/sheet-rows.js';
import { datedCell, type FileCell } from './dated.js';

/** A sheet, or a part of it, as header and lines: its columns are those of all its lines, in the order they first came. */
export async function sheetTable(
  db: Database,
  name: string,
  part: Partial<SheetPart> = {},
): Promise<{ header: string[]; lines: AsyncIterable<FileCell[]> }> {
  const header = new Set<string>();
  for await (const cells of sheetLines(db, name, part)) for (const cell of flatCells(cells)) header.add(cell.name);
  const names = [...header];
  return { header: names, lines: inOrder(names, sheetLines(db, name, part)) };
}

async function* inOrder(names: readonly string[], lines: AsyncIterable<Cell[]>): AsyncGenerator<FileCell[]> {
  for await (const cells of lines) {
    const byName = new Map(flatCells(cells).map((cell) => [cell.name, datedCell(cell)]));
    yield names.map((name) => byName.get(name) ?? null);
  }
}
