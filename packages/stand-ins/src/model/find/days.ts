import { plain } from '../language/fold.js';
import { besideDays, months, nearDays, weekdays } from '../language/words.js';
import { numberAt } from './quantities.js';
import type { Letter, Spot } from './spot.js';

/** A day, and whether the words say the direction from the day of the message themselves. */
export interface Day extends Spot<string> {
  kind: 'date' | 'weekday' | 'near' | 'beside';
}

const dayMs = 86_400_000;
const shift = (day: string, days: number) =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * dayMs).toISOString().slice(0, 10);
const weekdayOf = (day: string) => new Date(`${day}T00:00:00Z`).getUTCDay();

const monthNames = [...months.keys()].sort((a, b) => b.length - a.length).join('|');
const forms: readonly RegExp[] = [
  /(?<year>\d{4})-(?<month>\d{2})-(?<day>\d{2})/g,
  /(?<day>\d{1,2})[./](?<month>\d{1,2})[./](?<year>\d{4}|\d{2})(?!\d)/g,
  new RegExp(
    `(?<day>\\d{1,2})(?:\\.|st|nd|rd|th|er|º)? ?(?:of |de |d')?(?<name>${monthNames})\\.?(?:,? (?:de |del )?(?<year>\\d{4}))?(?!\\p{L})`,
    'gu',
  ),
  new RegExp(
    `(?<name>${monthNames})\\.? (?:the )?(?<day>\\d{1,2})(?:st|nd|rd|th)?(?:,? (?<year>\\d{4}))?(?![\\d:])`,
    'gu',
  ),
  /(?<day>\d{1,2})[./](?<month>\d{1,2})\.?(?![\d.,€£$])/g,
];
/** A day without its month, where the words say that it is a day. */
const bareDay =
  /(?:\b(?:the|den|am|vom|zum|le|el|dia|op|den|der) )(?<day>\d{1,2})(?:st|nd|rd|th|\.|er)?(?= ?(?:[,;:.)]|$|to |bis |al |ao |au |a |tot |til |og |y |and |und |et |e |en ))/g;
const directed =
  /(?:(?<ahead>next|coming|this coming|nachste[nrms]?|kommende[nrms]?|proxim[oa]|volgende|komende|aanstaande|naeste|førstkommende) |(?<back>last|letzte[nrms]?|vergangene[nrms]?|pasado|passad[oa]|vorige|afgelopen|sidste) )?$/;
const directedBehind = /^ (?:(?<ahead>prochain|que viene|que vem|proxim[oa])|(?<back>dernier|pasado|passad[oa]))/;

/** All days that a letter names. `past`: a bare weekday is one before the message. */
export function daysIn(letter: Letter, past: boolean): Day[] {
  const { written } = letter;
  const text = foldedText(letter.text);
  const found: Day[] = [...writtenDates(text, written, past)];
  const add = (day: Day) => {
    if (!found.some((other) => day.start < other.end && other.start < day.end)) found.push(day);
  };
  if (written !== null) {
    for (const day of bareDays(text, found, written, past)) add(day);
    for (const [phrase, days] of nearDays)
      for (const at of wordsAt(text, phrase))
        add({ start: at, end: at + phrase.length, value: shift(written, days), kind: 'near' });
    for (const day of spans(letter, text, written)) add(day);
    for (const [name, index] of weekdays)
      for (const at of wordsAt(text, name)) {
        const dated = found.find((day) => isDateOf(day, text, at + name.length));
        if (dated) dated.start = at;
        else add(numbered(text, { at, name, index }, written) ?? weekday(text, { at, name, index }, written, past));
      }
  }
  const ordered = found.sort((a, b) => a.start - b.start);
  return [...ordered, ...besides(text, ordered)].sort((a, b) => a.start - b.start);
}

/** Same length as the text, so that offsets hold. */
export const foldedText = (text: string): string =>
  [...text]
    .map((unit) =>
      unit === '\n'
        ? ' '
        : unit.length === plain(unit).length
          ? plain(unit)
          : unit.toLowerCase().length === unit.length
            ? unit.toLowerCase()
            : unit,
    )
    .join('');

function wordsAt(text: string, phrase: string): number[] {
  const found: number[] = [];
  for (let at = text.indexOf(phrase); at >= 0; at = text.indexOf(phrase, at + 1))
    if (!/\p{L}/u.test(text[at - 1] ?? '') && !/[\p{L}]/u.test(text[at + phrase.length] ?? '')) found.push(at);
  return found;
}

function writtenDates(text: string, written: string | null, past: boolean): Day[] {
  const found: Day[] = [];
  for (const form of forms) {
    for (const match of text.matchAll(form)) {
      const { day, month, name, year } = match.groups ?? {};
      const index = name === undefined ? Number(month) - 1 : (months.get(name) ?? -1);
      const end = match.index + match[0].length;
      if (
        /[\d.,/]$/.test(text.slice(Math.max(0, match.index - 1), match.index)) ||
        found.some((other) => match.index < other.end && other.start < end)
      )
        continue;
      const value = dateOf(Number(day), index, year, written, past);
      if (value !== null) found.push({ start: match.index, end, value, kind: 'date' });
    }
  }
  return found;
}

function dateOf(
  day: number,
  month: number,
  year: string | undefined,
  written: string | null,
  past: boolean,
): string | null {
  if (month < 0 || month > 11 || day < 1 || day > 31) return null;
  const iso = (of: number) => {
    const date = new Date(Date.UTC(of, month, day));
    return date.getUTCMonth() === month ? date.toISOString().slice(0, 10) : null;
  };
  if (year !== undefined) return iso(year.length === 2 ? 2000 + Number(year) : Number(year));
  if (written === null) return null;
  const own = Number(written.slice(0, 4));
  const near = iso(own);
  if (near === null) return null;
  const away = (Date.parse(near) - Date.parse(written)) / dayMs;
  if (past && away > 30) return iso(own - 1);
  return !past && away < -180 ? iso(own + 1) : near;
}

/** `the 20th`, `el 8`: of the month that the next day or the one before names, else of the message's. */
function bareDays(text: string, known: readonly Day[], written: string, past: boolean): Day[] {
  return [...text.matchAll(bareDay)].flatMap((match): Day[] => {
    const number = match.groups?.day ?? '';
    const start = match.index + match[0].indexOf(number);
    const beside = known
      .filter(({ kind }) => kind === 'date')
      .sort((a, b) => Math.abs(a.start - start) - Math.abs(b.start - start))[0];
    const base = beside?.value ?? written;
    let value = `${base.slice(0, 8)}${number.padStart(2, '0')}`;
    if (Number.isNaN(Date.parse(value)) || Number(number) > 31 || Number(number) < 1) return [];
    if (!beside && !past && value < written)
      value = dateOf(Number(number), Number(written.slice(5, 7)) % 12, undefined, written, false) ?? value;
    return [{ start: match.index, end: match.index + match[0].length, value, kind: 'date' }];
  });
}

/** The day of a number and a weekday that lies nearest: “Monday 19”. */
function dayInMonth(number: number, index: number, written: string): string | null {
  for (let away = 0; away < 60; away++)
    for (const step of [away, -away]) {
      const day = shift(written, step);
      if (Number(day.slice(8)) === number && weekdayOf(day) === index) return day;
    }
  return null;
}

interface Named {
  at: number;
  name: string;
  index: number;
}

/** “Monday 19 May”: the date behind a weekday says it. */
const isDateOf = ({ kind, start }: Day, text: string, end: number) =>
  kind === 'date' && start >= end && /^,? (?:the |den |dem |el |le )?$/.test(text.slice(end, start));

const numberBehind =
  /^,? (?:the |den |dem |el |le |o |de )?(\d{1,2})(?:st|nd|rd|th|\.|er)?(?![\d.,:/€£$]*\d| ?(?:€|£|\$|uhr|h\b|euros?))/;

/** “Monday 19”, where the month is not said. */
function numbered(text: string, { at, name, index }: Named, written: string): Day | null {
  const match = numberBehind.exec(text.slice(at + name.length));
  const value = match && dayInMonth(Number(match[1]), index, written);
  return value ? { start: at, end: at + name.length + match[0].length, value, kind: 'date' } : null;
}

function weekday(text: string, { at, name, index }: Named, written: string, past: boolean): Day {
  const before = directed.exec(text.slice(Math.max(0, at - 24), at));
  const behind = directedBehind.exec(text.slice(at + name.length));
  const isBack = before?.groups?.back !== undefined || behind?.groups?.back !== undefined;
  const isBehind = isBack || (past && before?.groups?.ahead === undefined);
  const ahead = (index - weekdayOf(written) + 7) % 7 || 7;
  const start = at - (before?.[0].length ?? 0);
  const end = at + name.length + (behind?.[0].length ?? 0);
  return { start, end, value: shift(written, isBehind ? ahead - 7 : ahead), kind: 'weekday' };
}

const unit = /^(?:days?|tage[n]?|jours?|dias?|dagen?|dage)$/;
const week = /^(?:weeks?|wochen?|semaines?|semanas?|weken|week|uger?|uge)$/;

/** `in three days`, `two weeks ago`, `vor drei Tagen`, `hace dos semanas`. */
function spans({ tokens }: Letter, text: string, written: string): Day[] {
  return tokens.flatMap((token, i): Day[] => {
    const isWeek = week.test(token.word);
    if (!isWeek && !unit.test(token.word)) return [];
    for (const back of [3, 2, 1]) {
      const number = numberAt(tokens, i - back);
      if (number?.next !== i) continue;
      const lead = tokens[i - back - 1]?.word ?? '';
      const tail = tokens[i + 1]?.word ?? '';
      const start = tokens[i - back]?.start ?? 0;
      const days = number.value * (isWeek ? 7 : 1);
      if (
        /^(?:vor|hace|ha|for)$/.test(lead) ||
        /^(?:ago|geleden|siden|atras)$/.test(tail) ||
        text.slice(0, start).endsWith('il y a ')
      )
        return [{ start, end: token.end, value: shift(written, -days), kind: 'near' }];
      if (/^(?:in|dans|en|em|om|over|daqui)$/.test(lead) && number.value < 60)
        return [
          { start: tokens[i - back - 1]?.start ?? start, end: token.end, value: shift(written, days), kind: 'near' },
        ];
    }
    return [];
  });
}

/** The day behind one that was named before. */
function besides(text: string, days: readonly Day[]): Day[] {
  return besideDays.flatMap(([phrase, step]) =>
    wordsAt(text, phrase).flatMap((at): Day[] => {
      const anchor = days.filter(({ start }) => start < at).at(-1);
      const isPart = days.some(({ start, end }) => at < end && start < at + phrase.length);
      return anchor && !isPart
        ? [{ start: at, end: at + phrase.length, value: shift(anchor.value, step), kind: 'beside' }]
        : [];
    }),
  );
}
