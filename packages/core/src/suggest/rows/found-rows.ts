import { type ItemList, type Link, linesOf, type Range, type Table, toOrigin, type View } from '../../reading/index.js';
import type { Looked, Marked } from '../marked.js';

/** A column that items seem to have: what names it, and its values, an empty one where an item lacks it. */
export interface FoundColumn {
  label: string;
  /** Words to call it by, where the label says but where it stands. */
  called?: string;
  values: string[];
  /** Whether a link stands at every value, so that its target is one too. */
  linked: boolean;
}

/** Items that seem to stand in a message. */
export interface FoundRows {
  by: 'table' | 'block';
  /** Where they stand, in the view. */
  over: Range;
  count: number;
  columns: FoundColumn[];
  /** What rows say that add the items up, and stand among or below them. */
  sums?: Marked[];
  /** For a block: the lines of one item, with slots named as `nameOf` says; null where a column has no name. */
  write: (nameOf: (label: string) => string[] | null) => string;
}

/** A message as it is looked at for rows. */
export interface LookedForRows extends Omit<Looked, 'whole'> {
  tables: readonly Table[];
  links: readonly Link[];
  lists: readonly ItemList[];
  /** Where a person says that items stand, in the view: then they need not look like some. */
  chosen?: Range;
  /** The headings, folded, of what other messages of its kind have several items of: these above one row are a table too. */
  listed?: ReadonlySet<string>;
  /** Whether labels of bulleted lines stand in another order in each message of its kind: no form is filled in so. */
  pairsAreItems?: boolean;
  /** Whether other messages of its kind have items: then it takes less to believe in some. */
  expected?: boolean;
}

/** Whether a stretch is, or holds a part of, what a person chose; nothing chosen is everything. */
export const isChosen = ({ chosen }: LookedForRows, { start, end }: Range): boolean =>
  chosen === undefined || (start < chosen.end && end > chosen.start);

/** Whether a link that is no mail address stands at a range of a view. */
export function isLinked(view: View, { start, end }: Range, links: readonly Link[]): boolean {
  const at = toOrigin(view, start, end);
  return links.some(
    (link) => !/^mailto:/i.test(link.href) && at.some((range) => link.start < range.end && link.end > range.start),
  );
}

/** Paragraphs right below items that may be of this one message; what comes further down is said to everybody. */
const paragraphsBelow = 2;

/**
 * A letter without its items, in whose place there are blanks, so that offsets stay; and where it ends that is not said to everybody.
 * Lines of the items on which one of `kept` stands are none of theirs.
 */
export function letterAround(
  text: string,
  rows: Pick<FoundRows, 'over'> | null,
  kept: readonly Range[] = [],
): { text: string; end: number } {
  if (rows === null) return { text, end: text.length };
  const { start, end } = rows.over;
  const lines = linesOf(text.slice(start, end)).map((line) => {
    const [from, to] = [start + line.start, start + line.end];
    const words = text.slice(from, to);
    return kept.some((one) => one.start < to && one.end > from) ? words : ' '.repeat(words.length);
  });
  return {
    text: text.slice(0, start) + lines.join('\n') + text.slice(end),
    end: end + lengthOfParagraphs(text.slice(end)),
  };
}

/** The length of the first paragraphs of a text. */
function lengthOfParagraphs(text: string): number {
  let at = 0;
  for (let count = 0; count < paragraphsBelow && at < text.length; count++) {
    at += text.length - at - text.slice(at).trimStart().length;
    const blank = text.indexOf('\n\n', at);
    at = blank < 0 ? text.length : blank;
  }
  return at;
}
