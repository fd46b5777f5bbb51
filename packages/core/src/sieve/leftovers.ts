import { linesOf, type Range, type TextForm } from '../reading/index.js';
import type { Evidence } from '../rules/index.js';

/** A line that rules looked at and no field was read from. Offsets in UTF-16 units of what `in` names. */
export interface Leftover extends Range {
  in: 'message.text';
  /** The line, cut where it is long. */
  text: string;
}

/** What the rules know of the text: where they looked, and which words belong to a layout without being values. */
export interface Looked {
  over: readonly Range[];
  known: readonly Range[];
}

/** The lines no field took: not blank, no ruling, no words of the layout. */
export function leftoversOf(
  { text }: TextForm,
  { over, known }: Looked,
  evidence: readonly Evidence[],
  limits: { leftovers: number; excerpt: number },
): Leftover[] {
  const taken = sorted([...known, ...evidence.flatMap(rangeOf)]);
  const lines = over.flatMap(({ start, end }) =>
    linesOf(text.slice(start, end)).map((line) => ({ start: start + line.start, end: start + line.end })),
  );
  let at = 0;
  const left: Leftover[] = [];
  for (const { start, end } of lines) {
    while (taken[at] && (taken[at] as Range).end <= start) at++;
    const next = taken[at];
    const words = text.slice(start, end);
    if ((next && next.start < end) || !/[\p{L}\p{N}]/u.test(words)) continue;
    left.push({ in: 'message.text', start, end, text: words.slice(0, limits.excerpt) });
    if (left.length >= limits.leftovers) break;
  }
  return left;
}

const rangeOf = ({ in: where, start, end }: Evidence): Range[] =>
  where === 'message.text' && start !== null && end !== null && end > start ? [{ start, end }] : [];

/** Ranges in order, those that lie inside of others merged, so that their ends are in order too. */
function sorted(ranges: readonly Range[]): Range[] {
  const merged: Range[] = [];
  for (const range of [...ranges].sort((a, b) => a.start - b.start)) {
    const last = merged.at(-1);
    if (last && range.start <= last.end) last.end = Math.max(last.end, range.end);
    else merged.push({ ...range });
  }
  return merged;
}
