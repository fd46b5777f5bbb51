import { describe, expect, test } from '@jest/globals';
import { parseFile } from './parse-file.js';

describe('a developer’s file', () => {
  test('scalars that are compared or expected are taken as written', () => {
    const { data } = parseFile(
      'samples:\n  - expect: { phone: +447700900412, id: 007, price: 1.10, none: null, sure: yes, on: true }\nmin: 3\n',
    );
    expect(data).toEqual({
      samples: [{ expect: { phone: '+447700900412', id: '007', price: '1.10', none: null, sure: 'yes', on: 'true' } }],
      min: 3,
    });
  });

  test('an unquoted text with tokens is an error that says so', () => {
    const { problems } = parseFile('with:\n  email: {{ email }}\n');
    expect(problems).toEqual([expect.objectContaining({ code: 'YS-FILE-UNQUOTED-TEXT', line: 2, column: 10 })]);
  });

  test('a syntax error has its line', () => {
    expect(parseFile('a: 1\nb: [1,\n').problems[0]).toMatchObject({ code: 'YS-FILE-SYNTAX', line: 3 });
    expect(parseFile('a: 1\na: 2\n').problems[0]).toMatchObject({ code: 'YS-FILE-SYNTAX', line: 2 });
  });

  test('finds the place of a path, or of the nearest key above', () => {
    const { locate } = parseFile('rules:\n  - kind: a\n  - kind: b\n    find: x\n');
    expect(locate(['rules', 1, 'find'])).toEqual({ line: 4, column: 5 });
    expect(locate(['rules', 1, 'nothing'])).toEqual({ line: 3, column: 5 });
  });

  test('JSON is read too', () => {
    expect(parseFile('{"sieve": "x", "fields": {}}').data).toEqual({ sieve: 'x', fields: {} });
  });

  test('a field may have the name of a key: what stands below it is no text for that', () => {
    const text = 'fields:\n  when: { type: date, required: true }\nexpect: { code: 007 }\nwith: { all: 3 }\n';
    expect(parseFile(text).data).toEqual({
      fields: { when: { type: 'date', required: true } },
      expect: { code: '007' },
      with: { all: 3 },
    });
  });
});
