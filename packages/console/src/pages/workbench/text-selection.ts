/** A stretch of a message's text or subject. */
export interface Stretch {
  in: 'message.text' | 'message.subject';
  start: number;
  end: number;
}

/** The line element of the proof that a place lies in; it says where in the text it begins. */
const lineOf = (node: Node | null): HTMLElement | null =>
  (node instanceof Element ? node : (node?.parentElement ?? null))?.closest<HTMLElement>('[data-start]') ?? null;

function offsetIn(line: HTMLElement, node: Node, offset: number): number {
  const range = document.createRange();
  range.setStart(line, 0);
  range.setEnd(node, offset);
  return Number(line.dataset.start) + range.toString().length;
}

/** What is selected in a proof, in offsets of the text; null where nothing of one text is. */
export function selectedStretch(frame: HTMLElement): Stretch | null {
  const selection = window.getSelection();
  if (!selection || selection.rangeCount === 0 || selection.isCollapsed) return null;
  const range = selection.getRangeAt(0);
  const [first, last] = [lineOf(range.startContainer), lineOf(range.endContainer)];
  if (!first || !last || !frame.contains(first) || !frame.contains(last)) return null;
  const place = first.dataset.in as Stretch['in'] | undefined;
  // What is read from an attachment is told in the rule, not marked.
  if (place !== 'message.text' && place !== 'message.subject') return null;
  if (last.dataset.in !== place) return null;
  const start = offsetIn(first, range.startContainer, range.startOffset);
  const end = offsetIn(last, range.endContainer, range.endOffset);
  return end > start ? { in: place, start, end } : null;
}

/** Selects a stretch as a person would with the mouse, so that it looks the same and screen readers know it. */
export function selectStretch(frame: HTMLElement, { in: place, start, end }: Stretch): void {
  const [from, to] = [pointAt(frame, place, start), pointAt(frame, place, end)];
  if (!from || !to) return;
  window.getSelection()?.setBaseAndExtent(from.node, from.offset, to.node, to.offset);
  from.node.parentElement?.scrollIntoView({ block: 'nearest' });
}

function pointAt(frame: HTMLElement, place: string, offset: number): { node: Node; offset: number } | null {
  const lines = [...frame.querySelectorAll<HTMLElement>(`[data-in="${place}"]`)];
  const line = lines.findLast((one) => Number(one.dataset.start) <= offset);
  if (!line) return null;
  let left = offset - Number(line.dataset.start);
  const walker = document.createTreeWalker(line, NodeFilter.SHOW_TEXT);
  let last: Node = line;
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const length = node.textContent?.length ?? 0;
    if (left <= length) return { node, offset: left };
    left -= length;
    last = node;
  }
  return { node: last, offset: last === line ? 0 : (last.textContent?.length ?? 0) };
}

/** The words of a stretch. */
export const wordsOf = (
  { in: place, start, end }: Stretch,
  reading: { text: string; subject: string } | null,
): string => (place === 'message.subject' ? reading?.subject : reading?.text)?.slice(start, end) ?? '';

/** Whether a stretch runs over several lines of the text. */
export const isOfLines = (stretch: Stretch, reading: { text: string; subject: string }): boolean =>
  stretch.in === 'message.text' && wordsOf(stretch, reading).trim().includes('\n');
