import type { Range } from '../reading/index.js';

/** The sentences of a line, each with its mark; a full stop within a number or behind a single letter ends none. */
export function sentencesOf(line: string): Range[] {
  const found: Range[] = [];
  let start = 0;
  for (const match of line.matchAll(/(?<=[\p{Ll}\d)”"'][\p{Ll}\d)”"'%€])[.!?]+\s+(?=\p{Lu})/gu)) {
    found.push({ start, end: match.index + match[0].trimEnd().length });
    start = match.index + match[0].length;
  }
  return [...found, { start, end: line.length }];
}
