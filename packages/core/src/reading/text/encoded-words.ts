import { latin1Bytes } from './bytes.js';
import { decodeCharset } from './charset.js';

/** `=?utf-8?Q?M=C3=A5rsh?=`, also with a language (RFC 2231) and with the spaces that some programs leave in. */
const word = /=\?([^?\s*]+)(?:\*[^?\s]*)?\?([qb])\?([^?]*)\?=/i;
const words = new RegExp(`${word.source}(?:[ \\t]*${word.source})*`, 'gi');

/**
 * Decodes the encoded words of a header value (RFC 2047). Words side by side are one text, even where a character was cut
 * in two between them. What cannot be decoded stays as it is written.
 */
export function decodeWords(value: string): string {
  if (!value.includes('=?')) return value;
  return value.replace(words, (stretch) => {
    const pieces: { charset: string; bytes: number[] }[] = [];
    for (const [, charset = '', encoding = '', text = ''] of stretch.matchAll(new RegExp(word.source, 'gi'))) {
      const bytes = /^q$/i.test(encoding) ? quoted(text) : base64(text);
      if (bytes === null) return stretch;
      const last = pieces.at(-1);
      if (last?.charset === charset.toLowerCase()) for (const byte of bytes) last.bytes.push(byte);
      else pieces.push({ charset: charset.toLowerCase(), bytes: [...bytes] });
    }
    return pieces.map(({ charset, bytes }) => decodeCharset(Uint8Array.from(bytes), charset).text).join('');
  });
}

function quoted(text: string): Uint8Array {
  return latin1Bytes(
    text
      .replace(/_/g, ' ')
      .replace(/=([0-9a-f]{2})/gi, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16))),
  );
}

function base64(text: string): Uint8Array | null {
  try {
    return latin1Bytes(atob(text.replace(/[\s=]+/g, '')));
  } catch {
    return null;
  }
}
