import { describe, expect, test } from '@jest/globals';
import { type Cell, ownTypes, wordsValue } from '@yellow-sieve/core';
import ICAL from 'ical.js';
import { attachedBy, calendarOf, vcardOf } from './attached.js';

const words = (texts: Record<string, string>): Cell[] =>
  Object.entries(texts).map(([name, text]) => ({ name, kind: ownTypes.words, value: wordsValue(text) }));
const about = { uid: 'x@y', revision: 2, zone: 'Europe/Lisbon', now: new Date('2026-11-29T10:00:00Z') };
const eventIn = (text: string) => {
  const entry = new ICAL.Component(ICAL.parse(text)).getFirstSubcomponent('vevent');
  if (!entry) throw new Error('there is no entry');
  return new ICAL.Event(entry);
};

describe('what a route attaches', () => {
  test('is nothing where it names nothing of it', () => {
    expect(attachedBy(words({ to: 'a@b.example', text: 'x' }))).toEqual({});
  });

  test.each([
    [{ 'contact.email': 'a@b.example' }, /no name/],
    [{ 'event.start': '2026-12-04' }, /event\.title/],
    [{ 'event.title': 'Stay' }, /event\.start/],
    [{ 'event.title': 'Stay', 'event.start': 'soon' }, /event\.start/],
    [{ 'event.title': 'Stay', 'event.start': '2026-12-04', 'event.end': 'later' }, /event\.end/],
  ])('%j is refused in words', (texts, said) => {
    expect(attachedBy(words(texts as Record<string, string>))).toEqual({ refused: expect.stringMatching(said) });
  });
});

describe('a card', () => {
  test('reads back to what it was made of, whatever stands in it', () => {
    const name = 'Marsh; Ottoline, "Dr" \\ x';
    const card = new ICAL.Component(ICAL.parse(vcardOf({ name, organisation: 'A; B, C', note: 'one\ntwo' })));
    expect([card.getFirstPropertyValue('fn'), card.getFirstPropertyValue('note')]).toEqual([name, 'one\ntwo']);
  });

  test.each(['\r\n', '\r', '\n', '\u2028', '\u0085'])('a line break %j ends no property', (mark) => {
    const lines = vcardOf({ name: `Nell${mark}EMAIL:sly@x.example` }).split(/\r\n|\r|\n|\u2028|\u0085/);
    expect(lines.filter((line) => line.startsWith('EMAIL'))).toEqual([]);
    expect(lines).toHaveLength(5);
  });
});

describe('a calendar entry', () => {
  test('of a day is all of it; a moment is by the clock of the zone, in winter and in summer', () => {
    expect(calendarOf({ title: 'Stay', start: '2026-12-04' }, about)).toContain('DTSTART;VALUE=DATE:20261204');
    const at = (start: string) =>
      eventIn(calendarOf({ title: 'Stay', start }, about))
        .startDate.toJSDate()
        .toISOString();
    expect([at('2026-12-04T10:00:00'), at('2026-07-04T10:00:00'), at('2026-07-04T10:00:00Z')]).toEqual([
      '2026-12-04T10:00:00.000Z',
      '2026-07-04T09:00:00.000Z',
      '2026-07-04T10:00:00.000Z',
    ]);
  });

  test('says who it is and which revision, and where it ends', () => {
    const event = eventIn(
      calendarOf({ title: 'Stay', start: '2026-12-04', end: '2026-12-07', place: 'Pier 3', note: 'a, b; c' }, about),
    );
    expect([event.uid, event.sequence, event.location, event.description, event.endDate.toString()]).toEqual([
      'x@y',
      2,
      'Pier 3',
      'a, b; c',
      '2026-12-07',
    ]);
  });
});
