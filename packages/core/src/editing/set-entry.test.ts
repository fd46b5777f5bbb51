import { describe, expect, test } from '@jest/globals';
import { parse } from 'yaml';
import { addItem, setEntry } from './set-entry.js';

const source = `# the desk's own
sieve: s   # its name
fields:
  vessel: { type: text }   # as painted on her stern
  nights: { type: integer }

rules:
  - kind: template
    name: form
    layouts:
      - name: plain
        text: |
          Vessel: [[vessel]]

  # what nobody marked
  - kind: pattern
    find: '(?<nights>~integer~)'
routes: []
`;

describe('an entry of a source text', () => {
  test('is added behind the others, and nothing else changes', () => {
    const next = setEntry(source, ['fields'], 'pier', { type: 'choice', choices: ['North', 'South'] }, true);
    expect(next).toBe(source.replace('integer }\n', 'integer }\n  pier: { type: choice, choices: [North, South] }\n'));
  });

  test('is changed in its place', () => {
    const text = 'Vessel: [[vessel]]\n\nNights: [[nights]]\n';
    const next = setEntry(source, ['rules', 0, 'layouts', 0], 'text', text);
    expect(parse(next).rules[0].layouts[0].text).toBe(text);
    expect(next).toContain('  # what nobody marked\n  - kind: pattern');
    expect(setEntry(next, ['rules', 0, 'layouts', 0], 'text', 'Vessel: [[vessel]]\n')).toBe(source);
  });

  test('is added to an item of a list, and taken out again', () => {
    const off = setEntry(source, ['rules', 1], 'off', true);
    expect(off).toBe(source.replace("~integer~)'\n", "~integer~)'\n    off: true\n"));
    expect(setEntry(off, ['rules', 1], 'off', undefined)).toBe(source);
    expect(parse(setEntry(source, ['rules', 0], 'kind', undefined)).rules[0]).toEqual({
      name: 'form',
      layouts: [{ name: 'plain', text: 'Vessel: [[vessel]]\n' }],
    });
  });

  test('that is not there yet comes where people write it', () => {
    const next = setEntry(source, [], 'rows', { columns: { item: { type: 'text' } } });
    expect(next.indexOf('rows:')).toBeLessThan(next.indexOf('rules:'));
    expect(next.indexOf('rows:')).toBeGreaterThan(next.indexOf('fields:'));
    expect(parse(next).rows).toEqual({ columns: { item: { type: 'text' } } });
  });

  test('of an empty map makes it', () => {
    expect(parse(setEntry('sieve: s\nfields: {}\nrules: []\n', ['fields'], 'vessel', { type: 'text' }))).toEqual({
      sieve: 's',
      fields: { vessel: { type: 'text' } },
      rules: [],
    });
  });
});

describe('an item of a list', () => {
  test('is added behind the others, or makes the list', () => {
    const rule = { kind: 'derive', fills: 'nights', from: '{{ 3 }}' };
    const next = addItem(source, ['rules'], rule);
    expect(parse(next).rules[2]).toEqual(rule);
    expect(next.startsWith(source.slice(0, source.indexOf('routes')))).toBe(true);
    expect(parse(addItem(source, ['routes'], { to: 'book' })).routes).toEqual([{ to: 'book' }]);
    expect(parse(addItem(source, ['samples'], { message: 'a.eml' })).samples).toEqual([{ message: 'a.eml' }]);
  });
});
