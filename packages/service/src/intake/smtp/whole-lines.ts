import { YsError } from '@yellow-sieve/core';

const [lineFeed, carriageReturn] = [10, 13];

/**
 * The bytes of a message, as they are, to their end. A line feed or carriage return that stands alone is no end of a line (RFC 5321, 2.3.8): servers that
 * take it for one see other messages than those that do not, and so mail can be smuggled past them.
 * @throws YsError YS-INTAKE-BARE-LINE once all was read
 */
export async function* wholeLines(source: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let last = 0;
  let isBare = false;
  for await (const bytes of source) {
    isBare ||= hasBare(bytes, last);
    last = bytes.at(-1) ?? last;
    yield bytes;
  }
  if (isBare || last === carriageReturn) throw new YsError('YS-INTAKE-BARE-LINE');
}

function hasBare(bytes: Buffer, before: number): boolean {
  if (before === carriageReturn && bytes[0] !== lineFeed) return true;
  for (let at = bytes.indexOf(lineFeed); at >= 0; at = bytes.indexOf(lineFeed, at + 1))
    if ((at === 0 ? before : bytes[at - 1]) !== carriageReturn) return true;
  for (let at = bytes.indexOf(carriageReturn); at >= 0; at = bytes.indexOf(carriageReturn, at + 1))
    if (at + 1 < bytes.length && bytes[at + 1] !== lineFeed) return true;
  return false;
}
