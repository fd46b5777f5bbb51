import { describe, expect, test } from '@jest/globals';
import { print } from './printer.js';

function printed(output: Parameters<typeof print>[0], json = false, columns: number | undefined = undefined) {
  const pieces: string[] = [];
  print(output, json, { write: (text) => void pieces.push(String(text)), columns });
  return pieces.join('');
}

const table = (rows: string[][]) => ({ kind: 'table' as const, columns: ['name', 'why', 'key'], rows, json: rows });

describe('the printer', () => {
  test('leaves empty columns out, and says when there is nothing', () => {
    expect(
      printed(
        table([
          ['a', '', 'k1'],
          ['b', '', 'k2'],
        ]),
      ),
    ).toBe('name  key\na     k1\nb     k2\n');
    expect(printed(table([]))).toBe('Nothing yet.\n');
    expect(printed({ ...table([]), none: 'No message has these words.' })).toBe('No message has these words.\n');
  });

  test('shortens long cells, never keys', () => {
    const out = printed(table([['x'.repeat(300), '', 'k'.repeat(60)]]), false, 100);
    expect(out).toContain('…');
    expect(
      Math.max(
        ...out
          .replace(/\u001b\[\d+m/g, '')
          .split('\n')
          .map((line) => line.length),
      ),
    ).toBeLessThanOrEqual(100);
    expect(out).toContain('k'.repeat(60));
  });

  test('a message cannot steer the terminal', () => {
    expect(printed(table([['\u001b[31mred\u0007', '', 'k']]))).not.toMatch(/[\u001b\u0007]/);
    expect(printed({ kind: 'text', text: 'a\u001b[2Jb\n\tc', json: null })).toBe('a [2Jb\n\tc\n');
    expect(printed({ ...table([['a', '', 'k']]), note: 'x\u001by' })).toContain('x y');
  });

  test('JSON is one document a line', () => {
    expect(printed(table([['a'], ['b']]), true)).toBe('["a"]\n["b"]\n');
    expect(printed({ kind: 'text', text: 'x', json: { a: 1 } }, true)).toBe('{"a":1}\n');
  });
});
