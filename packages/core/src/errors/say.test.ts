import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { catalogue } from './catalogue.js';
import { nearest, say } from './say.js';

describe('the catalogue', () => {
  test.each(Object.entries(catalogue))('%s is a plain sentence with a status', (code, { sentence, status }) => {
    expect(code).toMatch(/^YS(-[A-Z]+)+$/);
    expect(sentence).toMatch(/[.}]$/);
    expect(status).toBeGreaterThanOrEqual(400);
  });

  test('stands in the reference, code for code', () => {
    const page = readFileSync(new URL('../../../../docs/reference/problems.md', import.meta.url), 'utf8');
    const listed = [...page.matchAll(/^\| `(YS-[A-Z-]+)` \|/gm)].map((match) => match[1]);
    expect(listed).toEqual(Object.keys(catalogue));
  });
});

test('placeholders are filled, unknown ones left empty', () => {
  expect(say('YS-NOT-FOUND', { what: 'sieve', name: 'x' })).toBe('There is no sieve “x”.');
  expect(say('YS-NOT-FOUND')).toBe('There is no  “”.');
});

test('the nearest name is told only when it is near', () => {
  expect(nearest('vesel', ['vessel', 'length'])).toBe(' (did you mean “vessel”?)');
  expect(nearest('zzzz', ['vessel', 'length'])).toBe('');
});
