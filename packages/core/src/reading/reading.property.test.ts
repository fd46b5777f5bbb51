import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readMessage } from './read-message.js';
import type { Reading, Segment, TextForm } from './reading.js';

/** Lines that mean something to a reader of mail, in any order. */
const line = fc.constantFrom(
  'Subject: Fwd: Berth',
  'From: Ann Quill <a@skerry.example>',
  'Content-Type: text/html; charset=utf-8',
  'Content-Type: text/plain; format=flowed; delsp=yes',
  'Content-Type: multipart/mixed; boundary=b',
  'Content-Type: multipart/alternative; boundary="c"',
  'Content-Type: message/rfc822',
  'Content-Type: text/csv; name=a.csv',
  'Content-Transfer-Encoding: base64',
  'Content-Transfer-Encoding: quoted-printable',
  "Content-Disposition: attachment; filename*=utf-8''%C3",
  '--b',
  '--b--',
  '--c',
  '--c--',
  '',
  '',
  'VmVzc2VsOiBUZXJu',
  'Vessel: Tern=',
  '<table><tr><td>Vessel<td>Tern & more &amp; <b>bold',
  '<blockquote class="x_quote">',
  '> Begin forwarded message:',
  '> From: Ann <a@b.example>',
  '---------- Forwarded message ---------',
  'Date: 3 May 2027 09:12',
  'On 3 May 2027, Ann wrote:',
  '> > deep ',
  '-- ',
  'Kind regards,',
  'a,"b',
  '\u0000\u00ff\u0080',
);

const forms = ({ plain, html }: Reading): TextForm[] => [plain, html].filter((form) => form !== null);

function covers(segments: readonly Segment[], start: number, end: number): void {
  let at = start;
  for (const segment of segments) {
    expect([segment.start, segment.reason === '']).toEqual([at, false]);
    at = segment.end;
    if (segment.message) covers(segment.message.segments, segment.start, segment.end);
  }
  expect(at).toBe(end);
}

describe('whatever a message is', () => {
  const read = (lines: readonly string[]) => readMessage(Buffer.from(lines.join('\r\n'), 'latin1'));

  test('reading never fails, and segments cover the text exactly, in forwards too', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(line, { maxLength: 40 }), async (lines) => {
        for (const { text, segments } of forms(await read(lines))) covers(segments, 0, text.length);
      }),
      { numRuns: 400 },
    );
  });

  test('every place lies within its text, and every run of text stands in the HTML', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(line, { maxLength: 40 }), async (lines) => {
        const reading = await read(lines);
        for (const form of forms(reading)) {
          const places = [
            ...form.links,
            ...form.tables,
            ...form.tables.flatMap(({ rows }) => rows.flat()),
            ...form.own,
            ...form.body,
          ];
          for (const { start, end } of places) expect(0 <= start && start <= end && end <= form.text.length).toBe(true);
        }
        const { html } = reading;
        for (const { start, end, source, sourceLength } of html?.source ?? []) {
          expect(source + sourceLength).toBeLessThanOrEqual(html?.html.length ?? 0);
          if (end - start === sourceLength)
            expect(html?.html.slice(source, source + sourceLength)).toBe(html?.text.slice(start, end));
        }
      }),
      { numRuns: 400 },
    );
  });

  test('the same bytes in any pieces give the same reading', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(line, { maxLength: 20 }), fc.integer({ min: 1, max: 50 }), async (lines, size) => {
        const raw = Buffer.from(lines.join('\n'), 'latin1');
        const pieces = Array.from({ length: Math.ceil(raw.length / size) }, (_, i) =>
          raw.subarray(i * size, (i + 1) * size),
        );
        expect(await readMessage(pieces)).toEqual(await readMessage(raw));
      }),
      { numRuns: 150 },
    );
  });
});
