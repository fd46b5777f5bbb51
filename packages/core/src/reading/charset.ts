import iconv from 'iconv-lite';

/** Labels that mail programs use for something else than they say: the superset is always right (WHATWG Encoding, section 4.2). */
const supersets: Readonly<Record<string, string>> = {
  'us-ascii': 'windows-1252',
  ascii: 'windows-1252',
  'iso-8859-1': 'windows-1252',
  latin1: 'windows-1252',
  'iso-8859-9': 'windows-1254',
  gb2312: 'gb18030',
  gbk: 'gb18030',
  'ks_c_5601-1987': 'cp949',
  'shift-jis': 'cp932',
  shift_jis: 'cp932',
};

/**
 * Decodes bytes by a charset label. Without a label, or with one nobody knows: UTF-8 if the bytes are that, else windows-1252.
 * A label of ASCII over bytes that are valid UTF-8 is taken for UTF-8, which is what the sender meant.
 */
export function decodeCharset(bytes: Uint8Array, label: string | null): string {
  const name = label?.trim().toLowerCase().replace(/^x-/, '') ?? '';
  const ascii = name === '' || name === 'us-ascii' || name === 'ascii' || !iconv.encodingExists(name);
  if (ascii || name === 'utf-8' || name === 'utf8') {
    const text = strictUtf8(bytes);
    if (text !== null) return text;
    if (!ascii) return iconv.decode(bytes as Buffer, 'utf-8');
    return iconv.decode(bytes as Buffer, 'windows-1252');
  }
  return iconv.decode(bytes as Buffer, supersets[name] ?? name);
}

const utf8 = new TextDecoder('utf-8', { fatal: true });

function strictUtf8(bytes: Uint8Array): string | null {
  try {
    return utf8.decode(bytes);
  } catch {
    return null;
  }
}
