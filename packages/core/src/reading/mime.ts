import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import mailsplit, { type SplitBody, type SplitNode } from 'mailsplit';
import type { Limits } from '../limits.js';
import { joined, wholeLines } from './whole-lines.js';

/** One leaf of the MIME tree. Text parts keep their decoded bytes, the others only size and digest, so that memory stays flat. */
export interface Part {
  root: boolean;
  type: string;
  charset: string | null;
  disposition: string | null;
  filename: string | null;
  flowed: boolean;
  deleteSpace: boolean;
  /** True for a part inside a nested message. */
  nested: boolean;
  bytes: Uint8Array | null;
  size: number;
  digest: string;
  /** True when the text was longer than the limit and only its beginning is kept. */
  truncated: boolean;
}

/** What the MIME layer makes of a raw message. */
export interface Parts {
  /** Header lines of the message itself, undecoded: one UTF-16 unit a byte. */
  headerLines: { key: string; line: string }[];
  parts: Part[];
  size: number;
  /** Set when the structure could not be read to its end. */
  broken: string | null;
}

/** Splits a raw message into its decoded parts, streaming. Never rejects: what cannot be read is said in `broken`. */
export async function splitParts(
  source: Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
  limits: Limits,
): Promise<Parts> {
  const collector = new PartCollector(limits.textBytes);
  const splitter = new mailsplit.Splitter({ maxHeadSize: limits.headerBytes, maxChildNodes: limits.parts });
  let size = 0;
  const counted = counting(source, (bytes) => {
    size += bytes;
  });
  let broken: string | null = null;
  const ended = new Promise<void>((resolve) => {
    splitter.on('end', resolve);
    splitter.on('error', (error) => {
      broken = error.message;
      resolve();
    });
  });
  splitter.on('data', (item) => collector.take(item));
  for await (const chunk of wholeLines(counted)) {
    if (broken !== null) break;
    if (!splitter.write(chunk))
      await Promise.race([ended, new Promise<void>((resolve) => splitter.once('drain', resolve))]);
  }
  if (broken === null) splitter.end();
  await ended;
  return { headerLines: collector.headerLines, parts: await collector.finish(), size, broken };
}

class PartCollector {
  headerLines: { key: string; line: string }[] = [];
  private readonly open: OpenPart[] = [];
  private seenRoot = false;

  constructor(private readonly textBytes: number) {}

  take(item: SplitNode | SplitBody): void {
    if (item.type === 'node') {
      if (!this.seenRoot) {
        this.seenRoot = true;
        this.headerLines = item.headers ? item.headers.getList() : [];
      }
      if (!item.multipart && !item.rfc822) this.open.push(new OpenPart(item, this.textBytes));
    } else if (item.type === 'body') {
      this.open.at(-1)?.write(item.value);
    }
  }

  finish(): Promise<Part[]> {
    return Promise.all(this.open.map((part) => part.finish()));
  }
}

class OpenPart {
  private readonly decoder;
  private readonly hash;
  private readonly kept: Uint8Array[] = [];
  private keptBytes = 0;
  private size = 0;
  private readonly isText: boolean;
  private readonly ended: Promise<void>;

  constructor(
    private readonly node: SplitNode,
    private readonly textBytes: number,
  ) {
    const type = node.contentType || 'text/plain';
    this.isText = /^text\/(plain|html)$/.test(type) && node.disposition !== 'attachment';
    this.hash = this.isText ? null : sha256.create();
    this.decoder = node.getDecoder();
    this.decoder.on('data', (chunk) => this.keep(chunk));
    this.ended = new Promise((resolve) => {
      this.decoder.on('end', resolve);
      this.decoder.on('error', () => resolve());
    });
  }

  write(chunk: Uint8Array): void {
    this.decoder.write(chunk);
  }

  private keep(chunk: Uint8Array): void {
    this.size += chunk.length;
    if (this.hash) this.hash.update(chunk);
    else if (this.keptBytes < this.textBytes) {
      const room = chunk.subarray(0, this.textBytes - this.keptBytes);
      this.kept.push(room);
      this.keptBytes += room.length;
    }
  }

  async finish(): Promise<Part> {
    this.decoder.end();
    await this.ended;
    const { node } = this;
    return {
      root: node.root,
      type: node.contentType || 'text/plain',
      charset: node.charset || null,
      disposition: node.disposition || null,
      filename: node.filename || null,
      flowed: node.flowed,
      deleteSpace: node.delSp,
      nested: insideNestedMessage(node),
      bytes: this.isText ? joined(this.kept, this.keptBytes) : null,
      size: this.size,
      digest: this.hash ? bytesToHex(this.hash.digest()) : '',
      truncated: this.isText && this.size > this.keptBytes,
    };
  }
}

function insideNestedMessage(node: SplitNode): boolean {
  for (let up = node.parentNode; up; up = up.parentNode) if (up.rfc822) return true;
  return false;
}

async function* counting(
  source: Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
  count: (bytes: number) => void,
): AsyncGenerator<Uint8Array> {
  for await (const piece of source) {
    count(piece.length);
    yield piece;
  }
}
