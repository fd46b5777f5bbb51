import type { Range } from '../reading.js';
import { introductionAt } from './introduction.js';
import { isSignatureMark, type MailLine } from './mail-line.js';
import { nextFilled, type Wrapper, wrapperAt } from './wrapper.js';

/** What tells a reply from a forward where the words around a message leave it open. */
export interface Standing {
  /** By the subject’s prefix. */
  subject: 'reply' | 'forward' | null;
  /** By In-Reply-To and References. */
  replies: boolean;
}

/** A stretch of somebody else’s words, with what stands around it. */
export interface Frame {
  kind: 'quoted' | 'forwarded';
  from: number;
  /** First line of the message inside; before it stands what the mail program wrote. */
  inner: number;
  to: number;
  /** Depth at which the message inside begins. */
  level: number;
  wrapper: Wrapper | null;
  reason: string;
}

/** Lines of a text at one level, with what the markup says of them. */
export interface Level {
  lines: readonly MailLine[];
  to: number;
  depth: number;
  standing: Standing;
  /** Boxes that mail programs put around what they quote, as ranges of lines. */
  boxes: readonly Range[];
}

/** The frame that begins on a line, or null when the line is the writer’s own. */
export function frameAt(level: Level, at: number): Frame | null {
  const { lines, to, depth } = level;
  const line = lines[at];
  if (!line || line.blank) return null;
  if (line.depth > depth) return quotedRun(level, at);
  const wrapper = wrapperAt(lines, at, to);
  if (wrapper) return wrapped(level, wrapper);
  const introduction = introductionAt(lines, at, to);
  if (!introduction) return null;
  const below = nextFilled(lines, introduction.to, to);
  const deeper = (lines[below]?.depth ?? 0) > depth && below < to;
  if (!deeper && !(introduction.sure && below < to)) return null;
  return {
    kind: 'quoted',
    from: at,
    inner: introduction.to,
    to: deeper ? runEnd(level, below) : boxEnd(level, at, below),
    level: depth + (deeper ? 1 : 0),
    wrapper: null,
    reason: 'the line above says who wrote it',
  };
}

export const markedReason = 'it is marked as a quotation';

/** Lines with quotation marks, or in a block quotation. They may hold a forward. */
function quotedRun(level: Level, at: number): Frame {
  const to = runEnd(level, at);
  const wrapper = wrapperAt(level.lines, at, to);
  const depth = level.depth + 1;
  if (wrapper && forwards(wrapper, level)) {
    return {
      kind: 'forwarded',
      from: at,
      inner: nextFilled(level.lines, wrapper.to, to),
      to,
      level: depth,
      wrapper,
      reason: reasonOf(wrapper, level),
    };
  }
  return {
    kind: 'quoted',
    from: at,
    inner: at,
    to,
    level: depth,
    wrapper: null,
    reason: markedReason,
  };
}

function wrapped(level: Level, wrapper: Wrapper): Frame {
  const { lines, to, depth } = level;
  const below = nextFilled(lines, wrapper.to, to);
  const whole = boxEnd(level, wrapper.from, below);
  // Only what is marked belongs to it, if words follow the marked lines that are more than a signature.
  const marked = below < to && (lines[below]?.depth ?? 0) > depth;
  const headersMarked = (lines[wrapper.to - 1]?.depth ?? 0) > depth;
  const run = marked ? runEnd(level, below) : whole;
  const behind = nextFilled(lines, run, whole);
  const signed = isSignatureMark(lines[behind]?.text ?? '');
  const alone = marked && (headersMarked || behind >= whole || signed);
  return {
    kind: forwards(wrapper, level) ? 'forwarded' : 'quoted',
    from: wrapper.from,
    inner: Math.min(below, alone ? run : whole),
    to: alone ? run : whole,
    level: alone ? depth + 1 : depth,
    wrapper,
    reason: reasonOf(wrapper, level),
  };
}

function forwards({ kind }: Wrapper, { standing }: Level): boolean {
  if (kind === 'forward') return true;
  if (standing.subject !== null) return standing.subject === 'forward';
  return !standing.replies;
}

function reasonOf({ kind }: Wrapper, { standing }: Level): string {
  if (kind === 'forward') return 'the line above it says that it is forwarded';
  const what = kind === 'original' ? 'the line and the headers above it' : 'the headers above it';
  if (standing.subject === 'forward')
    return `${what} are those of another message, and the subject says that it is forwarded`;
  if (standing.subject === 'reply')
    return `${what} are those of another message, and the subject says that this is a reply`;
  return standing.replies
    ? `${what} are those of another message, and this one says which it replies to`
    : `${what} are those of another message, and nothing says that this is a reply`;
}

/** Quoted lines that a mail program broke, so that their end lost its mark, are no longer than this. */
const brokenEnd = 30;
const longLine = 55;

/** The end of a run of lines that are quoted deeper; blank lines between them belong to it. */
function runEnd({ lines, to, depth }: Level, at: number): number {
  let end = at;
  for (let i = at; i < to; i++) {
    const line = lines[i];
    if (!line) break;
    if (line.depth > depth) end = i + 1;
    else if (!line.blank && !isBroken(lines, i, depth)) break;
  }
  return end;
}

function isBroken(lines: readonly MailLine[], at: number, depth: number): boolean {
  const [before, line, after] = [lines[at - 1], lines[at], lines[at + 1]];
  if (!before || !line || !after || before.depth <= depth || after.depth <= depth) return false;
  return before.text.length >= longLine && line.text.length <= brokenEnd && /^\p{Ll}/u.test(line.text);
}

/** The end of what is not marked: that of the box it stands in, else of all. A box of the headers alone ends nothing. */
function boxEnd({ boxes, to }: Level, at: number, first: number): number {
  const around = boxes.filter(({ start, end }) => start <= at && end > first && end <= to);
  return around.length > 0 ? Math.min(...around.map(({ end }) => end)) : to;
}
