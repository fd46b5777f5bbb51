import type { Alignment, Candidate, Claims, CompiledLayout, LabelStyle, Landmark } from '../model.js';
import type { PreparedText, Search } from '../text/prepared-text.js';
import { allCandidates } from './candidates.js';
import { claimPlaces, standsTwice } from './claims.js';
import { isStacked, placesOf } from './value-ends.js';
import { scoreLayout } from './weigh.js';

/**
 * Aligns a layout with a text: where each landmark may stand, which of these places are claimed, where the values between the claims
 * end, and how well all of it fits. `among` chooses which of the places found may be claimed.
 */
export function align(
  layout: CompiledLayout,
  text: PreparedText,
  maxPlaces: number,
  among: (candidates: Candidate[][]) => Candidate[][] = (all) => all,
): Alignment {
  const search: Search = { ...text, budget: { left: maxPlaces } };
  const candidates = among(allCandidates(layout.landmarks, search));
  const claimed = claimPlaces(candidates);
  const claims = claimsOf(layout, claimed, candidates, search);
  const places = [...claimed.values()].flatMap((candidate) =>
    placesOf(candidate, claims, search).map((place) => ({ place, candidate })),
  );
  const found = places.map(({ place }) => place);
  return {
    layout,
    score: scoreLayout(layout, claimed, found, search),
    places,
    claimed,
    missing: layout.landmarks.filter(({ index }) => !claimed.has(index)),
    candidates,
    steps: maxPlaces - search.budget.left,
    stopped: search.budget.left < 0,
  };
}

/** Line kinds by which a layout's labels are known to head what stands under them. */
const headingKinds = new Set(['question', 'heading', 'label and value', 'label only']);

/** So many plain titles in a layout say that a line of their look is one too. */
const minTitles = 2;

/** What the claims say of the values between them. */
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
    lineOf: new Map([...claimed].map(([index, { line }]) => [index, line.index])),
    stacked: isStacked(all, taken, lines),
    starts: all.map(({ from }) => from).sort((a, b) => a - b),
    titles: landmarks.filter(({ below, kind }) => below && kind === 'text').length >= minTitles,
    labels: stylesOf(landmarks),
    styles: new Set(kinds.filter((kind) => headingKinds.has(kind))),
  };
}

/** The styles of a layout's labels, beyond the colons and equals signs that are known everywhere. */
function stylesOf(landmarks: readonly Landmark[]): Set<LabelStyle> {
  const styles = new Set<LabelStyle>();
  for (const { slots, prose, before, closing, capitals } of landmarks) {
    if (slots.length === 0 || prose) continue;
    if (closing === 'mark' && before.at(-1)?.norm === '-') styles.add('dash');
    if (closing === 'gap' || before.at(-1)?.norm === '\t') styles.add('gap');
    if (closing === 'none' && capitals) styles.add('capitals');
  }
  return styles;
}
