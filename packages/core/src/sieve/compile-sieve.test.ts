import { describe, expect, test } from '@jest/globals';
import { YsError } from '../errors/index.js';
import { compileSieve, tryCompileSieve } from './compile-sieve.js';

const problems = (source: string) => {
  const result = tryCompileSieve(source);
  return result.ok ? [] : result.problems.map(({ code, line, path, text }) => ({ code, line, path, text }));
};

const base = 'sieve: s\nfields:\n  vessel: { type: text }\n';

describe('mistakes in a sieve file', () => {
  test.each([
    [
      'an unknown key names the nearest',
      `${base}ruls: []\n`,
      { code: 'YS-FILE-UNKNOWN-KEY', line: 4, path: 'ruls', words: 'did you mean “rules”?' },
    ],
    [
      'an option of another type',
      'sieve: s\nfields:\n  vessel:\n    type: text\n    choices: [a]\n',
      { code: 'YS-FILE-UNKNOWN-KEY', line: 5, path: 'fields.vessel.choices', words: 'choices' },
    ],
    ['no name', 'fields: {}\n', { code: 'YS-FILE-MISSING-KEY', line: 1, path: 'sieve', words: '“sieve” is missing' }],
    [
      'a type that does not exist',
      'sieve: s\nfields:\n  vessel: { type: txt }\n',
      { code: 'YS-FIELD-TYPE', line: 3, path: 'fields.vessel.type', words: 'did you mean “text”?' },
    ],
    [
      'a time zone that does not exist, of the sieve',
      `${base}timezone: Europe/Gannet\n`,
      { code: 'YS-FILE-WRONG-VALUE', line: 4, path: 'timezone', words: 'it is no time zone such as Europe/London' },
    ],
    [
      'a time zone that does not exist, of a field',
      'sieve: s\nfields:\n  at: { type: datetime, timezone: GMT+99 }\n',
      { code: 'YS-FILE-WRONG-VALUE', line: 3, path: 'fields.at.timezone', words: 'it is no time zone' },
    ],
    [
      'a rule kind that does not exist',
      `${base}rules:\n  - kind: tempalte\n`,
      { code: 'YS-RULE-KIND', line: 5, path: 'rules[0].kind', words: 'did you mean “template”?' },
    ],
    [
      'a value of the wrong shape',
      'sieve: S S\nfields: {}\n',
      { code: 'YS-FILE-WRONG-VALUE', line: 1, path: 'sieve', words: '“sieve” does not fit' },
    ],
    [
      'a reserved name',
      'sieve: s\nfields:\n  message: { type: text }\n',
      { code: 'YS-SIEVE-RESERVED-NAME', line: 3, path: 'fields.message', words: 'message' },
    ],
    [
      'a field that is a column too',
      `${base}rows:\n  columns:\n    vessel: { type: text }\n`,
      { code: 'YS-SIEVE-FIELD-TWICE', line: 6, path: 'rows.columns.vessel', words: 'vessel' },
    ],
    [
      'a slot of no field',
      `${base}rules:\n  - kind: template\n    layouts:\n      - name: form\n        text: "Vessel: [[vesel]]"\n`,
      { code: 'YS-SIEVE-UNKNOWN-FIELD', line: 8, path: 'rules[0].layouts[0].text', words: 'did you mean “vessel”?' },
    ],
    [
      'a layout without slots',
      `${base}rules:\n  - kind: template\n    layouts:\n      - name: form\n        text: "Vessel"\n`,
      { code: 'YS-TEMPLATE-NO-SLOT', line: 7, path: 'rules[0].layouts[0]', words: 'form' },
    ],
    [
      'a default its type cannot read',
      'sieve: s\nfields:\n  n: { type: integer, default: many }\n',
      { code: 'YS-FIELD-DEFAULT', line: 3, path: 'fields.n.default', words: '“n”' },
    ],
    [
      'a route’s text with an unknown name',
      `${base}routes:\n  - to: book\n    with: { Vessel: "{{ vesel }}" }\n`,
      { code: 'YS-TEXT-NAME', line: 6, path: 'routes[0].with.Vessel', words: 'did you mean “vessel”?' },
    ],
    [
      'a condition that cannot be',
      `${base}accept: [vessel, over, 3]\n`,
      { code: 'YS-CONDITION-TEST', line: 4, path: 'accept[1]', words: 'over' },
    ],
    [
      'a derived field nobody declared',
      `${base}rules:\n  - { kind: derive, fills: dept, from: "x" }\n`,
      { code: 'YS-SIEVE-UNKNOWN-FIELD', line: 5, path: 'rules[0].fills', words: 'dept' },
    ],
  ])('%s', (_, source, { words, ...where }) => {
    const found = problems(source);
    expect(found).toEqual([expect.objectContaining(where)]);
    expect(found[0]?.text).toContain(words);
  });

  test('all are found at once', () => {
    expect(problems('sieve: s\nfields:\n  a: { type: txt }\n  b: { type: nummer }\nextra: 1\n')).toHaveLength(3);
  });

  test('the exception carries them, and its message is the first', () => {
    try {
      compileSieve('sieve: s\nfields:\n  a: { type: txt }\nextra: 1\n');
      throw new Error('it must not compile');
    } catch (error) {
      expect(error).toBeInstanceOf(YsError);
      expect((error as YsError).problems).toHaveLength(2);
      expect((error as YsError).message).toMatch(/^Line 3: “txt” is no field type.*\(and 1 more\)$/);
    }
  });
});

test('a rule that is off is not compiled', () => {
  expect(compileSieve(`${base}rules:\n  - { kind: pattern, off: true, find: "(" }\n`).rules).toEqual([]);
});
