import iconv from 'iconv-lite';

/** Bytes of a string of one UTF-16 unit a byte; higher units are cut to their low byte. */
export function latin1Bytes(text: string): Uint8Array {
  return Uint8Array.from(text, (unit) => unit.charCodeAt(0) & 0xff);
}

/** Bytes as a string of one UTF-16 unit a byte. */
export function latin1(bytes: Uint8Array): string {
  return iconv.decode(bytes as Buffer, 'binary');
}
