import { DateTime } from 'luxon';
import * as v from 'valibot';
import { clockTime } from '../clock-time.js';
import { momentOf } from '../value.js';
import { fitByReading, type ReadContext, type ValueType, valueType } from '../value-type.js';
import { zoneSchema } from '../zones.js';
import { date, datePart, orderOption, ordersToldBy, readDay } from './date.js';

type DatetimeValue = { kind: 'datetime'; datetime: string };

const read: ValueType<DatetimeValue>['read'] = (raw, options, context) => {
  const time = clockTime(raw);
  const rest =
    time?.rest.replace(/^(?:on|am|,|-) | ?(?:,|-|um|at|a las|as|kl|a|alle ore|ore|alle|om|om de|klokken|ved)$/g, '') ??
    raw;
  const day = readDay(rest, options, context);
  if ('code' in day) return { ok: false, code: day.code };
  if (!time) return { ok: false, code: 'YS-VALUE-DATETIME-TIME' };
  const other = beginsWithTime.test(raw) ? clockTime(rest) : null;
  if (other && other.time !== time.time) return { ok: false, code: 'YS-VALUE-DATETIME-TWO' };
  const stated = typeof options.timezone === 'string' ? options.timezone : context.zone;
  const datetime = zoned(`${day.date}T${time.time}`, time.zone ?? stated);
  if (datetime === null) return { ok: false, code: 'YS-VALUE-DATE' };
  const value = { kind: 'datetime', datetime } as const;
  return day.counted ? { ok: true, value, reference: dayOf(context) } : { ok: true, value };
};

const beginsWithTime = /^\s*\d{1,2}[:.h]\d{2}(?!\d|\.\d)/;

const dayOf = ({ reference }: ReadContext) => reference.slice(0, 10);

/** With the offset of the zone at that moment; without one where no zone is known. */
function zoned(local: string, zone: string | null): string | null {
  if (zone === null) return local.length === 16 ? `${local}:00` : local;
  const moment = DateTime.fromISO(local, { zone });
  return moment.isValid ? moment.toISO({ suppressMilliseconds: true }) : null;
}

export const datetime = valueType<DatetimeValue>({
  kind: 'datetime',
  about: 'a day with a time of day, kept as ISO 8601 with the offset of its zone',
  options: { ...orderOption, timezone: v.optional(zoneSchema) },
  part: `${datePart}(?:,? (?:at |um )?|T)\\d{1,2}[:.h]\\d{2}(?::\\d{2})?(?: ?[ap]\\.?m\\.?)?(?: ?(?:Z|UTC|GMT|[A-Z]{3,4}|[+-]\\d{2}:?\\d{2}))?`,
  storage: { holds: 'moment' },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'string' }, example: '2026-11-24T09:30:00+00:00' },
  toJson: ({ datetime }) => datetime,
  plain: (text) =>
    /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(?:[+-]\d{2}:\d{2}|Z)?$/.test(text)
      ? { kind: 'datetime', datetime: text }
      : null,
  measures: {
    scale: 'day',
    of: ({ datetime }) => ({ scale: 'day', day: datetime.slice(0, 10), moment: momentOf(datetime) }),
  },
  literal: (written) => (Number.isNaN(Date.parse(written)) ? null : { kind: date.kind, date: written.slice(0, 10) }),
  looks: [{ like: /\d.*\d[:.h]\d{2}/, rank: 3 }, ...ordersToldBy(3)],
  // With nothing between them but a blank or a comma the two are one; a word between makes them two, and a second time behind them a span.
  ...(date.within && { within: { ...date.within, like: withTime(date.within.like), rank: date.within.rank - 0.5 } }),
});

function withTime(day: RegExp): RegExp {
  return new RegExp(
    `(?:${day.source})(?:,? |T)(?:[01]?\\d|2[0-3])[:.][0-5]\\d(?::[0-5]\\d)?(?![\\d:.]\\d)(?!\\s*(?:[-–—]|(?:to|until|till|and|bis|tot|und|à|a|e|y)(?!\\p{L}))\\s*\\d{1,2}(?:[:.h]\\d\\d|\\s*(?:[ap]\\.?m|uhr|h)(?!\\p{L})|(?![\\d.,/]| ?\\p{L})))`,
    day.flags,
  );
}
