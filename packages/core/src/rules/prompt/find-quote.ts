import type { View } from '../../reading/index.js';

interface Folded {
  text: string;
  /** For each unit of the folded text, where it came from. */
  offsets: number[];
}

/** Every field of an answer looks into the same views, so each is folded once. */
const foldedViews = new WeakMap<View, Folded>();

/** Finds a model's quote in a view, with white space and case folded. The only place where a value is searched for. */
export function findQuote(view: View, quote: string): { start: number; end: number } | null {
  let folded = foldedViews.get(view);
  if (!folded) {
    folded = fold(view.text);
    foldedViews.set(view, folded);
  }
  const wanted = fold(quote.trim()).text;
  const at = wanted === '' ? -1 : folded.text.indexOf(wanted);
  if (at < 0) return null;
  return { start: folded.offsets[at] ?? 0, end: (folded.offsets[at + wanted.length - 1] ?? 0) + 1 };
}

/** Lower case with runs of white space as one space. */
function fold(text: string): Folded {
  const pieces: string[] = [];
  const offsets: number[] = [];
  let spaceBefore = false;
  for (let i = 0; i < text.length; i++) {
    const unit = text[i] ?? '';
    const space = /[\s\u00a0]/.test(unit);
    if (space && spaceBefore) continue;
    spaceBefore = space;
    const lower = space ? ' ' : unit.toLowerCase();
    pieces.push(lower);
    // Lower case may be longer than one unit; each unit of it points to the same place.
    for (let k = 0; k < lower.length; k++) offsets.push(i);
  }
  return { text: pieces.join(''), offsets };
}
