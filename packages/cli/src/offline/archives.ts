import { createReadStream, readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { Readable } from 'node:stream';
import { CallError } from '../call-error.js';

/** A message of an archive: what it is called there, and its bytes. */
export interface Archived {
  name: string;
  /** Null where it is too long. */
  raw: Uint8Array | null;
}

/** Bytes of one message; what is longer is named, and not taken. */
const longest = 50 * 1024 * 1024;
/** Entries of a .zip, and their bytes together once they are unpacked. */
const maxEntries = 100_000;
const maxUnpacked = 4 * 1024 * 1024 * 1024;

/** Whether a path holds several messages. */
export const isArchive = (path: string): boolean =>
  /\.(?:mbox|zip)$/i.test(path) ||
  (path !== '-' && (statSync(path, { throwIfNoEntry: false })?.isDirectory() ?? false));

/**
 * The messages of an archive, one at a time: an .mbox, a .zip of .eml files, a Maildir, or a folder of .eml files with those inside it.
 * @throws CallError YS-CLI-ARCHIVE where it is none, or holds more than is taken
 */
export function messagesIn(path: string): AsyncIterable<Archived> {
  if (/\.zip$/i.test(path)) return inZip(path);
  if (/\.mbox$/i.test(path)) return inMbox(createReadStream(path), basename(path));
  return Readable.from(inFolder(path));
}

function* inFolder(folder: string): Generator<Archived> {
  const entries = readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1));
  const isMaildir = ['cur', 'new'].every((name) => entries.some((entry) => entry.isDirectory() && entry.name === name));
  for (const entry of entries) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) {
      // What is still being delivered is none yet.
      if (!(isMaildir && entry.name === 'tmp')) yield* inFolder(path);
    } else if (/\.eml$/i.test(entry.name) || /(?:^|[\\/])(?:cur|new)$/.test(folder))
      yield { name: path, raw: readFileSync(path) };
  }
}

const lineFeed = 10;
const from = Buffer.from('From ');
/** A line that was escaped since it began as one that parts messages (RFC 4155, and what is called mboxrd). */
const escaped = /^>+From /;

/** The messages of an mbox (RFC 4155), streamed. */
export async function* inMbox(source: AsyncIterable<Buffer>, name: string): AsyncGenerator<Archived> {
  let number = 0;
  let lines: Buffer[] = [];
  let size = 0;
  let isBlank = true;
  const take = (): Archived | null => {
    if (number === 0) return null;
    return { name: `${name}#${number}`, raw: size > longest ? null : withoutLastBlank(Buffer.concat(lines)) };
  };
  for await (const line of linesOf(source)) {
    if (isBlank && line.subarray(0, from.length).equals(from)) {
      const message = take();
      if (message) yield message;
      number++;
      lines = [];
      size = 0;
    } else if (number === 0 && line.toString('latin1').trim() !== '') {
      throw new CallError('YS-CLI-ARCHIVE', { path: name, why: 'it does not begin with “From ”, as an mbox does' });
    } else {
      size += line.length;
      if (size <= longest) lines.push(escaped.test(line.toString('latin1', 0, 40)) ? line.subarray(1) : line);
    }
    isBlank = line.toString('latin1').trim() === '';
  }
  const last = take();
  if (last) yield last;
}

/** A blank line parts a message from the next one. */
const withoutLastBlank = (raw: Buffer): Buffer =>
  raw.subarray(
    0,
    raw.length -
      (/\r?\n\r?\n$/.exec(raw.toString('latin1', Math.max(0, raw.length - 4))) ? (raw.at(-2) === 13 ? 2 : 1) : 0),
  );

/** Lines with their ends. */
async function* linesOf(source: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let held: Buffer[] = [];
  for await (const bytes of source) {
    let start = 0;
    for (let end = bytes.indexOf(lineFeed); end >= 0; end = bytes.indexOf(lineFeed, start)) {
      const piece = bytes.subarray(start, end + 1);
      yield held.length > 0 ? Buffer.concat([...held, piece]) : piece;
      held = [];
      start = end + 1;
    }
    if (start < bytes.length) held.push(Buffer.from(bytes.subarray(start)));
  }
  if (held.length > 0) yield Buffer.concat(held);
}

async function* inZip(path: string): AsyncGenerator<Archived> {
  const { openPromise } = await import('yauzl');
  const fail = (why: string) => new CallError('YS-CLI-ARCHIVE', { path, why });
  const zip = await openPromise(path).catch((error: Error) => {
    throw fail(error.message);
  });
  if (zip.entryCount > maxEntries) throw fail(`it has more than ${maxEntries} entries`);
  let unpacked = 0;
  for await (const entry of zip.eachEntry()) {
    if (!/\.eml$/i.test(entry.fileName)) continue;
    // What it says of its size may be a lie; what comes is counted.
    const pieces: Buffer[] = [];
    let size = 0;
    for await (const piece of await zip.openReadStreamPromise(entry)) {
      size += (piece as Buffer).length;
      unpacked += (piece as Buffer).length;
      if (unpacked > maxUnpacked) throw fail('it holds far more than it seems');
      if (size <= longest) pieces.push(piece as Buffer);
    }
    yield { name: `${path}#${entry.fileName}`, raw: size > longest ? null : Buffer.concat(pieces) };
  }
}
