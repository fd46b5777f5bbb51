import { must } from '../must.js';
import { exp, ln } from './exact-math.js';
import { type FeatureKind, type Features, kindOf } from './features.js';

/** The features that some examples have, each with a number. */
export class Vocabulary {
  private readonly numbers = new Map<string, number>();
  readonly kinds: FeatureKind[] = [];

  /** The number of a feature, which is given one if it has none yet. */
  add(key: string): number {
    const known = this.numbers.get(key);
    if (known !== undefined) return known;
    this.numbers.set(key, this.kinds.length);
    return this.kinds.push(kindOf(key)) - 1;
  }

  numberOf(key: string): number | undefined {
    return this.numbers.get(key);
  }
}

/** A message that is labelled, as numbers. */
export interface Example {
  /** Place of its category in a list. */
  category: number;
  /** Numbers of its features in the vocabulary. */
  numbers: Int32Array;
  /** How much each feature is there, before its rarity counts. */
  sizes: Float64Array;
}

/** What is learned by multinomial logistic regression with weights that decay. */
export interface Classifier {
  categories: number;
  vocabulary: Vocabulary;
  /** Of each feature, a weight for each category. */
  weights: Float64Array;
  /** How much each feature’s rarity counts. */
  rarity: Float64Array;
  /** The same of what no example had, by kind. */
  unheard: Readonly<Record<FeatureKind, number>>;
}

/** What a feature of a message adds to each category. */
export interface Part {
  words: ReadonlySet<string>;
  adds: Float64Array;
}

/** How many times all examples are gone through: few need more, of many each pass teaches enough. */
const passesOf = (examples: number) => Math.max(6, Math.min(60, Math.round(12_000 / Math.max(1, examples))));
const step = 3;
const slowing = 0.02;
const decay = 0.998;
/**
 * Weight of each kind beside the others. What words are kin to is common by nature, so its rarity is not asked for; pairs are many,
 * and each says little.
 */
const kindWeight: Readonly<Record<FeatureKind, number>> = {
  small: 0.6,
  word: 1,
  start: 1,
  pair: 0.7,
  kin: 1,
  domain: 1,
  mark: 1,
  file: 1,
};
const kinRarity = 3;

/** Takes a labelled message’s features into a vocabulary. */
export function exampleOf(features: Features, category: number, vocabulary: Vocabulary): Example {
  const entries = [...features];
  return {
    category,
    numbers: Int32Array.from(entries, ([key]) => vocabulary.add(key)),
    sizes: Float64Array.from(entries, ([, { count }]) => Math.sqrt(count)),
  };
}

/** Learns from examples, in the order given: whoever wants the same sorter from the same labels gives them in the same order. */
export function trainClassifier(examples: readonly Example[], vocabulary: Vocabulary, categories: number): Classifier {
  const { rarity, unheard } = rarityAmong(examples, vocabulary);
  const rows = examples.map((example) => ({ ...example, sizes: scaled(example, rarity) }));
  const weights = new Float64Array(vocabulary.kinds.length * categories);
  const passes = passesOf(examples.length);
  for (let pass = 0; pass < passes; pass++) {
    const rate = step / (1 + slowing * pass);
    for (const row of rows) learnFrom(row, weights, categories, rate);
    for (let i = 0; i < weights.length; i++) weights[i] = at(weights, i) * decay;
  }
  return { categories, vocabulary, weights, rarity, unheard };
}

/** Moves the weights of an example’s features towards its category, the more the less likely it was held to be. */
function learnFrom(
  { category, numbers, sizes }: Example,
  weights: Float64Array,
  categories: number,
  rate: number,
): void {
  const shares = softmax(scoresOf(numbers, sizes, weights, categories), 1);
  const pushes = shares.map((share, c) => rate * ((c === category ? 1 : 0) - share));
  // A feature’s weights lie side by side.
  for (let i = 0; i < numbers.length; i++) {
    const [place, size] = [at(numbers, i) * categories, at(sizes, i)];
    for (let c = 0; c < categories; c++) weights[place + c] = at(weights, place + c) + at(pushes, c) * size;
  }
}

function scoresOf(numbers: Int32Array, sizes: Float64Array, weights: Float64Array, categories: number): Float64Array {
  const scores = new Float64Array(categories);
  for (let i = 0; i < numbers.length; i++) {
    const place = at(numbers, i) * categories;
    const size = at(sizes, i);
    for (let c = 0; c < categories; c++) scores[c] = at(scores, c) + at(weights, place + c) * size;
  }
  return scores;
}

/** What a classifier gives an example of its vocabulary for each category. */
export const scoreExample = ({ weights, categories, rarity }: Classifier, example: Example): Float64Array =>
  scoresOf(example.numbers, scaled(example, rarity), weights, categories);

/** What each feature of a message adds to each category; those that no example had add nothing, and dilute the others. */
export function partsOf(classifier: Classifier, features: Features): Part[] {
  const { vocabulary, weights, rarity, unheard, categories } = classifier;
  const nothing = new Float64Array(categories);
  const entries = [...features].map(([key, { count, words }]) => {
    const number = vocabulary.numberOf(key);
    const factor = number === undefined ? unheard[kindOf(key)] : at(rarity, number);
    return { number, words, size: Math.sqrt(count) * factor };
  });
  const length = Math.sqrt(entries.reduce((sum, { size }) => sum + size * size, 0)) || 1;
  return entries.map(({ number, words, size }) => ({
    words,
    adds:
      number === undefined
        ? nothing
        : weights.slice(number * categories, (number + 1) * categories).map((one) => (one * size) / length),
  }));
}

/** The sum of some parts, a number a category. */
export function totalOf(parts: readonly Part[], categories: number): Float64Array {
  const total = new Float64Array(categories);
  for (const { adds } of parts) for (let c = 0; c < categories; c++) total[c] = at(total, c) + at(adds, c);
  return total;
}

/** Scores as shares of 1; the sharper, the more the first stands out. */
export function softmax(scores: Float64Array, sharpness: number): Float64Array {
  const top = Math.max(...scores);
  const raised = scores.map((score) => exp((score - top) * sharpness));
  const sum = raised.reduce((a, b) => a + b, 0);
  return raised.map((one) => one / sum);
}

/** An element that is there: the bounds are those of the loop around it. */
const at = (list: Float64Array | Int32Array, i: number) => list[i] as number;

/** Sizes by rarity, scaled to a length of 1, so that long messages do not shout. */
function scaled({ numbers, sizes }: Example, rarity: Float64Array): Float64Array {
  const weighed = sizes.map((size, i) => size * at(rarity, at(numbers, i)));
  const length = Math.sqrt(weighed.reduce((sum, x) => sum + x * x, 0)) || 1;
  return weighed.map((x) => x / length);
}

function rarityAmong(examples: readonly Example[], { kinds }: Vocabulary): Pick<Classifier, 'rarity' | 'unheard'> {
  const having = new Int32Array(kinds.length);
  for (const { numbers } of examples) for (const number of numbers) having[number] = at(having, number) + 1;
  const byCount = new Map<number, number>();
  const rarityOf = (kind: FeatureKind, count: number) => {
    if (kind === 'kin') return kinRarity;
    const known = byCount.get(count) ?? Math.max(0, ln((examples.length + 1) / (count + 0.5)));
    byCount.set(count, known);
    return kindWeight[kind] * known;
  };
  const rarity = Float64Array.from(having, (count, i) => rarityOf(must(kinds[i], 'each has a kind'), count));
  const names = Object.keys(kindWeight) as FeatureKind[];
  const unheard = Object.fromEntries(names.map((kind) => [kind, rarityOf(kind, 0)])) as Classifier['unheard'];
  return { rarity, unheard };
}
