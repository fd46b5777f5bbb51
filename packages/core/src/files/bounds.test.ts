import { expect, test } from '@jest/globals';
import { limits } from '../limits.js';
import { tryCompileSieve } from '../sieve/index.js';
import { parseFile } from './parse-file.js';

const codes = (text: string) => parseFile(text).problems.map(({ code }) => code);

test.each([
  ['too long', `title: ${'a'.repeat(limits.fileLength)}`, 'YS-FILE-TOO-LONG'],
  ['keys', Array.from({ length: limits.fileParts + 1 }, (_, i) => `k${i}: 1`).join('\n'), 'YS-FILE-TOO-MANY'],
  ['items', `[${'1,'.repeat(limits.fileParts + 1)}]`, 'YS-FILE-TOO-MANY'],
  ['lists in lists', '['.repeat(20_000), 'YS-FILE-TOO-DEEP'],
  ['dashes', '- '.repeat(20_000), 'YS-FILE-TOO-DEEP'],
  ['questions', '? '.repeat(20_000), 'YS-FILE-TOO-DEEP'],
  ['maps in maps', '{a: '.repeat(10_000), 'YS-FILE-TOO-DEEP'],
])('a file beyond its bounds is one problem: %s', (_, text, code) => {
  expect(codes(text)).toEqual([code]);
  const compiled = tryCompileSieve(text);
  expect(compiled.ok ? [] : compiled.problems.map((problem) => problem.code)).toEqual([code]);
});

test('a file within its bounds is read', () => {
  expect(codes(Array.from({ length: limits.fileParts - 1 }, (_, i) => `k${i}: 1`).join('\n'))).toEqual([]);
  const depth = limits.fileDepth - 1;
  expect(codes(`${'['.repeat(depth)}${']'.repeat(depth)}`)).toEqual([]);
});

test('keys that stand twice, a second document, and keys every object has are told at their lines', () => {
  const { problems } = parseFile('a: 1\nb: { c: 1, c: 2 }\na: 3\n');
  expect(problems.map(({ code, line }) => [code, line])).toEqual([
    ['YS-FILE-SYNTAX', 2],
    ['YS-FILE-SYNTAX', 3],
  ]);
  expect(parseFile('a: 1\n---\nb: 1\n').problems).toMatchObject([{ code: 'YS-FILE-SYNTAX', line: 2 }]);
  expect(parseFile('a: 1\nfields:\n  constructor: 1\n').problems).toMatchObject([{ code: 'YS-FILE-KEY', line: 3 }]);
});
