import { type CompiledCondition, decide } from '../conditions/index.js';
import type { Scene } from '../names/index.js';
import type { Facts, ModelQuestion } from '../rules/index.js';
import { chooseDescribed } from './described.js';
import { type Judged, judge, type LearnedSorter, noneOfThese } from './learn.js';
import { seenOf } from './seen.js';

/** A category of a sorter, ready to be asked for. */
interface CompiledCategory {
  category: string;
  when: CompiledCondition | null;
  about: string | undefined;
}

/** A mailbox’s sorter, ready to sort. */
export interface CompiledSorter {
  categories: CompiledCategory[];
  /** From 0 to 1: what is less sure is unsorted. */
  threshold: number;
  /** Whether what conditions and labels leave open is put to a model. */
  asksModel: boolean;
}

/** What a sorter makes of a message, and how it came to it. */
export interface Sorted {
  /** `none of these` is an answer; null is unsorted. */
  category: string | null;
  by: 'condition' | 'learned' | 'described' | 'person' | null;
  /** From 0 to 1: how often it is right that is as sure as this; null where nothing was judged, or a model did. A condition is certain. */
  confidence: number | null;
  why: string;
  /** All categories that were weighed, the likeliest first. */
  ranked: Judged['ranked'];
  /** Words that decided for it, and what spoke against it. */
  words: Judged['words'];
  /** Digest of the sorter that judged; null where none did. */
  version: string | null;
  /** The words of the message that a model rests its choice on; left out where none was asked, or it says none. */
  quote?: string | undefined;
}

/** What sorts a message beside its mailbox’s conditions. */
export interface SorterFacts {
  learned: LearnedSorter | null;
  /** What a person said of this very message; null is “none of these”. */
  labelled?: { category: string | null } | undefined;
  /** Whether there is a model that may be asked; where nothing is said, there is. */
  mayAsk?: boolean | undefined;
}

/** What asking a model needs. */
export type Asking = Pick<Facts, 'answers' | 'model' | 'limits'>;

export type SortResult = Sorted | { kind: 'wants'; want: Omit<ModelQuestion, 'sieve'> };

/** Below this two categories are as good as nothing: what is hardly likelier than chance is not named. */
const namedShare = 0.15;

/**
 * Gives a message a category: what a person said; else the first whose condition holds; else what was learned from labels, if that is sure enough; else
 * what a model chooses by the descriptions. What none of them tells is unsorted, with the reason.
 */
export function sortMessage(sorter: CompiledSorter, facts: SorterFacts, asking: Asking, scene: Scene): SortResult {
  const known = sortUnasked(sorter, facts, scene);
  const { categories, asksModel } = sorter;
  if (known.category !== null) return known;
  const open = categories.filter(isOpen);
  const isAsked = asksModel && facts.mayAsk !== false && open.some(({ about }) => about !== undefined);
  if (!isAsked) return known.by === null ? { ...known, why: known.why + untried(open) } : known;
  const described = chooseDescribed(open, asking, scene);
  if (described.kind === 'wants') return described;
  if (described.kind === 'not chosen') return { ...known, why: `${known.why}; ${described.why}` };
  const { category, quote } = described;
  const why = `a model chose by the descriptions${quote === null ? '' : `, for “${quote}”`}; before it ${known.why}`;
  return { ...known, category, by: 'described', confidence: null, why, ...(quote === null ? {} : { quote }) };
}

/** A category with a condition and no description is for its condition alone. */
const isOpen = ({ about, when }: CompiledCategory): boolean => about !== undefined || when === null;

/** What needs no model. */
function sortUnasked(sorter: CompiledSorter, { learned, labelled }: SorterFacts, scene: Scene): Sorted {
  const isKnown = (category: string | null) =>
    category === null || sorter.categories.some((one) => one.category === category);
  if (labelled && isKnown(labelled.category))
    return { ...unsorted('a person said so'), category: labelled.category ?? noneOfThese, by: 'person', confidence: 1 };
  for (const { category, when } of sorter.categories) {
    const decision = when ? decide(when, scene) : null;
    if (decision?.holds) return { ...unsorted(decision.why), category, by: 'condition', confidence: 1 };
  }
  const open = sorter.categories.filter(({ when }) => when === null);
  if (open.length === 0) return unsorted('no category’s condition holds');
  if (!learned) return unsorted('no condition holds, and fewer than two categories have labelled messages');
  const seen = seenOf(scene.reading);
  const judged = judge(learned, seen);
  if (!judged) return unsorted(`no condition holds, and no labelled message is in its language (${seen.language})`);
  return ofJudged(judged, sorter.threshold, learned.version);
}

const untried = (open: readonly CompiledCategory[]) =>
  open.length === 0
    ? ''
    : `; ${open.map(({ category }) => `“${category}”`).join(', ')} ${open.length === 1 ? 'was' : 'were'} not tried`;

function ofJudged({ category, confidence, ranked, words }: Judged, threshold: number, version: string): Sorted {
  const sure = confidence >= threshold;
  const named = ranked.filter(({ share }) => share >= namedShare).slice(0, 3);
  const shares = (named.length > 0 ? named : ranked.slice(0, 1))
    .map((one) => `${one.category} ${percent(one.share)}`)
    .join(', ');
  const spoke = [
    words.for.length > 0 ? `for ${category}: ${quoted(words.for)}` : '',
    words.against.length > 0 ? `against it: ${quoted(words.against)}` : '',
  ].filter((text) => text !== '');
  return {
    category: sure ? category : null,
    by: 'learned',
    confidence,
    why: [`${shares}; ${sure ? 'at least' : 'wanted are'} ${percent(threshold)}`, ...spoke].join('; '),
    ranked,
    words,
    version,
  };
}

const unsorted = (why: string): Sorted => ({
  category: null,
  by: null,
  confidence: null,
  why,
  ranked: [],
  words: { for: [], against: [] },
  version: null,
});

const percent = (share: number) => `${Math.round(share * 100)} %`;
const quoted = (words: readonly string[]) => words.map((word) => `“${word}”`).join(', ');

/** Whether a name is one that a category cannot have. */
export const isReserved = (name: string) => name === noneOfThese || name === 'unsorted';
