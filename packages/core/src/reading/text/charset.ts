import { analyse } from 'chardet';
import iconv from 'iconv-lite';
import { dictionary } from '../../dictionary.js';
import { latin1 } from './bytes.js';
import { decodeShifted } from './iso-2022.js';

/** Labels that mail programs use for something else than they say: the superset is always right (WHATWG Encoding, section 4.2). */
const supersets: Readonly<Record<string, string>> = dictionary({
  'iso-8859-1': 'windows-1252',
  'iso8859-1': 'windows-1252',
  'iso_8859-1': 'windows-1252',
  latin1: 'windows-1252',
  'iso-8859-9': 'windows-1254',
  'iso-8859-11': 'windows-874',
  'tis-620': 'windows-874',
  'iso-8859-6-i': 'iso-8859-6',
  'iso-8859-6-e': 'iso-8859-6',
  'iso-8859-8-i': 'windows-1255',
  'iso-8859-8-e': 'windows-1255',
  gb2312: 'gb18030',
  gb_2312: 'gb18030',
  'gb_2312-80': 'gb18030',
  gbk: 'gb18030',
  'ks_c_5601-1987': 'cp949',
  ksc5601: 'cp949',
  'euc-kr': 'cp949',
  'shift-jis': 'cp932',
  shift_jis: 'cp932',
  sjis: 'cp932',
  'windows-31j': 'cp932',
  ms_kanji: 'cp932',
  big5: 'big5hkscs',
  unicode: 'utf-16',
  'ucs-2': 'utf-16',
  'unicode-1-1-utf-7': 'utf-7',
  'unicode-1-1-utf-8': 'utf-8',
  utf8: 'utf-8',
  utf8mb4: 'utf-8',
  'utf-8n': 'utf-8',
  'x-mac-roman': 'macintosh',
  'mac-roman': 'macintosh',
  mac: 'macintosh',
});

/** Charsets that leave no byte unexplained, so that valid UTF-8 under such a label is no accident. */
const western = /^(?:windows-125[0-8]|iso-?8859-\d+|cp85[08]|ibm\d+|macintosh|cp437)$/;

const ascii = /^\s*(?:us-)?ascii\s*$|^\s*ansi_x3\.4-1968\s*$/i;

/** Charsets in which seven bits may mean something else. */
const otherThanAscii = /^(?:utf-(?:7|16|32)|iso-2022-|hz)/;

/** Text with the charset it was read by, and why when that is not simply what the label said. */
export interface Decoded {
  text: string;
  charset: string;
  why: string | null;
}

/**
 * Decodes bytes by a charset label. The label is believed unless the bytes speak against it: UTF-8 under the label of a
 * one-byte charset is UTF-8, bytes that the label cannot explain are tried as UTF-8, then guessed. `meta` is what the
 * text itself says (an HTML `meta` element), for when there is no label. Never fails: what cannot be read is U+FFFD.
 */
export function decodeCharset(bytes: Uint8Array, label: string | null, meta: string | null = null): Decoded {
  const marked = byteOrderMark(bytes);
  if (marked) return { ...marked, why: sameCharset(marked.charset, label) ? null : 'it begins with a byte order mark' };
  const stated = canonical(label) ?? canonical(meta);
  if (isSevenBit(bytes) && !(stated !== null && otherThanAscii.test(stated)))
    return { text: latin1(bytes), charset: stated ?? 'us-ascii', why: null };
  const whyUnstated =
    label === null
      ? 'no charset was stated'
      : ascii.test(label)
        ? 'it is more than ASCII'
        : `“${label.slice(0, 40)}” is no known charset`;
  if (stated === null) return guess(bytes, whyUnstated);
  const text = decodeAs(bytes, stated);
  if (western.test(stated)) {
    const utf8 = strictUtf8(bytes);
    if (utf8 !== null)
      return { text: utf8, charset: 'utf-8', why: `it is valid UTF-8, whatever the label “${label ?? meta}” says` };
  }
  if (text.includes('\ufffd')) {
    const better = insteadOf(bytes, stated, text);
    if (better) return { ...better, why: `the bytes are not ${stated}` };
  }
  return {
    text,
    charset: stated,
    why: canonical(label) === null ? `${whyUnstated}; the text itself says ${stated}` : null,
  };
}

/** The name iconv knows a label by; null when nobody knows it. */
function canonical(label: string | null): string | null {
  const name =
    label
      ?.trim()
      .toLowerCase()
      .replace(/^["']|["']$/g, '')
      .replace(/^x-(?!mac)/, '') ?? '';
  if (name === '' || ascii.test(name)) return null;
  const known = supersets[name] ?? supersets[name.replace(/_/g, '-')] ?? name;
  if (/^(?:iso-2022-(?:jp|kr)|hz(?:-gb-2312)?)/.test(known))
    return known.replace(/^hz$/, 'hz-gb-2312').replace(/^(iso-2022-jp).*/, '$1');
  return iconv.encodingExists(known) && !/^(?:base64|hex|binary)$/.test(known) ? known : null;
}

function decodeAs(bytes: Uint8Array, charset: string): string {
  if (charset === 'hz-gb-2312' || charset === 'iso-2022-kr') return decodeShifted(bytes, charset);
  // Streaming, since the one-shot decoder of some versions of Node takes another way for some charsets.
  if (charset === 'iso-2022-jp') {
    const decoder = new TextDecoder('iso-2022-jp');
    return decoder.decode(bytes, { stream: true }) + decoder.decode();
  }
  return iconv.decode(bytes as Buffer, charset);
}

const utf8 = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });

function strictUtf8(bytes: Uint8Array): string | null {
  try {
    return utf8.decode(bytes);
  } catch {
    return null;
  }
}

/** Something better than a text with gaps; null when there is none. A few broken characters in much UTF-8 stay what they are. */
function insteadOf(bytes: Uint8Array, stated: string, text: string): Omit<Decoded, 'why'> | null {
  if (stated === 'utf-8') {
    const gaps = text.split('\ufffd').length - 1;
    const whole = text.match(/[^\0-\x7f\ufffd]/g)?.length ?? 0;
    if (gaps <= whole) return null;
  } else {
    const valid = strictUtf8(bytes);
    if (valid !== null) return { text: valid, charset: 'utf-8' };
    // A multi-byte text that was cut off has one gap at its end.
    if (text.indexOf('\ufffd') >= text.length - 2) return null;
  }
  const { text: guessed, charset } = guess(bytes, '');
  return guessed.includes('\ufffd') ? null : { text: guessed, charset };
}

/** Fewer bytes above ASCII than this tell nothing of a language. */
const minToGuess = 12;
const minConfidence = 40;
const japaneseEscape = /\x1b\$[@B]/;

/** What a guess may say against windows-1252: charsets of other scripts, which cannot be taken for it by accident. */
const otherScripts =
  /^(?:windows-125[1356]|iso-8859-[5678]|koi8-r|shift_jis|euc-jp|euc-kr|gb18030|big5|iso-2022-(?:jp|kr))$/;

function guess(bytes: Uint8Array, because: string): Decoded {
  // Japanese mail was sent so for decades, often without a word about it.
  if (japaneseEscape.test(latin1(bytes.subarray(0, 4096))))
    return { text: decodeAs(bytes, 'iso-2022-jp'), charset: 'iso-2022-jp', why: `${because}; it has its escapes` };
  const valid = strictUtf8(bytes);
  if (valid !== null) return { text: valid, charset: 'utf-8', why: `${because}; it is valid UTF-8` };
  const sample = bytes.subarray(0, 64 * 1024);
  if (sample.filter((byte) => byte >= 0x80).length >= minToGuess) {
    const [best] = analyse(sample);
    const charset =
      best && best.confidence >= minConfidence && otherScripts.test(best.name.toLowerCase())
        ? canonical(best.name)
        : null;
    if (charset !== null)
      return { text: decodeAs(bytes, charset), charset, why: `${because}; its bytes look like ${charset}` };
  }
  return {
    text: iconv.decode(bytes as Buffer, 'windows-1252'),
    charset: 'windows-1252',
    why: `${because}; it is not UTF-8 either`,
  };
}

function byteOrderMark(bytes: Uint8Array): Omit<Decoded, 'why'> | null {
  const [a, b, c, d] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return { text: iconv.decode(bytes as Buffer, 'utf-8'), charset: 'utf-8' };
  if (a === 0xff && b === 0xfe && c === 0 && d === 0)
    return { text: iconv.decode(bytes as Buffer, 'utf-32le'), charset: 'utf-32' };
  if (a === 0xff && b === 0xfe) return { text: iconv.decode(bytes as Buffer, 'utf-16le'), charset: 'utf-16' };
  if (a === 0xfe && b === 0xff) return { text: iconv.decode(bytes as Buffer, 'utf-16be'), charset: 'utf-16' };
  return null;
}

const sameCharset = (charset: string, label: string | null) =>
  label === null || (canonical(label)?.startsWith(charset) ?? false);

/** Seven bits, and no escape that would switch to another set. */
function isSevenBit(bytes: Uint8Array): boolean {
  for (const byte of bytes) if (byte >= 0x80 || byte === 0x1b) return false;
  return true;
}
