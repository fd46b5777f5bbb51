import type { ForwardedMessage, Range, Segment, TextForm } from '../reading.js';
import { plain } from '../text/plain-words.js';
import { isCoverNote } from './cover-note.js';
import { subjectKind } from './phrases.js';
import type { Envelope, SegmentedText } from './segments.js';

/** What rules look at by default, and why. */
export type Body = Pick<TextForm, 'own' | 'body' | 'bodyReason' | 'forwarded'>;

/**
 * The body of a text: the sender’s own words. Where these are nothing but a cover note on a forward, the forwarded
 * message’s own words, however often it was passed on. `quoted` stands in for a message that is nothing but a quotation. What
 * stands quoted below a label, in a message that answers none, is a part of the body.
 */
export function bodyOf(
  text: string,
  segments: readonly Segment[],
  { own, quoted, passages }: Pick<SegmentedText, 'own' | 'quoted' | 'passages'>,
  { subject, replies, returns }: Pick<Envelope, 'subject' | 'replies' | 'returns'>,
): Body {
  const wordsOf = (ranges: readonly Range[]) => ranges.map(({ start, end }) => text.slice(start, end)).join('');
  if (returns)
    return { own, body: own, bodyReason: 'the words of the mail server that returns a message', forwarded: null };
  const first = firstForward(segments);
  const forwarded = first && innermost(first, wordsOf);
  if (forwarded && isCoverNote(wordsOf(own))) {
    const note =
      wordsOf(own).trim() === ''
        ? 'there are no own words above the forward'
        : 'the own words are a cover note on the forward';
    return { own, body: forwarded.own, bodyReason: `the forwarded message: ${note}`, forwarded };
  }
  if (!forwarded && !replies && wordsOf(own).trim() === '' && wordsOf(quoted).trim() !== '')
    return { own, body: quoted, bodyReason: 'the quotation: there is nothing else, and this is no reply', forwarded };
  // Some programs forward by quoting, and say so in the subject alone.
  const passedOn = subjectKind(plain(subject)) === 'forward' && isCoverNote(wordsOf(own));
  if (!forwarded && passedOn && wordsOf(quoted).trim() !== '')
    return { own, body: quoted, bodyReason: 'the quotation: the subject says it is passed on', forwarded };
  if (passages.length > 0 && !replies && subjectKind(plain(subject)) !== 'reply') {
    const bodyReason = 'the sender’s own words, with what stands quoted below a label, or between them';
    return { own, body: together([...own, ...passages]), bodyReason, forwarded };
  }
  return { own, body: own, bodyReason: 'the sender’s own words', forwarded };
}

/** Ranges in their order, those that touch as one. */
function together(ranges: readonly Range[]): Range[] {
  const found: Range[] = [];
  for (const { start, end } of [...ranges].sort((a, b) => a.start - b.start)) {
    const last = found.at(-1);
    if (last?.end === start) last.end = end;
    else found.push({ start, end });
  }
  return found;
}

const firstForward = (segments: readonly Segment[]): ForwardedMessage | null =>
  segments.find(({ kind }) => kind === 'forwarded')?.message ?? null;

/** A forward of a forward is the message at its end, unless somebody on the way wrote more than a note. */
function innermost(message: ForwardedMessage, wordsOf: (ranges: readonly Range[]) => string): ForwardedMessage {
  let found = message;
  for (
    let next = firstForward(found.segments);
    next && isCoverNote(wordsOf(found.own));
    next = firstForward(found.segments)
  )
    found = next;
  return found;
}

/** All forwarded messages of a text, outermost first. */
export function forwardsOf(segments: readonly Segment[]): ForwardedMessage[] {
  return segments.flatMap(({ message }) => (message ? [message, ...forwardsOf(message.segments)] : []));
}
