import type { CrossJudged } from './learn.js';

/** What became of the labelled messages of one category, each judged by a sorter that had not seen it. */
export interface ConfusionLine {
  category: string;
  labelled: number;
  /** How many were surely given each category, in the order of the lines. */
  given: number[];
  unsorted: number;
  /** Of those surely given this category, how many have it; null where none was. */
  precision: number | null;
  /** Of those that have it, how many were surely given it. */
  recall: number;
}

/** Labels against judgements, a line a labelled category in the order given; what is less sure than the threshold is unsorted. */
export function confusionOf(
  judged: readonly CrossJudged[],
  order: readonly string[],
  threshold: number,
): ConfusionLine[] {
  const names = order.filter((name) => judged.some(({ category }) => category === name));
  const sure = judged.filter((one) => one.judged.confidence >= threshold);
  return names.map((category) => {
    const own = judged.filter((one) => one.category === category);
    const given = names.map(
      (name) => sure.filter((one) => one.category === category && one.judged.category === name).length,
    );
    const right = given[names.indexOf(category)] ?? 0;
    const said = sure.filter((one) => one.judged.category === category).length;
    return {
      category,
      labelled: own.length,
      given,
      unsorted: own.length - given.reduce((a, b) => a + b, 0),
      precision: said === 0 ? null : right / said,
      recall: right / own.length,
    };
  });
}
