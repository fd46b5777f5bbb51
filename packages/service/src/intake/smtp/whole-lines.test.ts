import { expect, test } from '@jest/globals';
import { wholeLines } from './whole-lines.js';

async function read(...pieces: string[]): Promise<string> {
  async function* source() {
    for (const piece of pieces) yield Buffer.from(piece, 'latin1');
  }
  let all = '';
  for await (const bytes of wholeLines(source())) all += bytes.toString('latin1');
  return all;
}

test.each([[['a\r\nb\r\n']], [['a\r', '\nb']], [['', 'a', '\r\n', '\r\n']], [['no end']]])(
  '%j are lines',
  async (pieces) => {
    expect(await read(...pieces)).toBe(pieces.join(''));
  },
);

test.each([[['a\nb\r\n']], [['a\r\n', '\nb']], [['a\rb']], [['a\r', 'b']], [['a\r']], [['\n.\r\nMAIL FROM:<x>']]])(
  '%j are none',
  async (pieces) => {
    await expect(read(...pieces)).rejects.toMatchObject({ code: 'YS-INTAKE-BARE-LINE' });
  },
);
