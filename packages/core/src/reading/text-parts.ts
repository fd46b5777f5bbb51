import { dictionary } from '../dictionary.js';
import type { Range, Segment, TextForm } from './reading.js';
import { forwardsOf } from './segments/body.js';
import { rangesView, type View, withTables } from './view.js';

/** The parts of a text that have a name: `message.body`, `message.quoted` and so on. */
export const textParts = dictionary({
  'message.body': (form: TextForm): Range[] => form.body,
  'message.quoted': (form: TextForm): Range[] => segmentsLike(form, 'quoted'),
  'message.signature': (form: TextForm): Range[] => segmentsLike(form, 'signature'),
  'message.forwarded.text': (form: TextForm): Range[] => form.forwarded?.own ?? [],
});

export type TextPart = keyof typeof textParts;

export const isTextPart = (name: string): name is TextPart => name in textParts;

/** The text of a named part, or null when the message has none such; the body may be empty. */
export function textOfPart(form: TextForm, part: TextPart): string | null {
  const ranges = textParts[part](form);
  return ranges.length === 0 && part !== 'message.body'
    ? null
    : ranges.map(({ start, end }) => form.text.slice(start, end)).join('');
}

/** Quotation and signature of the message whose words are the body: of the forwarded one where that is it. */
function segmentsLike(form: TextForm, kind: Segment['kind']): Range[] {
  const { segments } = form.forwarded && form.forwarded.own === form.body ? form.forwarded : form;
  return segments.filter((segment) => segment.kind === kind).map(({ start, end }) => ({ start, end }));
}

/**
 * Each stretch of words that a record may be made from, as a view: the body first, then the sender’s own words and those of
 * each forwarded message. A rule that tries several takes one, and never mixes them.
 */
export function bodyViews(form: TextForm): View[] {
  const stretches = [form.body, form.own, ...forwardsOf(form.segments).map(({ own }) => own)];
  const different = stretches.filter(
    (ranges, i) =>
      i === 0 || (isFilled(form, ranges) && !stretches.slice(0, i).some((earlier) => sameRanges(earlier, ranges))),
  );
  return different.map((ranges) => withTables(rangesView('message.text', form.text, ranges), form.tables));
}

const isFilled = ({ text }: TextForm, ranges: readonly Range[]) =>
  ranges.some(({ start, end }) => text.slice(start, end).trim() !== '');

const sameRanges = (a: readonly Range[], b: readonly Range[]) =>
  a.length === b.length && a.every(({ start, end }, i) => b[i]?.start === start && b[i]?.end === end);
