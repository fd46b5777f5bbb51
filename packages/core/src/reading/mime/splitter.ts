import type { Limits } from '../../limits.js';
import { isDocument } from '../attachments/documents.js';
import { latin1 } from '../text/bytes.js';
import { BodySink } from './body-sink.js';
import { type Content, readContent } from './content.js';
import type { Flaw } from './flaw.js';
import { headerLines, headerStart } from './header-lines.js';

import type { MimePart } from './part.js';
import { isKnownEncoding } from './transfer.js';

/** An entity whose end has not come yet. */
interface Open {
  part: MimePart;
  /** `--` and the boundary, for a multipart. */
  delimiter: string | null;
  state: 'head' | 'body' | 'done';
  head: string[];
  headBytes: number;
  sink: BodySink | null;
}

/**
 * Splits a message into its parts, line by line. Every open boundary is looked for, not only the nearest, so that a
 * multipart nobody closed does not swallow what stands behind it; text that claims to be a multipart is kept as text.
 */
export class Splitter {
  readonly flaws: Flaw[] = [];
  private readonly open: Open[] = [];
  private readonly root: MimePart;
  private parts = 0;
  /** Bytes of text that may still be kept. */
  private room: number;
  /** Bytes of attached documents that may still be kept. */
  private documentRoom: number;
  private firstLine = true;
  /** The line end before a boundary belongs to the boundary (RFC 2046, section 5.1.1), so it waits for the next line. */
  private heldEnd: Uint8Array | null = null;

  constructor(
    private readonly limits: Limits,
    /** Set for a multipart whose own header was read already: its boundary. */
    boundary: string | null = null,
  ) {
    this.room = limits.allTextBytes;
    this.documentRoom = limits.allDocumentBytes;
    this.root = this.begin('', 'text/plain');
    const top = this.open[0];
    if (boundary === null || !top) return;
    top.state = 'body';
    top.delimiter = `--${boundary}`;
  }

  /** Takes whole lines, save for the last call. */
  write(chunk: Uint8Array): void {
    // Body lines that follow each other are passed on as one stretch.
    let from = 0;
    for (let at = 0; at < chunk.length; ) {
      const end = lineEnd(chunk, at);
      const top = this.open.at(-1);
      const special = top?.state === 'head' || this.firstLine || this.mayBeBoundary(chunk, at);
      if (special) {
        const flush = () => {
          this.pass(chunk.subarray(from, at));
          from = at;
        };
        if (this.handles(chunk.subarray(at, end), flush)) from = end;
      }
      at = end;
    }
    this.pass(chunk.subarray(from));
  }

  /** Two hyphens, and what an open boundary begins with: cheap, since it is asked of every line. */
  private mayBeBoundary(chunk: Uint8Array, at: number): boolean {
    if (chunk[at] !== 0x2d || chunk[at + 1] !== 0x2d) return false;
    return this.open.some(({ delimiter }) => delimiter !== null && delimiter.charCodeAt(2) === chunk[at + 2]);
  }

  end(): MimePart {
    this.closeDownTo(0);
    return this.root;
  }

  /** Whether a line is structure. What came before it is passed on first, without its last line end if a boundary follows. */
  private handles(line: Uint8Array, flush: () => void): boolean {
    const text = latin1(line.subarray(0, 4096));
    const mbox = this.firstLine && /^>?From /.test(text);
    this.firstLine = false;
    if (mbox) return true;
    if (text.startsWith('--') && this.boundary(line, text, flush)) return true;
    if (this.open.at(-1)?.state !== 'head') return false;
    flush();
    return this.headLine(line, text);
  }

  private boundary(raw: Uint8Array, text: string, flush: () => void): boolean {
    const line = text.trimEnd();
    for (let i = this.open.length - 1; i >= 0; i--) {
      const delimiter = this.open[i]?.delimiter;
      if (delimiter == null || !line.startsWith(delimiter)) continue;
      const closes = line === `${delimiter}--`;
      if (!closes && line !== delimiter) continue;
      flush();
      const held = this.heldEnd;
      this.heldEnd = null;
      this.closeDownTo(i + 1);
      if (held) this.writeWhole(held);
      this.writeWhole(raw);
      this.enter(this.open[i] as Open, closes);
      return true;
    }
    return false;
  }

  private enter(multipart: Open, closes: boolean): void {
    multipart.state = 'done';
    multipart.sink = null;
    if (closes) return;
    if (this.parts >= this.limits.parts) {
      this.flaw('YS-READING-PARTS', { limit: this.limits.parts });
      return;
    }
    const { part } = multipart;
    const path = `${part.path}${/^$|\/$/.test(part.path) ? '' : '.'}${part.children.length + 1}`;
    part.children.push(this.begin(path, part.content.type === 'multipart/digest' ? 'message/rfc822' : 'text/plain'));
  }

  private begin(path: string, type: string): MimePart {
    this.parts++;
    const part: MimePart = { path, headerLines: [], content: readContent([], type), children: [], body: null };
    this.open.push({ part, delimiter: null, state: 'head', head: [], headBytes: 0, sink: null });
    return part;
  }

  /** False when the line is the first of a body that no blank line parts from the header. */
  private headLine(line: Uint8Array, text: string): boolean {
    const top = this.open.at(-1) as Open;
    const blank = /^\r?\n?$/.test(text);
    const foreign = !blank && !headerStart.test(text) && !(/^[ \t]/.test(text) && top.head.length > 0);
    if (blank || foreign) {
      if (blank) this.writeWhole(line);
      this.endHead(top);
      // The header of an attached message may begin where that of its part ended without a blank line.
      return blank || (this.open.at(-1) !== top && this.headLine(line, text));
    }
    this.writeWhole(line);
    top.headBytes += line.length;
    if (top.headBytes <= this.limits.headerBytes) top.head.push(line.length > 4096 ? latin1(line) : text);
    else this.flaw('YS-READING-HEADER-CUT', { limit: this.limits.headerBytes / 1024 });
    return true;
  }

  private endHead(top: Open): void {
    const { part } = top;
    part.headerLines = headerLines(top.head);
    part.content = readContent(part.headerLines, part.content.type);
    top.head = [];
    top.state = 'body';
    const { content } = part;
    if (!isKnownEncoding(content.encoding))
      this.flaw('YS-READING-ENCODING', { encoding: content.encoding.slice(0, 40) });
    const deep = this.open.length > this.limits.mimeDepth;
    if (deep) this.flaw('YS-READING-DEPTH', { limit: this.limits.mimeDepth });
    if (!deep && content.type.startsWith('multipart/')) {
      top.delimiter = content.boundary === null ? null : `--${content.boundary}`;
      // Kept in case no boundary ever comes.
      top.sink = new BodySink(content.encoding, Math.min(this.limits.textBytes, this.room));
      return;
    }
    top.sink = new BodySink(
      content.encoding,
      isDocument(content)
        ? Math.min(this.limits.documentBytes, this.documentRoom)
        : Math.min(keptBytes(content, this.limits), this.room),
    );
    // One that is encoded, which it should not be, is opened once it is whole (RFC 2046, section 5.2.1).
    if (!deep && isMessage(content) && /^(|7bit|8bit|binary)$/.test(content.encoding))
      part.children.push(this.begin(`${part.path}/`, 'text/plain'));
  }

  /** Passes a stretch of body on, holding its last line end back. */
  private pass(stretch: Uint8Array): void {
    if (stretch.length === 0) return;
    if (this.heldEnd) this.give(this.heldEnd);
    let end = stretch.length;
    if (stretch[end - 1] === 0x0a) end -= stretch[end - 2] === 0x0d ? 2 : 1;
    this.heldEnd = end < stretch.length ? stretch.slice(end) : null;
    if (end > 0) this.give(stretch.subarray(0, end));
  }

  /** An attached message is measured as a whole; the outermost is enough. */
  private writeWhole(bytes: Uint8Array): void {
    this.open.find(({ sink, part }) => sink !== null && part.children.length > 0)?.sink?.write(bytes);
  }

  private give(bytes: Uint8Array): void {
    this.writeWhole(bytes);
    const top = this.open.at(-1);
    if (top?.part.children.length === 0) top.sink?.write(bytes);
  }

  private closeDownTo(depth: number): void {
    while (this.open.length > depth) {
      const top = this.open.at(-1) as Open;
      if (top.state === 'head') this.endHead(top);
      if (top !== this.open.at(-1)) continue;
      // At the end of all, the last line end is part of the text.
      if (depth === 0 && this.heldEnd) {
        const held = this.heldEnd;
        this.heldEnd = null;
        this.give(held);
      }
      this.close(this.open.pop() as Open);
    }
  }

  private close({ part, sink }: Open): void {
    part.body = sink?.finish() ?? null;
    const kept = part.body?.bytes?.length ?? 0;
    if (isDocument(part.content)) this.documentRoom -= kept;
    else this.room -= kept;
    if (part.content.type.startsWith('multipart/') && part.children.length === 0) this.rescue(part);
    else if (isMessage(part.content) && part.children.length === 0 && part.body?.bytes)
      this.readAgain(part, part.body.bytes, null);
  }

  /** A multipart without parts: under the boundary its lines seem to use, else as the text it is. */
  private rescue(part: MimePart): void {
    const { bytes } = part.body ?? { bytes: null };
    if (!bytes || bytes.length === 0) return;
    this.flaw('YS-READING-BOUNDARY', { type: part.content.type });
    const guess = guessBoundary(bytes);
    if (guess !== null) this.readAgain(part, bytes, guess);
    if (part.children.length > 0) part.body = null;
    else
      part.content = {
        ...part.content,
        type: /^\s*<(!doctype|html|body|div|p|table)\b/i.test(latin1(bytes.subarray(0, 200)))
          ? 'text/html'
          : 'text/plain',
      };
  }

  private readAgain(part: MimePart, bytes: Uint8Array, boundary: string | null): void {
    const inner = new Splitter(
      {
        ...this.limits,
        parts: this.limits.parts - this.parts,
        mimeDepth: this.limits.mimeDepth - this.open.length - 1,
        allTextBytes: this.room,
        allDocumentBytes: this.documentRoom,
      },
      boundary,
    );
    inner.write(bytes);
    const root = inner.end();
    this.parts += inner.parts;
    this.flaws.push(...inner.flaws);
    const children = boundary === null ? [root] : root.children;
    const base = boundary === null ? `${part.path}/` : part.path && `${part.path}.`;
    part.children.push(...children.map((child) => rebased(child, base)));
  }

  private flaw(code: Flaw['code'], params: Flaw['params']): void {
    if (!this.flaws.some((flaw) => flaw.code === code)) this.flaws.push({ code, params });
  }
}

const isMessage = ({ type }: Content) => type === 'message/rfc822' || type === 'message/global';

/** Bytes kept of a leaf: of what rules can read as text. An attached message is kept only if it must be decoded first. */
function keptBytes({ type, encoding }: Content, { textBytes }: Limits): number {
  if (type.startsWith('text/') || /^message\/(delivery-status|disposition-notification)$/.test(type)) return textBytes;
  return isMessage({ type } as Content) && /^(base64|quoted-printable)$/.test(encoding) ? textBytes : 0;
}

/** `--xyz` before a line that looks like a header of a part; a boundary has 70 characters at the most (RFC 2046, section 5.1.1). */
function guessBoundary(bytes: Uint8Array): string | null {
  const text = latin1(bytes.subarray(0, 64 * 1024));
  return (
    /^--(\S[^\r\n]{0,69}?)[ \t]{0,9}\r?\ncontent-[a-z-]{1,40}[ \t]{0,9}:/im.exec(text)?.[1]?.replace(/--$/, '') ?? null
  );
}

function rebased(part: MimePart, base: string): MimePart {
  return { ...part, path: base + part.path, children: part.children.map((child) => rebased(child, base)) };
}

function lineEnd(chunk: Uint8Array, from: number): number {
  const at = chunk.indexOf(0x0a, from);
  return at < 0 ? chunk.length : at + 1;
}
