import type { ItemList, View } from '../../reading/index.js';
import { trimmed } from '../../rules/table/grid.js';
import { isFree, type ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import type { Marked } from '../marked.js';

/** Words of what a figure counts. */
const longestLabel = 5;

/** A figure, what it counts, and at the most how it changed. */
const spotsOfFigure = [2, 3];

/** Whether each item is a figure, below it what it is, and perhaps how it changed: `1,148`, `Visits`, `▲ 12 %`. */
export function isOfFigures({ items }: ItemList, { text }: View, context: ReadContext): boolean {
  const isFigure = (value: string) => /\d/.test(value) && !isFree(guessType('', [value], context));
  const boxes = items.map(({ spots }) => spots.map((spot) => (spot ? text.slice(spot.start, spot.end).trim() : '')));
  const size = boxes[0]?.length ?? 0;
  return (
    spotsOfFigure.includes(size) &&
    new Set(boxes.map(([, label]) => label)).size === boxes.length &&
    boxes.every(
      ([value = '', label = '', change], i) =>
        boxes[i]?.length === size &&
        isFigure(value) &&
        /^\p{L}[^\d.!?]*$/u.test(label) &&
        label.split(/\s+/).length <= longestLabel &&
        (change === undefined || /\d/.test(change)),
    )
  );
}

/** Arrows and their like before how much something changed. */
const arrow = /^[^\p{L}\p{N}\s+−-]\s*/u;

/** The figures of such items, and how they changed, named by what stands below each. */
export const figuresIn = ({ items }: ItemList, view: View): Marked[] =>
  items.flatMap(({ spots: [figure, label, change] }): Marked[] => {
    if (!figure || !label) return [];
    const { text } = view;
    const words = text.slice(label.start, label.end).trim();
    const own: Marked = { label: words, ...trimmed(view, figure), by: 'label' };
    if (!change) return [own];
    const at = trimmed(view, change);
    const start = at.start + (arrow.exec(text.slice(at.start, at.end))?.[0].length ?? 0);
    return [own, { label: `${words} change`, start, end: at.end, by: 'label' }];
  });
