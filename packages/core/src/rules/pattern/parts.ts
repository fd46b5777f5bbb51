import { nearest } from '../../errors/index.js';
import { valueTypes } from '../../values/index.js';

/** Puts the ready-made parts of a pattern in place: `~phone~` is what a phone number looks like. */
export function withParts(source: string): { pattern: string } | { unknown: string; nearest: string } {
  let unknown: string | null = null;
  const pattern = source.replace(/~([a-z-]+)~/g, (whole, name: string) => {
    const part = valueTypes[name]?.part;
    if (part === undefined) unknown ??= name;
    return part === undefined ? whole : `(?:${part})`;
  });
  return unknown === null ? { pattern } : { unknown, nearest: nearest(unknown, Object.keys(valueTypes)) };
}
