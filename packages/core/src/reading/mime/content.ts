import libmime from 'libmime';
import { dictionary } from '../../dictionary.js';
import { decodeWords } from '../text/encoded-words.js';
import type { HeaderLine } from './header-lines.js';

/** What a part's header says of its content (RFC 2045, 2046, 2183, 2231). */
export interface Content {
  /** Lower case, such as `text/plain`. */
  type: string;
  charset: string | null;
  /** `inline`, `attachment` or another word; null when not stated. */
  disposition: string | null;
  filename: string | null;
  /** Content-Transfer-Encoding in lower case; empty when not stated. */
  encoding: string;
  boundary: string | null;
  /** RFC 3676. */
  flowed: boolean;
  deleteSpace: boolean;
  /** `report-type` of a multipart/report (RFC 6522). */
  report: string | null;
}

const typesByExtension: Readonly<Record<string, string>> = dictionary({
  csv: 'text/csv',
  tsv: 'text/tab-separated-values',
  txt: 'text/plain',
  htm: 'text/html',
  html: 'text/html',
  eml: 'message/rfc822',
});

/** Characters of an encoding's name with its comment. */
const longestEncoding = 200;

/** Reads the content headers of a part. `fallback` is its type when none is stated (`message/rfc822` inside a digest). */
export function readContent(lines: readonly HeaderLine[], fallback = 'text/plain'): Content {
  const type = parameters(lines, 'content-type');
  const disposition = parameters(lines, 'content-disposition');
  const filename = fileName(disposition.params.filename ?? type.params.name ?? null);
  const stated = type.value.trim().toLowerCase();
  return {
    type: /^[^\s/]+\/[^\s/]+$/.test(stated) ? stated : guessType(stated, disposition.value, filename, fallback),
    charset: type.params.charset?.trim() || null,
    disposition: disposition.value.trim().toLowerCase() || null,
    filename,
    encoding: fieldValue(lines, 'content-transfer-encoding')
      .slice(0, longestEncoding)
      .replace(/\(.*\)/g, '')
      .replace(/[";\s]/g, '')
      .toLowerCase(),
    boundary: type.params.boundary?.trimEnd() || null,
    flowed: /^flowed$/i.test(type.params.format?.trim() ?? ''),
    deleteSpace: /^yes$/i.test(type.params.delsp?.trim() ?? ''),
    report: type.params['report-type']?.trim().toLowerCase() || null,
  };
}

/** A type without a slash is none (RFC 2045, section 5.2); `text` alone is an old way to say plain text. */
function guessType(stated: string, disposition: string, filename: string | null, fallback: string): string {
  const extension = /\.([a-z0-9]+)$/i.exec(filename ?? '')?.[1]?.toLowerCase();
  const byName = extension === undefined ? undefined : typesByExtension[extension];
  if (byName !== undefined) return byName;
  if (stated !== 'text' && (filename !== null || /^\s*attachment/i.test(disposition)))
    return 'application/octet-stream';
  return stated === '' ? fallback : 'text/plain';
}

interface Parameters {
  value: string;
  params: Partial<Record<string, string>>;
}

function parameters(lines: readonly HeaderLine[], key: string): Parameters {
  const written = fieldValue(lines, key);
  if (written === '') return { value: '', params: {} };
  try {
    const { value, params } = libmime.parseHeaderValue(written);
    return { value: String(value ?? ''), params: params as Partial<Record<string, string>> };
  } catch {
    // A parameter in a charset that cannot be decoded: the type alone still says most.
    return { value: written.split(';')[0] ?? '', params: {} };
  }
}

function fieldValue(lines: readonly HeaderLine[], key: string): string {
  const line = lines.find((one) => one.key === key)?.line ?? '';
  return line
    .slice(line.indexOf(':') + 1)
    .replace(/\r?\n(?=[ \t])/g, '')
    .trim();
}

/** Many programs write RFC 2047 words where RFC 2231 belongs; a path is no part of a name. */
function fileName(written: string | null): string | null {
  if (written === null) return null;
  const name = decodeWords(written)
    .replace(/[\0-\x1f\x7f]/g, '')
    .replace(/^.*[\\/]/, '')
    .trim();
  return name === '' ? null : name.slice(0, 255).toWellFormed();
}
