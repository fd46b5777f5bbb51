import libmime from 'libmime';
import { say } from '../errors/index.js';
import { limits as defaults, type Limits } from '../limits.js';
import { decodeCharset } from './charset.js';
import { readDateHeader } from './date-header.js';
import { decodeHeaders, headerOf, readAddresses } from './headers.js';
import { htmlToText } from './html-text.js';
import { type Part, splitParts } from './mime.js';
import type { Attachment, Reading, TextForm } from './reading.js';
import { bodyOf, segmentsOf } from './segments.js';

/**
 * Reads a raw message (RFC 5322, MIME) into the form rules look at. Any bytes give a reading; what could not be read
 * is in its `problems`. The source may be streamed.
 */
export async function readMessage(
  raw: Uint8Array | Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
  limits: Limits = defaults,
): Promise<Reading> {
  const { headerLines, parts, size, broken } = await splitParts(raw instanceof Uint8Array ? [raw] : raw, limits);
  const headers = decodeHeaders(headerLines, limits.headers);
  const plainPart = textPart(parts, 'text/plain');
  const htmlPart = textPart(parts, 'text/html');
  const html = htmlPart ? tidy(decodeCharset(htmlPart.bytes ?? new Uint8Array(), htmlPart.charset)) : null;
  return {
    ...envelope(headers),
    size,
    plain: plainPart ? plainForm(plainPart) : null,
    html: html === null ? null : { ...htmlForm(html), html },
    attachments: parts.filter((part) => part !== plainPart && part !== htmlPart).map(attachment),
    headers,
    problems:
      broken === null
        ? []
        : [{ code: 'YS-MESSAGE-UNREADABLE', text: say('YS-MESSAGE-UNREADABLE', { detail: broken }) }],
  };
}

type Envelope = Pick<
  Reading,
  'subject' | 'from' | 'to' | 'cc' | 'replyTo' | 'date' | 'id' | 'thread' | 'automatic' | 'list'
>;

function envelope(headers: [string, string][]): Envelope {
  const header = (name: string) => headerOf(headers, name);
  const subject = header('subject') ?? '';
  return {
    subject,
    from: readAddresses(header('from'))[0] ?? null,
    to: readAddresses(header('to')),
    cc: readAddresses(header('cc')),
    replyTo: readAddresses(header('reply-to'))[0] ?? null,
    date: readDateHeader(header('date')),
    id: header('message-id')?.replace(/^<|>$/g, '') ?? null,
    thread: header('in-reply-to') !== null || /^(?:re|aw|sv|antw|res)\s?:/i.test(subject) ? 'reply' : 'new',
    automatic: isAutomatic(header),
    list: header('list-id') !== null || header('list-unsubscribe') !== null,
  };
}

/** RFC 3834, section 5, and the older Precedence; a bounce has a null return path. */
function isAutomatic(header: (name: string) => string | null): boolean {
  const submitted = header('auto-submitted');
  if (submitted !== null && !/^no\b/i.test(submitted)) return true;
  return /^(?:auto_reply|bulk-auto)$/i.test(header('precedence') ?? '') || header('return-path') === '<>';
}

function textPart(parts: readonly Part[], type: string): Part | undefined {
  return parts.find(
    (part) => part.type === type && part.disposition !== 'attachment' && !part.nested && part.bytes !== null,
  );
}

function plainForm(part: Part): TextForm {
  let text = tidy(decodeCharset(part.bytes ?? new Uint8Array(), part.charset));
  if (part.flowed) text = libmime.decodeFlowed(text, part.deleteSpace);
  const segments = segmentsOf(text);
  return { text, segments, body: bodyOf(segments), links: [], tables: [], source: [] };
}

function htmlForm(html: string): TextForm {
  const { text, links, source, quotes } = htmlToText(html);
  const segments = segmentsOf(text, quotes);
  return { text, segments, body: bodyOf(segments), links, tables: [], source };
}

/** LF line ends; NUL and lone surrogates become U+FFFD; nothing else is changed. */
function tidy(text: string): string {
  return text.replace(/\r\n?/g, '\n').replace(/\0/g, '\ufffd').toWellFormed();
}

function attachment(part: Part): Attachment {
  return {
    name: part.filename ?? '',
    type: part.type,
    size: part.size,
    digest: part.digest,
    inline: part.disposition === 'inline',
  };
}
