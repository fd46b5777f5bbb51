/** Which of several matches a pattern rule takes: a word, or a number counted from 1 (from the end when negative). */
export type Take = 'first' | 'last' | 'all' | 'only' | number;

/** The taken ones among matches, and the passed over. `only` takes none of several. */
export function taken<T>(matches: readonly T[], take: Take): { taken: T[]; passedOver: T[] } {
  const index =
    take === 'first'
      ? 0
      : take === 'last'
        ? matches.length - 1
        : typeof take === 'number'
          ? take > 0
            ? take - 1
            : matches.length + take
          : -1;
  if (take === 'all') return { taken: [...matches], passedOver: [] };
  if (take === 'only')
    return matches.length === 1 ? { taken: [...matches], passedOver: [] } : { taken: [], passedOver: [...matches] };
  return { taken: matches.filter((_, i) => i === index), passedOver: matches.filter((_, i) => i !== index) };
}
