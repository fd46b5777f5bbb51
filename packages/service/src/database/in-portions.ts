/** Rows of one statement: they are some KB each, and a packet holds 64 MB. */
const atOnce = 200;

/** Does something for some entries at a time, in their order. */
export async function inPortions<T>(entries: readonly T[], write: (some: T[]) => Promise<unknown>): Promise<void> {
  for (let at = 0; at < entries.length; at += atOnce) await write(entries.slice(at, at + atOnce));
}
