import type { Limits } from '../../limits.js';
import { htmlToText } from '../html/html-text.js';
import { bodyDigest } from '../mime/body-sink.js';
import type { MimePart } from '../mime/part.js';
import type { Attachment, Table } from '../reading.js';
import { decodeCharset } from '../text/charset.js';
import { tidy } from '../text/tidy.js';
import { csvTable } from './csv-table.js';

/** What is known of an attached part; text and tables for those that are text. */
export function attachmentOf(part: MimePart, limits: Limits): Attachment {
  const { content, body } = part;
  return {
    part: part.path,
    name: content.filename ?? '',
    type: content.type,
    size: body?.size ?? 0,
    digest: body ? bodyDigest(body) : '',
    inline: content.disposition === 'inline' || (content.disposition === null && /^image\//.test(content.type)),
    ...textOf(part, limits),
  };
}

function textOf({ content, body }: MimePart, limits: Limits): { text: string | null; tables: Table[] } {
  if (!body?.bytes || content.type.startsWith('message/rfc822')) return { text: null, tables: [] };
  const decoded = tidy(decodeCharset(body.bytes, content.charset).text).slice(0, limits.attachmentText);
  if (content.type === 'text/html') {
    const { text, tables } = htmlToText(decoded);
    return { text, tables };
  }
  const delimited =
    /^text\/(?:csv|tab-separated-values|x-csv|comma-separated-values)$/.test(content.type) ||
    /\.(?:csv|tsv)$/i.test(content.filename ?? '');
  const table = delimited ? csvTable(decoded, limits.rows) : null;
  return { text: decoded, tables: table ? [table] : [] };
}
