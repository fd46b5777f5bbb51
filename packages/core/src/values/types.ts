import { dictionary } from '../dictionary.js';
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
import type { ValueType } from './value-type.js';
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
