export { type ConfusionLine, confusionOf } from './confusion.js';
export {
  type CrossJudged,
  crossJudge,
  type Judged,
  judge,
  type Labelled,
  type LearnedSorter,
  learnSorter,
  noneOfThese,
  type Taught,
} from './learn.js';
export { type Seen, seenOf, seenSchema } from './seen.js';
export {
  type Asking,
  type CompiledSorter,
  isReserved,
  type Sorted,
  type SorterFacts,
  type SortResult,
  sortMessage,
} from './sort.js';
