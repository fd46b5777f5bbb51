import type { MessageOutcome } from '../message/outcome';
import { columnOf } from '../message/row-path';
import type { Stretch } from './text-selection';

/** Marks as the address of the original has them; more than a few hundred tell nobody anything. */
const maxMarks = 400;

export function marksQuery(evidence: MessageOutcome['evidence'], fields: readonly string[]): string {
  return Object.entries(evidence)
    .flatMap(([path, places]) =>
      places.flatMap(({ in: where, start, end }) => {
        if (where !== 'message.text' || start === null || end === null) return [];
        return [`${start}-${end}-${Math.max(0, fields.indexOf(columnOf(path)))}`];
      }),
    )
    .slice(0, maxMarks)
    .join(',');
}

/** What is selected in the HTML, in the text that was made of it; null where it is not found there. */
export function stretchOfSelection(inside: Document, text: string): Stretch | null {
  const selection = inside.getSelection();
  if (!selection || selection.rangeCount === 0 || selection.isCollapsed) return null;
  const before = inside.createRange();
  before.setStart(inside.body, 0);
  const { startContainer, startOffset } = selection.getRangeAt(0);
  before.setEnd(startContainer, startOffset);
  return sameWords(text, selection.toString(), before.toString());
}

/**
 * The place of some words of a page in the text made of it: of all places where the text has them, the one before which as
 * many of them stand as before the words themselves. Spaces and line breaks differ between the two.
 */
export function sameWords(text: string, words: string, before: string): Stretch | null {
  const parts = words.trim().split(/\s+/).filter(Boolean).map(literal);
  if (parts.length === 0) return null;
  const sought = new RegExp(parts.join('\\s+'), 'gu');
  const count = [...before.matchAll(sought)].length;
  const found = [...text.matchAll(sought)];
  const match = found[Math.min(count, found.length - 1)];
  return match ? { in: 'message.text', start: match.index, end: match.index + match[0].length } : null;
}

const literal = (word: string) => word.replace(/[\\^$.*+?()[\]{}|/-]/g, '\\$&');
