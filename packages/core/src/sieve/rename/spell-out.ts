import { isMap, isScalar, type Pair, type YAMLMap } from 'yaml';
import type { Splice } from './find-mentions.js';

/** Left the outside's name, right the sieve's. */
export type Mapping = readonly (readonly [outside: string, field: string])[];

/**
 * Writes out the mapping of a route that has none, so that it goes on writing under the names it wrote under.
 * @returns null where the route cannot be written to, such as one that stands for another by an alias
 */
export function spellOut(source: string, route: YAMLMap, mapping: Mapping): Splice | null {
  const to = route.items.find(({ key }) => isScalar(key) && key.value === 'to');
  if (!to || !isScalar(to.value)) return null;
  const end = to.value.range?.[1] ?? 0;
  if (route.flow) {
    const pairs = mapping.map(([outside, field]) => `"${outside}": "{{ ${field} }}"`);
    return { start: end, end, text: `, "with": { ${pairs.join(', ')} }` };
  }
  const at = endOfLine(source, end);
  const indent = ' '.repeat(columnOf(source, to));
  const lines = mapping.map(([outside, field]) => `${indent}  ${outside}: "{{ ${field} }}"`);
  return { start: at, end: at, text: `\n${[`${indent}with:`, ...lines].join('\n')}` };
}

/** Whether a route maps nothing itself, so that every field goes out under its own name. */
export const goesByName = (route: unknown): route is YAMLMap =>
  isMap(route) && !route.items.some(({ key }) => isScalar(key) && key.value === 'with');

function endOfLine(source: string, from: number): number {
  const at = source.indexOf('\n', from);
  return at < 0 ? source.length : source[at - 1] === '\r' ? at - 1 : at;
}

function columnOf(source: string, { key }: Pair): number {
  const start = (isScalar(key) && key.range?.[0]) || 0;
  return start - (source.lastIndexOf('\n', start - 1) + 1);
}
