/**
 * Bytes that a ZIP file unpacks to, by its central directory (APPNOTE.TXT 4.3.12: uncompressed size at offset 24 of each header). Sizes
 * beyond 32 bits are told as too large as well.
 */
export function unpackedSize(bytes: Uint8Array): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let size = 0;
  for (let at = bytes.indexOf(0x50); at >= 0 && at + 28 <= bytes.length; at = bytes.indexOf(0x50, at + 1))
    if (view.getUint32(at) === centralHeader) size += view.getUint32(at + 24, true);
  return size;
}

/** `PK\x01\x02`. */
const centralHeader = 0x504b0102;
