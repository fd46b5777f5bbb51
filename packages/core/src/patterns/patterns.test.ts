import { describe, expect, test } from '@jest/globals';
import { Report } from '../files/index.js';
import { tryCompileSieve } from '../sieve/index.js';
import { compilePattern, matchesOf, patternParts } from './index.js';

const compiled = (source: string, options = {}) => {
  const report = new Report(() => ({ line: 1, column: 1 }));
  const pattern = compilePattern(source, options, [], report);
  return { pattern, problem: report.problems[0] ?? null };
};
const found = (source: string, text: string, options = {}) => {
  const { pattern } = compiled(source, options);
  if (!pattern) throw new Error('it does not compile');
  return matchesOf(pattern, text).found.map(([all]) => all);
};

describe('own parts', () => {
  const problems = (parts: object, find = '(?<a>~word~)') => {
    const result = tryCompileSieve({
      sieve: 's',
      fields: { a: { type: 'text' } },
      parts,
      rules: [{ kind: 'pattern', find }],
    });
    return result.ok ? [] : result.problems.map(({ code, path }) => `${code} ${path}`);
  };

  test('have names of their own', () => {
    expect(problems({ email: { find: '~email~x', matches: ['a@b.examplex'] } })).toEqual(['YS-PART-NAME parts.email']);
  });

  test('of parts stay within bounds, however often they double', () => {
    const names = Array.from(
      { length: 40 },
      (_, i) => `p${String.fromCharCode(97 + (i % 26)).repeat(1 + Math.floor(i / 26))}`,
    );
    const doubling = Object.fromEntries(
      names.map((name, i) => [
        name,
        i === 0
          ? { find: 'x', matches: ['x'] }
          : { find: `~${names[i - 1]}~`.repeat(2), matches: ['x'.repeat(Math.min(2 ** i, 9000))] },
      ]),
    );
    expect(problems(doubling).some((problem) => problem.startsWith('YS-PATTERN-LONG'))).toBe(true);
    expect(problems({ x: { find: 'x'.repeat(900), matches: ['x'.repeat(900)] } }, `(?<a>${'~x~'.repeat(30)})`)).toEqual(
      ['YS-PATTERN-LONG rules[0].find'],
    );
  });
});

const parts = Object.values(patternParts).filter(({ matches }) => matches.length > 0);

describe.each(parts.map((part) => [part.name, part] as const))('the part ~%s~', (name, { matches, not, find }) => {
  test.each(matches)('finds “%s” among other words', (example) => {
    expect(found(`~${name}~`, `It is ${example} so far`).join('|')).toContain(example);
    expect(found(`~${name}~`, example)[0]).toBe(example);
  });
  test.each(not)('finds nothing in “%s”', (example) => {
    expect(found(`~${name}~`, example)).toEqual([]);
  });
  test('cannot run away by more than its length squared', () => {
    expect(find).not.toBe('');
    expect(compiled(`~${name}~`).pattern?.danger ?? '').not.toMatch(/countless/);
  });
});

describe('a pattern that is wrong is told', () => {
  test.each([
    ['wind (\\d+', 8, 'not closed'],
    ['~date~ (?<x>\\d{5,2})', 20, 'larger than the second'],
    ['+44', 1, 'nothing that could be repeated'],
    ['[a-', 1, 'not closed by'],
    ['\\k<x>', 5, 'has this name'],
    ['a)', 2, 'closes nothing'],
  ])('%s', (source, near, words) => {
    const { problem } = compiled(source);
    expect(problem?.code).toBe('YS-PATTERN-SYNTAX');
    expect(problem?.text).toContain(words);
    const at = Number(/character (\d+)/.exec(problem?.text ?? '')?.[1]);
    expect(Math.abs(at - near)).toBeLessThanOrEqual(3);
  });
});

describe('patterns that could run away', () => {
  const evil: [string, string][] = [
    ['^(a+)+$', `${'a'.repeat(50_000)}!`],
    ['^(\\w+\\s?)*$', `${'a'.repeat(50_000)}!`],
    ['(.*)*x', 'a'.repeat(50_000)],
    ['(a|aa)+$', `${'a'.repeat(50_000)}!`],
    ['^(([a-z])+.)+[A-Z]([a-z])+$', 'a'.repeat(50_000)],
    ['(\\d+)*-(\\d+)*x', '1'.repeat(50_000)],
    ['(x+x+)+y', 'x'.repeat(50_000)],
    ['^(?:[a-z0-9]+[._-]?)*@', 'a'.repeat(50_000)],
    ['(?:\\s*\\w+\\s*)+;', 'a '.repeat(25_000)],
    ['(.+)+=(.+)+;', '='.repeat(50_000)],
    ['^(?:(?:\\d+|[a-f]+)+:)+$', '0'.repeat(50_000)],
    ['(?:a*)*b', 'a'.repeat(50_000)],
    // Repeats that end, and are too many to wait for.
    ['(?:a{0,15}){0,15}b', 'a'.repeat(50_000)],
    ['(?:a{1,99}){1,99}b', 'a'.repeat(50_000)],
    ['(?:a?){30}a{30}b', 'a'.repeat(50_000)],
    ['(?:a|a){28}b', 'a'.repeat(50_000)],
  ];
  test.each(evil)('%s is stopped, and says so', (source, text) => {
    const { pattern } = compiled(source, { case: 'exact' });
    expect(pattern?.danger ?? '').not.toBe('');
    expect(pattern && matchesOf(pattern, text).stopped).toMatch(/ms$/);
  });

  test.each([
    '\\d{4}',
    '^wind: (?<wind>\\d{1,3}) kn',
    '[A-Z]{2}\\d{2}',
    '\\d{1,2}[./]\\d{1,2}[./]\\d{2,4}',
    '(?<phone>~phone~)',
  ])('%s cannot, and needs no guard', (source) => {
    expect(compiled(source).pattern?.danger).toBeNull();
  });

  test('one that can, and does not, finds what it should', () => {
    expect(found('(a+)+b', 'xx aaab')).toEqual(['aaab']);
  });
});

describe('flags in words', () => {
  test('capitals matter, unless it is said that they do not', () => {
    expect(found('tern', 'Tern tern')).toEqual(['tern']);
    expect(found('tern', 'Tern tern', { case: 'any' })).toEqual(['Tern', 'tern']);
  });

  test.each(Object.values(patternParts).map(({ name, matches }) => [name, matches] as const))(
    'they never do in ~%s~',
    (name, matches) => {
      for (const text of matches)
        for (const written of [text, text.toUpperCase(), text.toLowerCase()])
          expect(found(`~${name}~`, `Tern ${written}`)).toEqual(found(`~${name}~`, `Tern ${written}`, { case: 'any' }));
    },
  );

  test('lines stand each for itself, or together', () => {
    expect(found('^.+$', 'one\ntwo')).toEqual(['one', 'two']);
    expect(found('^.+$', 'one\ntwo', { lines: 'together' })).toEqual(['one\ntwo']);
  });
});
