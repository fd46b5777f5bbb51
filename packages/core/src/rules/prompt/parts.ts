import { partOf, type Range, type View } from '../../reading/index.js';

/**
 * Cuts what is shown into parts that a model takes at once: between items of lists, paragraphs or lines, in this order, and
 * within a line only where it is longer than a part. Short views, such as the subject, stand in every part.
 */
export function inParts(views: readonly View[], items: readonly Range[], max: number): View[][] {
  const size = views.reduce((sum, { text }) => sum + text.length, 0);
  if (size <= max) return [[...views]];
  const [short, long] = [
    views.filter(({ text }) => text.length <= max / 8),
    views.filter(({ text }) => text.length > max / 8),
  ];
  const room = max - short.reduce((sum, { text }) => sum + text.length, 0);
  return long.flatMap((view) => pieces(view, items, Math.max(room, max / 2)).map((piece) => [...short, piece]));
}

function pieces(view: View, items: readonly Range[], room: number): View[] {
  const found: View[] = [];
  for (let from = 0; from < view.text.length; ) {
    const to =
      view.text.length - from <= room ? view.text.length : cutBefore(view.text, items, from, from + Math.floor(room));
    found.push(partOf(view, from, to));
    from = to;
  }
  return found;
}

/** The last good place for a cut in the second half of what fits. */
function cutBefore(text: string, items: readonly Range[], from: number, end: number): number {
  const half = from + Math.floor((end - from) / 2);
  const isWithinItem = (at: number) => items.some((item) => item.start < at && at < item.end);
  const item = Math.max(...items.map(({ start }) => start).filter((start) => start > half && start <= end), -1);
  if (item > 0) return item;
  const paragraph = text.lastIndexOf('\n\n', end - 2) + 2;
  if (paragraph > half && !isWithinItem(paragraph)) return paragraph;
  const line = text.lastIndexOf('\n', end - 1) + 1;
  if (line > half) return line;
  const space = text.lastIndexOf(' ', end - 1) + 1;
  const at = space > half ? space : end;
  // A pair of surrogates stays together.
  return /[\ud800-\udbff]/.test(text[at - 1] ?? '') ? at - 1 : at;
}
