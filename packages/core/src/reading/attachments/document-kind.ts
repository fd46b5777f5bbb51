import type { Code } from '../../errors/index.js';
import type { Limits } from '../../limits.js';
import type { Content } from '../mime/content.js';
import type { Table } from '../reading.js';

/** What a document says, or the code of why that cannot be told. */
export type DocumentText = { text: string; tables: Table[] } | { unread: Code };

/** A kind of attached file that is no text, and has text in it. */
export interface DocumentKind {
  takes(content: Content): boolean;
  /** May throw: then the file is broken. */
  read(bytes: Uint8Array, limits: Limits): Promise<DocumentText>;
}

export const unreadable = (unread: Code): DocumentText => ({ unread });
