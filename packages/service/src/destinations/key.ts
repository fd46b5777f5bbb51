import { type Cell, canonicalJson, digestOf, say } from '@yellow-sieve/core';
import * as v from 'valibot';

/** The entry that names what no value empties; `about` says what for. */
export function clearEntry(about: string) {
  return v.optional(
    v.pipe(v.array(v.string()), v.minLength(1), v.title('Cleared'), v.description(about), v.metadata({ aside: true })),
  );
}

/**
 * Entries of destinations that find a line again by what stands in some of its columns. A later message then changes that line; what it
 * says nothing of stays as it stands, but for columns that are named to be cleared.
 */
export const keyEntries = {
  key: v.optional(
    v.pipe(
      v.array(v.string()),
      v.minLength(1),
      v.title('Key'),
      v.description(
        'Columns by which a row is found again, whichever message it comes from; with commas. Nothing: each record has its own.',
      ),
    ),
  ),
  clear: clearEntry(
    'Columns that a later message empties when it has no value for them, where there is a key; in the others what stands there stays. With commas.',
  ),
};

/** The digest of a line's key; `missing` says which column of the key is not there, or has no value. */
export function keyOf(
  cells: readonly Cell[],
  definition: Record<string, unknown>,
): { digest: string; missing: string | null } {
  const columns = definition.key as string[];
  const values = columns.map((column) => cells.find(({ name }) => name === column)?.value ?? null);
  const without = columns.find((_, i) => values[i] === null);
  return {
    digest: digestOf(canonicalJson(values)),
    missing: without === undefined ? null : say('YS-DESTINATION-KEY', { column: without }),
  };
}

/** Whether no value leaves what stands in a column. */
export const isLeft = (column: string, { key, clear }: Record<string, unknown>): boolean =>
  key !== undefined && !(clear as string[] | undefined)?.includes(column);
