import { describe, expect, test } from '@jest/globals';
import { answeringOf } from './answering.js';
import { readMessage } from './read-message.js';

const answering = async (headers: string) => answeringOf(await readMessage(Buffer.from(`${headers}\n\nhello`)));
const plain = 'From: A B <a@b.example>\nSubject: Gate\nMessage-ID: <1@b.example>';

describe('answering in the thread', () => {
  test('goes to the sender, or to whom the sender names', async () => {
    expect(await answering(plain)).toEqual({
      to: 'a@b.example',
      subject: 'Re: Gate',
      references: ['1@b.example'],
      thread: '1@b.example',
    });
    expect(await answering(`${plain}\nReply-To: desk@b.example`)).toMatchObject({ to: 'desk@b.example' });
  });

  test('keeps the thread, and one Re:', async () => {
    const found = await answering(
      `${plain.replace('Gate', 'AW: Gate')}\nReferences: <0@b.example>\n <half@b.example>\nIn-Reply-To: <half@b.example>`,
    );
    expect(found).toMatchObject({
      subject: 'AW: Gate',
      references: ['0@b.example', 'half@b.example', '1@b.example'],
      thread: '0@b.example',
    });
    expect(await answering(`${plain}\nIn-Reply-To: <0@b.example>`)).toMatchObject({ thread: '0@b.example' });
  });

  test('a long thread is cut in the middle', async () => {
    const many = Array.from({ length: 60 }, (_, i) => `<r${i}@b.example>`).join('\n ');
    const found = await answering(`${plain}\nReferences: ${many}`);
    if (!('references' in found)) throw new Error('it can be answered');
    expect([found.references.length, found.references[0], found.references.at(-1)]).toEqual([
      20,
      'r0@b.example',
      '1@b.example',
    ]);
  });

  test.each([
    ['Auto-Submitted: auto-replied', 'automatic'],
    ['Auto-Submitted: auto-generated', 'automatic'],
    ['Return-Path: <>', 'automatic'],
    ['List-Id: <news.b.example>', 'a list'],
    ['Precedence: bulk', 'bulk'],
  ])('%s is not answered', async (header, why) => {
    const found = await answering(`${header}\n${plain}`);
    expect('refused' in found && found.refused).toContain(why);
  });

  test('nor what comes from nobody', async () => {
    expect(await answering('Subject: Gate')).toHaveProperty('refused');
  });
});
