import type { Content } from './content.js';
import type { Flaw } from './flaw.js';
import type { HeaderLine } from './header-lines.js';

/** The decoded content of a leaf, or of an attached message. */
export interface PartBody {
  /** The first bytes of what may be read as text, up to the limit; null for what is only weighed. */
  bytes: Uint8Array | null;
  /** Decoded size in bytes. */
  size: number;
  /** SHA-256 of the decoded bytes, in hex; null where `bytes` holds them all and nobody asked for it yet. */
  digest: string | null;
  /** True when there is more than `bytes` holds. */
  cut: boolean;
}

/** A node of the MIME tree: a multipart, an attached message with its root as only child, or a leaf. */
export interface MimePart {
  /** Place in the tree, such as `1.2`; empty for the message itself. */
  path: string;
  headerLines: HeaderLine[];
  content: Content;
  children: MimePart[];
  /** Null for a multipart. */
  body: PartBody | null;
}

/** The MIME tree of a raw message. */
export interface MimeTree {
  root: MimePart;
  /** Bytes of the raw message. */
  size: number;
  flaws: Flaw[];
}
