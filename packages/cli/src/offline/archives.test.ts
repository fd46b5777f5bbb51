import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import { receivedOf } from '@yellow-sieve/client';
import fc from 'fast-check';
import { inMbox, isArchive, messagesIn } from './archives.js';

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-archives-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function* pieces(text: string, size = 7) {
  const bytes = Buffer.from(text, 'latin1');
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
}
async function mbox(text: string, size?: number): Promise<string[]> {
  const found: string[] = [];
  for await (const { raw } of inMbox(pieces(text, size), 'a.mbox'))
    found.push(Buffer.from(raw ?? '').toString('latin1'));
  return found;
}

describe('an mbox', () => {
  test('is parted at its From lines, wherever the pieces end, and what was escaped is as it was', async () => {
    const text =
      'From a@b Mon Jan  5 09:00:00 2026\nSubject: 1\n\nHello\n>From the yard\n>>From afar\nFrom here on\n\nFrom c@d Tue Jan  6 09:00:00 2026\nSubject: 2\n\nBye\n';
    const wanted = ['Subject: 1\n\nHello\nFrom the yard\n>From afar\nFrom here on\n', 'Subject: 2\n\nBye\n'];
    for (const size of [1, 7, 1000]) expect(await mbox(text, size)).toEqual(wanted);
    expect(await mbox(text.replaceAll('\n', '\r\n'))).toEqual(wanted.map((one) => one.replaceAll('\n', '\r\n')));
  });

  test('gives back whatever was put into it', async () => {
    const line = fc.constantFrom('From x', '>From y', 'Hello', '', 'Subject: a', '>>From z');
    const message = fc
      .array(line, { minLength: 1, maxLength: 8 })
      .map((lines) => `Subject: s\n\n${lines.join('\n')}\n`);
    await fc.assert(
      fc.asyncProperty(fc.array(message, { maxLength: 5 }), fc.integer({ min: 1, max: 20 }), async (all, size) => {
        const text = all.map((one) => `From a@b now\n${one.replace(/^(>*From )/gm, '>$1')}\n`).join('');
        expect(await mbox(text, size)).toEqual(all);
      }),
      { numRuns: 200 },
    );
  });

  test('that is none is refused', async () => {
    await expect(mbox('Subject: no mbox\n\nHello\n')).rejects.toMatchObject({ code: 'YS-CLI-ARCHIVE' });
    expect(await mbox('')).toEqual([]);
  });
});

test('a folder of .eml files and a Maildir are walked through; nothing else in them is taken', async () => {
  for (const name of ['cur', 'new', 'tmp', 'plain']) mkdirSync(join(folder, name), { recursive: true });
  const put = (name: string) => writeFileSync(join(folder, name), name);
  for (const name of ['cur/1.host:2,S', 'new/2.host', 'tmp/3.host', 'plain/4.eml', 'plain/notes.txt', '5.eml'])
    put(name);
  const found: string[] = [];
  for await (const { raw } of messagesIn(folder)) found.push(Buffer.from(raw ?? '').toString());
  expect(found.sort()).toEqual(['5.eml', 'cur/1.host:2,S', 'new/2.host', 'plain/4.eml']);
  expect([isArchive(folder), isArchive('a.mbox'), isArchive('-'), isArchive('a.eml')]).toEqual([
    true,
    true,
    false,
    false,
  ]);
});

test.each([
  [
    'Received: from a by b; Mon, 5 Jan 2026 09:00:00 +0100\nReceived: from c; Sun, 4 Jan 2026 09:00:00 +0000\n',
    '2026-01-05T08:00:00.000Z',
  ],
  [
    'Received: from a\n by b (inside); Mon, 5 Jan 2026\n 09:00:00 +0000 (UTC)\nDate: Fri, 2 Jan 2026 09:00:00 +0000\n',
    '2026-01-05T09:00:00.000Z',
  ],
  ['Date: Fri, 2 Jan 2026 09:00:00 +0000\n', '2026-01-02T09:00:00.000Z'],
  ['Received: from a; nonsense\nDate: Fri, 2 Jan 2026 09:00:00 +0000\n', '2026-01-02T09:00:00.000Z'],
  ['Date: Fri, 2 Jan 2099 09:00:00 +0000\n', null],
  ['Subject: x\n', null],
])('%j was received at %s', (head, wanted) => {
  expect(receivedOf(Buffer.from(`${head}\nDate: Sat, 3 Jan 2026 09:00:00 +0000\n`))).toBe(wanted);
});
