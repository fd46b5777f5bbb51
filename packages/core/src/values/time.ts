import { clockTime } from './clock-time.js';
import { fitByReading, type ValueType } from './value-type.js';

const read: ValueType['read'] = (raw) => {
  const found = clockTime(raw);
  if (found && /^[.,;!]*$/.test(found.rest)) return { ok: true, value: { kind: 'time', time: found.time } };
  const bare = /^\s*([01]?\d|2[0-3])[:.]?([0-5]\d)\s*(?:h|hrs|hours|Uhr)?\s*$/.exec(raw);
  if (bare && /\d{3}|[:.]/.test(bare[0]))
    return { ok: true, value: { kind: 'time', time: `${bare[1]?.padStart(2, '0')}:${bare[2]}` } };
  return { ok: false, code: 'YS-VALUE-TIME' };
};

export const time: ValueType = {
  kind: 'time',
  about: 'a time of day, kept as HH:MM by the clock it is written for',
  options: {},
  part: '\\d{1,2}(?:[:.h]\\d{2}(?::\\d{2})?)?(?: ?[ap]\\.?m\\.?| ?Uhr)?',
  read,
  fit: fitByReading({ read }),
};
