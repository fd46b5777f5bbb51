/** Half-open range of UTF-16 units. */
export interface Range {
  start: number;
  end: number;
}

export interface Segment extends Range {
  /** `wrapper` stands only inside a forwarded message: what the mail program wrote above it. */
  kind: 'own' | 'quoted' | 'forwarded' | 'signature' | 'disclaimer' | 'wrapper';
  /** Why this was taken for what it is, in words. */
  reason: string;
  /** Of a forwarded segment: the message it holds. */
  message?: ForwardedMessage;
}

/** A message inside another: forwarded in the text, or attached. */
export interface ForwardedMessage {
  from: Address | null;
  to: Address[];
  /** ISO 8601, with an offset when one is stated; null when it cannot be read. */
  date: string | null;
  subject: string | null;
  attached: boolean;
  /** They cover the forwarded segment exactly. */
  segments: Segment[];
  /** Its sender’s own words, without quotation marks that the forward put before them. */
  own: Range[];
}

export interface Link extends Range {
  href: string;
}

export interface TableCell extends Range {
  header: boolean;
  /** What the cell says: the text of its range, or what that stands for where the format quotes it (CSV). */
  text: string;
  /** The lines it is written in, where these are several: what is but a blank in `text` parts them on the page. */
  lines?: Range[];
  /** Columns it lies over, where these are several: those behind the first have cells of their own, empty ones. */
  columns?: number;
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
  /** The sender’s own words. */
  own: Range[];
  /** The parts of the text that rules look at by default: the own words, or those of a forwarded message. */
  body: Range[];
  /** Why these, in words. */
  bodyReason: string;
  /** The forwarded message that `message.forwarded` stands for; null when nothing was forwarded. */
  forwarded: ForwardedMessage | null;
  links: Link[];
  tables: Table[];
  /** Where each stretch of a text made from HTML came from; empty for plain text. */
  source: SourceRun[];
  /** Why this form says nothing that the other does not say better; null when it stands for itself. */
  stub: string | null;
}

export interface Address {
  address: string;
  name: string;
}

export interface Attachment {
  /** Place of the part in the MIME tree, such as `1.2`. */
  part: string;
  name: string;
  type: string;
  /** Decoded size in bytes. */
  size: number;
  /** SHA-256 of the decoded bytes, in hex. */
  digest: string;
  inline: boolean;
  /** What it says, when it is text, a workbook, a PDF with a text layer, or a message. */
  text: string | null;
  /** Its tables, each cell with its place in the text: of delimited text, a workbook, HTML. */
  tables: Table[];
  /** Why a document says nothing: it is sealed, broken, too large, a picture. Null for all others. */
  unread: ReadingProblem | null;
}

/** A part of the message, and what the reading made of it. */
export interface PartNote {
  path: string;
  type: string;
  /** The charset it was read by, or the stated one where it is not read. */
  charset: string | null;
  /** Why this charset, when the label did not decide. */
  charset_why: string | null;
  size: number;
  /** What became of it, in words. */
  role: string;
}

/** What a mail server reports about an earlier message (RFC 3464), or a reader’s program about its reading (RFC 8098). */
export interface MailReport {
  kind: 'bounce' | 'receipt';
  /** Whom the earlier message did not reach, or reached. */
  recipients: { address: string; action: string; status: string }[];
}

/** How a message that nobody wrote by hand came about. */
export type AutomaticKind = 'reply' | 'generated' | 'bounce' | 'receipt';

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
  /** Why it is taken for new or for a reply, in words. */
  threadReason: string;
  automatic: boolean;
  /** Null when it is not automatic. */
  automaticKind: AutomaticKind | null;
  automaticReason: string | null;
  list: boolean;
  report: MailReport | null;
  /** Times it was passed on, by its Received headers; a loop makes many. */
  hops: number;
  /** Size of the raw message in bytes. */
  size: number;
  plain: TextForm | null;
  html: (TextForm & { html: string }) | null;
  attachments: Attachment[];
  parts: PartNote[];
  /** Names in lower case, values decoded and unfolded, in their order. */
  headers: [name: string, value: string][];
  problems: ReadingProblem[];
}

/** Which part of an alternative rules look at. */
export type BodyChoice = 'html' | 'text';

const emptyForm: TextForm = {
  text: '',
  segments: [],
  own: [],
  body: [],
  bodyReason: 'there is no text',
  forwarded: null,
  links: [],
  tables: [],
  source: [],
  stub: null,
};

/**
 * The text form that rules look at: the wanted one, or the other where the message has only that, or where the wanted one
 * is but a stub (“view this in a browser”).
 */
export function formOf(reading: Reading, choice: BodyChoice = 'html'): TextForm {
  const [first, second] = choice === 'html' ? [reading.html, reading.plain] : [reading.plain, reading.html];
  if (first?.stub && second) return second;
  return first ?? second ?? emptyForm;
}
