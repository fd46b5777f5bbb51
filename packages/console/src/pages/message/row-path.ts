/** A place in a row of a record: `rows[2].amount`. */
const pattern = /^rows\[(\d+)\]\.(.*)$/;

/** The field, or the column, that stands at a path: what gives it its colour. */
export const columnOf = (path: string): string => pattern.exec(path)?.[2] ?? path;

/** The row that a path is in, counted from 0; null for a field. */
export const rowOf = (path: string): number | null => {
  const row = pattern.exec(path)?.[1];
  return row === undefined ? null : Number(row);
};

/** Columns that are named on one line; more are a row of a table, whose headings stand above it. */
const maxNamed = 2;

/** Names for the margin: fields by name, and the columns of the first row by theirs, which stand for those of all others. */
export function marginNames(paths: readonly string[]): { name: string; path: string }[] {
  const named = paths.filter((path) => rowOf(path) === null || rowOf(path) === 0);
  const cells = named.filter((path) => rowOf(path) === 0).length;
  const names = new Map<string, string>();
  for (const path of named) {
    if (rowOf(path) === 0 && cells > maxNamed) continue;
    if (!names.has(columnOf(path))) names.set(columnOf(path), path);
  }
  return [...names].map(([name, path]) => ({ name, path }));
}
