import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { MimePart } from './mime/part.js';
import type { Reading, TextForm } from './reading.js';

/** SHA-256 of the words of both forms and of the attachments, in hex: the same for copies that came different ways. */
export function contentDigest(plain: TextForm | null, html: TextForm | null, attachments: readonly MimePart[]): string {
  const words = [plain, html].map((form) => form?.text.replace(/\s+/g, ' ').trim() ?? '');
  const files = attachments.map(({ body }) => body?.digest ?? '');
  return bytesToHex(sha256(utf8ToBytes([...words, ...files].join('\0'))));
}

/** What twins share: Message-ID and content, as one digest in hex. Null without a Message-ID, since then nothing says that two are one. */
export const sameness = ({ id, content }: Pick<Reading, 'id' | 'content'>): string | null =>
  id === null ? null : bytesToHex(sha256(utf8ToBytes(`${id}\0${content}`)));
