import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isoDay } from './calendar.js';
import { readValue } from './index.js';
import { context, read } from './reader.fixture.js';

const dateIn = (locale: string, raw: string, options = {}) => read('date', raw, options, context(locale));

describe('dates written out', () => {
  test.each([
    ['en-GB', '2026-12-04', '2026-12-04'],
    ['en-GB', '2026/12/4', '2026-12-04'],
    ['en-GB', '20261204', '2026-12-04'],
    ['en-GB', '4 December 2026', '2026-12-04'],
    ['en-GB', 'Friday, 4 December 2026', '2026-12-04'],
    ['en-GB', 'Fri 4 Dec 2026', '2026-12-04'],
    ['en-GB', 'Fri. 4th of Dec. 2026', '2026-12-04'],
    ['en-GB', 'on Friday the 4th of December', '2026-12-04'],
    ['en-GB', 'December 4th, 2026', '2026-12-04'],
    ['en-GB', 'Dec 4 2026', '2026-12-04'],
    ['en-GB', '4-Dec-2026', '2026-12-04'],
    ['en-GB', '04/Dec/26', '2026-12-04'],
    ['en-GB', '4 Dec ’26', '2026-12-04'],
    ['en-GB', '2026 Dec 4', '2026-12-04'],
    ['en-GB', '04.12.2026', '2026-12-04'],
    ['en-GB', '4.12.26', '2026-12-04'],
    ['en-GB', '4 / 12 / 2026', '2026-12-04'],
    ['en-GB', '04 12 2026', '2026-12-04'],
    ['en-GB', 'Fri 04/12/2026', '2026-12-04'],
    ['en-GB', '04/12/2026 (Friday)', '2026-12-04'],
    ['en-GB', '1\u00a0November 2027', '2027-11-01'],
    ['en-GB', '４ December ２０２６', '2026-12-04'],
    ['en-GB', '4 December 2026, 14:30', '2026-12-04'],
    ['en-GB', '2026-12-04T14:30:00Z', '2026-12-04'],
    ['de-DE', 'Freitag, 4. Dezember 2026', '2026-12-04'],
    ['de-DE', 'Fr., 4. Dez. 2026', '2026-12-04'],
    ['de-DE', '3. März 2027', '2027-03-03'],
    ['de-AT', '4.12.2026', '2026-12-04'],
    ['fr-FR', 'vendredi 4 décembre 2026', '2026-12-04'],
    ['fr-FR', 'le 1er mai 2027', '2027-05-01'],
    ['fr-FR', '3 déc. 2026', '2026-12-03'],
    ['fr-FR', '14 août 2027', '2027-08-14'],
    ['es-ES', 'viernes, 4 de diciembre de 2026', '2026-12-04'],
    ['es-ES', 'el 3 de mayo del 2027', '2027-05-03'],
    ['pt-PT', 'sexta-feira, 4 de dezembro de 2026', '2026-12-04'],
    ['pt-BR', '1º de maio de 2027', '2027-05-01'],
    ['pt-PT', '3 de março', '2027-03-03'],
    ['da-DK', 'fredag den 4. december 2026', '2026-12-04'],
    ['da-DK', 'den 3. maj 2027', '2027-05-03'],
    ['da-DK', '3/5-27', '2027-05-03'],
    ['da-DK', '3/5', '2027-05-03'],
    ['it-IT', 'venerdì 4 dicembre 2026', '2026-12-04'],
    ['it-IT', '1° maggio 2027', '2027-05-01'],
    ['nl-NL', 'vrijdag 4 december 2026', '2026-12-04'],
    ['nl-NL', '3 mei 2027', '2027-05-03'],
    ['nl-NL', '3 mrt. 2027', '2027-03-03'],
  ])('%s “%s” is %s', (locale, raw, iso) => {
    expect(dateIn(locale, raw)).toBe(iso);
  });

  test.each([
    ['en', '03/05/2027', {}, 'YS-VALUE-DATE-ORDER'],
    ['en-GB', '03/05/2027', {}, '2027-05-03'],
    ['en-US', '03/05/2027', {}, '2027-03-05'],
    ['de', '03/05/2027', {}, '2027-05-03'],
    ['en', '03/05/2027', { order: 'mdy' }, '2027-03-05'],
    ['en-GB', '03/05/2027', { order: 'mdy' }, '2027-03-05'],
    ['en', '25/12/2026', {}, '2026-12-25'],
    ['en', '12/25/2026', {}, '2026-12-25'],
    ['en', '05/05/2027', {}, '2027-05-05'],
    ['en-GB', '12/25/2026', {}, 'YS-VALUE-DATE-NONE'],
    ['en-CA', '03/05/2027', {}, 'YS-VALUE-DATE-ORDER'],
    ['sv-SE', '27-05-03', {}, '2027-05-03'],
  ])('the order of %s “%s” with %j: %s', (locale, raw, options, expected) => {
    expect(dateIn(locale, raw, options)).toBe(expected);
  });

  test.each([
    ['31 February 2027', 'YS-VALUE-DATE-NONE'],
    ['2027-02-30', 'YS-VALUE-DATE-NONE'],
    ['29 February 2027', 'YS-VALUE-DATE-NONE'],
    ['29 February 2028', '2028-02-29'],
    ['Monday 4 December 2026', 'YS-VALUE-DATE-WEEKDAY'],
    ['Blursday 4 December', 'YS-VALUE-DATE'],
    ['December', 'YS-VALUE-DATE'],
    ['4', 'YS-VALUE-DATE'],
    ['3.5', 'YS-VALUE-DATE'],
    ['as soon as we can', 'YS-VALUE-DATE'],
    ['next week', 'YS-VALUE-DATE'],
    ['4 December or 5 December', 'YS-VALUE-DATE'],
    ['', 'YS-VALUE-DATE'],
  ])('“%s” gives %s', (raw, expected) => {
    expect(dateIn('en-GB', raw)).toBe(expected);
  });

  test('a day further back than one would look for is told by its weekday', () => {
    expect(dateIn('en-GB', '4 August')).toBe('2027-08-04');
    expect(dateIn('en-GB', 'Tuesday 4 August')).toBe('2026-08-04');
    expect(dateIn('en-GB', 'Monday 4 August')).toBe('YS-VALUE-DATE-WEEKDAY');
    // The fourth of March 2026 was a Wednesday, and that is too long ago.
    expect(dateIn('en-GB', 'Wednesday 4 March')).toBe('YS-VALUE-DATE-WEEKDAY');
  });

  test('two figures of a year lie near the reference', () => {
    expect(dateIn('en-GB', '03/05/27')).toBe('2027-05-03');
    expect(dateIn('en-GB', '03/05/87')).toBe('1987-05-03');
    expect(dateIn('en-GB', '03/05/46')).toBe('2046-05-03');
  });
});

describe('dates counted from a day', () => {
  // 20 November 2026 is a Friday.
  test.each([
    ['en-GB', 'today', '2026-11-20'],
    ['en-GB', 'tomorrow morning', '2026-11-21'],
    ['en-GB', 'Tuesday next week', '2026-11-24'],
    ['en-GB', 'Friday next week', '2026-11-27'],
    ['en-GB', 'two days ago', '2026-11-18'],
    ['de-DE', 'vor drei Tagen', '2026-11-17'],
    ['de-DE', 'morgen früh', '2026-11-21'],
    ['fr-FR', 'il y a 3 jours', '2026-11-17'],
    ['da-DK', 'mandag d. 23. november', '2026-11-23'],
    ['en-GB', 'Tomorrow', '2026-11-21'],
    ['en-GB', 'the day after tomorrow', '2026-11-22'],
    ['en-GB', 'yesterday', '2026-11-19'],
    ['en-GB', 'next Friday', '2026-11-27'],
    ['en-GB', 'this Tuesday', '2026-11-24'],
    ['en-GB', 'on Monday', '2026-11-23'],
    ['en-GB', 'last Monday', '2026-11-16'],
    ['en-GB', 'in three days', '2026-11-23'],
    ['en-GB', 'in 2 weeks', '2026-12-04'],
    ['en-GB', 'in a week', '2026-11-27'],
    ['en-GB', '20 January', '2027-01-20'],
    ['en-GB', '1 November', '2026-11-01'],
    ['de-DE', 'übermorgen', '2026-11-22'],
    ['de-DE', 'morgen', '2026-11-21'],
    ['de-DE', 'nächsten Dienstag', '2026-11-24'],
    ['de-DE', 'in drei Tagen', '2026-11-23'],
    ['fr-FR', 'après-demain', '2026-11-22'],
    ['fr-FR', 'mardi prochain', '2026-11-24'],
    ['fr-FR', 'dans 2 semaines', '2026-12-04'],
    ['es-ES', 'pasado mañana', '2026-11-22'],
    ['es-ES', 'el próximo martes', '2026-11-24'],
    ['pt-PT', 'depois de amanhã', '2026-11-22'],
    ['pt-PT', 'na próxima terça-feira', '2026-11-24'],
    ['pt-PT', 'daqui a cinco dias', '2026-11-25'],
    ['da-DK', 'i morgen', '2026-11-21'],
    ['da-DK', 'på tirsdag', '2026-11-24'],
    ['da-DK', 'om to uger', '2026-12-04'],
    ['it-IT', 'dopodomani', '2026-11-22'],
    ['it-IT', 'martedì prossimo', '2026-11-24'],
    ['nl-NL', 'overmorgen', '2026-11-22'],
    ['nl-NL', 'volgende dinsdag', '2026-11-24'],
  ])('%s “%s” is %s', (locale, raw, iso) => {
    expect(dateIn(locale, raw)).toBe(iso);
  });

  test('are refused where there is no day to count from', () => {
    const nowhere = context('en-GB', '');
    for (const raw of ['3 May', 'tomorrow', 'next Friday'])
      expect(read('date', raw, {}, nowhere)).toBe('YS-VALUE-DATE');
    expect(read('date', '3 May 2027', {}, nowhere)).toBe('2027-05-03');
  });

  test('say which day that was; those written out do not', () => {
    const reference = (raw: string) => {
      const result = readValue(raw, { type: 'date' }, context('en-GB', '2026-11-20T10:00:00+00:00'));
      return result.ok ? result.reference : result.code;
    };
    expect(reference('tomorrow')).toBe('2026-11-20');
    expect(reference('3 May')).toBe('2026-11-20');
    expect(reference('3 May 2027')).toBeUndefined();
  });
});

describe('what a date lacks is taken from the one beside it', () => {
  const beside = (raw: string, before: string | null, after: string | null) => {
    const result = readValue(raw, { type: 'date' }, { ...context('en-GB'), beside: { before, after } });
    return result.ok && result.value.kind === 'date' ? [result.value.date, result.borrowed] : result;
  };
  test.each([
    ['3', null, '7 May 2027', ['2027-05-03', 'after']],
    ['28 May', null, '3 June 2028', ['2028-05-28', 'after']],
    ['28 December', null, '3 January 2028', ['2027-12-28', 'after']],
    ['7', 'May 3', null, ['2027-05-07', 'before']],
    ['7, 2028', 'May 3', null, ['2028-05-07', 'before']],
    ['3 May 2027', null, '7 June 2028', ['2027-05-03', undefined]],
  ])('“%s” between “%s” and “%s”', (raw, before, after, expected) => {
    expect(beside(raw, before, after)).toEqual(expected);
  });
});

test('reads every day back, in every language and form', () => {
  const days = fc.record({
    year: fc.integer({ min: 1950, max: 2090 }),
    month: fc.integer({ min: 1, max: 12 }),
    day: fc.integer({ min: 1, max: 28 }),
  });
  const locales = fc.constantFrom('en-GB', 'de-DE', 'fr-FR', 'es-ES', 'pt-PT', 'da-DK', 'it-IT', 'nl-NL');
  const styles = fc.constantFrom('full', 'long', 'medium', 'short');
  fc.assert(
    fc.property(days, locales, styles, ({ year, month, day }, locale, dateStyle) => {
      const written = new Intl.DateTimeFormat(locale, {
        dateStyle,
        timeZone: 'UTC',
      } as Intl.DateTimeFormatOptions).format(Date.UTC(year, month - 1, day));
      const whole = new RegExp(String(year)).test(written);
      const found = dateIn(locale, written);
      if (whole) expect([written, found]).toEqual([written, isoDay(year, month, day)]);
      else expect(String(found).slice(-6)).toBe(isoDay(year, month, day)?.slice(-6));
    }),
    { numRuns: 1500 },
  );
});
