import type { HtmlCue } from '../html/html-text.js';
import type { Range, Segment } from '../reading.js';
import { plain } from '../text/plain-words.js';
import { forwardedHeaders } from './forwarded-headers.js';
import { type Frame, frameAt, type Level, markedReason, type Standing } from './frame.js';
import { lineAt, type MailLine, mailLines, unmarked } from './mail-line.js';
import { tailParts } from './own-tail.js';
import { subjectKind } from './phrases.js';

/** What is known of a message besides its text. */
export interface Envelope {
  subject: string;
  /** Whether In-Reply-To or References name another message. */
  replies: boolean;
  /** Display name of the sender; empty when there is none. */
  sender: string;
  /** Whether it returns a message to its sender: what it quotes or holds is no forward. */
  returns: boolean;
}

/** How many messages inside each other are told apart; what lies deeper stays in the last. */
const maxForwards = 10;

/** Boxes of the markup that are looked at; a message has a few. */
const maxBoxes = 200;

/** A text cut into segments, with the words of its writer and what is quoted, both without quotation marks. */
export interface SegmentedText {
  segments: Segment[];
  own: Range[];
  quoted: Range[];
  /** The quoted passages that stand below a label of the writer’s own, `Their message:`, or in a box of the markup between own words. */
  passages: Range[];
}

/**
 * The segments of a text: they cover it exactly, in order, each with the reason. A forwarded message has its own headers
 * and its own segments inside. Nothing is cut away; rules look at the own words unless told otherwise.
 */
export function segmentText(text: string, envelope: Envelope, cues: readonly HtmlCue[] = []): SegmentedText {
  const lines = mailLines(
    text,
    cues.filter(({ kind }) => kind === 'quote'),
  );
  const linesOfCues = (kind: HtmlCue['kind']) =>
    cues
      .filter((cue) => cue.kind === kind && cue.end > cue.start)
      .slice(0, maxBoxes)
      .map((cue) => ({ start: lineAt(lines, cue.start), end: lineAt(lines, cue.end - 1) + 1 }));
  const segmenter = new Segmenter(text, lines, linesOfCues('wrap'), linesOfCues('signature'));
  const standing = { subject: subjectKind(plain(envelope.subject)), replies: envelope.replies };
  const segments = segmenter.segment({
    from: 0,
    to: lines.length,
    depth: 0,
    standing,
    sender: plain(envelope.sender),
    nested: 0,
  });
  const quoted = segments.filter(({ kind }) => kind === 'quoted');
  return {
    segments,
    own: segmenter.ownRanges(segments, 0),
    quoted: quoted.flatMap((segment) => unmarked(lines, segment, 1)),
    passages: segments.flatMap((segment, i) =>
      isPassage(text, segment, segments[i - 1]) || (isBoxed(segment, cues) && isBetween(segments, i))
        ? unmarked(lines, segment, 1)
        : [],
    ),
  };
}

/** Words of a label above a passage, or of a sentence that says whose it is. */
const longestLabel = 14;

/** Whether a segment is marked as a quotation and nothing says whose it is, but a label above it what: that of a form, not of a reply. */
function isPassage(text: string, { kind, reason }: Segment, above: Segment | undefined): boolean {
  if (kind !== 'quoted' || reason !== markedReason || above?.kind !== 'own') return false;
  const [label = ''] = /[^\n]*$/.exec(text.slice(above.start, above.end).trimEnd()) ?? [];
  return /^\s*\p{L}[^.!?]*[:：]$/u.test(label) && label.trim().split(/\s+/).length <= longestLabel;
}

/** Whether the markup makes a quotation of a segment, and nothing says whose it is. */
const isBoxed = ({ kind, reason, start, end }: Segment, cues: readonly HtmlCue[]): boolean =>
  kind === 'quoted' &&
  reason === markedReason &&
  cues.some((cue) => cue.kind === 'quote' && cue.start < end && start < cue.end);

/** Whether the writer goes on below a segment: what people answer stands at the end. */
const isBetween = (segments: readonly Segment[], at: number): boolean =>
  segments[at - 1]?.kind === 'own' && segments[at + 1]?.kind === 'own';

/** The lines of one message, which may stand inside another. */
interface Stretch {
  from: number;
  to: number;
  depth: number;
  standing: Standing;
  sender: string;
  /** How many messages it is inside of. */
  nested: number;
}

class Segmenter {
  constructor(
    private readonly text: string,
    private readonly lines: readonly MailLine[],
    private readonly boxes: readonly Range[],
    private readonly signatures: readonly Range[],
  ) {}

  segment(stretch: Stretch): Segment[] {
    const { from, to, depth, standing, nested } = stretch;
    const level: Level = { lines: this.lines, to, depth, standing, boxes: this.boxes };
    const segments: Segment[] = [];
    let own = from;
    for (let i = from; i < to && nested < maxForwards; i++) {
      const frame = frameAt(level, i);
      if (!frame) continue;
      segments.push(...this.own(stretch, own, frame.from), this.framed(frame, nested));
      own = frame.to;
      i = frame.to - 1;
    }
    segments.push(...this.own(stretch, own, to));
    return joined(segments, this.text);
  }

  private framed(frame: Frame, nested: number): Segment {
    const range = { start: this.at(frame.from), end: this.at(frame.to), reason: frame.reason };
    if (frame.kind === 'quoted') return { kind: 'quoted', ...range };
    const headers = forwardedHeaders(frame.wrapper?.headers ?? {});
    const inside = this.segment({
      from: frame.inner,
      to: frame.to,
      depth: frame.level,
      standing: { subject: subjectKind(plain(headers.subject ?? '')), replies: false },
      sender: plain(headers.from?.name ?? ''),
      nested: nested + 1,
    });
    const wrapper = {
      kind: 'wrapper',
      start: range.start,
      end: this.at(frame.inner),
      reason: 'mail programs write this above a message that they forward',
    } as const;
    const segments = [wrapper, ...inside].filter(({ start, end }) => end > start);
    return {
      kind: 'forwarded',
      ...range,
      message: { ...headers, attached: false, segments, own: this.ownRanges(segments, frame.level) },
    };
  }

  /** The writer’s own lines, with signature and disclaimers taken apart. */
  private own({ from: begins, sender }: Stretch, from: number, to: number): Segment[] {
    const parts = tailParts({
      lines: this.lines,
      from,
      to,
      sender,
      first: from === begins,
      signatures: this.signatures,
    });
    const segments: Segment[] = [];
    let at = from;
    const add = (kind: Segment['kind'], end: number, reason: string) => {
      segments.push({ kind, start: this.at(at), end: this.at(end), reason });
      at = end;
    };
    for (const part of parts) {
      add('own', part.from, ownReason);
      add(part.kind, part.to, part.reason);
    }
    add('own', to, ownReason);
    return segments;
  }

  /** The own words of a message at a depth, without the marks of that depth. */
  ownRanges(segments: readonly Segment[], depth: number): Range[] {
    return segments.filter(({ kind }) => kind === 'own').flatMap((segment) => unmarked(this.lines, segment, depth));
  }

  /** Where a line begins; the end of the text after the last. */
  private at(line: number): number {
    return this.lines[line]?.start ?? this.text.length;
  }
}

const ownReason = 'nothing marks it as somebody else’s';

/** Empty segments left out, and blank lines given to what stands above them. */
function joined(segments: readonly Segment[], text: string): Segment[] {
  const kept: Segment[] = [];
  for (const segment of segments) {
    if (segment.end <= segment.start) continue;
    const last = kept.at(-1);
    const blank = segment.kind === 'own' && text.slice(segment.start, segment.end).trim() === '';
    if (last && blank && !last.message) last.end = segment.end;
    else kept.push({ ...segment });
  }
  return kept;
}
