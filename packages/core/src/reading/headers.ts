import libmime from 'libmime';
import addressparser from 'nodemailer/lib/addressparser';
import { decodeCharset } from './charset.js';
import type { Address } from './reading.js';

/** Header lines as `[name, value]`: unfolded, encoded words (RFC 2047) and raw 8-bit bytes decoded. */
export function decodeHeaders(lines: readonly { key: string; line: string }[], most: number): [string, string][] {
  return lines.slice(0, most).map(({ key, line }) => {
    const value = line
      .slice(line.indexOf(':') + 1)
      .replace(/\r?\n(?=[ \t])/g, '')
      .trim();
    return [key, tidyControls(decodeWords(rawBytes(value)))];
  });
}

function rawBytes(value: string): string {
  if (!/[\u0080-\u00ff]/.test(value)) return value;
  return decodeCharset(
    Uint8Array.from(value, (unit) => unit.charCodeAt(0)),
    null,
  );
}

function decodeWords(value: string): string {
  if (!value.includes('=?')) return value;
  try {
    return libmime.decodeWords(value);
  } catch {
    return value;
  }
}

const tidyControls = (value: string) => value.replace(/\0/g, '\ufffd').toWellFormed();

/** The first header of a name (lower case), or null. */
export function headerOf(headers: readonly [string, string][], name: string): string | null {
  return headers.find(([key]) => key === name)?.[1] ?? null;
}

/** Addresses of a header value, groups opened. */
export function readAddresses(value: string | null): Address[] {
  if (value === null) return [];
  return addressparser(value, { flatten: true })
    .filter((entry) => entry.address)
    .map((entry) => ({ address: entry.address ?? '', name: entry.name }));
}
