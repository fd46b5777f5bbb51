import type { SourceRun } from '../reading.js';

/** The runs of a text that come from a stretch of the source; `runs` in the order of the source. */
export function runsIn(runs: readonly SourceRun[], from: number, length: number): SourceRun[] {
  const found: SourceRun[] = [];
  for (let i = firstFrom(runs, from); i < runs.length; i++) {
    const run = runs[i] as SourceRun;
    if (run.source >= from + length) break;
    found.push(run);
  }
  return found;
}

function firstFrom(runs: readonly SourceRun[], from: number): number {
  let [low, high] = [0, runs.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((runs[middle] as SourceRun).source < from) low = middle + 1;
    else high = middle;
  }
  return low;
}
