import type { Range, SourceRun } from '@yellow-sieve/core';

/** Where a value stands in the text, to be marked in the original. */
export interface Mark {
  field: string;
  /** Place of the field in its sieve, from 0; says its colour. */
  place: number;
  start: number;
  end: number;
}

/**
 * Puts mark elements around stretches of text in the HTML source. A run of text never crosses a tag, so a mark inside of
 * one can be put there without the source being parsed again.
 */
export function markSource(
  html: string,
  runs: readonly SourceRun[],
  marks: readonly Mark[],
  attribute: string,
): string {
  const places = marks
    .flatMap(({ field, start, end }) =>
      joined(html, sourceRanges(runs, start, end)).map((range) => ({ field, ...range })),
    )
    .sort((a, b) => a.start - b.start);
  const pieces: string[] = [];
  let at = 0;
  for (const { field, start, end } of places) {
    // A stretch that two values share is marked for the first.
    if (start < at) continue;
    pieces.push(html.slice(at, start), `<mark ${attribute}="${field}">`, html.slice(start, end), '</mark>');
    at = end;
  }
  return pieces.join('') + html.slice(at);
}

/** Words with nothing but space between them are one stretch. */
function joined(html: string, ranges: readonly Range[]): Range[] {
  const joint: Range[] = [];
  for (const range of ranges) {
    const last = joint.at(-1);
    if (last && /^\s*$/.test(html.slice(last.end, range.start))) last.end = range.end;
    else joint.push({ ...range });
  }
  return joint;
}

/** Where in the source a range of the text was made from: one range for each run it touches. */
function sourceRanges(runs: readonly SourceRun[], start: number, end: number): Range[] {
  const found: Range[] = [];
  for (let i = firstAfter(runs, start); i < runs.length; i++) {
    const run = runs[i];
    if (!run || run.start >= end) break;
    const exact = run.sourceLength === run.end - run.start;
    found.push({
      start: exact ? run.source + Math.max(0, start - run.start) : run.source,
      end: exact ? run.source + Math.min(run.end, end) - run.start : run.source + run.sourceLength,
    });
  }
  return found;
}

/** The first run that ends after an offset. Runs are sorted. */
function firstAfter(runs: readonly SourceRun[], offset: number): number {
  let low = 0;
  let high = runs.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((runs[middle]?.end ?? 0) <= offset) low = middle + 1;
    else high = middle;
  }
  return low;
}
