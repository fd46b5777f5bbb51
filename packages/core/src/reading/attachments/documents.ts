import type { Code } from '../../errors/index.js';
import type { Limits } from '../../limits.js';
import type { Content } from '../mime/content.js';
import type { PartBody } from '../mime/part.js';
import type { DocumentKind, DocumentText } from './document-kind.js';
import { pdf } from './pdf.js';
import { workbook } from './workbook.js';

/** One line each. */
const documentKinds: readonly DocumentKind[] = [workbook, pdf];

const kindOf = (content: Content): DocumentKind | undefined => documentKinds.find((kind) => kind.takes(content));

/** Whether the bytes of a part are worth keeping, though they are no text. */
export const isDocument = (content: Content): boolean => kindOf(content) !== undefined;

/** What an attached document says; null where it is none. What is too large, sealed or broken has a code instead. */
export async function documentText(content: Content, body: PartBody, limits: Limits): Promise<DocumentText | null> {
  const kind = kindOf(content);
  if (!kind) return null;
  if (body.cut || !body.bytes) return { unread: 'YS-READING-DOCUMENT-LARGE' };
  try {
    return await kind.read(body.bytes, limits);
  } catch {
    // Whatever the library trips over, the file is not what it should be.
    return { unread: 'YS-READING-DOCUMENT-BROKEN' satisfies Code };
  }
}
