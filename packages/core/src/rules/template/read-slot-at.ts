import type { Range, View } from '../../reading/index.js';
import type { FieldOptions } from '../../values/index.js';
import { findAt, problemAt, readRaw } from '../finding.js';
import { linkAt } from '../link-at.js';
import type { Finding, RuleRun } from '../rule-kind.js';
import type { LineShape, ShapedLine, ShapeOptions } from './line-shape.js';
import { namesOf, type Slot } from './parse-layout.js';

export type Columns = Readonly<Record<string, FieldOptions>>;

/** What a block made of a stretch of a message. */
export interface BlockRows {
  rows: Finding[][];
  /** Ranges of the view whose words are the block's own. */
  known: Range[];
  /** Lines between items that are none, and why. */
  passedOver: { text: string; why: string }[];
}

/** Whether a place two fields share has no target: its words are then the other field's alone. */
export const isMereName = ({ also }: Slot, { type }: FieldOptions, text: string): boolean =>
  type === 'url' && also !== undefined && !/:\/\/|\bwww\./i.test(text);

/** The value, or values, of a slot that stands at a range. */
export function readSlotAt(slot: Slot, view: View, place: Range, run: RuleRun, columns: Columns): Finding[] {
  const { start } = place;
  const end = Math.min(place.end, start + run.facts.limits.valueLength);
  return namesOf(slot).flatMap((field): Finding[] => {
    const options = columns[field];
    if (!options) return [];
    const context = run.contextAt(view, start);
    const link = options.type === 'url' ? linkAt(view, { start, end }, run) : null;
    if (link) return [readRaw(link.href, field, options, context, link.evidence)];
    if (isMereName(slot, options, view.text.slice(start, end))) return [];
    const raw = onOneLine(view.text.slice(start, end));
    return [findAt(view, start, end, field, options, context, run.rule, { raw })];
  });
}

/** Lines joined by single spaces; what stands before the first and behind the last stays. */
function onOneLine(text: string): string {
  const lines = text.split('\n');
  if (lines.length === 1) return text;
  return lines
    .map((line, i) => {
      const begun = i === 0 ? line : line.replace(/^[ \t]+/, '');
      return i === lines.length - 1 ? begun : begun.slice(0, begun.length - blanksAtEnd(begun));
    })
    .join(' ');
}

function blanksAtEnd(text: string): number {
  let end = text.length;
  while (text[end - 1] === ' ' || text[end - 1] === '\t') end--;
  return text.length - end;
}

/** What a line is held against, where it begins at an offset. */
export const shapeOptions = (view: View, at: number, run: RuleRun, columns: Columns): ShapeOptions => ({
  columns,
  context: run.contextAt(view, at),
  linked: (place) => linkAt(view, place, run) !== null,
});

/** The values of a line cut by a shape; where it could be cut in several ways, none is taken. */
export function readShaped(
  { slots }: LineShape,
  { spans, doubtful }: ShapedLine,
  view: View,
  run: RuleRun,
  columns: Columns,
): Finding[] {
  return spans.flatMap((span, i): Finding[] => {
    const slot = slots[i];
    if (!span || !slot) return [];
    const found = readSlotAt(slot, view, span, run, columns);
    if (!doubtful) return found;
    return found.map(({ field, evidence }) => ({
      field,
      state: 'problem',
      evidence,
      problem: problemAt('YS-TEMPLATE-CUT', field, { field }, evidence[0]),
    }));
  });
}
