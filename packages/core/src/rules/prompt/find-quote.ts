import type { View } from '../../reading/index.js';

/** Finds a model's quote in a view, with white space and case folded. The only place where a value is searched for. */
export function findQuote(view: View, quote: string): { start: number; end: number } | null {
  const { folded, offsets } = foldWithOffsets(view.text);
  const wanted = foldWithOffsets(quote.trim()).folded;
  if (wanted === '') return null;
  const at = folded.indexOf(wanted);
  if (at < 0) return null;
  const last = offsets[at + wanted.length - 1] ?? 0;
  return { start: offsets[at] ?? 0, end: last + 1 };
}

/** Lower case with runs of white space as one space, and for each unit where it came from. */
function foldWithOffsets(text: string): { folded: string; offsets: number[] } {
  let folded = '';
  const offsets: number[] = [];
  for (let i = 0; i < text.length; i++) {
    const unit = text[i] ?? '';
    const space = /[\s\u00a0]/.test(unit);
    if (space && folded.endsWith(' ')) continue;
    const lower = space ? ' ' : unit.toLowerCase();
    // Lower case may be longer than one unit; each unit of it points to the same place.
    for (let k = 0; k < lower.length; k++) offsets.push(i);
    folded += lower;
  }
  return { folded, offsets };
}
