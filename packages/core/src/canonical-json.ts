import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** JSON with keys sorted at every depth, so that equal data gives equal text. */
export function canonicalJson(data: unknown): string {
  return JSON.stringify(data, (_, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
}

/** SHA-256 of a text in UTF-8, in hex. */
export function digestOf(text: string): string {
  return bytesToHex(sha256(utf8ToBytes(text)));
}
