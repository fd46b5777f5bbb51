import { limits } from '../../limits.js';
import { runsIn } from '../html/source-runs.js';
import { type HtmlElement, parseHtml, walk } from '../html/tree.js';
import { linesOf } from '../lines.js';
import type { Range, SourceRun } from '../reading.js';
import { labelOf, wordsOf } from './label.js';
import { type FoundList, type ItemLine, listOf } from './list.js';
import { outsideTables } from './outside-tables.js';

/** A line of the text, and the elements around its first words. */
interface Leaf extends Range {
  label: string | null;
  words: string;
  parted: boolean;
  around: readonly HtmlElement[];
}

/** An element that holds whole lines of the text: `[first, last]` of them. */
interface Holder {
  element: HtmlElement;
  first: number;
  last: number;
}

/** Kinds of elements that are tried as the first of an item. */
const maxLeaders = 8;

/**
 * The lists of a text that was made from HTML: elements of one make at the same place of the tree, wherever their parents stand
 * (cards in divs, in cells, side by side), and runs of elements under one parent that come round again.
 */
export function htmlLists(
  html: string,
  text: string,
  source: readonly SourceRun[],
  /** The tables of data: their rows are their own, however alike they are to what stands beside them. */
  tables: readonly Range[],
): FoundList[] {
  const { root } = parseHtml(html, limits.htmlDepth);
  const leaves = leavesOf(root, text, source);
  const looks = new Looks();
  const holders = holdersOf(leaves);
  return [...byPath(holders, leaves, looks, tables), ...byLeader(holders, leaves, looks)];
}

function leavesOf(root: HtmlElement, text: string, source: readonly SourceRun[]): Leaf[] {
  const runs = [...source].sort((a, b) => a.source - b.source);
  const lines = linesOf(text);
  const leaves = new Map<number, Leaf>();
  const around: HtmlElement[] = [];
  const add = (from: number, length: number) => {
    for (const run of runsIn(runs, from, length)) {
      const at = lineAt(lines, run.start);
      const line = lines[at];
      if (!line) continue;
      // The first words come first: the bullet before them stands nowhere in the markup.
      if (!leaves.has(at))
        leaves.set(at, {
          ...line,
          label: labelOf(text.slice(run.start, line.end)),
          words: wordsOf(text.slice(run.start, line.end)),
          parted: text.slice(run.start, line.end).includes('\t'),
          around: [...around],
        });
    }
  };
  walk(root, {
    open: (element) => {
      around.push(element);
      if (element.name === 'img') add(element.start, element.end - element.start);
      return true;
    },
    text: (piece) => add(piece.source, piece.sourceLength),
    close: () => void around.pop(),
  });
  return [...leaves].sort(([a], [b]) => a - b).map(([, leaf]) => leaf);
}

function lineAt(lines: readonly Range[], offset: number): number {
  let [low, high] = [0, lines.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((lines[middle] as Range).start <= offset) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The elements that hold whole lines, in the order of the source. */
function holdersOf(leaves: readonly Leaf[]): Map<HtmlElement, Holder> {
  const holders = new Map<HtmlElement, Holder>();
  for (const [i, { around }] of leaves.entries())
    for (const element of around) {
      const known = holders.get(element);
      if (known) known.last = i;
      else holders.set(element, { element, first: i, last: i });
    }
  return holders;
}

/** How elements look: their name, classes and the part of their style that tells kinds of text apart. */
class Looks {
  private readonly known = new Map<HtmlElement, string>();

  of(element: HtmlElement): string {
    const found = this.known.get(element);
    if (found !== undefined) return found;
    const { name, attributes } = element;
    const look = `${name}.${classesOf(attributes.class)}.${styleOf(attributes.style)}.${attributes.colspan ?? ''}`;
    this.known.set(element, look);
    return look;
  }

  /** The path from the root, or from behind an element, down to a place. */
  path(around: readonly HtmlElement[], behind?: HtmlElement): string {
    return around
      .slice(behind ? around.indexOf(behind) + 1 : 0)
      .map((element) => this.of(element))
      .join('>');
  }
}

/** Rows are striped, and the ends of a list rounded, by classes of these names. */
const striping = /^(?:odd|even|alt\w*|first|last|\S*\d+)$/i;

const classesOf = (names = '') =>
  names
    .split(/\s+/)
    .filter((name) => !striping.test(name))
    .sort()
    .join(' ');

/** Declarations that say what kind of words stand there; colours of the ground, borders and widths differ between items of one kind. */
const telling = /^(?:color|font(?:-\w+)*|text-(?:align|transform|decoration)|letter-spacing|display|float)$/;

const styleOf = (style = '') =>
  style
    .toLowerCase()
    .split(';')
    .map((declaration) => declaration.replace(/\s+/g, ''))
    .filter((declaration) => telling.test(declaration.split(':')[0] ?? ''))
    .sort()
    .join(';');

/** Elements with the same path from the root are items, if they are of one shape. */
function byPath(
  holders: ReadonlyMap<HtmlElement, Holder>,
  leaves: readonly Leaf[],
  looks: Looks,
  tables: readonly Range[],
): FoundList[] {
  const groups = new Map<string, Holder[]>();
  for (const holder of holders.values()) {
    const leaf = leaves[holder.first] as Leaf;
    const path = looks.path(leaf.around.slice(0, leaf.around.indexOf(holder.element) + 1));
    const group = groups.get(path);
    if (group) group.push(holder);
    else groups.set(path, [holder]);
  }
  const all = [...groups.values()];
  return [...all, ...all.flatMap((group) => apartIn(group, leaves))].flatMap((whole) => {
    const group = outsideTables(
      whole,
      ({ first, last }) => {
        const [from, to] = [leaves[first] as Leaf, leaves[last] as Leaf];
        return { start: from.start, end: to.end };
      },
      tables,
    );
    // An element may not share a line with its neighbour: then it is a part of the line.
    const apart = group.every(({ first }, i) => first > (group[i - 1]?.last ?? -1));
    if (group.length < 2 || !apart) return [];
    const items = group.map(({ element, first, last }) => itemLines(leaves.slice(first, last + 1), looks, element));
    return listOf('elements', withoutParagraphsAround(items)) ?? [];
  });
}

/** Boxes that elements of one path stand in at the most, for those in each to be looked at by themselves. */
const maxBoxes = 4;

/** What stands in boxes side by side, those of each: cells of a list, and cells of an advert below it. */
function apartIn(group: readonly Holder[], leaves: readonly Leaf[]): Holder[][] {
  const above = group.map(({ element, first }) => {
    const { around } = leaves[first] as Leaf;
    return around.slice(0, around.indexOf(element));
  });
  const [one = []] = above;
  const depth = one.findIndex((element, i) => above.some((other) => other[i] !== element));
  if (depth < 0) return [];
  const boxes = new Map<HtmlElement | undefined, Holder[]>();
  for (const [i, holder] of group.entries()) {
    const box = above[i]?.[depth];
    const own = boxes.get(box);
    if (own) own.push(holder);
    else boxes.set(box, [holder]);
  }
  const parts = [...boxes.values()].filter(({ length }) => length > 1);
  return boxes.size > 1 && boxes.size <= maxBoxes ? parts : [];
}

/** Of the items between the first and the last that begin in a dress of their own, the share that do. */
const dressed = 0.6;

/** Items that begin in a dress, such as a title in bold, without the plain paragraphs of the letter above and below them. */
function withoutParagraphsAround(items: readonly ItemLine[][]): readonly ItemLine[][] {
  const isDressed = ([first]: readonly ItemLine[]) => first !== undefined && first.look !== '';
  const inner = items.slice(items.findIndex(isDressed), items.findLastIndex(isDressed) + 1);
  return inner.length > 1 && inner.filter(isDressed).length >= dressed * inner.length ? inner : items;
}

/** A child of an element that holds lines, and what kind it is. */
interface Unit {
  look: string;
  first: number;
  last: number;
}

const headingLook = /^h[1-6]\./;
const plainParagraph = 'p...';

/** Children of one element, of which some kind comes round again: each begins an item. */
function byLeader(holders: ReadonlyMap<HtmlElement, Holder>, leaves: readonly Leaf[], looks: Looks): FoundList[] {
  return [...holders.values()].flatMap((holder) => {
    const units = unitsOf(holder, holders, looks);
    const kinds = new Map<string, number>();
    for (const { look } of units) kinds.set(look, (kinds.get(look) ?? 0) + 1);
    const again = [...kinds].flatMap(([look, count]) => (count >= 2 && count < units.length ? [look] : []));
    // Where headings come round again, a paragraph is what stands below one.
    const isHeaded = again.some((look) => headingLook.test(look));
    const leaders = again.filter((look) => !isHeaded || look !== plainParagraph).slice(0, maxLeaders);
    return leaders.flatMap((leader) => {
      const items = from(units, leader).map((own) =>
        own.flatMap(({ first, last }) => itemLines(leaves.slice(first, last + 1), looks, holder.element)),
      );
      return listOf('elements', items) ?? [];
    });
  });
}

function unitsOf(holder: Holder, holders: ReadonlyMap<HtmlElement, Holder>, looks: Looks): Unit[] {
  const units: Unit[] = [];
  for (const child of holder.element.children) {
    if (child.kind === 'text') continue;
    const held = holders.get(child);
    if (!held || held.first <= (units.at(-1)?.last ?? -1)) continue;
    units.push({ look: looks.of(child), first: held.first, last: held.last });
  }
  return units;
}

/** Units from each leader to the next; the last item has no more than the longest of the others, and nothing that none of them has. */
function from(units: readonly Unit[], leader: string): Unit[][] {
  const items: Unit[][] = [];
  for (const unit of units) {
    if (unit.look === leader) items.push([unit]);
    else items.at(-1)?.push(unit);
  }
  const others = items.slice(0, -1);
  const known = new Set(others.flat().map(({ look }) => look));
  const longest = Math.max(...others.map(({ length }) => length));
  const last = items.at(-1) ?? [];
  const strange = last.findIndex(({ look }) => !known.has(look));
  const own = last.slice(0, Math.min(longest, strange < 0 ? last.length : strange));
  // A heading like theirs, with nothing below it that they have, heads something else.
  const isOther = own.length === 1 && others.length > 1 && others.every(({ length }) => length > 2);
  return isOther ? others : [...others, own];
}

const itemLines = (leaves: readonly Leaf[], looks: Looks, item: HtmlElement): ItemLine[] =>
  leaves.map(({ start, end, label, words, parted, around }) => ({
    start,
    end,
    label,
    words,
    parted,
    look: looks.path(around, item),
  }));
