import { linesOf, type Range } from '../reading/index.js';
import type { Marked } from './marked.js';

/** Labels of pairs are few words without figures. */
const longestLabel = 4;
/** A line that is but two stretches is a label and its value where others are made like it. */
const minLines = 2;

/**
 * Labels that only their dress keeps apart from their values, with no mark between: `Object no. OB-4711`, the one grey or the other
 * bold. `stretches`: what the markup sets apart, in the order of the text.
 */
export function findDressed(text: string, stretches: readonly Range[]): Marked[] {
  const found = linesOf(text).flatMap((line): Marked[] => {
    const words = text.slice(line.start, line.end);
    const own = stretches.filter(({ start, end }) => start >= line.start && end <= line.end);
    const [first] = own;
    if (!first || words.includes('\t')) return [];
    const begin = line.start + (words.length - words.trimStart().length);
    const end = line.start + words.trimEnd().length;
    const leads = first.start === begin;
    const value = leads ? first.end : first.start;
    // Where the value is dressed, it is the only thing that is.
    if (!leads && (own.length > 1 || first.end < end)) return [];
    const label = text.slice(begin, value).trim();
    const start = value + (/^\s*/.exec(text.slice(value, end))?.[0].length ?? 0);
    return start < end && isLabel(label) && !goesOn(text.slice(start, end)) ? [{ label, start, end, by: 'label' }] : [];
  });
  const labels = new Set(found.map(({ label }) => label));
  return labels.size >= minLines ? found : [];
}

const isLabel = (words: string) =>
  /^\p{Lu}/u.test(words) && /^[^\d.!?:,;@]+\.?$/.test(words) && words.split(/\s+/).length <= longestLabel;

/** What goes on in small letters is the rest of a sentence. */
const goesOn = (words: string) => /^[\p{Ll}.,;:)!?][^@]*\s/u.test(words) || !/[\p{L}\p{N}]/u.test(words);
