import type { HeaderLine } from '../mime/header-lines.js';
import { latin1Bytes } from '../text/bytes.js';
import { decodeCharset } from '../text/charset.js';
import { decodeWords } from '../text/encoded-words.js';

/** Header fields as `[name, value]`: unfolded, encoded words (RFC 2047) decoded, and raw 8-bit bytes by a charset if one is known. */
export function decodeHeaders(
  lines: readonly HeaderLine[],
  max: number,
  charset: string | null = null,
): [string, string][] {
  return lines.slice(0, max).map((line) => [line.key, tidyControls(decodeWords(unfolded(line, charset)))]);
}

/** The value of a field with its encoded words as they are written; raw 8-bit bytes are decoded. */
export function unfolded({ line }: HeaderLine, charset: string | null = null): string {
  const value = line
    .slice(line.indexOf(':') + 1)
    .replace(/\r?\n(?=[ \t])/g, '')
    .trim();
  return /[\u0080-\u00ff]/.test(value) ? decodeCharset(latin1Bytes(value), charset).text : value;
}

/** Control characters have no business in a header, and would be drawn as nothing or worse. */
const tidyControls = (value: string) => value.replace(/[\0-\x08\x0a-\x1f\x7f]/g, '\ufffd').toWellFormed();

/** The first header of a name (lower case), or null. */
export function headerOf(headers: readonly [string, string][], name: string): string | null {
  return headers.find(([key]) => key === name)?.[1] ?? null;
}

/** Whether the headers name a message that this one answers, or forwards (RFC 5322, section 3.6.4). */
export const answersAnother = (headers: readonly [string, string][]): boolean =>
  ['in-reply-to', 'references'].some((name) => /\S/.test(headerOf(headers, name) ?? ''));
