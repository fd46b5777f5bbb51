import { describe, expect, test } from '@jest/globals';
import { readWritten, toJson, toText, type Value, valueTypes } from './index.js';
import { context, read } from './reader.fixture.js';

const written = (type: string, value: never, options: object = {}, locale = 'en-GB') => {
  const result = readWritten(value, { type, ...options }, context(locale));
  return result.ok ? toJson(result.value) : result.code;
};

const samples: Record<string, Value> = {
  text: { kind: 'text', text: 'two\nlines, and a comma' },
  number: { kind: 'number', decimal: '1.125', unit: null },
  integer: { kind: 'integer', decimal: '-1200', unit: null },
  amount: { kind: 'amount', decimal: '1250.5', currency: 'EUR' },
  date: { kind: 'date', date: '2026-04-03' },
  time: { kind: 'time', time: '18:30' },
  datetime: { kind: 'datetime', datetime: '2026-04-03T18:30:00+02:00' },
  duration: { kind: 'duration', duration: 'P1DT2H' },
  'yes-no': { kind: 'yes-no', yes: true },
  email: { kind: 'email', address: 'ann@skerry.example' },
  phone: { kind: 'phone', e164: '+447700900412' },
  url: { kind: 'url', url: 'https://skerry.example/a?b=1' },
  attachment: { kind: 'attachment', name: 'plan.pdf' },
  choice: { kind: 'choice', choice: 'North' },
};

describe('a value that was written down', () => {
  test('is tried with every type there is', () => {
    expect(Object.keys(samples).sort()).toEqual(Object.keys(valueTypes).sort());
  });

  test.each(
    Object.entries(samples).flatMap(([type, value]) =>
      ['en-GB', 'en-US', 'de-DE', 'fr-FR', 'da-DK'].map((locale) => [type, locale, value] as const),
    ),
  )('a record’s own %s reads back as itself in %s, as JSON and as text', (type, locale, value) => {
    const options = { choices: ['North', 'South'], currency: 'GBP' };
    expect(written(type, toJson(value) as never, options, locale)).toEqual(toJson(value));
    expect(written(type, toText(value) as never, options, locale)).toEqual(toJson(value));
  });

  test('else it is read as people write it in the sieve’s language', () => {
    expect(written('number', '1.234,5' as never, {}, 'de-DE')).toBe(1234.5);
    expect(written('date', '3. April 2026' as never, {}, 'de-DE')).toBe('2026-04-03');
    expect(written('amount', '40' as never, { currency: 'GBP' })).toEqual({ value: 40, currency: 'GBP' });
    expect(read('number', '1.125', {}, context('de-DE'))).toBe(1125);
  });

  test('keeps to what the field allows', () => {
    expect(written('integer', 70 as never, { max: 60 })).toBe('YS-VALUE-RANGE');
    expect(written('integer', 1.5 as never)).toBe('YS-VALUE-INTEGER');
    expect(written('choice', 'East' as never, { choices: ['North'] })).toBe('YS-VALUE-CHOICE');
    expect(written('text', ['a', 'b'] as never)).toBe('YS-VALUE-SINGLE');
  });

  test('takes several values as a list, by the separator, or as one line a value', () => {
    const many = { many: true };
    expect(written('integer', [1, 2] as never, many)).toEqual([1, 2]);
    expect(written('text', 'a, b' as never, many)).toEqual(['a', 'b']);
    expect(written('text', 'a; b' as never, { ...many, separator: '; ' })).toEqual(['a', 'b']);
    expect(written('amount', '1.50 EUR, 2 EUR' as never, many, 'de-DE')).toEqual([
      { value: 1.5, currency: 'EUR' },
      { value: 2, currency: 'EUR' },
    ]);
  });

  test('numbers of any size have no exponent', () => {
    expect(written('number', 0.0000001 as never)).toBe(0.0000001);
    expect(written('number', 1e21 as never)).toBe(1e21);
  });
});
