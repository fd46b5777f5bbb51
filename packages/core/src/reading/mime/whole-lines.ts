/** A line longer than this is passed on in pieces; RFC 5322 allows 998. */
const longestLine = 1024 * 1024;

/**
 * The same bytes, cut at line ends only. The MIME splitter looks for boundaries line by line, and would miss one that
 * lies across two pieces; so what it is given must not depend on how the message came.
 */
export async function* wholeLines(
  source: Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
): AsyncGenerator<Uint8Array> {
  let held: Uint8Array[] = [];
  let heldBytes = 0;
  for await (const piece of source) {
    const end = piece.lastIndexOf(0x0a) + 1;
    if (end > 0) {
      yield joined([...held, piece.subarray(0, end)], heldBytes + end);
      held = [];
      heldBytes = 0;
    }
    if (end < piece.length) {
      held.push(piece.subarray(end));
      heldBytes += piece.length - end;
    }
    if (heldBytes >= longestLine) {
      yield joined(held, heldBytes);
      held = [];
      heldBytes = 0;
    }
  }
  if (heldBytes > 0) yield joined(held, heldBytes);
}

/** Pieces as one, without copying when there is only one. */
export function joined(pieces: readonly Uint8Array[], length: number): Uint8Array {
  if (pieces.length === 1 && pieces[0]) return pieces[0];
  const all = new Uint8Array(length);
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}
