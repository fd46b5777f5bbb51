import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { partsOf, safeName } from './file-name.js';

describe('names of files', () => {
  test.each([
    ['Tern 2026-11', 'Tern 2026-11'],
    ['../../etc/passwd', 'etc passwd'],
    ['C:\\temp\\x', 'C temp x'],
    ['.hidden', 'hidden'],
    ['a\u202egpj.exe', 'a gpj.exe'],
    ['con', '_con'],
    ['NUL.txt', '_NUL.txt'],
    ['  ', 'without a name'],
    ['..', 'without a name'],
  ])('“%s” becomes “%s”', (text, name) => {
    expect(safeName(text)).toBe(name);
  });

  test('whatever a sender writes is one level, short and visible', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 400 }), (text) => {
        const name = safeName(text);
        expect(name).not.toMatch(/[/\\\p{Cc}]|^\./u);
        expect(Buffer.byteLength(name)).toBeLessThanOrEqual(121);
        expect(name).not.toBe('');
      }),
    );
  });

  test('a name and its ending', () => {
    expect(partsOf('plan.final.pdf')).toEqual(['plan.final', '.pdf']);
    expect(partsOf('README')).toEqual(['README', '']);
  });
});
