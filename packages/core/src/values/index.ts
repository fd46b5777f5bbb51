import { amount } from './amount.js';
import { choice } from './choice.js';
import { date } from './date.js';
import { email } from './email.js';
import { integer } from './integer.js';
import { number } from './number.js';
import { phone } from './phone.js';
import { text } from './text.js';
import type { ValueType } from './value-type.js';

/** The field types. A new type is one file and one line here; schema, docs and forms follow from its declaration. */
export const valueTypes: Readonly<Record<string, ValueType>> = {
  text,
  choice,
  number,
  integer,
  amount,
  date,
  email,
  phone,
};

export * from './decimal.js';
export * from './fold.js';
export * from './value.js';
export * from './value-type.js';
