import type { View } from '../../reading/index.js';
import type { Claim, QuotePlace } from './support.js';

/** The claims of one row, column by column. */
export type ClaimedRow = Claim[];

interface Span {
  start: number;
  end: number;
}

/**
 * Decides for each quote of a row which of its places counts, and objects to those that are another row's words: a quote that
 * two rows claim, one that lies among another row's, one that another row's words part from the rest of its own.
 */
export function keepTogether(rows: readonly ClaimedRow[]): ClaimedRow[] {
  const placed = placedRows(rows);
  return placed.map((row, i) =>
    row.map((claim) => {
      const [place] = claim.places;
      const other = place === undefined || isOwnWords(claim) ? null : ownerOf(place, claim, i, placed);
      return other === null || claim.objection !== null
        ? claim
        : { ...claim, objection: `its words are those of row ${other + 1}` };
    }),
  );
}

/** What the model writes itself needs no words. */
const isOwnWords = ({ options }: Claim) => options.basis === 'written';

/** Quotes that stand once are where they are; the others are nearest to those of their row, or behind the row before. */
function placedRows(rows: readonly ClaimedRow[]): ClaimedRow[] {
  let behind = 0;
  return rows.map((row) => {
    const sure = row.flatMap(({ places }) => (places.length === 1 && places[0] ? [places[0]] : []));
    const anchor = hullOf(sure, bodyOf(sure));
    const settled = row.map((claim) => {
      if (claim.places.length < 2) return claim;
      const cost = (place: QuotePlace) =>
        anchor ? distance(place, anchor) : place.start >= behind ? place.start - behind : Number.MAX_SAFE_INTEGER;
      const [best, ...rest] = [...claim.places].sort((a, b) => cost(a) - cost(b) || a.start - b.start);
      return best ? { ...claim, places: [best, ...rest] } : claim;
    });
    const places = settled.flatMap(({ places }) => places[0] ?? []);
    behind = Math.max(behind, hullOf(places, bodyOf(places))?.end ?? 0);
    return settled;
  });
}

/** The view that most of some places lie in. */
function bodyOf(places: readonly QuotePlace[]): View | undefined {
  const views = [...new Set(places.map(({ view }) => view))];
  const count = (view: View) => places.filter((place) => place.view === view).length;
  return views.sort((a, b) => count(b) - count(a))[0];
}

function hullOf(places: readonly QuotePlace[], view: View | undefined): Span | null {
  const inView = places.filter((place) => place.view === view);
  if (inView.length === 0) return null;
  return { start: Math.min(...inView.map(({ start }) => start)), end: Math.max(...inView.map(({ end }) => end)) };
}

const distance = (a: Span, b: Span) => Math.max(0, a.start - b.end, b.start - a.end);

const overlap = (a: Span, b: Span) => a.start < b.end && b.start < a.end;

/** The row whose words a place is, when it is not its own; null when nothing speaks against it. */
function ownerOf(place: QuotePlace, claim: Claim, own: number, rows: readonly ClaimedRow[]): number | null {
  const placesOf = (row: ClaimedRow) =>
    row.flatMap((other) => (other !== claim && other.places[0]?.view === place.view ? [other.places[0]] : []));
  const rest = hullOf(placesOf(rows[own] ?? []), place.view);
  const owner = rows.findIndex(
    (row, i) => i !== own && isTheirs(place, rest, { places: placesOf(row), before: i < own }),
  );
  return owner < 0 ? null : owner;
}

/** Whether a place is rather another row's: those are its places, and whether it comes before. `rest`: the others of its own row. */
function isTheirs(
  place: QuotePlace,
  rest: Span | null,
  { places, before }: { places: readonly QuotePlace[]; before: boolean },
): boolean {
  const away = rest ? distance(place, rest) : Number.POSITIVE_INFINITY;
  const shared = places.filter((other) => overlap(other, place));
  if (shared.length > 0) {
    const theirs = hullOf(
      places.filter((other) => !shared.includes(other)),
      place.view,
    );
    // The row that it stands nearer to keeps it; between equals the earlier one does.
    const nearer = theirs ? distance(place, theirs) : Number.POSITIVE_INFINITY;
    return nearer < away || (nearer === away && before);
  }
  const hull = hullOf(places, place.view);
  if (!hull) return false;
  const within = places.length > 1 && place.start >= hull.start && place.end <= hull.end;
  if (within && !(rest && isInterleaved(rest, hull))) return true;
  return rest !== null && away > 0 && places.some((other) => isBetween(other, place, rest));
}

/** Rows that lie in one another part nobody's words. */
const isInterleaved = (a: Span, b: Span) => a.start > b.start && a.end < b.end;

const isBetween = (middle: Span, a: Span, b: Span) =>
  (a.end <= middle.start && middle.end <= b.start) || (b.end <= middle.start && middle.end <= a.start);
