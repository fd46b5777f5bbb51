import type { Limits } from '../limits.js';
import { addressesOf } from './headers/addresses.js';
import { readDateHeader } from './headers/date-header.js';
import { answersAnother, decodeHeaders, headerOf } from './headers/headers.js';
import { type HtmlCue, htmlToText } from './html/html-text.js';
import type { MimePart } from './mime/part.js';
import type { ForwardedMessage, Range, Segment, SourceRun, TextForm } from './reading.js';
import { bodyOf } from './segments/body.js';
import { type Envelope, type SegmentedText, segmentText } from './segments/segments.js';
import { hasKind, type Shown } from './shown.js';
import { latin1 } from './text/bytes.js';
import { type Decoded, decodeCharset } from './text/charset.js';
import { unflow } from './text/flowed.js';
import { plainLinks } from './text/plain-links.js';
import { tidy } from './text/tidy.js';

/** The text of a part, or of several one below the other, before it is cut into segments. */
type Piece = Pick<TextForm, 'text' | 'links' | 'tables' | 'source'> & { cues: HtmlCue[] };

/** The charset each part was read by, and why when the label did not decide. */
export type Charsets = Map<MimePart, Pick<Decoded, 'charset' | 'why'>>;

/** A text form, and the HTML it was made from where there is any. */
export interface Composed {
  form: TextForm;
  html: string | null;
  /** Whether elements of its HTML lay so deep in each other that of some only the text was kept. */
  flattened: boolean;
}

/** Makes one text of the parts that are shown, cuts it into segments and chooses the body. */
export function composeForm(shown: readonly Shown[], envelope: Envelope, limits: Limits, charsets: Charsets): Composed {
  const composer = new Composer(limits, charsets);
  const { segments, ...words } = composer.message(shown, envelope);
  const { text, links, tables } = composer.piece;
  const rich = hasKind(shown, 'html');
  const source = rich ? composer.piece.source : [];
  return {
    form: {
      text,
      links,
      tables,
      source,
      segments,
      ...bodyOf(text, segments, words, envelope),
      stub: null,
    },
    html: rich ? composer.html : null,
    flattened: composer.flattened,
  };
}

type Composition = SegmentedText;

class Composer {
  readonly piece: Piece = { text: '', links: [], tables: [], source: [], cues: [] };
  html = '';
  flattened = false;

  constructor(
    private readonly limits: Limits,
    private readonly charsets: Charsets,
  ) {}

  /** Adds a message’s texts, then the messages attached to it. */
  message(shown: readonly Shown[], envelope: Envelope): Composition {
    const start = this.piece.text.length;
    const firstCue = this.piece.cues.length;
    for (const one of shown) if (one.kind !== 'message') this.add(one.kind, one.part, start);
    const attached = shown.filter((one) => one.kind === 'message');
    if (attached.length > 0) this.separate(start);
    const cues = this.piece.cues.slice(firstCue).map((cue) => shifted(cue, -start));
    const { segments, own, quoted, passages } = segmentText(this.piece.text.slice(start), envelope, cues);
    const moved = {
      segments: segments.map((segment) => moveSegment(segment, start)),
      own: own.map((range) => shifted(range, start)),
      quoted: quoted.map((range) => shifted(range, start)),
      passages: passages.map((range) => shifted(range, start)),
    };
    return { ...moved, segments: [...moved.segments, ...attached.map((one) => this.attached(one))] };
  }

  private attached({ part, shown }: Extract<Shown, { kind: 'message' }>): Segment {
    const start = this.piece.text.length;
    const { envelope, headers } = nestedEnvelope(part, this.limits);
    const { segments, own } = this.message(shown, envelope);
    this.separate(start);
    extend(segments, this.piece.text.length);
    const message: ForwardedMessage = { ...headers, attached: true, segments, own };
    return { kind: 'forwarded', start, end: this.piece.text.length, reason: 'it is attached as a message', message };
  }

  private add(kind: 'plain' | 'html', part: MimePart, start: number): void {
    this.separate(start);
    const piece = kind === 'html' ? this.htmlPiece(part) : this.plainPiece(part);
    const at = this.piece.text.length;
    this.piece.text += piece.text;
    // One by one: a spread of a hostile part's hundred thousands would overflow the stack.
    for (const link of piece.links) this.piece.links.push(shifted(link, at));
    for (const cue of piece.cues) this.piece.cues.push(shifted(cue, at));
    for (const run of piece.source) this.piece.source.push(shifted(run, at));
    for (const table of piece.tables)
      this.piece.tables.push({
        ...shifted(table, at),
        rows: table.rows.map((row) =>
          row.map((cell) => {
            const lines = cell.lines?.map((line) => shifted(line, at));
            return { ...shifted(cell, at), ...(lines ? { lines } : {}) };
          }),
        ),
      });
  }

  /** A blank line between what stands one below the other. */
  private separate(start: number): void {
    const { text } = this.piece;
    if (text.length > start) this.piece.text = text.endsWith('\n') ? `${text}\n` : `${text}\n\n`;
  }

  private htmlPiece(part: MimePart): Piece {
    const html = this.decoded(part, metaCharset(part));
    const at = this.addHtml(html);
    const { text, links, tables, source, cues, flattened } = htmlToText(html, this.limits.htmlDepth);
    this.flattened ||= flattened;
    return { text, links, tables, cues, source: inSource(source, at) };
  }

  private decoded(part: MimePart, meta: string | null): string {
    const { text, charset, why } = decodeCharset(part.body?.bytes ?? new Uint8Array(), part.content.charset, meta);
    this.charsets.set(part, { charset, why });
    return tidy(text);
  }

  private plainPiece(part: MimePart): Piece {
    const { content } = part;
    const decoded = this.decoded(part, null);
    const text = content.flowed ? unflow(decoded, content.deleteSpace) : decoded;
    const { html, source } = preformatted(text);
    const at = this.addHtml(html);
    return { text, links: plainLinks(text), tables: [], source: inSource(source, at), cues: [] };
  }

  /** Where a part’s HTML begins in the HTML of all. */
  private addHtml(html: string): number {
    if (this.html !== '') this.html += '\n<hr>\n';
    const at = this.html.length;
    this.html += html;
    // A comment nobody closed ends with its part.
    if (html.lastIndexOf('<!--') > html.lastIndexOf('-->')) this.html += '-->';
    return at;
  }
}

/** A plain text as HTML, for where it stands beside a part that is HTML, with the place of every character in it. */
function preformatted(text: string): { html: string; source: SourceRun[] } {
  const source: SourceRun[] = [];
  let html = '<pre>';
  let at = 0;
  for (const chunk of text.split(/([&<])/)) {
    const escaped = chunk === '&' ? '&amp;' : chunk === '<' ? '&lt;' : chunk;
    if (chunk !== '')
      source.push({ start: at, end: at + chunk.length, source: html.length, sourceLength: escaped.length });
    html += escaped;
    at += chunk.length;
  }
  return { html: `${html}</pre>`, source };
}

/** The charset an HTML part names itself, for when its header does not. */
function metaCharset({ body }: MimePart): string | null {
  const head = latin1((body?.bytes ?? new Uint8Array()).subarray(0, 2048));
  return /<meta[^>]{0,200}?charset\s*=\s*["']?([\w.:-]+)/i.exec(head)?.[1] ?? null;
}

function nestedEnvelope(
  part: MimePart,
  limits: Limits,
): { envelope: Envelope; headers: Pick<ForwardedMessage, 'from' | 'to' | 'date' | 'subject'> } {
  const lines = part.children[0]?.headerLines ?? [];
  const headers = decodeHeaders(lines, limits.headers);
  const from = addressesOf(lines, 'from')[0] ?? null;
  const subject = headerOf(headers, 'subject');
  return {
    envelope: {
      subject: subject ?? '',
      replies: answersAnother(headers),
      sender: from?.name ?? '',
      returns: false,
    },
    headers: { from, to: addressesOf(lines, 'to'), date: readDateHeader(headerOf(headers, 'date')), subject },
  };
}

/** Gives what was put below a message to its last segment, and to the last of what that holds. */
function extend(segments: readonly Segment[], end: number): void {
  for (let last = segments.at(-1); last; last = last.message?.segments.at(-1)) last.end = end;
}

/** Runs whose HTML begins at an offset of the HTML of all. */
const inSource = (runs: SourceRun[], at: number): SourceRun[] =>
  at === 0 ? runs : runs.map((run) => ({ ...run, source: run.source + at }));

const shifted = <T extends Range>(range: T, by: number): T =>
  by === 0 ? range : { ...range, start: range.start + by, end: range.end + by };

function moveSegment(segment: Segment, by: number): Segment {
  const { message } = segment;
  if (by === 0) return segment;
  return {
    ...shifted(segment, by),
    ...(message
      ? {
          message: {
            ...message,
            segments: message.segments.map((inner) => moveSegment(inner, by)),
            own: message.own.map((range) => shifted(range, by)),
          },
        }
      : {}),
  };
}
