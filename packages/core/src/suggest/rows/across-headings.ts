import { type ItemList, type ListItem, linesOf, makeOf } from '../../reading/index.js';
import { bulletEnd } from '../../rules/template/text/lines.js';

/** Words of a heading between items. */
const longestHeading = 4;

/**
 * A list of bulleted lines with those of its make that stand below another heading, one or many: what is grouped by who has it, or where
 * it is, is one list.
 */
export function acrossHeadings(list: ItemList, text: string): ItemList {
  const makes = new Set(list.items.map(({ start, end }) => bulleted(text.slice(start, end))));
  const [make] = makes;
  if (list.made_of !== 'bullets' || makes.size > 1 || !make) return list;
  const lines = linesOf(text).filter(({ start, end }) => text.slice(start, end).trim() !== '');
  const isItem = lines.map(({ start, end }) => bulleted(text.slice(start, end)) === make);
  const isHeading = (at: number) => {
    const words = text.slice(lines[at]?.start ?? 0, lines[at]?.end ?? 0).trim();
    return /^\p{L}[^.!?:;]*$/u.test(words) && words.split(/\s+/).length <= longestHeading;
  };
  const goesOn = (at: number, by: 1 | -1) => isItem[at + by] || (isHeading(at + by) && isItem[at + 2 * by]);
  let from = lines.findIndex(({ start, end }) => start <= list.start && list.start < end);
  let to = lines.findIndex(({ start, end }) => start < list.end && list.end <= end);
  if (from < 0 || to < 0) return list;
  while (goesOn(from, -1)) from -= isItem[from - 1] ? 1 : 2;
  while (goesOn(to, 1)) to += isItem[to + 1] ? 1 : 2;
  const items = lines
    .slice(from, to + 1)
    .filter((_, i) => isItem[from + i])
    .map(({ start, end }): ListItem => ({ start, end, spots: [{ start, end }] }));
  return items.length > list.items.length
    ? { made_of: 'bullets', start: items[0]?.start ?? list.start, end: items.at(-1)?.end ?? list.end, items }
    : list;
}

/** The make of a line with a bullet; null for one without, or of several. */
function bulleted(line: string): string | null {
  const end = bulletEnd(line);
  return end > 0 && !line.trim().includes('\n') ? makeOf(line.slice(end)) : null;
}
