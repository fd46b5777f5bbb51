import { describe, expect, test } from '@jest/globals';
import { type HourOfMail, silenceOf } from './silence.js';

/** Monday, 5 January 2026, 00:00 UTC, in hours since the epoch. */
const monday = Date.UTC(2026, 0, 5) / 3600_000;
const day = 24;
const week = 7 * day;
const weekly = Array.from({ length: 7 }, (_, i): HourOfMail => ({ hour: monday + i * week + 9 + (i % 2), count: 1 }));
/** Forty a day in the hours from 8 to 18, Monday to Friday. */
const busy = Array.from({ length: 6 * 7 }, (_, d) => d)
  .filter((d) => d % 7 < 5)
  .flatMap((d) => Array.from({ length: 10 }, (_, h): HourOfMail => ({ hour: monday + d * day + 8 + h, count: 4 })));

describe('a mailbox that hears once a week', () => {
  const last = monday + 6 * week;
  test.each([
    ['is not missed midweek', last + 3 * day, null],
    ['nor on its day', last + week + 12, null],
    ['but after its day', last + week + 2 * day, 'longer than ever'],
  ])('%s', (_, now, why) => {
    expect(silenceOf(weekly, now)?.why ?? null).toBe(why);
  });
});

describe('a busy mailbox', () => {
  const tuesday = monday + 6 * week + day;
  const untilMonday = [
    ...busy,
    ...Array.from({ length: 10 }, (_, h): HourOfMail => ({ hour: monday + 6 * week + 8 + h, count: 4 })),
  ];
  test.each([
    ['is not missed at night', tuesday + 7, null],
    ['nor over the weekend', monday + 6 * week + 4, busy, null],
    ['nor in its first quiet hour', tuesday + 9, null],
    ['but when a morning goes by', tuesday + 11, 'hours it is busy in'],
  ] as [string, number, ...unknown[]][])('%s', (_, now, ...rest) => {
    const past = rest.length === 2 ? (rest[0] as HourOfMail[]) : untilMonday;
    expect(silenceOf(past, now)?.why ?? null).toBe(rest.at(-1));
  });

  test('says since when, and how many would have come', () => {
    expect(silenceOf(untilMonday, tuesday + 12)).toEqual({
      since: new Date((monday + 6 * week + 17) * 3600_000).toISOString(),
      why: 'hours it is busy in',
      measure: expect.closeTo(16, -1),
    });
  });
});

test('a mailbox that is new, or has hardly any mail, is never missed', () => {
  expect(silenceOf([], monday)).toBeNull();
  expect(silenceOf(weekly.slice(0, 3), monday + 30 * week)).toBeNull();
});
