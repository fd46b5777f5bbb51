/** How a field is held against a table: by one column, or between two. */
export type Match =
  | { how: 'folded' | 'exact' | 'prefix'; column: string }
  | { how: 'between'; from: string; to: string };

/** What a rule has behind a field it looks up by, as the form shows it; null for what only its lines can say. */
export function matchOf(source: unknown): Match | null {
  if (typeof source === 'string') return { how: 'folded', column: source };
  if (typeof source !== 'object' || source === null) return null;
  const { column, match = 'folded', from, to, ...others } = source as Record<string, unknown>;
  if (Object.keys(others).length > 0) return null;
  if (typeof column === 'string' && (match === 'folded' || match === 'exact' || match === 'prefix'))
    return { how: match, column };
  return typeof from === 'string' && typeof to === 'string' ? { how: 'between', from, to } : null;
}

/** The same as the rule has it: the name of the column alone where nothing else is to be said. */
export function sourceOfMatch(match: Match): unknown {
  if (match.how === 'between') return { from: match.from, to: match.to };
  return match.how === 'folded' ? match.column : { column: match.column, match: match.how };
}

/** The same columns held another way. */
export const heldBy = (match: Match, how: Match['how']): Match => {
  const column = match.how === 'between' ? match.from : match.column;
  return how === 'between' ? { how, from: column, to: match.how === 'between' ? match.to : '' } : { how, column };
};
