import type { JsonValue } from '@yellow-sieve/core';
import { jsonText } from '@yellow-sieve/core/shapes';

/** A value as a line of text shows it. */
export function shown(value: JsonValue | undefined): string {
  return jsonText(value ?? null).replace(/\s+/g, ' ');
}

const longest = 60;

/** A value as a sentence names it: “Kittiwake”, 3, or nothing. */
export function named(value: JsonValue | undefined): string {
  if (value === null || value === undefined) return 'nothing';
  const text = shown(value);
  const cut = text.length > longest ? `${text.slice(0, longest - 1)}…` : text;
  return typeof value === 'string' ? `“${cut}”` : cut;
}
