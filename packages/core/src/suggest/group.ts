import type { Range } from '../reading/index.js';
import { foldLabel, type Looked, type Marked } from './marked.js';
import type { FoundRows } from './rows/found-rows.js';

/** A message with the values that seem to stand in it. */
export interface Examined {
  message: Looked;
  marked: Marked[];
  /** The items that seem to stand in it. */
  rows: FoundRows | null;
  /** What parts the values of its line of values, if it is a message of one. */
  shape: string | null;
  /** Stretches of labels and values, in which nothing else is looked for. */
  covered: Range[];
  /** What stands around the words that matter. */
  around: Range[];
  /** Links that say what one may do. */
  buttons: Range[];
  /** What the markup sets apart. */
  stretches: Range[];
}

/** Messages of one group share at least this part of their labels. */
const alike = 0.5;

/** Puts messages of the same shape together: each goes to the first group that shares enough of its labels. */
export function groupByLabels(messages: readonly Examined[]): Examined[][] {
  const groups: { labels: Set<string>; members: Examined[]; shape: string | null }[] = [];
  for (const one of messages) {
    const labels = new Set(one.marked.filter(({ by }) => by === 'label').map(({ label }) => foldLabel(label)));
    const home = groups.find(
      ({ labels: known, shape, members }) =>
        shape === one.shape &&
        (overlap(known, labels) >= alike ||
          (isLetter(labels, one) && members.every((other) => isLetter(known, other)))),
    );
    if (!home) groups.push({ labels, members: [one], shape: one.shape });
    else {
      home.members.push(one);
      for (const label of labels) home.labels.add(label);
    }
  }
  return groups.map(({ members }) => members);
}

/** Labels beside the sentences of a letter, which may all be missing in the next one. */
const fewLabels = 2;
const isLetter = (labels: ReadonlySet<string>, { rows, marked }: Examined) =>
  rows === null && labels.size <= fewLabels && marked.some(({ by }) => by === 'sentence');

/** The part of the smaller set that both have; two without labels are alike in that. */
function overlap(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  const least = Math.min(a.size, b.size);
  if (least === 0) return a.size === b.size ? 1 : 0;
  return [...a].filter((label) => b.has(label)).length / least;
}
