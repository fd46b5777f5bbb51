import { type ItemList, type ListItem, linesOf, makeOf, type Range } from '../../reading/index.js';
import { bulletEnd } from '../../rules/template/text/lines.js';

/** Words of a heading between items. */
const longestHeading = 4;

/** Lines that are looked at. */
const maxLines = 2000;

/** A line that is not blank, and its make where it has a bullet. */
interface Bulleted extends Range {
  make: string | null;
  isHeading: boolean;
}

/**
 * Lists of bulleted lines, each with those of its make that stand below another heading, one or many: what is grouped by who has it, or
 * where it is, is one list.
 */
export function acrossHeadings(lists: readonly ItemList[], text: string): ItemList[] {
  if (!lists.some(({ made_of }) => made_of === 'bullets')) return [...lists];
  const lines = linesOf(text)
    .slice(0, maxLines)
    .map(({ start, end }) => ({ start, end, words: text.slice(start, end) }))
    .filter(({ words }) => words.trim() !== '')
    .map(
      ({ start, end, words }): Bulleted => ({
        start,
        end,
        make: makeBehindBullet(words),
        isHeading: heads(words.trim()),
      }),
    );
  const found: ItemList[] = [];
  for (const list of lists) {
    const isKnown = found.some((one) => one.made_of === 'bullets' && one.start <= list.start && list.end <= one.end);
    if (list.made_of !== 'bullets') found.push(list);
    else if (!isKnown) found.push(widened(list, lines));
  }
  return found;
}

function widened(list: ItemList, lines: readonly Bulleted[]): ItemList {
  let from = lines.findIndex(({ start, end }) => start <= list.start && list.start < end);
  let to = lines.findIndex(({ start, end }) => start < list.end && list.end <= end);
  const make = lines[from]?.make ?? null;
  const isItem = (at: number) => lines[at]?.make === make;
  const own = lines.slice(from, to + 1);
  if (make === null || own.length !== list.items.length || own.some((line) => line.make !== make)) return list;
  const goesOn = (at: number, by: 1 | -1) => isItem(at + by) || (lines[at + by]?.isHeading && isItem(at + 2 * by));
  while (goesOn(from, -1)) from -= isItem(from - 1) ? 1 : 2;
  while (goesOn(to, 1)) to += isItem(to + 1) ? 1 : 2;
  const items = lines
    .slice(from, to + 1)
    .filter((line) => line.make === make)
    .map(({ start, end }): ListItem => ({ start, end, spots: [{ start, end }] }));
  const [first, last] = [items[0], items.at(-1)];
  return first && last && items.length > list.items.length
    ? { made_of: 'bullets', start: first.start, end: last.end, items }
    : list;
}

const heads = (words: string) => /^\p{L}[^.!?:;]*$/u.test(words) && words.split(/\s+/).length <= longestHeading;

function makeBehindBullet(line: string): string | null {
  const end = bulletEnd(line);
  return end > 0 ? makeOf(line.slice(end)) : null;
}
