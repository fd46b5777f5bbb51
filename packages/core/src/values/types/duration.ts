import { leadingDecimal } from '../decimal.js';
import { fold } from '../fold.js';
import { fitByReading, type ValueType, valueType } from '../value-type.js';

type DurationValue = { kind: 'duration'; duration: string };

const names: readonly (readonly [designator: 'Y' | 'MO' | 'W' | 'D' | 'H' | 'M' | 'S', words: RegExp])[] = [
  ['Y', /^(?:y|yrs?|years?|jahre?n?|an(?:né)?e?s?|años?|anos?|år|ann[oi]|jaar)(?!\p{L})/u],
  ['MO', /^(?:months?|monate?n?|mois|mes(?:es)?|måned(?:er)?|mes[ei]|maanden?)(?!\p{L})/u],
  ['W', /^(?:w|wks?|weeks?|wochen?|semaines?|semanas?|uger?|settiman[ae]|weken)(?!\p{L})/u],
  ['D', /^(?:d|days?|nights?|tage?n?|jours?|d[ií]as?|dage?n?|giorn[oi]|dag)(?!\p{L})/u],
  ['H', /^(?:h|hrs?|hours?|std\.?|stunden?|heures?|horas?|timer?|or[ae]|uur|uren)(?!\p{L})/u],
  ['M', /^(?:m|mins?|minutes?|minuten?|minutos?|minutter?|minut[oi])(?!\p{L})/u],
  ['S', /^(?:s|secs?|seconds?|sek(?:unden?)?|secondes?|segundos?|sekunder?|second[oi])(?!\p{L})/u],
];
const iso = /^p(?=\d|t\d)(?:\d+y)?(?:\d+m)?(?:\d+w)?(?:\d+d)?(?:t(?:\d+h)?(?:\d+m)?(?:\d+(?:\.\d+)?s)?)?$/;

const read: ValueType<DurationValue>['read'] = (raw, _options, { language }) => {
  const text = fold(raw);
  if (iso.test(text)) return { ok: true, value: { kind: 'duration', duration: text.toUpperCase() } };
  const clock = /^(\d{1,3}):([0-5]\d)(?::([0-5]\d))?(?: ?h)?$/.exec(text);
  const parts = clock
    ? new Map(['H', 'M', 'S'].map((unit, i) => [unit, String(Number(clock[i + 1] ?? 0))] as const))
    : spelled(text, language);
  return parts && parts.size > 0
    ? { ok: true, value: { kind: 'duration', duration: written(parts) } }
    : { ok: false, code: 'YS-VALUE-DURATION' };
};

/** `2 days, 3 h 30 min`: numbers each with a unit, larger ones first or not; null when anything else stands there. */
function spelled(text: string, language: string): Map<string, string> | null {
  const parts = new Map<string, string>();
  let left = text;
  while (left !== '') {
    const lead = leadingDecimal(left.replace(/^an? (?=\p{L})/u, '1 '), language);
    const unit = lead && names.find(([, words]) => words.test(lead.rest));
    if (!lead || !unit || lead.decimal.startsWith('-') || parts.has(unit[0])) return null;
    parts.set(unit[0], lead.decimal);
    left = lead.rest.replace(unit[1], '').replace(/^[.,]? ?(?:and |und |et |y |e |og |en )?/, '');
  }
  return parts;
}

/** ISO 8601: `P2DT3H30M`. */
function written(parts: ReadonlyMap<string, string>): string {
  const of = (...keys: string[]) =>
    keys.map((key) => (parts.get(key) && parts.get(key) !== '0' ? `${parts.get(key)}${key[0]}` : '')).join('');
  const [days, hours] = [of('Y', 'MO', 'W', 'D'), of('H', 'M', 'S')];
  return days === '' && hours === '' ? 'PT0S' : `P${days}${hours && `T${hours}`}`;
}

export const duration = valueType<DurationValue>({
  kind: 'duration',
  about: 'a length of time, kept as ISO 8601',
  options: {},
  part: '\\d+(?:[.,]\\d+)? ?\\p{L}+(?:,? \\d+ ?\\p{L}+)*',
  storage: { holds: 'text', longest: 64 },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'string', format: 'duration' }, example: 'P3D' },
  toJson: ({ duration }) => duration,
  measures: { scale: 'length', of: ({ duration }) => ({ scale: 'length', duration }) },
});
