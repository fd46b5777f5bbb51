import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Reading } from './reading.js';

/** SHA-256 of the words of both forms and of the attachments, in hex: the same for copies that came different ways. */
function contentDigest({ plain, html, attachments }: Pick<Reading, 'plain' | 'html' | 'attachments'>): string {
  const words = [plain, html].map((form) => form?.text.replace(/\s+/g, ' ').trim() ?? '');
  return bytesToHex(sha256(utf8ToBytes([...words, ...attachments.map(({ digest }) => digest)].join('\0'))));
}

/** What twins share: Message-ID and content, as one digest in hex. Null without a Message-ID, since then nothing says that two are one. */
export const sameness = (reading: Reading): string | null =>
  reading.id === null ? null : bytesToHex(sha256(utf8ToBytes(`${reading.id}\0${contentDigest(reading)}`)));
