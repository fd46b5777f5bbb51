import type { FieldOptions, ReadContext } from '../../values/index.js';
import { type Candidate, type CandidateSearch, candidatesOf, indexWords, type SlotSpan } from './candidates.js';
import { claimPlaces } from './chain.js';
import type { CompiledLayout, Landmark } from './compile.js';
import { spansFor } from './extract.js';
import { FitMemo } from './fit.js';
import { canBeForgiven } from './match-words.js';
import { type Line, normalise } from './normalise.js';
import { scoreLayout } from './score.js';

/** What one layout makes of a text. */
export interface Alignment {
  layout: CompiledLayout;
  /** 0 to 1. */
  score: number;
  spans: { span: SlotSpan; candidate: Candidate }[];
  claimed: ReadonlyMap<number, Candidate>;
  missing: Landmark[];
  candidates: Candidate[][];
  steps: number;
  /** True when the limit of places was reached. */
  stopped: boolean;
}

/** A text made ready for alignment; done once for all layouts. */
export interface IndexedText {
  text: string;
  lines: Line[];
  index: Map<string, number[]>;
  /** Words of the index in which one letter may be wrong. */
  forgivable: [word: string, lines: readonly number[]][];
  fits: FitMemo;
}

export function indexText(
  text: string,
  mostLines: number,
  fields: Readonly<Record<string, FieldOptions>>,
  context: ReadContext,
): IndexedText {
  const lines = normalise(text, mostLines);
  const index = indexWords(lines);
  return {
    text,
    lines,
    index,
    forgivable: [...index].filter(([word]) => canBeForgiven(word)),
    fits: new FitMemo(text, fields, context),
  };
}

/** Aligns a layout with a text. */
export function align(
  layout: CompiledLayout,
  indexed: IndexedText,
  fields: Readonly<Record<string, FieldOptions>>,
  mostCandidates: number,
): Alignment {
  const search: CandidateSearch = { ...indexed, fields, budget: { left: mostCandidates } };
  const candidates = layout.landmarks.map((landmark) => candidatesOf(landmark, search));
  const claimed = claimPlaces(candidates);
  const claimedLines = new Set([...claimed.values()].map(({ line }) => line.index));
  const spans = [...claimed.values()].flatMap((candidate) =>
    spansFor(candidate, claimedLines, search).map((span) => ({ span, candidate })),
  );
  return {
    layout,
    score: scoreLayout(
      layout,
      claimed,
      spans.map(({ span }) => span),
      search,
    ),
    spans,
    claimed,
    missing: layout.landmarks.filter(({ index }) => !claimed.has(index)),
    candidates,
    steps: mostCandidates - search.budget.left,
    stopped: search.budget.left < 0,
  };
}
