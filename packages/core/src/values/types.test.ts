import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readValue, toJson, toText, valueTypes } from './index.js';
import { context, read } from './reader.fixture.js';

describe('email', () => {
  test.each([
    ['Ottoline Marsh <o.marsh@Skerry.Example>', 'o.marsh@skerry.example'],
    ['"Marsh, O." <o.marsh@skerry.example>', 'o.marsh@skerry.example'],
    ['mailto:zoë@brandt.example', 'zoë@brandt.example'],
    ['o.marsh@skerry.example (work)', 'o.marsh@skerry.example'],
    ['o.marsh@skerry.example <mailto:o.marsh@skerry.example>', 'o.marsh@skerry.example'],
    ['a@b.example, c@d.example', 'YS-VALUE-EMAIL-SEVERAL'],
    ['o.marsh at skerry', 'YS-VALUE-EMAIL'],
    ['nobody', 'YS-VALUE-EMAIL'],
  ])('“%s”', (raw, expected) => {
    expect(read('email', raw)).toBe(expected);
  });
});

describe('phone', () => {
  test.each([
    ['07700 900412', '+447700900412'],
    ['+44 (0)7700 900 412', '+447700900412'],
    ['+44(0)7700900412', '+447700900412'],
    ['0044 7700 900412', '+447700900412'],
    ['(07700) 900-412', '+447700900412'],
    ['+44.7700.900.412', '+447700900412'],
    ['Tel: 07700 900412', '+447700900412'],
    ['mobile 07700 900412', '+447700900412'],
    ['07700 900412 (evenings)', '+447700900412'],
    ['07700 900412 ext. 12', '+447700900412'],
    ['tel:+447700900412', '+447700900412'],
    ['＋44 7700 900412', '+447700900412'],
    ['+44\u00a07700\u2011900\u2011412', '+447700900412'],
    ['2027-05-03', 'YS-VALUE-PHONE'],
    ['03/05/2027', 'YS-VALUE-PHONE'],
    ['12', 'YS-VALUE-PHONE'],
    ['ask the harbour', 'YS-VALUE-PHONE'],
  ])('“%s”', (raw, expected) => {
    expect(read('phone', raw)).toBe(expected);
  });

  test('a national number needs a region', () => {
    expect(read('phone', '07700 900412', {}, context('en'))).toBe('YS-VALUE-PHONE-REGION');
  });
});

describe('choices, yes and no', () => {
  const piers = { choices: ['North', 'South', 'Visitors'], synonyms: { North: ['North pier', 'N'] } };
  test.each([
    [' north  PIER', 'North'],
    ['n', 'North'],
    ['“South”.', 'South'],
    ['Sonth', 'South'],
    ['Visitor', 'Visitors'],
    ['Noth', 'North'],
    ['West', 'YS-VALUE-CHOICE'],
    ['North or South', 'YS-VALUE-CHOICE'],
  ])('“%s” is %s', (raw, expected) => {
    expect(read('choice', raw, piers)).toBe(expected);
  });

  test('a letter wrong that fits two choices is neither', () => {
    expect(read('choice', 'stern', { choices: ['sterns', 'sternx'] })).toBe('YS-VALUE-CHOICE');
  });

  test.each([
    ['yes', true],
    ['NO', false],
    ['Ja.', true],
    ['não', false],
    ['☑', true],
    ['Yes, please', true],
    ['no thanks', false],
    ['yes, but no', 'YS-VALUE-YES-NO'],
    ['true', true],
    ['perhaps', 'YS-VALUE-YES-NO'],
  ])('“%s” is %s', (raw, expected) => {
    expect(read('yes-no', raw)).toBe(expected);
  });

  test('words of its own', () => {
    expect(read('yes-no', 'Aye', { yes: ['aye'], no: ['nay'] })).toBe(true);
    expect(read('yes-no', 'granted', { yes: ['granted'] })).toBe(true);
  });
});

describe('web addresses, files and text', () => {
  test.each([
    ['https://gannetbay.example/a?b=1&c=2#d', 'https://gannetbay.example/a?b=1&c=2#d'],
    ['<https://gannetbay.example/a>', 'https://gannetbay.example/a'],
    ['www.gannetbay.example', 'http://www.gannetbay.example'],
    ['gannetbay.example/berths.', 'http://gannetbay.example/berths'],
    ['http://10.0.0.1:8080/x', 'http://10.0.0.1:8080/x'],
    ['gannetbay', 'YS-VALUE-URL'],
    ['javascript:alert(1)', 'YS-VALUE-URL'],
    ['two words.example', 'YS-VALUE-URL'],
  ])('“%s”', (raw, expected) => {
    expect(read('url', raw)).toBe(expected);
  });

  test('a file by its name among the attachments', () => {
    const attached = { ...context('en-GB'), attachments: ['Chart.PDF'] };
    expect(read('attachment', 'chart.pdf', {}, attached)).toBe('Chart.PDF');
    expect(read('attachment', 'plan.pdf', {}, attached)).toBe('YS-VALUE-ATTACHMENT');
  });

  test.each([
    ['  two\nlines ', {}, 'two\nlines'],
    ['\u00a0 ', {}, 'YS-VALUE-EMPTY'],
    ['abcdef', { max_length: 5 }, 'YS-VALUE-RANGE'],
  ])('%j with %j', (raw, options, expected) => {
    expect(read('text', raw, options)).toBe(expected);
  });
});

describe('several values in one field', () => {
  test.each([
    ['email', 'a@b.example, c@d.example', ['a@b.example', 'c@d.example']],
    ['email', 'A <a@b.example>; C <c@d.example>', ['a@b.example', 'c@d.example']],
    ['integer', '3, 4 and 5', [3, 4, 5]],
    ['number', '1,5; 2,5', [1.5, 2.5]],
    ['date', '3 May 2027 and 4 May 2027', ['2027-05-03', '2027-05-04']],
    ['phone', '07700 900412 / 07700 900413', ['+447700900412', '+447700900413']],
    ['text', '- a ladder\n- a hose, long', ['a ladder', 'a hose, long']],
    ['text', 'North pier', ['North pier']],
    ['text', 'red, green and blue', ['red', 'green', 'blue']],
    ['integer', '3, x', 'YS-VALUE-NUMBER'],
  ])('%s “%s”', (type, raw, expected) => {
    expect(read(type, raw, { many: true })).toEqual(expected);
  });

  test('say which day they count from, and too many are refused rather than cut', () => {
    const days = readValue('3 May 2027, tomorrow', { type: 'date', many: true }, context('en-GB'));
    expect(days.ok && days.reference).toBe('2026-11-20');
    expect(read('integer', Array.from({ length: 201 }, (_, i) => i).join('; '), { many: true })).toBe('YS-VALUE-RANGE');
    expect(read('integer', Array.from({ length: 200 }, (_, i) => i).join('; '), { many: true })).toHaveLength(200);
  });

  test('stand in one cell with the field’s separator', () => {
    const result = readValue('3, 4', { type: 'integer', many: true, separator: ' | ' }, context('en-GB'));
    expect(result.ok && toText(result.value)).toBe('3 | 4');
  });
});

test('what is longer than any value of its type is none, alone or among several', () => {
  const long = `${'a.'.repeat(5000)}@skerry.example`;
  expect(read('email', long)).toBe('YS-VALUE-EMAIL');
  expect(read('email', `${long}, a@b.example`, { many: true })).toBe('YS-VALUE-EMAIL');
  expect(read('text', long)).toBe(long);
});

describe('whatever the text', () => {
  const odd = fc.oneof(fc.string({ unit: 'binary' }), fc.string(), fc.stringMatching(/^[\d.,:/ €£$-]{0,30}$/));
  const contexts = ['en-GB', 'en', 'de-DE', 'da-DK', 'fr-FR'].map((locale) => context(locale));

  test.each(Object.keys(valueTypes))('%s never throws, and what it reads can be written', (type) => {
    fc.assert(
      fc.property(odd, fc.constantFrom(...contexts), fc.boolean(), (raw, against, many) => {
        const result = readValue(raw, { type, many, choices: ['a'] }, against);
        if (result.ok) expect(typeof toText(result.value)).toBe('string');
        if (result.ok && !many) expect(toJson(result.value)).not.toBeNull();
      }),
      { numRuns: 400 },
    );
    for (const raw of [
      '',
      '\0',
      '٣',
      '𝟛',
      '1e999',
      'x'.repeat(5000),
      '9'.repeat(400),
      '('.repeat(2000),
      '1,'.repeat(2000),
    ])
      expect(() => readValue(raw, { type, choices: ['a'] }, context('en-GB'))).not.toThrow();
  });
});
