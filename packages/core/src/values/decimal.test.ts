import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDecimals, compareDecimals, leadingDecimal } from './decimal.js';

describe('the number at the head of a text', () => {
  test.each([
    ['en', '1,234.56', '1234.56'],
    ['en', '1.234,56', '1234.56'],
    ['de', '1.234', '1234'],
    ['en', '1.234', '1.234'],
    ['en', '1,234', '1234'],
    ['de', '1,234', '1.234'],
    ['en', '1 234 567.8', '1234567.8'],
    ['en', '1\u00a0234,5', '1234.5'],
    ['en', "1'234.50", '1234.5'],
    ['en', '1,234,567', '1234567'],
    ['en', '−3.5', '-3.5'],
    ['en', '+7', '7'],
    ['en', '２１．５', '21.5'],
    ['en', '007', '7'],
    ['en', 'three', '3'],
    ['pt', 'três', '3'],
    ['da', 'fem', '5'],
    ['en', '1.10', '1.1'],
  ])('in %s, “%s” is %s', (language, text, decimal) => {
    expect(leadingDecimal(text, language)?.decimal).toBe(decimal);
  });

  test.each(['', 'abc', '1,23,45', '12.34.56', '1.234,56.7', 'threesome'])('“%s” is none', (text) => {
    expect(leadingDecimal(text, 'en')).toBeNull();
  });

  test('is none of more figures than anybody counts', () => {
    expect(leadingDecimal('9'.repeat(40), 'en')?.decimal).toBe('9'.repeat(40));
    expect(leadingDecimal('9'.repeat(41), 'en')).toBeNull();
  });

  test('says what follows it', () => {
    expect(leadingDecimal('21.5 m long', 'en')?.rest).toBe('m long');
  });

  test('never throws, and what it gives can be compared', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const found = leadingDecimal(text, 'en');
        if (found) expect(compareDecimals(found.decimal, found.decimal)).toBe(0);
      }),
    );
  });

  test('reads every integer back that is written with either grouping', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999_999, max: 99_999_999 }), (number) => {
        const grouped = number.toLocaleString('en-GB');
        expect(leadingDecimal(grouped, 'en')?.decimal).toBe(String(number));
        expect(leadingDecimal(grouped.replaceAll(',', '.'), 'de')?.decimal).toBe(String(number));
      }),
    );
  });
});

test('sums are exact', () => {
  expect(addDecimals('0.1', '0.2')).toBe('0.3');
});
