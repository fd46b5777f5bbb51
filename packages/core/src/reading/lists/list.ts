import type { Range } from '../reading.js';
import { makeOf } from './label.js';

/** One of the items of a list: where it stands, and what stands at each spot of it; null where that is empty. */
export interface ListItem extends Range {
  /** Whole lines of the text, by the number of the spot. */
  spots: (Range | null)[];
}

/** Items of one shape, one after the other: cards, entries of a list, blocks of lines. */
export interface ItemList extends Range {
  /** What tells where an item begins: elements of the markup, bullets and numbers, blank lines and rulings, or lines of one shape. */
  made_of: 'elements' | 'bullets' | 'blocks' | 'lines';
  items: ListItem[];
}

/** A line of an item, and what tells its spot: how it is dressed by the markup, and the label it begins with. */
export interface ItemLine extends Range {
  look: string;
  label: string | null;
  /** Its words, folded: the same ones in most items name what stands below. */
  words: string;
  /** Set where its markup parts it into several, with a gap between. */
  parted?: boolean;
}

/** Of the items, the share that has a spot which counts as common to them. */
const common = 0.5;
/** Lines of an item at common spots, as a share of all its lines: items below it are not of one shape. */
const alike = 0.6;
/** The same share for one item, below which it is none of them; and how many of its lines others have, beside the usual number. */
const strange = 0.4;
const strangePart = 0.4;
/** Labels that so many of the items have are those of all: what has no label where they have several is a block beside them. */
const usually = 0.7;
const minLabels = 2;
/** An item of more lines is no item of a list, but a part of a letter. */
const maxLines = 40;
/** Items of a list that are looked at. */
const maxItems = 1000;

/** A list that was found, and how much of it is explained by its spots: of two that lie in each other the better one is taken. */
export interface FoundList {
  list: ItemList;
  score: number;
}

/**
 * Makes a list of items that may be of one shape, each given as its lines; null where they are not. Lines of the same look and
 * label stand at the same spot in all items; of several, the first at the first such spot, and so on.
 */
export function listOf(made_of: ItemList['made_of'], candidates: readonly (readonly ItemLine[])[]): FoundList | null {
  const items = candidates.filter((lines) => lines.length > 0).slice(0, maxItems);
  if (items.length < 2 || items.some((lines) => lines.length > maxLines)) return null;
  const keyed = withKeys(items);
  const counts = new Map<string, number>();
  for (const keys of keyed) for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  const least = Math.max(2, common * items.length);
  const isCommon = (key: string) => (counts.get(key) ?? 0) >= least;
  const shared = keyed.map((keys) => keys.filter((key) => (counts.get(key) ?? 0) >= 2).length);
  const usual = shared.reduce((sum, count) => sum + count, 0) / items.length;
  const shape = keyed.map((keys, i) => ({
    share: keys.filter(isCommon).length / keys.length,
    part: (shared[i] ?? 0) / Math.max(1, usual),
  }));
  const similar = shape.filter(({ share }) => share >= alike).length;
  if (similar < Math.max(2, alike * items.length)) return null;
  // A total below the items, or an advert among them, has little in common with them but its place.
  const [first] = inOrder(keyed, counts).filter(isCommon);
  const labels = [...counts].filter(([key, count]) => key.startsWith(': ') && count >= usually * items.length);
  const unlabelled = items.filter((lines) => lines.every(({ label }) => label === null)).length;
  // A block of labels beside blocks that have none is a form above them, and what stands above that is none of them either.
  const isForm = (lines: readonly ItemLine[]) => lines.length > 1 && lines.every(({ label }) => label !== null);
  const form = unlabelled >= alike * items.length ? items.findIndex(isForm) : -1;
  const own = [...items.keys()].filter((i) => {
    const { share = 0, part = 0 } = shape[i] ?? {};
    if (form >= 0 && (isForm(items[i] ?? []) || (i < form && 2 * form < items.length))) return false;
    if (labels.length >= minLabels && items[i]?.every(({ label }) => label === null)) return false;
    // What begins as they do, and is else of lines whose labels others have, is one of them, however few have the same.
    const [begin, ...rest] = keyed[i] ?? [];
    if (begin === first && rest.length > 0 && rest.every((key) => key.startsWith(': ') && (counts.get(key) ?? 0) > 1))
      return true;
    // Of an item may be left its first line.
    return share >= strange && (part >= strangePart || (share === 1 && keyed[i]?.[0] === first));
  });
  const order = inOrder(
    own.map((i) => keyed[i] ?? []),
    counts,
  );
  // Lines alone, one like the other, are a list where they have bullets, or two cells; else they are a menu, or mere paragraphs.
  const isOfPairs = made_of === 'elements' && items.every((lines) => lines.length === 1 && lines[0]?.parted);
  const areLines = made_of === 'bullets' || made_of === 'lines' || isOfPairs || isOfOneMake(items);
  const inTwo = (key: string) => own.filter((i) => keyed[i]?.includes(key)).length >= 2;
  if (own.length < 2 || (order.filter((key) => isCommon(key) && inTwo(key)).length < 2 && !areLines)) return null;
  const list = own.map((i): ListItem => {
    const lines = items[i] ?? [];
    const spots: (Range | null)[] = order.map(() => null);
    for (const [k, { start, end }] of lines.entries()) spots[order.indexOf(keyed[i]?.[k] ?? '')] = { start, end };
    return { start: lines[0]?.start ?? 0, end: lines.at(-1)?.end ?? 0, spots };
  });
  const all = own.reduce((sum, i) => sum + (keyed[i]?.filter(isCommon).length ?? 0), 0);
  const score = isOfGroups(own.map((i) => items[i] ?? [])) ? groupsOnly * all : all;
  return { list: { made_of, start: list[0]?.start ?? 0, end: list.at(-1)?.end ?? 0, items: list }, score };
}

/** Words that figures and marks part, as the lines of a list have them. */
const isTelling = (make: string) => make.length > 2 && make.includes('9');
/** The share of lines of one make that are items by themselves, and the least number of them. */
const sameMake = 0.6;
const minOfMake = 3;

/** Whether items are of one line each, and most of these of one make: `09:00 — Choir, Club House`. */
function isOfOneMake(items: readonly (readonly ItemLine[])[]): boolean {
  if (items.length < minOfMake || items.some(({ length }) => length > 1)) return false;
  const makes = items.flatMap(([line]) => (line ? [makeOf(line.words)] : []));
  const [first = ''] = makes;
  return isTelling(first) && makes.filter((make) => make === first).length >= sameMake * makes.length;
}

/** The first words and marks of a make: what follows is longer in one line than in another. */
const beginningOf = (make: string) => make.split(' ').slice(0, 2).join(' ');

/** What groups of items are worth beside the items themselves. */
const groupsOnly = 0.4;

/** Headings stand beside as many items of theirs at the most, where groups have but one or two. */
const sameInGroups = 0.5;

/** Whether lines of one look and make come again within an item, and most lines are of such: then these are the items, and it is a group of them. */
function isOfGroups(items: readonly (readonly ItemLine[])[]): boolean {
  const makes = items.map((lines) =>
    lines.map(({ look, label, words }) =>
      label === null && isTelling(makeOf(words)) ? `${look} ${beginningOf(makeOf(words))}` : null,
    ),
  );
  const again = new Set(makes.flatMap((own) => own.filter((make, i) => make !== null && own.indexOf(make) !== i)));
  const lines = makes.flat();
  return (
    again.size > 0 && lines.filter((make) => make !== null && again.has(make)).length >= sameInGroups * lines.length
  );
}

/** Lines of one look, most of which begin with labels that come again, are told apart by these. */
const labelled = 0.6;

/** For each line what tells its spot: its look, or its label where that comes again, and its number among lines of the same. */
function withKeys(items: readonly (readonly ItemLine[])[]): string[][] {
  const isLabel = labelsOf(items);
  const isTitle = titlesOf(items);
  return items.map((lines) => {
    const seen = new Map<string, number>();
    return lines.map((line, i) => {
      const above = lines[i - 1];
      const named = above !== undefined && isTitle(above) && !isTitle(line);
      // A label tells a spot by itself: the same line may be dressed otherwise in another item.
      const kind = isLabel(line)
        ? `: ${line.label}`
        : isTitle(line)
          ? `= ${line.words}`
          : named
            ? `under ${above.words}`
            : `> ${line.look}`;
      const number = seen.get(kind) ?? 0;
      seen.set(kind, number + 1);
      return `${kind} ${number}`;
    });
  });
}

/** Tells lines of the same words in most items, each above what it names, from values; two of them at least. */
function titlesOf(items: readonly (readonly ItemLine[])[]): (line: ItemLine) => boolean {
  const counts = new Map<string, number>();
  for (const lines of items)
    for (const words of new Set(lines.map((line) => line.words))) counts.set(words, (counts.get(words) ?? 0) + 1);
  const isOne = (line: ItemLine) =>
    line.label === null && (counts.get(line.words) ?? 0) >= titled * items.length && /^\p{L}[^\d]*$/u.test(line.words);
  const last = new Set(items.map((lines) => lines.at(-1)?.words));
  const titles = new Set(items.flat().flatMap((line) => (isOne(line) && !last.has(line.words) ? [line.words] : [])));
  return (line) => titles.size >= minTitles && titles.has(line.words);
}

const minTitles = 2;
/** Words that fewer of the items have may be the same value by chance. */
const titled = 0.7;

/** Tells labels from titles that happen to begin like one, and to come twice: others of their look have none. */
function labelsOf(items: readonly (readonly ItemLine[])[]): (line: ItemLine) => boolean {
  const counts = new Map<string, number>();
  for (const lines of items)
    for (const label of new Set(lines.map((line) => line.label)))
      if (label !== null) counts.set(label, (counts.get(label) ?? 0) + 1);
  const countOf = ({ label }: ItemLine) => (label === null ? 0 : (counts.get(label) ?? 0));
  const looks = new Map<string, { lines: number; again: number }>();
  for (const line of items.flat()) {
    const look = looks.get(line.look) ?? { lines: 0, again: 0 };
    looks.set(line.look, look);
    look.lines++;
    if (countOf(line) >= 2) look.again++;
  }
  return (line) => {
    const { lines, again } = looks.get(line.look) ?? { lines: 1, again: 0 };
    return countOf(line) >= 2 && (countOf(line) > common * items.length || again >= labelled * lines);
  };
}

/** The spots of items in the order in which they stand in most: each where it stands on average among those of its items. */
function inOrder(keyed: readonly string[][], counts: ReadonlyMap<string, number>): string[] {
  const places = new Map<string, number>();
  for (const keys of keyed)
    for (const [i, key] of keys.entries()) places.set(key, (places.get(key) ?? 0) + i / keys.length);
  const mean = (key: string) => (places.get(key) ?? 0) / (counts.get(key) ?? 1);
  return [...places.keys()].sort((a, b) => mean(a) - mean(b));
}
