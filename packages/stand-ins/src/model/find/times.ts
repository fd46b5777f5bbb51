import { foldedText } from './days.js';
import { numberAt } from './quantities.js';
import type { Letter, Spot } from './spot.js';

const figures =
  /(?<![\d.,:/-])(?<h>[01]?\d|2[0-3])(?:(?::|h|\.(?=\d\d ?(?:uhr|h\b|[ap]\.?m)))(?<m>[0-5]\d)|h)(?: ?(?<half>[ap])\.?m\b\.?)?(?: ?(?:uhr|hrs|heures|horas|uur))?(?![\d/€£])/g;
const hours =
  /(?<![\d.,:/-])(?<h>[01]?\d|2[0-3]) ?(?:(?<half>[ap])\.?m\b\.?|uhr|o'clock|h(?:eures?|oras?|rs)?\b|uur\b)(?: (?<m>[0-5]\d)(?![\d.]))?/g;
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
    const late = half === 'p' || (half === undefined && afternoon.test(around) && !morning.test(around));
    const full = late && hour < 12 ? hour + 12 : half === 'a' && hour === 12 ? 0 : hour;
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

/** `half past two`, `quarter to seven`, `halb acht`, `deux heures et demie`, `las siete y media`, `three in the afternoon`. */
function inWords({ tokens, text }: Letter): Clock[] {
  const found: Clock[] = [];
  const word = (i: number) => tokens[i]?.word ?? '';
  const put = (from: number, next: number, hour: number, minute: number) => {
    if (hour >= 0 && hour < 25)
      found.push({ start: tokens[from]?.start ?? 0, end: tokens[next - 1]?.end ?? 0, hour: hour % 24, minute });
  };
  for (let i = 0; i < tokens.length; i++) {
    const part = quarter.test(word(i))
      ? 15
      : /^(?:half|halb|halv)$/.test(word(i))
        ? 30
        : (numberAt(tokens, i)?.value ?? null);
    const from =
      quarter.test(word(i)) || /^(?:half|halb|halv)$/.test(word(i)) ? i + 1 : (numberAt(tokens, i)?.next ?? i + 1);
    if (part !== null && part < 60) {
      const hour = numberAt(tokens, from + 1);
      if (hour && past.test(word(from)) && hour.value < 25) put(i, hour.next, hour.value, part);
      else if (hour && before.test(word(from)) && hour.value < 25 && part < 60)
        put(i, hour.next, hour.value - 1, 60 - part);
    }
    // German, Dutch and Danish name the hour that is half begun.
    if (/^(?:halb|half|halv)$/.test(word(i)) && !past.test(word(i + 1))) {
      const hour = numberAt(tokens, i + 1);
      if (hour && hour.value >= 1 && hour.value <= 12 && !/^(?:a|an)$/.test(word(i + 1)))
        put(i, hour.next, hour.value - 1, 30);
    }
    const hour = numberAt(tokens, i);
    if (!hour || hour.value > 24 || /[.,:]/.test(tokens[i]?.text ?? '')) continue;
    const next = clockWord.test(word(hour.next)) ? hour.next + 1 : hour.next;
    const isClock = next > hour.next;
    const joined = /^(?:et|y|e)$/.test(word(next));
    const minutes = /^(?:demie?|media|meia)$/.test(word(next + 1))
      ? 30
      : /^(?:quart|cuarto|quarto)$/.test(word(next + 1))
        ? 15
        : null;
    if (joined && minutes !== null && (isClock || lead.test(word(i - 1)))) put(i, next + 2, hour.value, minutes);
    else if (isClock && !/\d/.test(tokens[i]?.text ?? '')) put(i, next, hour.value, 0);
    else if (
      /^ ?(?:in the|am|de l'|da|de la|'s|om) ?/.test(text.slice(tokens[hour.next - 1]?.end ?? 0).slice(0, 8)) &&
      lead.test(word(i - 1)) &&
      (afternoon.test(text.slice(tokens[hour.next - 1]?.end ?? 0, (tokens[hour.next - 1]?.end ?? 0) + 24)) ||
        morning.test(text.slice(tokens[hour.next - 1]?.end ?? 0, (tokens[hour.next - 1]?.end ?? 0) + 24)))
    )
      put(i, hour.next, hour.value, 0);
    else if (
      /^(?:at|by|um|om|kl|las)$/.test(word(i - 1)) &&
      !/\d/.test(tokens[i]?.text ?? '') &&
      /^[.,;!?]?$/.test(word(hour.next)) &&
      hour.value > 0
    )
      put(i, hour.next, hour.value, 0);
  }
  return found;
}
