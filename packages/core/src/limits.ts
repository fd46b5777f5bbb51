/** Bounds on everything that comes from outside. Each can be overridden where the core is called. */
export const limits = {
  /** Bytes of one raw message: what most mail providers send at the most. */
  messageBytes: 25 * 1024 * 1024,
  /** Bytes of a decoded text part that rules look at; the rest is left out, with a problem. */
  textBytes: 2 * 1024 * 1024,
  /** Bytes of all text parts of a message together. */
  allTextBytes: 8 * 1024 * 1024,
  /** Bytes of one part's header block. */
  headerBytes: 256 * 1024,
  /** MIME parts in one message. */
  parts: 1000,
  /** Multiparts and attached messages inside each other; what lies deeper is listed, not opened. */
  mimeDepth: 100,
  /** Elements of HTML inside each other; newsletters passed on many times reach a hundred. Of what lies deeper only the text is kept. */
  htmlDepth: 400,
  /** Characters kept of a text attachment. */
  attachmentText: 200_000,
  /** Bytes of an attached workbook or PDF that is read, and of all of a message together. */
  documentBytes: 4 * 1024 * 1024,
  allDocumentBytes: 8 * 1024 * 1024,
  /** Bytes one of them may unpack to. */
  documentUnpacked: 64 * 1024 * 1024,
  /** Pages read of one. */
  documentPages: 50,
  /** Attachments listed; of the rest only the number. */
  attachments: 500,
  /** Headers kept in a reading. */
  headers: 500,
  /** Characters of a developer's file: a sieve of a hundred fields and ten layouts has forty thousand. */
  fileLength: 256 * 1024,
  /** Keys and items of a file. */
  fileParts: 10_000,
  /** Marks around them: dashes, colons, blanks, comments, tags. A key or item has about five. */
  fileMarks: 80_000,
  /** Maps and lists inside each other in a file. */
  fileDepth: 40,
  /** Rows a route or an export spreads over columns; a sheet of more columns nobody reads, and tables have limits. */
  spreadRows: 100,
  /** Lines a template aligns against; a digest has hundreds, a log file thousands. */
  templateLines: 20_000,
  /** Candidate places examined per layout. */
  templateCandidates: 50_000,
  /** Matches of one pattern rule. */
  patternMatches: 1000,
  /** Characters one pattern rule looks at. */
  patternText: 200_000,
  /** Milliseconds of one pattern that can run away; the others need no clock. */
  patternTime: 100,
  /** Steps of a text with tokens, in characters of its result. */
  textOutput: 100_000,
  /** Characters of a value kept from one slot. */
  valueLength: 20_000,
  /** Rows of one record. */
  rows: 1000,
  /** Lines listed that no field took. */
  leftovers: 200,
  /** Characters of raw text repeated in a problem or trace. */
  excerpt: 200,
  /** Characters of the message shown to a model at once; a longer one is asked about in parts. */
  promptText: 24_000,
} as const;

export type Limits = { readonly [K in keyof typeof limits]: number };
