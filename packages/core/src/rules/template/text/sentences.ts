import type { Range } from '../../../reading/index.js';

/** Words that a full stop shortens. */
const shortened = /(?:^|[^\p{L}])(?:Dr|Mr|Mrs|Ms|St|No|Nr|Hr|Fr|Sr|Sra|Mme|Mlle|Prof|Str|Tel|ca|etc|bzw|z\.B)$/u;

/** The sentences of a line, each with its mark; a full stop within a number or behind a single letter ends none. */
export function sentencesOf(line: string): Range[] {
  const found: Range[] = [];
  let start = 0;
  for (const match of line.matchAll(/(?<=[\p{L}\d)”"'][\p{L}\d)”"'%€])[.!?]+\s+(?=\p{Lu})/gu)) {
    if (shortened.test(line.slice(start, match.index))) continue;
    found.push({ start, end: match.index + match[0].trimEnd().length });
    start = match.index + match[0].length;
  }
  return [...found, { start, end: line.length }];
}
