import { say } from '../../errors/index.js';
import type { Limits } from '../../limits.js';
import { htmlToText } from '../html/html-text.js';
import { bodyDigest } from '../mime/body-sink.js';
import type { MimePart } from '../mime/part.js';
import type { Attachment, TextForm } from '../reading.js';
import { decodeCharset } from '../text/charset.js';
import { tidy } from '../text/tidy.js';
import { csvTable } from './csv-table.js';
import { documentText } from './documents.js';

type Said = Pick<Attachment, 'text' | 'tables' | 'unread'>;
const nothing: Said = { text: null, tables: [], unread: null };

/** What is known of an attached part; text and tables for those that have some. `inside` reads a message that is attached. */
export async function attachmentOf(
  part: MimePart,
  limits: Limits,
  inside: (root: MimePart) => TextForm | null,
): Promise<Attachment> {
  const { content, body } = part;
  return {
    part: part.path,
    name: content.filename ?? '',
    type: content.type,
    size: body?.size ?? 0,
    digest: body ? bodyDigest(body) : '',
    inline: content.disposition === 'inline' || (content.disposition === null && /^image\//.test(content.type)),
    ...(await saidBy(part, limits, inside)),
  };
}

async function saidBy(part: MimePart, limits: Limits, inside: (root: MimePart) => TextForm | null): Promise<Said> {
  const { content, body, children } = part;
  const message = children[0] && inside(children[0]);
  if (message) return { text: message.text.slice(0, limits.attachmentText), tables: message.tables, unread: null };
  if (!body || content.type.startsWith('message/rfc822')) return nothing;
  const document = limits.documentBytes > 0 ? await documentText(content, body, limits) : null;
  if (document && 'unread' in document) {
    const named = content.filename ?? part.path;
    const params = { name: named, limit: limits.documentBytes / 1024 / 1024 };
    return { ...nothing, unread: { code: document.unread, text: say(document.unread, params) } };
  }
  return document ? { ...document, unread: null } : ofText(part, limits);
}

function ofText({ content, body }: MimePart, limits: Limits): Said {
  if (!body?.bytes) return nothing;
  const decoded = tidy(decodeCharset(body.bytes, content.charset).text).slice(0, limits.attachmentText);
  if (content.type === 'text/html') {
    const { text, tables } = htmlToText(decoded);
    return { text, tables, unread: null };
  }
  const delimited =
    /^text\/(?:csv|tab-separated-values|x-csv|comma-separated-values)$/.test(content.type) ||
    /\.(?:csv|tsv)$/i.test(content.filename ?? '');
  const table = delimited ? csvTable(decoded, limits.rows) : null;
  return { text: decoded, tables: table ? [table] : [], unread: null };
}
