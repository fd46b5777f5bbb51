import type { Range, TextForm } from '../reading.js';
import { fromOrigin, type View } from '../view.js';
import { htmlLists } from './html-lists.js';
import type { FoundList, ItemList, ListItem } from './list.js';
import { outsideTables } from './outside-tables.js';
import { bulletLists, plainLists } from './text-lists.js';

const known = new WeakMap<TextForm, ItemList[]>();

/**
 * The lists that a text holds by its structure, in the order of the text, none within another; found when they are first asked for,
 * since most messages are read without. `html` of what the text was made of, if it was.
 */
export function listsOf(form: TextForm & { html?: string }): readonly ItemList[] {
  const found = known.get(form);
  if (found) return found;
  const marked = form.html === undefined ? [] : htmlLists(form.html, form.text, form.source, form.tables);
  const apart = (all: readonly FoundList[]) =>
    all
      .filter(({ list }) => !cutsTables(list, form.tables) && !isBesideTable(list, form.tables))
      .flatMap((found) => withoutRows(found, form.tables));
  const sure = bestOf(apart([...marked, ...bulletLists(form.text)]));
  // The make of lines tells only what markup and bullets do not.
  const free = ({ list }: FoundList) => sure.every(({ start, end }) => list.end <= start || list.start >= end);
  const lists = [...sure, ...bestOf(apart(plainLists(form.text)).filter(free))].sort((a, b) => a.start - b.start);
  known.set(form, lists);
  return lists;
}

/** Whether an item ends in the midst of a table of data, or begins there and ends behind it: the rows of a table belong together. */
const cutsTables = ({ items, ...list }: ItemList, tables: readonly Range[]): boolean =>
  tables
    .filter(({ start, end }) => start < list.end && list.start < end)
    .some((table) =>
      items.some(
        ({ start, end }) =>
          (start < table.start && end > table.start && end < table.end) ||
          (start > table.start && start < table.end && end > table.end),
      ),
    );

/** Whether of two items one is a table of data, and the other has none: what stands beside a table is no other one. */
function isBesideTable({ items }: ItemList, tables: readonly Range[]): boolean {
  if (items.length > 2) return false;
  const own = items.filter((item) => tables.some((table) => table.start >= item.start && table.end <= item.end));
  return own.length === 1;
}

/** A list without the rows of a table that stands beside its items. */
function withoutRows({ list, score }: FoundList, tables: readonly Range[]): FoundList[] {
  const items = outsideTables(list.items, (item) => item, tables);
  const [first, last] = [items[0], items.at(-1)];
  if (items.length === list.items.length) return [{ list, score }];
  // A spot that only the rows of the table had is none of theirs.
  const spots = [...(first?.spots ?? []).keys()].filter((at) => items.some((item) => item.spots[at]));
  const own = items.map((item) => ({ ...item, spots: spots.map((at) => item.spots[at] ?? null) }));
  return first && last && items.length >= 2
    ? [
        {
          list: { ...list, start: first.start, end: last.end, items: own },
          score: (score * items.length) / list.items.length,
        },
      ]
    : [];
}

/** Items have about so many of their spots filled; where fewer are, each is but a part of one. */
const partsOnly = 0.55;

/** Whether the items of a list are parts of items rather: the one has what the other lacks. */
const isOfParts = ({ items }: ItemList): boolean =>
  items.reduce((sum, { spots }) => sum + spots.filter((spot) => spot !== null).length, 0) <
  partsOnly * items.length * (items[0]?.spots.length ?? 1);

/** Of lists that overlap, the one that explains most; of two that explain the same, the one with more items. */
function bestOf(all: readonly FoundList[]): ItemList[] {
  const ranked = [...all].sort(
    (a, b) =>
      b.score - a.score ||
      Number(isOfParts(a.list)) - Number(isOfParts(b.list)) ||
      b.list.items.length - a.list.items.length,
  );
  const taken: ItemList[] = [];
  for (const { list } of ranked)
    if (taken.every(({ start, end }) => list.end <= start || list.start >= end)) taken.push(list);
  return taken.sort((a, b) => a.start - b.start);
}

/** The lists as far as a view shows them, in its offsets: items that stand in it whole. */
export function listsIn(view: View, lists: readonly ItemList[]): ItemList[] {
  return lists.flatMap(({ made_of, items }) => {
    const shown = items.flatMap(({ start, end, spots }): ListItem[] => {
      const range = fromOrigin(view, { start, end });
      return range ? [{ ...range, spots: spots.map((spot) => spot && fromOrigin(view, spot)) }] : [];
    });
    const [first, last] = [shown[0], shown.at(-1)];
    return first && last && shown.length >= 2 ? [{ made_of, start: first.start, end: last.end, items: shown }] : [];
  });
}
