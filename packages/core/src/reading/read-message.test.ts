import { createHash } from 'node:crypto';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readMessage } from './read-message.js';
import { formOf } from './reading.js';
import { bodyViews } from './text-parts.js';

const bytes = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'));
const mail = (...lines: string[]) => bytes(lines.join('\r\n'));

describe('reading a message', () => {
  test('headers: encoded words, folding, raw 8-bit, addresses, date', async () => {
    const reading = await readMessage(
      mail(
        'From: =?utf-8?Q?Ottoline_M=C3=A5rsh?= <o.marsh@skerry.example>',
        'To: Group: a@x.example, "B, C" <b@x.example>;',
        'Subject: =?windows-1252?Q?Captain=92s?=',
        ' =?windows-1252?Q?_Folly?=',
        'X-Note: caf\xc3\xa9',
        'Date: Fri, 14 May 2027 09:12:00 +0100 (BST)',
        'Message-ID: <1@x.example>',
        '',
        'Hello',
      ),
    );
    expect(reading.from).toEqual({ address: 'o.marsh@skerry.example', name: 'Ottoline Mårsh' });
    expect(reading.to.map(({ address }) => address)).toEqual(['a@x.example', 'b@x.example']);
    expect(reading.subject).toBe('Captain’s Folly');
    expect(reading.headers).toContainEqual(['x-note', 'café']);
    expect(reading.date).toBe('2027-05-14T09:12:00+01:00');
    expect(reading.id).toBe('1@x.example');
  });

  test('an alternative has both forms; rules look at the HTML unless told otherwise', async () => {
    const reading = await readMessage(
      mail(
        'Content-Type: multipart/alternative; boundary=b',
        '',
        '--b',
        '',
        'plain =',
        '--b',
        'Content-Type: text/html',
        'Content-Transfer-Encoding: base64',
        '',
        Buffer.from('<p>rich</p>').toString('base64'),
        '--b--',
      ),
    );
    expect(formOf(reading).text).toBe('rich');
    expect(formOf(reading, 'text').text.trim()).toBe('plain =');
  });

  test('attachments are listed with size and digest, and are no text', async () => {
    const reading = await readMessage(
      mail(
        'Content-Type: multipart/mixed; boundary=b',
        '',
        '--b',
        '',
        'text',
        '--b',
        'Content-Type: text/csv; name="=?utf-8?Q?l=C3=A4nge.csv?="',
        'Content-Disposition: attachment',
        '',
        'a,b',
        '--b--',
      ),
    );
    expect(formOf(reading).text.trim()).toBe('text');
    expect(reading.attachments).toMatchObject([
      {
        part: '2',
        text: 'a,b',
        tables: [{ start: 0, end: 3 }],
        name: 'länge.csv',
        type: 'text/csv',
        size: 3,
        digest: createHash('sha256').update('a,b').digest('hex'),
        inline: false,
      },
    ]);
  });

  test.each([
    ['Auto-Submitted: auto-replied', true],
    ['Auto-Submitted: no', false],
    ['X-Other: 1', false],
  ])('%s: automatic is %s', async (header, automatic) => {
    expect((await readMessage(mail(header, '', 'x'))).automatic).toBe(automatic);
  });

  test('NUL becomes a replacement character, line ends become LF', async () => {
    expect(formOf(await readMessage(bytes('\n\na\0b\r\nc\rd'))).text).toContain('a\ufffdb\nc\nd');
  });

  test.each([
    '',
    '\r\n',
    'no headers at all',
    'Content-Type: multipart/mixed; boundary=x\r\n\r\n--x\r\nContent-Type: text/plain\r\n\r\ncut off',
  ])('a broken message is read: %j', async (raw) => {
    const reading = await readMessage(bytes(raw));
    expect(typeof formOf(reading).text).toBe('string');
  });

  test('any bytes give a reading', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 400 }), async (raw) => {
        expect((await readMessage(raw)).size).toBe(raw.length);
      }),
    );
  });

  test('the same message in any pieces gives the same reading', async () => {
    const raw = mail(
      'Subject: x',
      'Content-Type: multipart/mixed; boundary=b',
      '',
      '--b',
      'Content-Type: text/html',
      '',
      '<p>a</p>',
      '--b',
      '',
      'plain',
      '--b--',
      '',
    );
    const whole = await readMessage(raw);
    for (const size of [1, 2, 7, 40]) {
      const pieces = Array.from({ length: Math.ceil(raw.length / size) }, (_, i) =>
        raw.subarray(i * size, (i + 1) * size),
      );
      expect(await readMessage(pieces)).toEqual(whole);
    }
  });

  test.each([
    ['in a notice it is a part of the body', 'A review', '', 'Well?\nWorked as it should.\nby Ada Holm'],
    ['below what answers something it is not', 'Re: A review', '', 'Well?\nby Ada Holm'],
    ['nor where the mail names what it answers', 'A review', 'In-Reply-To: <1@x.example>', 'Well?\nby Ada Holm'],
  ])('a quotation of the markup between own words: %s', async (_, subject, header, wanted) => {
    const lines = [`Subject: ${subject}`, ...(header ? [header] : []), 'Content-Type: text/html', ''];
    const reading = await readMessage(
      mail(...lines, '<p>Well?</p><blockquote>Worked as it should.</blockquote><p>by Ada Holm</p>'),
    );
    expect(bodyViews(formOf(reading))[0]?.text.replace(/\n+/g, '\n')).toBe(wanted);
  });
});
