import { describe, expect, test } from '@jest/globals';
import iconv from 'iconv-lite';
import { latin1Bytes } from './bytes.js';
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
    expect(decodeCharset(iconv.encode(text, charset), charset).text).toBe(text);
  });

  test.each([
    ['iso-2022-jp', '\x1b$B9A\x1b(B 3', '港 3'],
    ['iso-2022-kr', '\x1b$)C\x0eGW18\x0f 3', '항구 3'],
    ['hz-gb-2312', '~{BkM7~} 3 ~~', '码头 3 ~'],
    ['utf-7', 'Zo+AOs-', 'Zoë'],
    [null, '\x1b$B9A\x1b(B', '港'],
  ])('seven bits that switch between sets: %s', (label, bytes, text) => {
    expect(decodeCharset(latin1Bytes(bytes), label).text).toBe(text);
  });

  test.each([
    ['UTF-8 under a western label', new TextEncoder().encode('Zoë'), 'iso-8859-1', 'Zoë', /valid UTF-8/],
    [
      'Cyrillic without a label',
      iconv.encode('Просим место у причала на три ночи.', 'windows-1251'),
      null,
      'Просим место у причала на три ночи.',
      /no charset was stated/,
    ],
    [
      'Cyrillic under a label nobody knows',
      iconv.encode('Просим место у причала', 'koi8-r'),
      'x-unknown',
      'Просим место у причала',
      /no known charset/,
    ],
    [
      'Japanese called UTF-8',
      iconv.encode('港に停泊したいのですが、空きはありますか。', 'shift_jis'),
      'utf-8',
      '港に停泊したいのですが、空きはありますか。',
      /not utf-8/,
    ],
    ['western without a label', iconv.encode('café', 'latin1'), null, 'café', /not UTF-8 either/],
    ['a byte order mark', iconv.encode('Zoë', 'utf-16', { addBOM: true }), 'iso-8859-1', 'Zoë', /byte order mark/],
  ])('a wrong or missing label: %s', (_, bytes, label, text, why) => {
    const decoded = decodeCharset(bytes, label);
    expect(decoded.text).toBe(text);
    expect(decoded.why).toMatch(why);
  });

  test('what the text itself says counts where there is no label', () => {
    expect(decodeCharset(iconv.encode('Łódź', 'iso-8859-2'), null, 'iso-8859-2').text).toBe('Łódź');
  });

  test('a label that holds needs no reason', () => {
    expect(decodeCharset(iconv.encode('Łódź', 'iso-8859-2'), 'ISO-8859-2')).toEqual({
      text: 'Łódź',
      charset: 'iso-8859-2',
      why: null,
    });
  });

  test('what is called Latin 1 is windows-1252', () => {
    expect(decodeCharset(Uint8Array.of(0x80, 0x92), 'iso-8859-1').text).toBe('€’');
    expect(decodeCharset(Uint8Array.of(0x80, 0x92), 'us-ascii').text).toBe('€’');
  });

  test.each([null, 'no-such-charset', 'us-ascii'])('bytes that are UTF-8 are read so under the label %s', (label) => {
    expect(decodeCharset(new TextEncoder().encode('Zoë'), label).text).toBe('Zoë');
  });

  test('what is called UTF-8 and is not one bit of it is read as windows-1252; one broken character in much stays broken', () => {
    expect(decodeCharset(Uint8Array.of(0x63, 0x61, 0x66, 0xe9), 'utf-8').text).toBe('café');
    const broken = Uint8Array.of(...new TextEncoder().encode('Zoë, naïve'), 0xff, 0x62);
    expect(decodeCharset(broken, 'utf-8').text).toBe('Zoë, naïve\ufffdb');
  });
});
