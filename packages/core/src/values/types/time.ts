import { clockTime } from '../clock-time.js';
import { orderOf } from '../date-order.js';
import { plainDate } from '../date-text.js';
import { remark } from '../decimal.js';
import { fitByReading, type ValueType, valueType } from '../value-type.js';
import { writtenDay } from '../written-day.js';

type TimeValue = { kind: 'time'; time: string };

/** A day before or behind the time is passed over, as a date passes over a time. */
const read: ValueType<TimeValue>['read'] = (raw, _, { language, region, reference }) => {
  const found = clockTime(raw.replace(remark, ''));
  const isRest = (rest: string) =>
    /^[.,;!]*$/.test(rest) ||
    !('code' in writtenDay(plainDate(rest), { order: orderOf(language, region), language, reference }));
  if (found && isRest(found.rest)) return { ok: true, value: { kind: 'time', time: found.time } };
  const bare = /^\s*([01]?\d|2[0-3])[:.]?([0-5]\d)\s*(?:h|hrs|hours|Uhr|uur)?\s*$/.exec(raw);
  if (bare && /\d{3}|[:.]/.test(bare[0]))
    return { ok: true, value: { kind: 'time', time: `${bare[1]?.padStart(2, '0')}:${bare[2]}` } };
  return { ok: false, code: 'YS-VALUE-TIME' };
};

/** Labels of how long something takes: `2 h` is no time of day then. */
const ofLength =
  /\b(?:duration|length|takes?|took|how long|dauer|dauert|duree|duracion|duracao|durata|duur|varighed|lange|hours|stunden|heures|horas|uren|timer|ore)\b/;

/** Labels of a time of day, and of what begins or ends at one: `16.10` is a time then. */
const ofClock =
  /\b(?:time|departs?|departure|arrives?|arrival|opens|closes|starts|ends|uhrzeit|zeit|abfahrt|abflug|ankunft|beginn|ende|heure|depart|arrivee|hora|salida|llegada|ora|orario|partenza|arrivo|partida|chegada|tijd|vertrek|aankomst|tid|tidspunkt|klokken|kl|afgang|ankomst|avgang)\b/;

export const time = valueType<TimeValue>({
  kind: 'time',
  about: 'a time of day, kept as HH:MM by the clock it is written for',
  spoken: {
    of: /\b(?:time of day|what time|at which hour|hour|clock|uhrzeit|heure|hora|tijd|tijdstip|klokkeslaet)\b|^time\b/,
    rank: 6,
  },
  options: {},
  part: '\\d{1,2}(?:[:.h]\\d{2}(?::\\d{2})?)?(?: ?[ap]\\.?m\\.?| ?(?:Uhr|uur))?',
  storage: { holds: 'time of day' },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'string' }, example: '09:30' },
  toJson: ({ time }) => time,
  measures: { scale: 'clock', of: ({ time }) => ({ scale: 'clock', time }) },
  // A full stop alone makes no time: 1.40 is a figure too.
  looks: [
    {
      unlike: ofLength,
      like: /^\d{1,2}(?:[:h]\d{2}(?::\d{2})?|[.]\d{2}(?= ?[aphu]))? ?(?:[ap]\.?m\.?|h|hrs|uhr|uur|horas)?(?: \([^()\d]{2,20}\))?$/i,
      rank: 5,
    },
    { label: ofClock, like: /^(?:[01]?\d|2[0-3])\.[0-5]\d$/, rank: 5.5 },
  ],
  within: {
    // With a full stop only behind a word that says it is of the clock, beside another one that is, or before its hours.
    like: /(?<![\d.:,])(?:[01]?\d|2[0-3])(?::[0-5]\d| ?h ?[0-5]\d| ?[ap]\.?m\b|\.[0-5]\d(?= ?(?:uhr|uur)\b))(?: ?(?:uhr|uur)\b)?(?!\d|:\d)|(?<=\b(?:kl\.?|klo|klokken|klockan|alle ore|ore) ?(?:(?:[01]?\d|2[0-3])\.[0-5]\d ?[–-] ?)?)(?:[01]?\d|2[0-3])\.[0-5]\d(?!\d|[:.,]\d| ?[€£$%])/gi,
    rank: 4,
  },
});
