import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { context, read } from './reader.fixture.js';

const numberIn = (locale: string, raw: string, options = {}) => read('number', raw, options, context(locale));

describe('numbers', () => {
  test.each([
    ['en-GB', '21.5', 21.5],
    ['en-GB', '1,234.56', 1234.56],
    ['en-GB', '1 234 567.8', 1234567.8],
    ['en-GB', '1\u202f234,5', 1234.5],
    ['de-CH', "1'234.50", 1234.5],
    ['en-IN', '12,34,567.50', 1234567.5],
    ['en-IN', '1,23,456', 123456],
    ['en-GB', '1.234.567', 1234567],
    ['de-DE', '1.234', 1234],
    ['en-GB', '1.234', 1.234],
    ['de-DE', '0,125', 0.125],
    ['en-GB', '0,125', 0.125],
    ['en-GB', '.5', 0.5],
    ['en-GB', '−3.5', -3.5],
    ['en-GB', '45.00-', -45],
    ['en-GB', '(45.00)', -45],
    ['en-GB', '2½', 2.5],
    ['en-GB', '½', 0.5],
    ['en-GB', '２１．５', 21.5],
    ['en-GB', 'about 12', 12],
    ['en-GB', '12 1/2', 12.5],
    ['en-GB', '~12 m', 12],
    ['de-DE', 'ca. 12,5 m', 12.5],
    ['en-GB', '12 m (39 ft)', 12],
    ['en-GB', '7 - 9', 'YS-VALUE-NUMBER'],
    ['en-GB', '7-9', 'YS-VALUE-NUMBER'],
    ['en-GB', '1,23,45', 'YS-VALUE-NUMBER'],
    ['en-GB', '12.34.56', 'YS-VALUE-NUMBER'],
    ['en-GB', 'many', 'YS-VALUE-NUMBER'],
    ['en-GB', '', 'YS-VALUE-NUMBER'],
  ])('%s “%s” is %s', (locale, raw, expected) => {
    expect(numberIn(locale, raw)).toBe(expected);
  });

  test.each([
    ['21.5 m', { unit: 'm' }, 21.5],
    ['21,5 metres', { unit: 'm' }, 21.5],
    ['21.5m', { unit: 'm' }, 21.5],
    ['21.5', { unit: 'm' }, 21.5],
    ['68 ft', {}, 68],
    ['68 ft', { unit: 'm' }, 'YS-VALUE-UNIT'],
    ["68'", { unit: 'ft' }, 68],
    ['12 kts', { unit: 'kn' }, 12],
    ['12 °C', { unit: '°C' }, 12],
    ['80 %', { unit: '%' }, 80],
    ['3 crates', { unit: 'crates' }, 3],
    ['12 m and a bit', { unit: 'm' }, 'YS-VALUE-NUMBER'],
    ['130', { max: 120 }, 'YS-VALUE-RANGE'],
  ])('with its unit, “%s” with %j is %s', (raw, options, expected) => {
    expect(numberIn('en-GB', raw, options)).toBe(expected);
  });

  test.each([
    ['four', 4],
    ['3 nights', 3],
    ['2.0', 2],
    ['2.5', 'YS-VALUE-INTEGER'],
  ])('whole: “%s” is %s', (raw, expected) => {
    expect(read('integer', raw)).toBe(expected);
  });
});

describe('numbers in words', () => {
  test.each([
    ['en-GB', 'twenty-one', 21],
    ['en-GB', 'Ninety nine', 99],
    ['en-GB', 'a hundred', 100],
    ['en-GB', 'three nights', 3],
    ['pt-PT', 'vinte e um', 21],
    ['pt-PT', 'três', 3],
    ['pt-BR', 'dezesseis', 16],
    ['pt-PT', 'cem', 100],
    ['da-DK', 'enogtyve', 21],
    ['da-DK', 'femoghalvfems', 95],
    ['da-DK', 'halvtreds', 50],
    ['de-DE', 'einundzwanzig', 21],
    ['de-DE', 'siebenundsechzig', 67],
    ['de-DE', 'dreißig', 30],
    ['de-DE', 'zwölf', 12],
    ['fr-FR', 'vingt et un', 21],
    ['fr-FR', 'soixante-dix', 70],
    ['fr-FR', 'soixante et onze', 71],
    ['fr-FR', 'quatre-vingts', 80],
    ['fr-FR', 'quatre-vingt-dix-neuf', 99],
    ['fr-CH', 'nonante-deux', 92],
    ['es-ES', 'veintidós', 22],
    ['es-ES', 'treinta y uno', 31],
    ['es-ES', 'cien', 100],
    ['en-GB', 'threesome', 'YS-VALUE-INTEGER-OR-NUMBER'],
    ['en-GB', 'drei', 'YS-VALUE-INTEGER-OR-NUMBER'],
  ])('%s “%s” is %s', (locale, raw, expected) => {
    const found = read('integer', raw, {}, context(locale));
    expect(typeof expected === 'number' ? found : String(found).startsWith('YS-VALUE')).toBe(
      typeof expected === 'number' ? expected : true,
    );
  });
});

describe('amounts of money', () => {
  const amountIn = (locale: string, raw: string, options = {}) => read('amount', raw, options, context(locale));
  test.each([
    ['en-GB', '£1,234.56', 1234.56, 'GBP'],
    ['en-GB', '£ 1,234', 1234, 'GBP'],
    ['de-DE', '1.234,56 €', 1234.56, 'EUR'],
    ['de-DE', '1.234,56€', 1234.56, 'EUR'],
    ['fr-FR', '1 234,56 €', 1234.56, 'EUR'],
    ['en-GB', 'EUR 65', 65, 'EUR'],
    ['en-GB', '65 eur', 65, 'EUR'],
    ['en-GB', '65 euros', 65, 'EUR'],
    ['de-CH', "CHF 1'234.50", 1234.5, 'CHF'],
    ['de-CH', 'Fr. 12.–', 12, 'CHF'],
    ['da-DK', '1.234,50 kr.', 1234.5, 'DKK'],
    ['da-DK', 'kr. 120,-', 120, 'DKK'],
    ['sv-SE', '120 kr', 120, 'SEK'],
    ['nb-NO', '120 kroner', 120, 'NOK'],
    ['en-US', 'US$12.50', 12.5, 'USD'],
    ['en-AU', 'A$12.50', 12.5, 'AUD'],
    ['pt-BR', 'R$ 3,50', 3.5, 'BRL'],
    ['en-IN', '₹1,23,456.00', 123456, 'INR'],
    ['en-US', 'USD 1,234.56', 1234.56, 'USD'],
    ['en-GB', '-£5', -5, 'GBP'],
    ['en-GB', '£-5', -5, 'GBP'],
    ['en-GB', '£5.00-', -5, 'GBP'],
    ['en-GB', '(£5.00)', -5, 'GBP'],
    ['de-DE', '5,00- €', -5, 'EUR'],
    ['en-GB', '$40 AUD', 40, 'AUD'],
    ['en-GB', 'five pounds', 5, 'GBP'],
    ['ja-JP', '¥1,200', 1200, 'JPY'],
  ])('%s “%s” is %s %s', (locale, raw, value, currency) => {
    expect(amountIn(locale, raw)).toEqual({ value, currency });
  });

  test.each([
    ['40', { currency: 'GBP' }, { value: 40, currency: 'GBP' }],
    ['$40', { currency: 'AUD' }, { value: 40, currency: 'AUD' }],
    ['40 dollars', { currency: 'CAD' }, { value: 40, currency: 'CAD' }],
    ['€40', { currency: 'GBP' }, { value: 40, currency: 'EUR' }],
    ['kr 40', { currency: 'NOK' }, { value: 40, currency: 'NOK' }],
    ['kr 40', { currency: 'GBP' }, 'YS-VALUE-CURRENCY'],
    ['$40', {}, 'YS-VALUE-CURRENCY'],
    ['$40', { currency: 'GBP' }, 'YS-VALUE-CURRENCY'],
    ['£40 (incl. VAT)', {}, { value: 40, currency: 'GBP' }],
    ['about £40', {}, { value: 40, currency: 'GBP' }],
    ['kr 40', {}, 'YS-VALUE-CURRENCY'],
    ['40', {}, 'YS-VALUE-CURRENCY'],
    ['40 apples', { currency: 'GBP' }, 'YS-VALUE-AMOUNT'],
    ['£40 or £50', {}, 'YS-VALUE-AMOUNT'],
    ['free', { currency: 'GBP' }, 'YS-VALUE-AMOUNT'],
  ])('“%s” with %j', (raw, options, expected) => {
    expect(amountIn('en-GB', raw, options)).toEqual(expected);
  });

  test('reads back what is written for any place', () => {
    const locales = fc.constantFrom(
      'en-GB',
      'en-US',
      'en-IN',
      'de-DE',
      'de-CH',
      'fr-FR',
      'es-ES',
      'pt-PT',
      'pt-BR',
      'da-DK',
      'it-IT',
      'nl-NL',
    );
    const currencies = fc.constantFrom('GBP', 'EUR', 'USD', 'CHF', 'INR', 'BRL', 'PLN');
    const display = fc.constantFrom('symbol', 'code');
    fc.assert(
      fc.property(
        locales,
        currencies,
        display,
        fc.integer({ min: -9_999_999, max: 999_999_999 }),
        (locale, currency, currencyDisplay, cents) => {
          const written = new Intl.NumberFormat(locale, {
            style: 'currency',
            currency,
            currencyDisplay,
          } as Intl.NumberFormatOptions).format(cents / 100);
          expect([written, amountIn(locale, written, { currency })]).toEqual([
            written,
            { value: cents / 100, currency },
          ]);
        },
      ),
      { numRuns: 2000 },
    );
  });
});
