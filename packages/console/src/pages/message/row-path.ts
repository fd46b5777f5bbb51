/** A place in a row of a record: `rows[2].amount`. */
const pattern = /^rows\[(\d+)\]\.(.*)$/;

/** The field, or the column, that stands at a path: what gives it its colour. */
export const columnOf = (path: string): string => pattern.exec(path)?.[2] ?? path;

/** Names for the margin: fields by name, the cells of a row once by its number, counted from 1. */
export function marginNames(
  paths: readonly string[],
  rowName: (row: number) => string,
): { name: string; path: string }[] {
  const names = new Map<string, string>();
  for (const path of paths) {
    const row = pattern.exec(path)?.[1];
    const name = row === undefined ? path : rowName(Number(row) + 1);
    if (!names.has(name)) names.set(name, path);
  }
  return [...names].map(([name, path]) => ({ name, path }));
}
