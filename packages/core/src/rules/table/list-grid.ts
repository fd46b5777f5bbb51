import { type ItemList, labelOf, listsIn, type Range, type View } from '../../reading/index.js';
import { bulletEnd } from '../template/text/lines.js';
import { type Grid, type GridCell, trimmed } from './grid.js';

/** Of the items that have a spot, the share whose line has to begin with the same label for it to head the spot. */
const labelledShare = 0.6;

/**
 * The lists of a message as grids: a row for each item, a column for each of its spots. What all items say before a value, or on the line
 * above it, heads the spot; one without such words is headed by its number, `line 1`.
 */
export const listGrids = (view: View, lists: readonly ItemList[]): Grid[] =>
  listsIn(view, lists).map((list) => {
    const spots = [...(list.items[0]?.spots ?? []).keys()];
    const titles = spots.map((spot) => titleAt(list, spot, view.text));
    const labels = spots.map((spot) => labelAt(list, spot, view.text));
    const shown = spots.filter((spot) => titles[spot] === null);
    return {
      view,
      made_of: 'items',
      headings: shown.map((spot) => labels[spot] ?? titles[spot - 1] ?? `line ${spot + 1}`),
      rows: list.items.map((item) =>
        shown.map((spot): GridCell => {
          const line = item.spots[spot];
          return line ? [valueIn(view, line, labels[spot] ?? null)] : [];
        }),
      ),
    };
  });

/** The label that most lines at a spot begin with; null where they have none in common. */
function labelAt({ items }: ItemList, spot: number, text: string): string | null {
  const labels = items.flatMap(({ spots }) => (spots[spot] ? [labelOf(lineAt(text, spots[spot]))] : []));
  const [label] = labels.filter((one) => one !== null);
  return label && labels.filter((one) => one === label).length >= labelledShare * labels.length ? label : null;
}

/** The same words at a spot of all items, right above another: they name what stands below. */
function titleAt({ items }: ItemList, spot: number, text: string): string | null {
  const said = new Set(items.flatMap(({ spots }) => (spots[spot] ? [lineAt(text, spots[spot])] : [])));
  const [only] = said;
  const follows = items.some(({ spots }) => spots[spot + 1]);
  return said.size === 1 && items.length > 1 && follows && only && /^\p{L}[^\d.!?]*$/u.test(only) ? only : null;
}

function lineAt(text: string, { start, end }: Range): string {
  const words = text.slice(start, end);
  return words.slice(bulletEnd(words)).trim();
}

/** What stands at a spot, without its bullet and label. */
function valueIn(view: View, line: Range, label: string | null): Range {
  const words = view.text.slice(line.start, line.end);
  const bullet = bulletEnd(words);
  const own = words.slice(bullet);
  const behind = label !== null && labelOf(own) === label ? (/^.*?(?:[:=：]|\t)/u.exec(own)?.[0].length ?? 0) : 0;
  return trimmed(view, { start: line.start + bullet + behind, end: line.end });
}
