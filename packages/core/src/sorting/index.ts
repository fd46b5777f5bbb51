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
export { type CompiledSorter, isReserved, type Sorted, type SorterFacts, sortMessage } from './sort.js';
