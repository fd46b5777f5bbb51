import { Unzip, UnzipInflate } from 'fflate';

/** A message of an archive: what it is called there, and its bytes; null where it is too long. */
export interface Archived {
  name: string;
  raw: Uint8Array | null;
}

/** An archive that holds more than is taken. */
export class TooMuch extends Error {}

/** Bounds of an archive: what it says of itself is not believed, what comes is counted. */
export const zipBounds = { entries: 10_000, unpacked: 1024 * 1024 * 1024, message: 50 * 1024 * 1024 };

/**
 * The .eml files of a .zip, one after the other while it is read.
 * @throws TooMuch when there are more, or they unpack to more, than the bounds allow
 */
export async function* messagesOf(
  file: Pick<Blob, 'stream'>,
  bounds: typeof zipBounds = zipBounds,
): AsyncGenerator<Archived> {
  const done: Archived[] = [];
  let [entries, unpacked] = [0, 0];
  const unzip = new Unzip((entry) => {
    entries++;
    if (!/\.eml$/i.test(entry.name)) return;
    const pieces: Uint8Array[] = [];
    let size = 0;
    entry.ondata = (error, piece, last) => {
      if (error) throw error;
      size += piece.length;
      unpacked += piece.length;
      if (unpacked > bounds.unpacked) throw new TooMuch();
      if (size <= bounds.message) pieces.push(piece);
      if (last) done.push({ name: entry.name, raw: size > bounds.message ? null : joined(pieces, size) });
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  const reader = file.stream().getReader();
  for (;;) {
    const { value, done: over } = await reader.read();
    // In small bites, so that what unpacks without end is found out early.
    for (let at = 0; at < (value?.length ?? 0); at += bite) {
      unzip.push((value as Uint8Array).subarray(at, at + bite));
      if (entries > bounds.entries) throw new TooMuch();
    }
    if (over) unzip.push(new Uint8Array(), true);
    yield* done.splice(0);
    if (over) return;
  }
}

const bite = 64 * 1024;

function joined(pieces: readonly Uint8Array[], size: number): Uint8Array {
  const whole = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}
