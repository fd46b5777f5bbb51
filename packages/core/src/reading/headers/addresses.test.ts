import { describe, expect, test } from '@jest/globals';
import { headerLines } from '../mime/header-lines.js';
import { addressesOf, readAddresses } from './addresses.js';
import { decodeHeaders } from './headers.js';

const lines = (...text: string[]) => headerLines(text.map((line) => `${line}\r\n`));

describe('addresses', () => {
  test.each([
    ['a@x.example', [['a@x.example', '']]],
    ['Ann Quill <a@x.example>', [['a@x.example', 'Ann Quill']]],
    [
      '"Quill, Ann" <a@x.example>, b@x.example',
      [
        ['a@x.example', 'Quill, Ann'],
        ['b@x.example', ''],
      ],
    ],
    [
      'Office: a@x.example, "B" <b@x.example>;, c@x.example',
      [
        ['a@x.example', ''],
        ['b@x.example', 'B'],
        ['c@x.example', ''],
      ],
    ],
    ['undisclosed-recipients:;', []],
    ['a@x.example (Ann Quill)', [['a@x.example', 'Ann Quill']]],
    ['', []],
  ])('%s', (text, expected) => {
    expect(readAddresses(text).map(({ address, name }) => [address, name])).toEqual(expected);
  });

  test('a comma inside an encoded name parts nobody', () => {
    expect(addressesOf(lines('From: =?utf-8?Q?Quill=2C_Zo=C3=AB?= <z@x.example>'), 'from')).toEqual([
      { address: 'z@x.example', name: 'Quill, Zoë' },
    ]);
  });

  test('only the first field of a name counts, and a hostile list is cut', () => {
    const many = Array.from({ length: 5000 }, (_, i) => `u${i}@x.example`).join(', ');
    expect(addressesOf(lines('To: a@x.example', 'To: b@x.example'), 'to').map(({ address }) => address)).toEqual([
      'a@x.example',
    ]);
    expect(addressesOf(lines(`To: ${many}`), 'to')).toHaveLength(500);
  });
});

describe('header values', () => {
  const value = (line: string, charset: string | null = null) => decodeHeaders(lines(line), 10, charset)[0]?.[1];

  test.each([
    ['Subject: =?utf-8?B?Wm/Dqw==?= and =?iso-8859-1?Q?caf=E9?=', 'Zoë and café'],
    ['Subject: =?utf-8?B?Wm/D?= =?utf-8?B?qw==?=', 'Zoë'],
    ['Subject: =?utf-8*en?Q?Tern?=', 'Tern'],
    ['Subject: =?utf-8?Q?a b?= c', 'a b c'],
    ['Subject: =?utf-8?X?no?= =?utf-8?B?!!!?=', '=?utf-8?X?no?= =?utf-8?B?!!!?='],
    ['Subject: =?windows-1252?Q?=80_5?=', '€ 5'],
    ['Subject: a\0b\x07c', 'a\ufffdb\ufffdc'],
  ])('%j', (line, expected) => {
    expect(value(line)).toBe(expected);
  });

  test('folds are taken out, and raw bytes are of the charset the message names', () => {
    expect(decodeHeaders(headerLines(['Subject: a\r\n', '\tb\r\n']), 10)[0]?.[1]).toBe('a\tb');
    expect(value('Subject: \xc2\xeb\xcd\xb7', 'gb2312')).toBe('码头');
    expect(value('Subject: Zo\xc3\xab', 'iso-8859-1')).toBe('Zoë');
  });
});
