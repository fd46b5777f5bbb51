import type { Token } from '../language/fold.js';
import { foldedText } from './days.js';
import { numberAt } from './quantities.js';
import type { Letter, Spot } from './spot.js';

const figures =
  /(?<![\d.,:/-])(?<h>[01]?\d|2[0-3])(?:(?::|h|(?<=kl\.? \d{1,2})\.|\.(?=\d\d ?(?:uhr|h\b|[ap]\.?m)))(?<m>[0-5]\d)|h)(?: ?(?<half>[ap])\.?m\b\.?)?(?: ?(?:uhr|hrs|heures|horas|uur))?(?![\d/€£])/g;
const hours =
  /(?<![\d.,:/-])(?<h>[01]?\d|2[0-3]) ?(?:(?<half>[ap])\.?m\b\.?|uhr|o'clock|h(?:eures?|oras?|rs)?\b|uur\b)(?: (?<m>[0-5]\d)(?!\d|[.,]\d))?/g;
const noons: readonly (readonly [RegExp, string])[] = [
  [/\b(?:noon|midday|mittags?(?: um zwolf)?|midi|mediodia|meio-dia|middag)\b/g, '12:00'],
  [/\b(?:midnight|mitternacht|minuit|medianoche|meia-noite|middernacht|midnat)\b/g, '00:00'],
];
const afternoon =
  /\b(?:afternoon|evening|tonight|nachmittags?|abends?|apres-midi|soir|tarde|noche|noite|middag|'s middags|namiddag|avond|eftermiddag(?:en)?|aften(?:en)?|pm)\b/;
const morning =
  /\b(?:morning|morgens|vormittags?|fruh|matin|manana|manha|ochtends?|morgen(?:en)?|formiddag(?:en)?|early|am)\b/;

/** All times of day that a letter names. Hours in words without a half of the day are taken for those people are awake and at work. */
export function timesIn(letter: Letter): Spot<string>[] {
  const text = foldedText(letter.text);
  const found: Spot<string>[] = [];
  const add = (start: number, end: number, hour: number, minute: number, half?: string) => {
    if (found.some((other) => start < other.end && other.start < end) || hour > 23 || minute > 59) return;
    const around = `${text.slice(Math.max(0, start - 25), start)} ${text.slice(end, end + 30)}`;
    const behind = text.slice(end, end + 26);
    const isAfternoon = afternoon.test(behind) || (afternoon.test(around) && !morning.test(around));
    const late = half === 'p' || (half === undefined && isAfternoon);
    // Nobody fetches anything at three in the night.
    const early =
      half === undefined && hour > 0 && hour < 7 && !/^0?\d[:.h]/.test(text.slice(start, end)) && !morning.test(around);
    const full = (late || early) && hour < 12 ? hour + 12 : half === 'a' && hour === 12 ? 0 : hour;
    found.push({ start, end, value: `${String(full).padStart(2, '0')}:${String(minute).padStart(2, '0')}` });
  };
  for (const form of [figures, hours])
    for (const match of text.matchAll(form)) {
      const { h, m = '0', half } = match.groups ?? {};
      add(match.index, match.index + match[0].length, Number(h), Number(m), half);
    }
  for (const [form, value] of noons)
    for (const match of text.matchAll(form))
      if (!found.some((other) => match.index < other.end && other.start < match.index + match[0].length))
        found.push({ start: match.index, end: match.index + match[0].length, value });
  for (const one of inWords(letter)) add(one.start, one.end, one.hour, one.minute);
  for (const match of text.matchAll(
    /\b(?:at|before|by|after|from|until|around|um|ab|bis|vor|gegen|a las|antes de las|as|antes das|om|voor|na|vanaf|kl\.?|inden|efter|vers) (?<h>[01]?\d|2[0-3])(?![\d.,:/€£%]|\p{L}| ?(?:\p{L}|€|£|%))/gu,
  )) {
    const { h = '' } = match.groups ?? {};
    add(match.index + match[0].length - h.length, match.index + match[0].length, Number(h), 0);
  }
  return found.sort((a, b) => a.start - b.start);
}

interface Clock {
  start: number;
  end: number;
  hour: number;
  minute: number;
}

const before = /^(?:to|vor|voor|i)$/;
const past = /^(?:past|nach|over|after|efter)$/;
const quarter = /^(?:quarter|viertel|kwart|kvart)$/;
const clockWord = /^(?:uhr|heures?|horas?|uur|o'clock)$/;
const lead = /^(?:at|by|before|after|around|from|until|um|ab|bis|gegen|om|vanaf|kl|las|as|vers|a|inden)$/;

/** Words of a letter for clock times, with what they are looked at by. */
interface Words {
  tokens: readonly Token[];
  text: string;
  word(i: number): string;
}

const halfWord = /^(?:half|halb|halv)$/;

/** `half past two`, `quarter to seven`, `halb acht`, `deux heures et demie`, `las siete y media`, `three in the afternoon`. */
function inWords(letter: Letter): Clock[] {
  const { tokens } = letter;
  const words: Words = { tokens, text: foldedText(letter.text), word: (i) => tokens[i]?.word ?? '' };
  return tokens.flatMap((_, i) => besideHour(words, i) ?? halfBegun(words, i) ?? fullHour(words, i) ?? []);
}

function clock({ tokens }: Words, from: number, next: number, hour: number, minute: number): Clock | null {
  if (hour < 0 || hour > 24) return null;
  return { start: tokens[from]?.start ?? 0, end: tokens[next - 1]?.end ?? 0, hour: hour % 24, minute };
}

/** Minutes past or before an hour. */
function besideHour(words: Words, i: number): Clock | null {
  const { tokens, word } = words;
  const number = numberAt(tokens, i);
  const minutes = quarter.test(word(i)) ? 15 : halfWord.test(word(i)) ? 30 : number?.value;
  const from = quarter.test(word(i)) || halfWord.test(word(i)) ? i + 1 : (number?.next ?? i + 1);
  if (minutes === undefined || minutes > 59) return null;
  const hour = numberAt(tokens, from + 1);
  if (!hour || hour.value > 24) return null;
  if (past.test(word(from))) return clock(words, i, hour.next, hour.value, minutes);
  return before.test(word(from)) ? clock(words, i, hour.next, hour.value - 1, 60 - minutes) : null;
}

/** German, Dutch and Danish name the hour that is half begun. */
function halfBegun(words: Words, i: number): Clock | null {
  const { tokens, word } = words;
  if (!halfWord.test(word(i)) || /^(?:an?|past)$/.test(word(i + 1))) return null;
  const hour = numberAt(tokens, i + 1);
  return hour && hour.value >= 1 && hour.value <= 12 ? clock(words, i, hour.next, hour.value - 1, 30) : null;
}

/** An hour in words, with a half or a quarter behind it, or what says that it is one. */
function fullHour(words: Words, i: number): Clock | null {
  const { tokens, word } = words;
  const hour = numberAt(tokens, i);
  const isFigure = /\d/.test(tokens[i]?.text ?? '');
  if (!hour || hour.value > 24 || /[.,:]/.test(tokens[i]?.text ?? '')) return null;
  const isNamed = clockWord.test(word(hour.next));
  const next = isNamed ? hour.next + 1 : hour.next;
  const quarterAt = /^(?:le|un|um)$/.test(word(next + 1)) ? next + 2 : next + 1;
  if (/^(?:moins|menos)$/.test(word(next)) && /^(?:quart|cuarto|quarto)$/.test(word(quarterAt)))
    return clock(words, i, quarterAt + 1, hour.value - 1, 45);
  const minutes = minutesBehind(word(next + 1));
  if (/^(?:et|y|e)$/.test(word(next)) && minutes !== null && (isNamed || lead.test(word(i - 1))))
    return clock(words, i, next + 2, hour.value, minutes);
  if (isFigure) return partOfDay(words, i, hour) ? clock(words, i, hour.next, hour.value, 0) : null;
  const isLast = /^(?:at|by|um|om|kl|las)$/.test(word(i - 1)) && /^[.,;!?]?$/.test(word(hour.next)) && hour.value > 0;
  if (isNamed || isLast || partOfDay(words, i, hour)) return clock(words, i, next, hour.value, 0);
  return null;
}

const minutesBehind = (word: string): number | null =>
  /^(?:demie?|media|meia)$/.test(word) ? 30 : /^(?:quart|cuarto|quarto)$/.test(word) ? 15 : null;

/** `at three in the afternoon`. */
function partOfDay({ tokens, text, word }: Words, i: number, hour: { next: number }): boolean {
  const behind = text.slice(tokens[hour.next - 1]?.end ?? 0).slice(0, 24);
  const isPart = /^ ?(?:in the|am|de l'|da|de la|'s|om) /.test(behind);
  return lead.test(word(i - 1)) && isPart && (afternoon.test(behind) || morning.test(behind));
}
