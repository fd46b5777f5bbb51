import { type ItemList, type Link, type Range, type Table, toOrigin, type View } from '../../reading/index.js';
import type { Looked, Marked } from '../marked.js';

/** A column that items seem to have: what names it, and its values, an empty one where an item lacks it. */
export interface FoundColumn {
  label: string;
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
export interface LookedForRows extends Looked {
  tables: readonly Table[];
  links: readonly Link[];
  lists: readonly ItemList[];
  /** Where a person says that items stand, in the view: then they need not look like some. */
  chosen?: Range;
  /** The headings, folded, of what other messages of its kind have several items of: these above one row are a table too. */
  listed?: ReadonlySet<string>;
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
