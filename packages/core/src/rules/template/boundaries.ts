import type { Boundary } from './cut-items.js';
import type { ItemMark } from './item-marks.js';
import type { Line } from './normalise.js';

/** What stands between two lines: the lines that are not blank, and whether a blank one or a ruling parts them. */
interface Between {
  free: number;
  /** Whether one of them can only be the head of an item. */
  headed: boolean;
  parted: boolean;
}

/** A share of pairs that belong together and are parted all the same, from which on blank lines say nothing. */
const partedAnyway = 0.5;
const partedInOrder = 0.67;

/**
 * Whether an item is likely to begin at each mark. Where the item has `above` lines over its first words, so many free lines
 * tell it; else blank lines and rulings, unless all lines of an item are parted by them (as where HTML has paragraphs).
 */
export function boundariesOf(
  marks: readonly ItemMark[],
  lines: readonly Line[],
  above: number,
  below: readonly number[],
  isHead: (line: Line) => boolean,
): Boundary[] {
  const at = lineNumbers(marks, lines);
  const between = marks.map((_, i): Between => betweenLines(lines.slice((at[i - 1] ?? -1) + 1, at[i] ?? 0), isHead));
  const pairs = marks.flatMap((mark, i) =>
    marks[i - 1]?.landmark === mark.landmark - 1 ? [between[i] as Between] : [],
  );
  const all = between.slice(1);
  const share = (some: readonly Between[]) => some.filter(({ parted }) => parted).length / Math.max(1, some.length);
  // Lines in other orders make pairs that belong to two items: where a good part of all lines is not parted, the blanks tell.
  const telling = share(all) > 0 && (share(pairs) <= partedAnyway || share(all) <= partedInOrder);
  return marks.map((mark, i): Boundary => {
    const { free, headed, parted } = between[i] as Between;
    if (i === 0) return 'unknown';
    if (headed) return 'sure';
    const own = below[marks[i - 1]?.landmark ?? 0] ?? 0;
    if (above > 0) return free - own >= above ? 'likely' : mark.landmark === 0 ? 'unknown' : 'unlikely';
    if (!telling) return 'unknown';
    return parted ? 'likely' : 'unlikely';
  });
}

/** The number of the line each mark stands on. */
function lineNumbers(marks: readonly ItemMark[], lines: readonly Line[]): number[] {
  let at = 0;
  return marks.map(({ from }) => {
    while (at + 1 < lines.length && (lines[at + 1] as Line).start <= from) at++;
    return at;
  });
}

function betweenLines(inside: readonly Line[], isHead: (line: Line) => boolean): Between {
  // A line with a label of its own is one more line of an item, no title of the next.
  const free = inside.filter(({ kind }) => kind === 'text' || kind === 'heading' || kind === 'question');
  return {
    free: free.length,
    headed: free.some(isHead),
    parted: inside.some(({ kind }) => kind === 'blank' || kind === 'ruling'),
  };
}
