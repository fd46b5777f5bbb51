import type { JsonValue } from '@yellow-sieve/core';

/** A value as a line of text shows it. */
export function shown(value: JsonValue | undefined): string {
  if (value === null || value === undefined) return '';
  if (Array.isArray(value)) return value.map(shown).join(', ');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'object') return `${value.value} ${value.currency}`;
  return String(value).replace(/\s+/g, ' ');
}

const longest = 60;

/** A value as a sentence names it: “Kittiwake”, 3, or nothing. */
export function named(value: JsonValue | undefined): string {
  if (value === null || value === undefined) return 'nothing';
  const text = shown(value);
  const cut = text.length > longest ? `${text.slice(0, longest - 1)}…` : text;
  return typeof value === 'string' ? `“${cut}”` : cut;
}
