import { canonicalJson, digestOf } from '../canonical-json.js';
import { must } from '../must.js';
import {
  type Classifier,
  type Example,
  exampleOf,
  type Part,
  partsOf,
  scoreExample,
  softmax,
  totalOf,
  trainClassifier,
  Vocabulary,
} from './classifier.js';
import { type Features, featuresOf } from './features.js';
import type { Seen } from './seen.js';

/** The answer that a message fits no category. It is an answer like the others, and has its labels. */
export const noneOfThese = 'none of these';

/** A message a person gave a category; null is “none of these”. */
export interface Labelled {
  seen: Seen;
  category: string | null;
}

/** A category of a mailbox file, as far as something can be learned of it. */
export interface Taught {
  category: string;
  /** What it is in words; they count as one more labelled message where there are labels. */
  about?: string | undefined;
}

/** A sorter that has learned from labels. */
export interface LearnedSorter {
  /** In the order of the mailbox file; `none of these` last. Only those that have labels. */
  categories: readonly string[];
  classifier: Classifier;
  /** How sharp scores are as shares, so that those of them that say 0.8 are right eight times in ten. */
  sharpness: number;
  /** Languages that labels are written in. What is written in another one is not judged. */
  languages: ReadonlySet<string>;
  /** Digest of what it was made from, and how. */
  version: string;
}

/** What a sorter that learned makes of a message. */
export interface Judged {
  category: string;
  /** 0 to 1: how often it is right that is as sure as this. */
  confidence: number;
  /** All categories with their shares, the likeliest first. */
  ranked: { category: string; share: number }[];
  /** Words that spoke for it, and for the runner-up against it, the weightiest first. */
  words: { for: string[]; against: string[] };
}

/** A labelled message, and what a sorter says of it that was trained without it. */
export interface CrossJudged {
  /** Its place among the labels given. */
  index: number;
  category: string;
  judged: Judged;
}

/** Changes with everything that makes another sorter of the same labels. */
const method = 'words-1';
/** A sorter of one category would find it everywhere. */
const fewestCategories = 2;
const mostFolds = 10;
/** Many labels tell as much in fewer parts. */
const foldsOf = (labels: number) => (labels > 2000 ? 2 : labels > 400 ? 5 : mostFolds);
const sharpnesses = [0.5, 0.7, 1, 1.4, 2, 2.8, 4, 5.6, 8];
/** So many labels halve what cross-validation says of itself: of few it may have seen the easy ones by chance. */
const doubt = 45;
const shownWords = 4;

interface Prepared extends Example {
  index: number;
  features: Features;
}

/**
 * Learns from labels; null where there are not two categories to tell apart. `categories` are those of the mailbox file: labels of
 * others are left alone. The order of the labels makes no difference.
 */
export function learnSorter(labels: readonly Labelled[], categories: readonly Taught[]): LearnedSorter | null {
  const lesson = lessonOf(labels, categories);
  if (!lesson) return null;
  const { names, descriptions, examples, used, vocabulary } = lesson;
  return {
    categories: names,
    classifier: trainClassifier([...descriptions, ...examples], vocabulary, names.length),
    sharpness: sharpnessOf(crossScores(lesson)),
    languages: new Set(used.flatMap(({ seen }) => seen.language ?? [])),
    version: digestOf(
      canonicalJson([method, names, descriptions.map(({ about }) => about), used.map(({ order }) => order)]),
    ),
  };
}

/** Each labelled message as a sorter judges it that has not seen it. */
export function crossJudge(labels: readonly Labelled[], categories: readonly Taught[]): CrossJudged[] {
  const lesson = lessonOf(labels, categories);
  if (!lesson) return [];
  const { names } = lesson;
  const scored = crossScores(lesson);
  const sharpness = sharpnessOf(scored);
  return scored
    .map(({ example, trained }) => ({
      index: example.index,
      category: must(names[example.category], 'an example has one of the categories'),
      judged: judgementOf(partsOf(trained, example.features), names, sharpness),
    }))
    .sort((a, b) => a.index - b.index);
}

/** What a sorter says of a message; null where it is written in a language of which there is no label. */
export function judge({ categories, classifier, sharpness, languages }: LearnedSorter, seen: Seen): Judged | null {
  if (seen.language !== null && !languages.has(seen.language)) return null;
  return judgementOf(partsOf(classifier, featuresOf(seen)), categories, sharpness);
}

interface Lesson {
  names: string[];
  /** The labels that count, in an order of their own: by what they say, since names and keys differ from place to place. */
  used: { seen: Seen; index: number; order: string }[];
  examples: Prepared[];
  descriptions: (Example & { about: string })[];
  vocabulary: Vocabulary;
}

function lessonOf(labels: readonly Labelled[], categories: readonly Taught[]): Lesson | null {
  const nameOf = ({ category }: Pick<Labelled, 'category'>) => category ?? noneOfThese;
  const named = new Set(labels.map(nameOf));
  const names = [...categories.map(({ category }) => category), noneOfThese].filter((name) => named.has(name));
  if (names.length < fewestCategories) return null;
  const used = labels
    .map(({ seen, category }, index) => ({ seen, category, index, order: canonicalJson([category, seen]) }))
    .filter((label) => names.includes(nameOf(label)))
    .sort((a, b) => (a.order < b.order ? -1 : a.order > b.order ? 1 : 0));
  const vocabulary = new Vocabulary();
  const examples = used.map((label): Prepared => {
    const features = featuresOf(label.seen);
    return { index: label.index, features, ...exampleOf(features, names.indexOf(nameOf(label)), vocabulary) };
  });
  const descriptions = categories.flatMap(({ category, about }) => {
    const place = names.indexOf(category);
    return about === undefined || place < 0
      ? []
      : [{ about, ...exampleOf(featuresOf(inWords(about)), place, vocabulary) }];
  });
  return { names, used, examples: turnAbout(examples, names.length), descriptions, vocabulary };
}

/** A description as if somebody had written it. */
const inWords = (body: string): Seen => ({
  subject: '',
  body,
  domain: null,
  language: null,
  list: false,
  automatic: null,
  attachments: [],
});

/** Examples in turns of one of each category, so that none is learned last. */
function turnAbout(examples: readonly Prepared[], categories: number): Prepared[] {
  const piles = Array.from({ length: categories }, (_, c) => examples.filter(({ category }) => category === c));
  const longest = Math.max(...piles.map((pile) => pile.length));
  return Array.from({ length: longest }, (_, i) => piles.flatMap((pile) => pile[i] ?? [])).flat();
}

interface Scored {
  example: Prepared;
  trained: Classifier;
}

/** Each example with a classifier that was trained without its fold. */
function crossScores({ examples, descriptions, names, vocabulary }: Lesson): Scored[] {
  const folds = Math.min(foldsOf(examples.length), examples.length);
  // Neighbours are of different categories, so every n-th takes some of each.
  const foldOf = (i: number) => Math.floor(i / names.length) % folds;
  return Array.from({ length: folds }, (_, fold) => {
    const others = examples.filter((_, i) => foldOf(i) !== fold);
    const trained = trainClassifier([...descriptions, ...others], vocabulary, names.length);
    return examples.filter((_, i) => foldOf(i) === fold).map((example) => ({ example, trained }));
  }).flat();
}

/** The sharpness whose shares come nearest to what was right (least Brier score, G. W. Brier, 1950). */
function sharpnessOf(scored: readonly Scored[]): number {
  const scores = scored.map(({ example, trained }) => ({
    right: example.category,
    of: scoreExample(trained, example),
  }));
  const miss = (sharpness: number) =>
    scores.reduce((sum, { right, of }) => {
      const shares = softmax(of, sharpness);
      return sum + shares.reduce((squares, share, c) => squares + (share - (c === right ? 1 : 0)) ** 2, 0);
    }, 0);
  const misses = sharpnesses.map(miss);
  const best = must(sharpnesses[misses.indexOf(Math.min(...misses))], 'one of them is the best');
  return best * (scored.length / (scored.length + doubt));
}

function judgementOf(parts: readonly Part[], names: readonly string[], sharpness: number): Judged {
  const shares = softmax(totalOf(parts, names.length), sharpness);
  const ranked = names
    .map((category, c) => ({ category, share: rounded(must(shares[c], 'there is a share of each')) }))
    .sort((a, b) => b.share - a.share);
  const [first, second] = ranked;
  const best = must(first, 'there are at least two categories');
  const over = (category: string | undefined) => names.indexOf(category ?? best.category);
  return {
    category: best.category,
    confidence: best.share,
    ranked,
    words: wordsBetween(parts, over(best.category), over(second?.category)),
  };
}

/** So many digits tell one message from another; more would be noise. */
const rounded = (share: number) => Math.round(share * 10_000) / 10_000;

/** The words that set two categories apart in a message, by what all features they stand in add up to. */
function wordsBetween(parts: readonly Part[], one: number, other: number): Judged['words'] {
  const weights = new Map<string, number>();
  for (const { words, adds } of parts) {
    const lean = must(adds[one], 'there is one a category') - must(adds[other], 'there is one a category');
    for (const word of words) weights.set(word, (weights.get(word) ?? 0) + lean / words.size);
  }
  const byWeight = [...weights].filter(([word]) => /\p{L}{2}/u.test(word)).sort((a, b) => b[1] - a[1]);
  const top = byWeight[0]?.[1] ?? 0;
  const telling = ([, weight]: [string, number]) => Math.abs(weight) > top / 8;
  return {
    for: byWeight
      .filter((entry) => entry[1] > 0 && telling(entry))
      .slice(0, shownWords)
      .map(([word]) => word),
    against: byWeight
      .filter((entry) => entry[1] < 0 && telling(entry))
      .slice(-shownWords)
      .reverse()
      .map(([word]) => word),
  };
}
