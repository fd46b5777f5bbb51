/** Half-open range of UTF-16 units. */
export interface Range {
  start: number;
  end: number;
}

export interface Segment extends Range {
  kind: 'own' | 'quoted' | 'forwarded' | 'signature' | 'disclaimer';
  /** Why this was taken for what it is, in words. */
  reason: string;
}

export interface Link extends Range {
  href: string;
}

export interface TableCell extends Range {
  header: boolean;
}

/** A data table found in a text: rows of cells, each a range of the text. */
export interface Table extends Range {
  rows: TableCell[][];
}

/** A stretch of text made from a stretch of the HTML source of the same length, or from an entity. */
export interface SourceRun extends Range {
  /** Offset in the HTML source of the first character. */
  source: number;
  /** Length in the HTML source; differs from the text's only for entities and folded white space. */
  sourceLength: number;
}

/** One textual form of a message: the plain part, or the text made from the HTML part. */
export interface TextForm {
  text: string;
  segments: Segment[];
  /** The sender's own words: the parts of the text that rules look at by default. */
  body: Range[];
  links: Link[];
  tables: Table[];
  /** Where each stretch of a text made from HTML came from; empty for plain text. */
  source: SourceRun[];
}

export interface Address {
  address: string;
  name: string;
}

export interface Attachment {
  name: string;
  type: string;
  /** Decoded size in bytes. */
  size: number;
  /** SHA-256 of the decoded bytes, in hex. */
  digest: string;
  inline: boolean;
}

export interface ReadingProblem {
  code: string;
  text: string;
}

/** The decoded form of a message that rules look at. */
export interface Reading {
  subject: string;
  from: Address | null;
  to: Address[];
  cc: Address[];
  replyTo: Address | null;
  /** The Date header in ISO 8601, or null when there is none that can be read. */
  date: string | null;
  /** Message-ID without its brackets, or null. */
  id: string | null;
  thread: 'new' | 'reply';
  automatic: boolean;
  list: boolean;
  /** Size of the raw message in bytes. */
  size: number;
  plain: TextForm | null;
  html: (TextForm & { html: string }) | null;
  attachments: Attachment[];
  /** Names in lower case, values decoded and unfolded, in their order. */
  headers: [name: string, value: string][];
  problems: ReadingProblem[];
}

/** Which part of an alternative rules look at. */
export type BodyChoice = 'html' | 'text';

const emptyForm: TextForm = { text: '', segments: [], body: [], links: [], tables: [], source: [] };

/** The text form that rules look at: the wanted one, or the other where the message has only that. */
export function formOf(reading: Reading, choice: BodyChoice = 'html'): TextForm {
  const [first, second] = choice === 'html' ? [reading.html, reading.plain] : [reading.plain, reading.html];
  return first ?? second ?? emptyForm;
}
