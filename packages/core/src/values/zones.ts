import { IANAZone } from 'luxon';
import * as v from 'valibot';
import { dictionary } from '../dictionary.js';

/** A time zone as files name it: by its IANA name. */
export const zoneSchema = v.pipe(
  v.string(),
  v.check((name) => IANAZone.isValidZone(name), 'it is no time zone such as Europe/London'),
);

// Names of zones as people write them. The names of whole zones (CET, WET, EET, Eastern) follow the clocks of their region,
// summer time included, as in the tz database; those with “standard” or “summer” in them are a fixed offset.
const named: Readonly<Record<string, string>> = dictionary({
  z: 'UTC',
  utc: 'UTC',
  gmt: 'UTC',
  cet: 'Europe/Paris',
  mez: 'Europe/Berlin',
  wet: 'Europe/Lisbon',
  eet: 'Europe/Athens',
  msk: 'Europe/Moscow',
  bst: 'UTC+1',
  ist: 'UTC+5:30',
  cest: 'UTC+2',
  mesz: 'UTC+2',
  west: 'UTC+1',
  eest: 'UTC+3',
  est: 'UTC-5',
  edt: 'UTC-4',
  cst: 'UTC-6',
  cdt: 'UTC-5',
  mst: 'UTC-7',
  mdt: 'UTC-6',
  pst: 'UTC-8',
  pdt: 'UTC-7',
  et: 'America/New_York',
  eastern: 'America/New_York',
  ct: 'America/Chicago',
  central: 'America/Chicago',
  mt: 'America/Denver',
  mountain: 'America/Denver',
  pt: 'America/Los_Angeles',
  pacific: 'America/Los_Angeles',
  jst: 'Asia/Tokyo',
  aest: 'UTC+10',
  aedt: 'UTC+11',
  nzst: 'UTC+12',
  nzdt: 'UTC+13',
});

/** A time zone for luxon, by what people write: `CET`, `Eastern time`, `UTC+2`, `+01:00`, `Europe/Lisbon`; null for none such. */
export function zoneNamed(written: string): string | null {
  const name = written.replace(/^\((.*)\)$/, '$1').trim();
  const offset = /^(?:utc|gmt)? ?([+-])(\d{1,2}):?(\d{2})?$/i.exec(name);
  if (offset) return `UTC${offset[1]}${Number(offset[2])}${offset[3] ? `:${offset[3]}` : ''}`;
  const known = named[name.toLowerCase().replace(/ (?:standard )?time$/, '')];
  if (known !== undefined) return known;
  return /^[a-z]+\/[a-z_/]+$/i.test(name) && IANAZone.isValidZone(name) ? name : null;
}
