import { partsText } from '@yellow-sieve/core/shapes';
/** A payload as lines of a name and a text, whichever destination kind made it. */
export function linesOf(payload: unknown): [string, string][] {
  if (Array.isArray(payload)) return payload.map(({ name, value }) => [String(name), textOf(value)]);
  if (typeof payload === 'object' && payload !== null)
    return Object.entries(payload).map(([name, value]) => [name, textOf(value)]);
  return [['', textOf(payload)]];
}

const textOf = (value: unknown): string => (value === null || value === undefined ? '–' : partsText(value));
