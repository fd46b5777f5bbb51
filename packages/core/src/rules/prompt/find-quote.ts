import type { View } from '../../reading/index.js';

interface Folded {
  text: string;
  /** For each unit of the folded text, where it came from. */
  offsets: number[];
}

/** Every field of an answer looks into the same views, so each is folded once. */
const foldedViews = new WeakMap<View, Folded>();

/** Where a quote may stand: more places than this say nothing of where it was taken from. */
const maxPlaces = 50;

export interface Place {
  start: number;
  end: number;
}

/**
 * The places where a model’s quote stands in a view, with white space, quotation marks and case folded; a part of
 * a word or figure is no quote of it. The only place where a value is searched for.
 */
export function findQuotes(view: View, quote: string): Place[] {
  let folded = foldedViews.get(view);
  if (!folded) {
    folded = fold(view.text);
    foldedViews.set(view, folded);
  }
  const wanted = trimmed(fold(quote).text);
  const { text, offsets } = folded;
  const places: Place[] = [];
  for (let at = wanted === '' ? -1 : text.indexOf(wanted); at >= 0; at = text.indexOf(wanted, at + 1)) {
    if (isCut(text, at) || isCut(text, at + wanted.length)) continue;
    places.push({ start: offsets[at] ?? 0, end: (offsets[at + wanted.length - 1] ?? 0) + 1 });
    if (places.length >= maxPlaces) break;
  }
  return places;
}

const withinWord = /^(?:\p{N}\p{N}|[\p{L}\p{M}]{2})$/u;
/** `20` of `20.50`, `9` of `9:30`. */
const withinFigure = /^\p{N}[.,:]\p{N}$/u;
/** Their words stand without spaces. */
const unspaced = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}]/u;

/** Whether an offset lies within a word or figure. */
function isCut(text: string, at: number): boolean {
  const around = text.slice(Math.max(0, at - 1), at + 1);
  if (at > 0 && withinWord.test(around) && !unspaced.test(around)) return true;
  return (
    withinFigure.test(text.slice(Math.max(0, at - 2), at + 1)) ||
    withinFigure.test(text.slice(Math.max(0, at - 1), at + 2))
  );
}

/** Models set their quotes in marks, and end them with dots for what they leave out. */
const trimmed = (text: string) => text.replace(/^[\s"']+|[\s"']+$/g, '').replace(/ ?\.\.\.$/, '');

/** The body before the subject: what both say was said in the body. */
export const longestFirst = (views: readonly View[]): View[] =>
  [...views].sort((a, b) => b.text.length - a.text.length);

/** Lower case with runs of white space as one space, and quotation marks and dashes of one kind. */
function fold(text: string): Folded {
  const pieces: string[] = [];
  const offsets: number[] = [];
  let spaceBefore = false;
  for (let i = 0; i < text.length; i++) {
    const unit = text[i] ?? '';
    const space = /[\s\u00a0]/.test(unit);
    if (space && spaceBefore) continue;
    spaceBefore = space;
    const lower = space ? ' ' : plain(unit);
    pieces.push(lower);
    // Lower case may be longer than one unit; each unit of it points to the same place.
    for (let k = 0; k < lower.length; k++) offsets.push(i);
  }
  return { text: pieces.join(''), offsets };
}

function plain(unit: string): string {
  if (/[“”„«»]/.test(unit)) return '"';
  if (/[‘’‚]/.test(unit)) return "'";
  return /[‐-―−]/.test(unit) ? '-' : unit.toLowerCase();
}
