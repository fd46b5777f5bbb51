import { canonicalJson } from '../canonical-json.js';
import type { RouteSource } from '../routing/index.js';
import { addItem, setEntry } from './set-entry.js';
import { SourceMap } from './source-map.js';

/** Entries of a route in the order people write them. */
const routeKeys = ['to', 'name', 'when', 'each', 'in_review', 'with', 'rows'] as const;

/** A route behind the others, or in its place: what of it does not change keeps its lines. */
export function withRoute(source: string, at: number | null, value: RouteSource): string {
  const written = Object.fromEntries(routeKeys.flatMap((key) => (value[key] === undefined ? [] : [[key, value[key]]])));
  if (at === null) return addItem(source, ['routes'], written);
  const now = (new SourceMap(source).at('routes', at)?.toJSON() ?? {}) as Record<string, unknown>;
  return routeKeys.reduce((text, key) => {
    if (canonicalJson(now[key] ?? null) === canonicalJson(written[key] ?? null)) return text;
    return setEntry(text, ['routes', at], key, written[key], key === 'when');
  }, source);
}
