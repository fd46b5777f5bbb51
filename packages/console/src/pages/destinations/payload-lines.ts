/** A payload as lines of a name and a text, whichever destination kind made it. */
export function linesOf(payload: unknown): [string, string][] {
  if (Array.isArray(payload)) return payload.map(({ name, value }) => [String(name), textOf(value)]);
  if (typeof payload === 'object' && payload !== null)
    return Object.entries(payload).map(([name, value]) => [name, textOf(value)]);
  return [['', textOf(payload)]];
}

/** Typed values hold what they say under a name of their own; the rest of them is in the record. */
function textOf(value: unknown): string {
  if (value === null || value === undefined) return '–';
  if (Array.isArray(value)) return value.map(textOf).join(', ');
  if (typeof value !== 'object') return String(value);
  const { kind: _, ...parts } = value as Record<string, unknown>;
  return Object.values(parts)
    .filter((part) => part !== null && part !== undefined)
    .map(String)
    .join(' ');
}
