import { YsError } from '../errors/index.js';
import { limits } from '../limits.js';
import { decodeHeaders } from '../reading/headers/headers.js';
import type { MimePart } from '../reading/mime/part.js';
import { splitParts } from '../reading/mime/split-parts.js';
import { decodeCharset } from '../reading/text/charset.js';
import { scrubHtml } from './scrub-html.js';
import type { ScrubText } from './scrub-text.js';

/** A MIME part to be written: one with children is a multipart or an attached message. */
export interface ScrubbedPart {
  /** Such as `text/plain`. */
  type: string;
  /** Further parameters of Content-Type, such as `format`. */
  params: Record<string, string>;
  /** Decoded and in their order, without those that say how the body is encoded. */
  headers: [name: string, value: string][];
  /** Null where there are children. */
  text: string | null;
  children: ScrubbedPart[];
}

/** Headers that rules and readers need; what others say of the way a message took, and of programs, is left out. */
const needed = new Set(
  `from to cc reply-to sender subject date message-id in-reply-to references auto-submitted precedence list-id list-post
  list-unsubscribe return-path content-disposition content-id x-auto-response-suppress x-autoreply`.split(/\s+/),
);

export interface ScrubMessageOptions {
  scrub: ScrubText;
  /** Further headers to keep, in lower case: those that a sieve names. */
  headers: ReadonlySet<string>;
}

/**
 * A raw message without its names, addresses and numbers, as parts to be written. Texts stay as long as they were, character
 * for character; the content of attachments that are no text is left out.
 * @throws YsError YS-SCRUB-TOO-LONG when a text is longer than is read
 */
export async function scrubMessage(raw: Uint8Array, options: ScrubMessageOptions): Promise<ScrubbedPart> {
  const { root } = await splitParts([raw], limits);
  return scrubPart(root, options);
}

function scrubPart(part: MimePart, options: ScrubMessageOptions): ScrubbedPart {
  const { content, body, children } = part;
  const { type } = content;
  return {
    type,
    params: paramsOf(part),
    headers: headersOf(part, options),
    text: children.length > 0 ? null : body?.bytes && isText(type) ? scrubBody(part, options.scrub) : '',
    children: children.map((child) => scrubPart(child, options)),
  };
}

const isText = (type: string) => /^text\/|^message\/|^application\/(?:json|xml|ics)$/.test(type);

function scrubBody({ content, body }: MimePart, scrub: ScrubText): string {
  if (body?.cut) throw new YsError('YS-SCRUB-TOO-LONG');
  const { text } = decodeCharset(body?.bytes ?? new Uint8Array(), content.charset);
  return content.type === 'text/html' ? scrubHtml(text, scrub) : scrub(text);
}

function paramsOf({ content }: MimePart): Record<string, string> {
  return {
    ...(content.flowed ? { format: 'flowed' } : {}),
    ...(content.deleteSpace ? { delsp: 'yes' } : {}),
    ...(content.report === null ? {} : { 'report-type': content.report }),
  };
}

function headersOf({ headerLines, content }: MimePart, { scrub, headers }: ScrubMessageOptions): [string, string][] {
  const decoded = decodeHeaders(headerLines, limits.headers, content.charset);
  return decoded
    .filter(([name]) => needed.has(name) || headers.has(name))
    .map(([name, value]) => [name, name === 'date' ? value : scrub(value)]);
}
