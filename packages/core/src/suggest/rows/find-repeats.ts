import { linesOf, type Range } from '../../reading/index.js';
import { compared, findDifferences } from '../find-differences.js';
import { findLabelled } from '../find-labelled.js';
import { foldLabel, type Marked } from '../marked.js';
import { type Named, writeItem } from '../write-layout.js';
import { type FoundRows, isLinked, type LookedForRows } from './found-rows.js';

/** A label that stands in this share of the items belongs to all of them. */
const commonShare = 0.6;
/** Words of the title of an item. */
const longestTitle = 12;
const titleLabel = 'title';
/** Items that are compared for what differs in them. */
const maxCompared = 6;

/** One of the items: its range of the text, and what is marked in it. */
interface Item extends Range {
  marked: Marked[];
}

/** Items that repeat their labels: `Area: …` and `Object: …`, once and again, under a title of their own or none. */
export function findRepeats(message: LookedForRows): FoundRows | null {
  const { text } = message.view;
  const labelled = findLabelled(text);
  const starts = startsOf(labelled);
  if (starts.length < 2) return null;
  // A ruling below a title is none of it.
  const lines = linesOf(text).filter(({ start, end }) => /[\p{L}\p{N}]/u.test(text.slice(start, end)));
  const heads = starts.map((start) => lines.findLast((line) => line.start <= start) ?? { start, end: start });
  const titles = titlesOf(heads, lines, labelled, text);
  const begins = (titles ?? heads).map(({ start }) => start);
  const ends = endsOf(begins, lines);
  const ranges = begins.map((start, i) => ({ start, end: ends[i] ?? start }));
  const items = withTitles(titles, withDifferences(text, ranges, labelled));
  const labels = [...new Set(items.flatMap(({ marked }) => marked.map(({ label }) => foldLabel(label))))];
  if (labels.length < 2) return null;
  return {
    by: 'block',
    over: { start: Math.min(...begins), end: Math.max(...ends) },
    count: items.length,
    columns: labels.map((key) => columnOf(key, items, message)),
    write: (nameOf) => fullestItem(text, items, nameOf),
  };
}

/** Where items begin: the lines of the first label that stands about as often as the one that stands most often. */
function startsOf(labelled: readonly Marked[]): number[] {
  const places = new Map<string, number[]>();
  for (const { label, start } of labelled) {
    const key = foldLabel(label);
    if (key !== '') places.set(key, [...(places.get(key) ?? []), start]);
  }
  const most = Math.max(0, ...[...places.values()].map((all) => all.length));
  const common = [...places.values()].filter((all) => all.length >= Math.max(2, commonShare * most));
  // A label that stands once more than the others adds them up at the end.
  const first = common.filter((all) => all.length >= most - 1).sort((a, b) => (a[0] ?? 0) - (b[0] ?? 0))[0];
  return first ?? [];
}

/** The lines right above the items, where every item has one that is no other’s and has no label. */
function titlesOf(
  heads: readonly Range[],
  lines: readonly Range[],
  labelled: readonly Marked[],
  text: string,
): Range[] | null {
  const titles = heads.flatMap((head, i) => {
    const title = lines[lines.indexOf(head) - 1];
    if (!title || title.start <= (heads[i - 1]?.start ?? -1)) return [];
    const taken = labelled.some((mark) => mark.start < title.end && title.start < mark.end);
    const words = wordsAt(text, title);
    return !taken && words.split(/\s+/).length <= longestTitle && /\p{L}/u.test(words) ? [title] : [];
  });
  const distinct = new Set(titles.map((title) => wordsAt(text, title))).size;
  return titles.length === heads.length && distinct > 1 ? titles : null;
}

const wordsAt = (text: string, { start, end }: Range) => text.slice(start, end).trim();

/** Each item goes on to the next, and the last one over as many lines as the shortest of the others. */
function endsOf(begins: readonly number[], lines: readonly Range[]): number[] {
  const at = begins.map((begin) => lines.findIndex(({ start }) => start >= begin));
  const counts = at.slice(1).map((index, i) => index - (at[i] ?? 0));
  const last = lines[(at.at(-1) ?? 0) + Math.min(...counts) - 1] ?? lines.at(-1);
  return [...begins.slice(1), last?.end ?? 0];
}

/** What is labelled in each item, and what differs between them in lines that have no label. */
function withDifferences(text: string, ranges: readonly Range[], labelled: readonly Marked[]): Item[] {
  const textOf = ({ start, end }: Range) => text.slice(start, end);
  return ranges.map((range) => {
    const others = ranges.filter((other) => other !== range).slice(0, maxCompared);
    const own = labelled.filter(({ start }) => start >= range.start && start < range.end);
    const moved = own.map((mark) => shifted(mark, -range.start));
    const known = new Set(own.map(({ label }) => foldLabel(label)));
    const more = findDifferences(
      compared(textOf(range)),
      others.map((other) => compared(textOf(other))),
      moved,
      { byFirstWord: true },
    ).filter(({ label }) => !known.has(foldLabel(label)));
    return { ...range, marked: [...own, ...more.map((mark) => shifted(mark, range.start))] };
  });
}

const shifted = (mark: Marked, by: number): Marked => ({ ...mark, start: mark.start + by, end: mark.end + by });

/** The title of each item as a value, unless only a part of it differs from one to the next. */
function withTitles(titles: readonly Range[] | null, items: readonly Item[]): Item[] {
  if (!titles) return [...items];
  const partly = items.some(({ marked }, i) =>
    marked.some(({ start, end }) => start < (titles[i] as Range).end && end > (titles[i] as Range).start),
  );
  if (partly) return [...items];
  return items.map((item, i) => ({
    ...item,
    marked: [{ label: titleLabel, ...(titles[i] as Range), by: 'label' }, ...item.marked],
  }));
}

function columnOf(key: string, items: readonly Item[], { view, links }: LookedForRows) {
  const marks = items.map(({ marked }) => marked.find(({ label }) => foldLabel(label) === key));
  return {
    label: marks.find((mark) => mark !== undefined)?.label ?? key,
    values: marks.map((mark) => (mark ? view.text.slice(mark.start, mark.end).trim() : '')),
    linked: marks.every((mark) => mark !== undefined && isLinked(view, mark, links)),
  };
}

/** The lines of the item that has most, with slots. */
function fullestItem(text: string, items: readonly Item[], nameOf: (label: string) => string[] | null): string {
  const { start, end, marked } = items.reduce((best, one) => (one.marked.length > best.marked.length ? one : best));
  const named = marked.flatMap((mark): Named[] => {
    const names = nameOf(mark.label);
    return names ? [{ ...mark, start: mark.start - start, end: mark.end - start, field: names.join(', ') }] : [];
  });
  return writeItem(text.slice(start, end), named);
}
