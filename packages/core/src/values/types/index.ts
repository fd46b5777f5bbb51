import { dictionary } from '../../dictionary.js';
import type { SingleValue } from '../value.js';
import type { ValueType } from '../value-type.js';
import { amount } from './amount.js';
import { attachment } from './attachment.js';
import { choice } from './choice.js';
import { date } from './date.js';
import { datetime } from './datetime.js';
import { duration } from './duration.js';
import { email } from './email.js';
import { integer } from './integer.js';
import { number } from './number.js';
import { phone } from './phone.js';
import { text } from './text.js';
import { time } from './time.js';
import { url } from './url.js';
import { yesNo } from './yes-no.js';

/** The field types. A new type is one file and one line here; schema, docs and forms follow from its declaration. */
export const valueTypes: Readonly<Record<string, ValueType>> = dictionary({
  text,
  choice,
  number,
  integer,
  amount,
  date,
  time,
  datetime,
  duration,
  'yes-no': yesNo,
  email,
  phone,
  url,
  attachment,
});

/** The options a type cannot do without. */
export const neededOptions = ({ options }: Pick<ValueType, 'options'>): string[] =>
  Object.entries(options).flatMap(([name, { type }]) => (type === 'optional' ? [] : [name]));

/** The types that what the service itself knows has. */
export const ownTypes = {
  words: text.kind,
  count: integer.kind,
  number: number.kind,
  address: email.kind,
  day: date.kind,
  moment: datetime.kind,
  money: amount.kind,
  link: url.kind,
  oneOf: choice.kind,
} as const;

/** A text as a value. */
export const wordsValue = (words: string): SingleValue => ({ kind: text.kind, text: words });

/** A count as a value. */
export const countValue = (count: number): SingleValue => ({ kind: integer.kind, decimal: String(count), unit: null });

/** A moment in ISO 8601 as a value. */
export const momentValue = (moment: string): SingleValue => ({ kind: datetime.kind, datetime: moment });

/** A figure as a value. */
export const numberValue = (decimal: string): SingleValue => ({ kind: number.kind, decimal, unit: null });
