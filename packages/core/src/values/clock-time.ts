import { dictionary } from '../dictionary.js';
import { accentless } from './fold.js';
import { zoneNamed } from './zones.js';

/** A time of day found in a text. */
export interface ClockTime {
  /** `HH:MM`, or `HH:MM:SS` where seconds are written. */
  time: string;
  /** A zone for luxon, where one is written. */
  zone: string | null;
  /** What else stands in the text, before and behind. */
  rest: string;
}

const named: Readonly<Record<string, string>> = dictionary({
  noon: '12:00',
  midday: '12:00',
  midnight: '00:00',
  mittag: '12:00',
  midi: '12:00',
  minuit: '00:00',
  mezzogiorno: '12:00',
  'meio-dia': '12:00',
  mediodia: '12:00',
});
const word = new RegExp(`(?<!\\p{L})(?:at )?(?<name>${Object.keys(named).join('|')})(?!\\p{L})`, 'u');

const zonePart =
  '(?: ?(?<zone>z|(?:utc|gmt) ?[+-] ?\\d{1,2}(?::?\\d{2})?|[+-]\\d{2}:?\\d{2}|\\(?(?:[a-z]{1,4}|eastern|central|mountain|pacific)(?:(?: standard)? time)?\\)?|[a-z]+/[a-z_]+)(?![\\p{L}\\d]))?';
const leadPart = '(?:(?:t|ca\\.?|about|around|at|um|kl\\.?|alle(?: ore)?|as|a las|om|a|vers|gegen|ab|,|-|–) ?)?';
const forms = [
  // 14:30, 14.30 Uhr, 14h30, 2:30 pm, with seconds and a zone
  `(?<hour>\\d{1,2})(?::(?<minute>\\d{2})(?::(?<second>\\d{2})(?:[.,]\\d+)?)?|[ \u202f\u00a0]?h[ \u202f\u00a0]?(?<minute2>\\d{2})(?!\\d)|h|\\.(?<minute3>\\d{2})(?=\\s*(?:[ap]\\.?m|uhr|uur|u\\b|h\\b|$)))(?: ?(?<half>[ap])\\.?m\\.?(?!\\p{L}))?(?: ?(?:uhr|uur|h|hrs|hours|horas|u)(?!\\p{L}))?`,
  // 2 pm, 14 Uhr, 14 h
  `(?<hour>\\d{1,2}) ?(?:(?<half>[ap])\\.?m\\.?|uhr|h|hrs|horas|heures|uur)(?!\\p{L})`,
].map((form) => new RegExp(`(?<![\\d.:/-])${leadPart}${form}${zonePart}`, 'u'));

/** Finds the time of day in a text: `at 2.30 pm`, `14:30 CET`, `14h30`, `um 14 Uhr`, `noon`; null when there is none. */
export function clockTime(raw: string): ClockTime | null {
  const text = accentless(raw)
    .replace(/[‐-―−]/g, '-')
    .replace(/(\d)t(?=\d\d:)/, '$1 ');
  for (const form of /\d/.test(text) ? forms : []) {
    const match = form.exec(text);
    const time = match?.groups && timeOf(match.groups);
    if (!match || !time || isRange(match, text)) continue;
    const zone = match.groups?.zone;
    const known = zone === undefined ? null : zoneNamed(zone);
    const unknown = zone !== undefined && known === null ? ` ${zone}` : '';
    const rest = `${text.slice(0, match.index)} ${unknown}${text.slice(match.index + match[0].length)}`;
    return { time, zone: known, rest: rest.replace(/ +/g, ' ').trim() };
  }
  const match = word.exec(text);
  const time = named[match?.groups?.name ?? ''];
  return match && time !== undefined ? { time, zone: null, rest: text.replace(match[0], '').trim() } : null;
}

/** `14:30-16:00` is no time with an offset; ISO 8601 writes seconds or a T before one. */
function isRange(match: RegExpExecArray, text: string): boolean {
  const { zone, second } = match.groups ?? {};
  return zone?.startsWith('-') === true && second === undefined && !/\d{4}-\d{2}-\d{2} \d/.test(text);
}

function timeOf(parts: Record<string, string | undefined>): string | null {
  const [hour, minute, second] = [
    Number(parts.hour),
    Number(parts.minute ?? parts.minute2 ?? parts.minute3 ?? 0),
    parts.second,
  ];
  if (hour > 24 || minute > 59 || Number(second ?? 0) > 59 || (parts.half && (hour > 12 || hour === 0))) return null;
  if (hour === 24 && minute > 0) return null;
  const full = parts.half ? (hour % 12) + (parts.half === 'p' ? 12 : 0) : hour % 24;
  const two = (number: number) => String(number).padStart(2, '0');
  return `${two(full)}:${two(minute)}${second === undefined ? '' : `:${second}`}`;
}
