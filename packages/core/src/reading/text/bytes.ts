/** Bytes of a string of one UTF-16 unit a byte; higher units are cut to their low byte. */
export function latin1Bytes(text: string): Uint8Array {
  return Uint8Array.from(text, (unit) => unit.charCodeAt(0) & 0xff);
}

/** Bytes as a string of one UTF-16 unit a byte. */
export function latin1(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return text;
}
