import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { MimePart } from './mime/part.js';
import type { TextForm } from './reading.js';

/** SHA-256 of the words of both forms and of the attachments, in hex: the same for copies that came different ways. */
export function contentDigest(plain: TextForm | null, html: TextForm | null, attachments: readonly MimePart[]): string {
  const words = [plain, html].map((form) => form?.text.replace(/\s+/g, ' ').trim() ?? '');
  const files = attachments.map(({ body }) => body?.digest ?? '');
  return bytesToHex(sha256(utf8ToBytes([...words, ...files].join('\0'))));
}
