import { describe, expect, test } from '@jest/globals';
import { isPeriod, nextMailing, periodOf, readExport } from './index.js';

const zone = 'Europe/Lisbon';
/** A Sunday; in Lisbon half past midnight, in UTC the same. */
const now = new Date('2026-11-29T00:30:00Z');

describe('periods', () => {
  test.each([
    ['today', '2026-11-29T00:00', '2026-11-30T00:00'],
    ['yesterday', '2026-11-28T00:00', '2026-11-29T00:00'],
    ['this week', '2026-11-23T00:00', '2026-11-30T00:00'],
    ['last week', '2026-11-16T00:00', '2026-11-23T00:00'],
    ['last month', '2026-10-01T00:00', '2026-11-01T00:00'],
    ['this year', '2026-01-01T00:00', '2027-01-01T00:00'],
    ['last 7 days', '2026-11-22T00:00', '2026-11-29T00:00'],
    ['since 2026-11-03', '2026-11-03T00:00', null],
    ['2026-11-01 to 2026-11-03', '2026-11-01T00:00', '2026-11-04T00:00'],
    ['all', null, null],
  ])('%s', (text, from, to) => {
    const local = (moment: Date | null) =>
      moment?.toLocaleString('sv', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' }).replace(' ', 'T') ??
      null;
    const span = periodOf(text, zone, now);
    expect([local(span.from), local(span.to)]).toEqual([from, to]);
  });

  test('days are those of the zone', () => {
    expect(periodOf('today', 'America/New_York', now).from).toEqual(new Date('2026-11-28T05:00:00Z'));
    expect(periodOf('last month', zone, now).to).toEqual(new Date('2026-11-01T00:00:00Z'));
    // Summer time ended in between.
    expect(periodOf('last month', zone, now).from).toEqual(new Date('2026-09-30T23:00:00Z'));
  });

  test.each(['last fortnight', 'since yesterday', '2026-02-30 to 2026-03-01', 'LAST MONTH'])('“%s” is none', (text) => {
    expect(isPeriod(text)).toBe(false);
  });
});

describe('when it is mailed', () => {
  test.each([
    ['every day', { every: 'day', at: '07:00' }, '2026-11-29T07:00:00Z'],
    ['every day whose time is past', { every: 'day', at: '00:15' }, '2026-11-30T00:15:00Z'],
    ['Mondays', { every: 'week' }, '2026-11-30T07:00:00Z'],
    ['Sundays', { every: 'week', on: 'sunday', at: '00:30' }, '2026-12-06T00:30:00Z'],
    ['the first of the month', { every: 'month', at: '06:00' }, '2026-12-01T06:00:00Z'],
  ] as const)('%s', (_, mail, expected) => {
    expect(nextMailing(mail, zone, now)).toEqual(new Date(expected));
  });

  test('in summer an hour earlier in UTC', () => {
    expect(nextMailing({ every: 'day' }, zone, new Date('2026-07-01T12:00:00Z'))).toEqual(
      new Date('2026-07-02T06:00:00Z'),
    );
  });
});

describe('the file', () => {
  const file = (more: string) => readExport(`export: month\nsieve: berth-request\n${more}`);
  test('is read', () => {
    expect(
      file('period: last month\nzone: Europe/Lisbon\ncolumns: [vessel, { take: arrival, as: Arrives }]\n').data,
    ).toMatchObject({
      columns: ['vessel', { take: 'arrival', as: 'Arrives' }],
    });
  });
  test.each([
    ['period: last fortnight', 'YS-EXPORT-PERIOD', 3],
    ['zone: Europe/Gannet', 'YS-EXPORT-ZONE', 3],
    ['dates: DD.MM.YYYY', 'YS-TEXT-FORMAT', 3],
    ['mail: { by: desks, to: a@b.example, every: week, on: 3 }', 'YS-EXPORT-ON', 3],
    ['colums: [vessel]', 'YS-FILE-UNKNOWN-KEY', 3],
  ])('%s is refused, with its line', (line, code, at) => {
    expect(file(`${line}\n`).problems).toMatchObject([{ code, line: at }]);
  });
});
