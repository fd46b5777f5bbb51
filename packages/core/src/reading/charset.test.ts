import { describe, expect, test } from '@jest/globals';
import iconv from 'iconv-lite';
import { decodeCharset } from './charset.js';

describe('charsets', () => {
  test.each([
    ['windows-1252', 'it’s 5 € “here”'],
    ['iso-8859-15', '5 €'],
    ['iso-8859-2', 'Łódź'],
    ['koi8-r', 'Причал'],
    ['shift_jis', '港'],
    ['gb2312', '码头'],
    ['euc-kr', '항구'],
    ['utf-16le', 'Zoë'],
    ['cp850', 'Zoë'],
    ['utf-8', 'Zoë 🚤'],
  ])('%s', (charset, text) => {
    expect(decodeCharset(iconv.encode(text, charset), charset)).toBe(text);
  });

  test('what is called Latin 1 is windows-1252', () => {
    expect(decodeCharset(Uint8Array.of(0x80, 0x92), 'iso-8859-1')).toBe('€’');
    expect(decodeCharset(Uint8Array.of(0x80, 0x92), 'us-ascii')).toBe('€’');
  });

  test.each([null, 'no-such-charset', 'us-ascii'])('bytes that are UTF-8 are read so under the label %s', (label) => {
    expect(decodeCharset(new TextEncoder().encode('Zoë'), label)).toBe('Zoë');
  });

  test('broken UTF-8 keeps what can be read', () => {
    expect(decodeCharset(Uint8Array.of(0x61, 0xff, 0x62), 'utf-8')).toBe('a\ufffdb');
  });
});
