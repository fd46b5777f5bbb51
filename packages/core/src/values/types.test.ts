import { describe, expect, test } from '@jest/globals';
import { toJson, valueTypes } from './index.js';
import type { ReadContext } from './value-type.js';

const british: ReadContext = { language: 'en', region: 'GB', reference: '2026-11-20', zone: 'Europe/London' };
const nowhere: ReadContext = { language: 'en', region: null, reference: '2026-11-20', zone: 'Europe/London' };

function read(type: string, raw: string, options: Record<string, unknown> = {}, context = british) {
  const result = valueTypes[type]?.read(raw, { type, ...options }, context);
  return result?.ok ? toJson(result.value) : result?.code;
}

describe('date', () => {
  test.each([
    ['2026-12-04', '2026-12-04'],
    ['4 December 2026', '2026-12-04'],
    ['Friday 4 December', '2026-12-04'],
    ['the 3rd of May', '2027-05-03'],
    ['December 4th, 2026', '2026-12-04'],
    ['11/12/2026', '2026-12-11'],
    ['03/05/27', '2027-05-03'],
    ['4. Dezember 2026', '2026-12-04'],
    ['4 de dezembro de 2026', '2026-12-04'],
    ['3 déc. 2026', '2026-12-03'],
    ['1\u00a0November', '2026-11-01'],
    ['20 January', '2027-01-20'],
  ])('“%s” is %s', (raw, iso) => {
    expect(read('date', raw)).toBe(iso);
  });

  test('an order nobody states is a problem, not a guess', () => {
    expect(read('date', '03/05/2027', {}, nowhere)).toBe('YS-VALUE-DATE-ORDER');
    expect(read('date', '03/05/2027', { order: 'mdy' }, nowhere)).toBe('2027-03-05');
    expect(read('date', '25/12/2026', {}, nowhere)).toBe('2026-12-25');
    expect(read('date', '05/05/2027', {}, nowhere)).toBe('2027-05-05');
  });

  test.each([
    ['31 February 2027', 'YS-VALUE-DATE-NONE'],
    ['2027-02-30', 'YS-VALUE-DATE-NONE'],
    ['as soon as we can', 'YS-VALUE-DATE'],
    ['Blursday 4 December', 'YS-VALUE-DATE'],
    ['', 'YS-VALUE-DATE'],
  ])('“%s” gives %s', (raw, code) => {
    expect(read('date', raw)).toBe(code);
  });
});

describe('amount', () => {
  test.each([
    ['£1,234.56', { value: 1234.56, currency: 'GBP' }],
    ['1.234,56 €', { value: 1234.56, currency: 'EUR' }],
    ['EUR 65', { value: 65, currency: 'EUR' }],
    ['-£5', { value: -5, currency: 'GBP' }],
    ['R$ 3', { value: 3, currency: 'BRL' }],
  ])('“%s”', (raw, value) => {
    expect(read('amount', raw)).toEqual(value);
  });

  test('takes the field’s currency only where none is written', () => {
    expect(read('amount', '40', { currency: 'GBP' })).toEqual({ value: 40, currency: 'GBP' });
    expect(read('amount', '$40', { currency: 'AUD' })).toEqual({ value: 40, currency: 'AUD' });
    expect(read('amount', '$40')).toBe('YS-VALUE-CURRENCY');
    expect(read('amount', '40')).toBe('YS-VALUE-CURRENCY');
    expect(read('amount', '40 apples', { currency: 'GBP' })).toBe('YS-VALUE-AMOUNT');
  });
});

describe('number and integer', () => {
  test.each([
    ['number', '21.5 m', { unit: 'm' }, 21.5],
    ['number', '21,5 metres', { unit: 'm' }, 21.5],
    ['number', '68 ft', { unit: 'm' }, 'YS-VALUE-UNIT'],
    ['number', '12 m and a bit', { unit: 'm' }, 'YS-VALUE-NUMBER'],
    ['number', '130', { max: 120 }, 'YS-VALUE-RANGE'],
    ['integer', 'four', {}, 4],
    ['integer', '3 nights', {}, 3],
    ['integer', '2.5', {}, 'YS-VALUE-INTEGER'],
    ['integer', '0', { min: 1 }, 'YS-VALUE-RANGE'],
  ] as const)('%s “%s” with %j is %s', (type, raw, options, expected) => {
    expect(read(type, raw, options)).toBe(expected);
  });
});

describe('email, phone, choice and text', () => {
  test.each([
    ['email', 'Ottoline Marsh <o.marsh@Skerry.Example>', {}, 'o.marsh@skerry.example'],
    ['email', 'mailto:zoë@brandt.example', {}, 'zoë@brandt.example'],
    ['email', 'a@b.example, c@d.example', {}, 'YS-VALUE-EMAIL-SEVERAL'],
    ['email', 'nobody', {}, 'YS-VALUE-EMAIL'],
    ['phone', '07700 900412', {}, '+447700900412'],
    ['phone', '+44 (0)7700 900 412', {}, '+447700900412'],
    ['phone', '0044 7700 900412', {}, '+447700900412'],
    ['phone', 'ask the harbour', {}, 'YS-VALUE-PHONE'],
    ['choice', ' north  PIER', { choices: ['North'], synonyms: { North: ['North pier'] } }, 'North'],
    ['choice', 'West', { choices: ['North'] }, 'YS-VALUE-CHOICE'],
    ['text', '  two\nlines ', {}, 'two\nlines'],
    ['text', '\u00a0 ', {}, 'YS-VALUE-EMPTY'],
    ['text', 'abcdef', { max_length: 5 }, 'YS-VALUE-RANGE'],
  ] as const)('%s “%s”', (type, raw, options, expected) => {
    expect(read(type, raw, options)).toBe(expected);
  });

  test('a national number needs a region', () => {
    expect(read('phone', '07700 900412', {}, nowhere)).toBe('YS-VALUE-PHONE-REGION');
  });
});

test('every type reads any text without throwing', () => {
  for (const type of Object.values(valueTypes)) {
    for (const raw of ['', ' ', '\0', '٣', '𝟛', '-', '£', '1e999', 'x'.repeat(5000), '9'.repeat(400)]) {
      expect(() => type.read(raw, { type: type.kind, choices: ['a'] }, british)).not.toThrow();
    }
  }
});
