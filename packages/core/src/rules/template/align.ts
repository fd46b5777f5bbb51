import { allCandidates } from './candidates.js';
import { claimPlaces } from './chain.js';
import type { CompiledLayout } from './compile.js';
import { placesOf } from './extract.js';
import { stylesOf } from './label-shape.js';
import type { Landmark } from './landmark.js';
import type { Claims, Place } from './place.js';
import { scoreLayout } from './score.js';
import type { Candidate, IndexedText, Search } from './search.js';
import { isStacked } from './stacked.js';
import { standsTwice } from './stands-twice.js';

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

/** Aligns a layout with a text. `among` chooses which of the places found may be claimed. */
export function align(
  layout: CompiledLayout,
  indexed: IndexedText,
  mostCandidates: number,
  among: (candidates: Candidate[][]) => Candidate[][] = (all) => all,
): Alignment {
  const search: Search = { ...indexed, budget: { left: mostCandidates } };
  const candidates = among(allCandidates(layout.landmarks, search));
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

/** So many plain titles in a layout say that a line of their look is one too. */
const fewestTitles = 2;

function claimsOf(
  { landmarks }: CompiledLayout,
  claimed: ReadonlyMap<number, Candidate>,
  candidates: readonly (readonly Candidate[])[],
  { lines, text }: Search,
): Claims {
  const all = [...claimed.values()];
  // The same line once more is no part of another value; where the whole form stands twice, none of its lines is.
  const twice = standsTwice({ candidates, claimed });
  const written = new Set(all.map(({ line }) => text.slice(line.start, line.end).trim()));
  const again = candidates
    .flat()
    .filter(({ line, score }) => score > 0 && (twice || written.has(text.slice(line.start, line.end).trim())));
  const taken = new Set([...all, ...again].map(({ line }) => line.index));
  const kinds = landmarks.filter(({ slots, below }) => slots.length > 0 || below).map(({ kind }) => kind);
  return {
    lines: taken,
    stacked: isStacked(all, taken, lines),
    starts: all.map(({ from }) => from).sort((a, b) => a - b),
    titles: landmarks.filter(({ below, kind }) => below && kind === 'text').length >= fewestTitles,
    labels: stylesOf(landmarks),
    styles: new Set(kinds.filter((kind) => headingKinds.has(kind))),
  };
}
