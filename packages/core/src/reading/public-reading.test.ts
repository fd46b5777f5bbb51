import { describe, expect, test } from '@jest/globals';
import { publicReading } from './public-reading.js';
import { readMessage } from './read-message.js';

const raw = [
  'From: Nils Aldous <n@gannetbay.example>',
  'To: berths@gannetbay.example',
  'Subject: Fwd: Berth',
  'Content-Type: text/plain; charset=iso-8859-1',
  '',
  'For you',
  '---------- Forwarded message ---------',
  'From: Zo\xc3\xab <z@skerry.example>',
  'Date: 3 May 2027 09:12',
  'Subject: Berth',
  '',
  'Vessel: Tern',
  '-- ',
  'Zoe',
].join('\r\n');

describe('the reading as others see it', () => {
  test('has the keys that are promised, and says why', async () => {
    const reading = publicReading(await readMessage(Buffer.from(raw, 'latin1')));
    expect(Object.keys(reading)).toEqual(
      expect.arrayContaining([
        'subject',
        'from',
        'to',
        'cc',
        'date',
        'id',
        'thread',
        'text',
        'html',
        'segments',
        'body',
        'tables',
        'links',
        'attachments',
        'headers',
      ]),
    );
    expect(reading).toMatchObject({
      thread_why: 'the subject says that it is forwarded',
      body_why: 'the forwarded message: the own words are a cover note on the forward',
      forwarded: { from: { name: 'Zoë', address: 'z@skerry.example' }, date: '2027-05-03T09:12:00', attached: false },
      parts: [{ path: '', type: 'text/plain', charset: 'utf-8', role: 'the text' }],
    });
    expect(reading.parts[0]?.charset_why).toContain('valid UTF-8');
  });

  test('the outline opens forwards, and covers the text as the segments do', async () => {
    const { text, outline, segments } = publicReading(await readMessage(Buffer.from(raw, 'latin1')));
    expect(segments.map(({ kind }) => kind)).toEqual(['own', 'forwarded']);
    expect(outline.map(({ kind, level }) => [kind, level])).toEqual([
      ['own', 0],
      ['wrapper', 1],
      ['forwarded', 1],
      ['signature', 1],
    ]);
    expect(outline.map(({ start, end }) => text.slice(start, end)).join('')).toBe(text);
    expect(outline[2]?.reason).toContain('forwarded');
  });

  test('it is data: what goes out as JSON comes back the same', async () => {
    const reading = publicReading(await readMessage(Buffer.from(raw, 'latin1')));
    expect(JSON.parse(JSON.stringify(reading))).toEqual(reading);
  });
});
