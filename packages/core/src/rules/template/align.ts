import { allCandidates } from './candidates.js';
import { claimPlaces } from './chain.js';
import type { CompiledLayout, Landmark } from './compile.js';
import { type Claims, isStacked, type Place, placesOf } from './extract.js';
import { stylesOf } from './label-shape.js';
import { scoreLayout } from './score.js';
import type { Candidate, IndexedText, Search } from './search.js';

/** What one layout makes of a text. */
export interface Alignment {
  layout: CompiledLayout;
  /** 0 to 1. */
  score: number;
  places: { place: Place; candidate: Candidate }[];
  claimed: ReadonlyMap<number, Candidate>;
  missing: Landmark[];
  candidates: Candidate[][];
  steps: number;
  /** True when the limit of places was reached. */
  stopped: boolean;
}

/** Aligns a layout with a text. */
export function align(layout: CompiledLayout, indexed: IndexedText, mostCandidates: number): Alignment {
  const search: Search = { ...indexed, budget: { left: mostCandidates } };
  const candidates = allCandidates(layout.landmarks, search);
  const claimed = claimPlaces(candidates);
  const claims = claimsOf(layout, claimed, candidates, search);
  const places = [...claimed.values()].flatMap((candidate) =>
    placesOf(candidate, claims, search).map((place) => ({ place, candidate })),
  );
  return {
    layout,
    score: scoreLayout(
      layout,
      claimed,
      places.map(({ place }) => place),
      search,
    ),
    places,
    claimed,
    missing: layout.landmarks.filter(({ index }) => !claimed.has(index)),
    candidates,
    steps: mostCandidates - search.budget.left,
    stopped: search.budget.left < 0,
  };
}

/** Line kinds by which a layout's labels are known to head what stands under them. */
const headingKinds = new Set(['question', 'heading', 'label and value', 'label only']);

/** A place nearly as good as the one claimed, such as the same line once more, is no part of another value either. */
const nearlyAsGood = 0.8;

function claimsOf(
  { landmarks }: CompiledLayout,
  claimed: ReadonlyMap<number, Candidate>,
  candidates: readonly (readonly Candidate[])[],
  { lines }: Search,
): Claims {
  const all = [...claimed.values()];
  const alike = candidates.flatMap((places, i) =>
    places.filter(({ score }) => score >= nearlyAsGood * (claimed.get(i)?.score ?? Number.POSITIVE_INFINITY)),
  );
  const kinds = landmarks.filter(({ slots, below }) => slots.length > 0 || below).map(({ kind }) => kind);
  const taken = new Set([...all, ...alike].map(({ line }) => line.index));
  return {
    lines: taken,
    stacked: isStacked(all, taken, lines),
    starts: all.map(({ from }) => from).sort((a, b) => a - b),
    labels: stylesOf(landmarks),
    styles: new Set(kinds.filter((kind) => headingKinds.has(kind))),
  };
}
