import { Unzlib } from 'fflate';
import { latin1 } from '../text/bytes.js';

/** Characters before `stream` that hold its dictionary. */
const dictionaryReach = 2000;
/** Bytes fed at once, so that what unpacks without end is found out early. */
const bite = 16 * 1024;

/**
 * Whether all streams of a PDF together unpack to no more than a limit. A small file can hold very much, and the library has no bound of its own.
 * What unpacks in another way than the usual one, or more than once, is taken for too large: texts of our day do neither.
 */
export function unpacksWithin(bytes: Uint8Array, limit: number): boolean {
  const text = latin1(bytes);
  let room = limit;
  for (let at = text.indexOf('stream'); at >= 0; at = text.indexOf('stream', at + 6)) {
    if (text.startsWith('end', at - 3)) continue;
    const filters = filtersOf(dictionaryBefore(text, at));
    if (filters === null || filters.filter(expands).length > 1) return false;
    if (!filters.some(expands)) continue;
    const start = at + 6 + (text[at + 6] === '\r' ? 2 : 1);
    const end = text.indexOf('endstream', start);
    const packed = bytes.subarray(start, end < 0 ? bytes.length : end);
    room -= unpackedTo(expands(filters[0] ?? '') ? packed : fromAscii85(packed), room);
    if (room < 0) return false;
  }
  return true;
}

function dictionaryBefore(text: string, at: number): string {
  const before = text.slice(Math.max(0, at - dictionaryReach), at);
  return before.slice(before.lastIndexOf(' obj') + 1);
}

const expands = (filter: string) => /^Fl(?:ateDecode)?$/.test(filter);
/** Those that do not make a stream longer; pictures are not unpacked for their text. */
const harmless = /^(?:ASCII85Decode|A85|DCTDecode|DCT|JPXDecode|JBIG2Decode|CCITTFaxDecode|CCF|Crypt)$/;

/** The filters of a stream in their order; null for what cannot be told: written elsewhere, in disguise, or of an old kind. */
function filtersOf(dictionary: string): string[] | null {
  if (/#[0-9a-f]{2}/i.test(dictionary)) return null;
  const stated = [...dictionary.matchAll(/\/(?:F|Filter)\s*(\[[^\]]*\]|\/[^\s/<>[\]()]+|\d+\s+\d+\s+R)/g)].map(
    ([, value = '']) => value,
  );
  if (stated.some((value) => /\d+\s+\d+\s+R/.test(value))) return null;
  const filters = stated.flatMap((value) => [...value.matchAll(/\/([^\s/<>[\]()]+)/g)].map(([, name = '']) => name));
  return filters.every((name) => expands(name) || harmless.test(name)) ? filters : null;
}

/** Undoes ASCII85 (ISO 32000, 7.4.3). */
function fromAscii85(bytes: Uint8Array): Uint8Array {
  const decoded = new Uint8Array(bytes.length * 4);
  let [size, count, value] = [0, 0, 0];
  for (const byte of bytes) {
    if (byte === 0x7e) break;
    if (byte === 0x7a && count === 0) size += 4;
    if (byte < 0x21 || byte > 0x75) continue;
    value = value * 85 + byte - 0x21;
    if (++count < 5) continue;
    for (let shift = 3; shift >= 0; shift--) decoded[size++] = Math.floor(value / 256 ** shift) % 256;
    [count, value] = [0, 0];
  }
  return decoded.subarray(0, size);
}

/** Bytes that some packed ones unpack to; stops as soon as there are more than fit. */
function unpackedTo(packed: Uint8Array, room: number): number {
  let size = 0;
  const stream = new Unzlib((piece) => {
    size += piece.length;
  });
  try {
    for (let at = 0; at < packed.length && size <= room; at += bite)
      stream.push(packed.subarray(at, at + bite), at + bite >= packed.length);
  } catch {
    // What is broken here unpacks to no more than it did so far.
  }
  return size;
}
