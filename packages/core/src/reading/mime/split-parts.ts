import type { Limits } from '../../limits.js';
import type { MimeTree } from './part.js';
import { Splitter } from './splitter.js';
import { wholeLines } from './whole-lines.js';

/** Splits a raw message into its decoded parts, streaming; what could not be read as it stands is in `flaws`. */
export async function splitParts(
  source: Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
  limits: Limits,
): Promise<MimeTree> {
  const splitter = new Splitter(limits);
  let size = 0;
  for await (const lines of wholeLines(source)) {
    size += lines.length;
    splitter.write(lines);
  }
  return { root: splitter.end(), size, flaws: splitter.flaws };
}
