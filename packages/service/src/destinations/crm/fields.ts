import { type Code, dictionary, nearest, type Params } from '@yellow-sieve/core';
import type { CrmEntity } from './description.js';

/** A value of a line as it is kept in the outbox: JSON, in the sender's own type. */
export type Plain = string | number | boolean | string[];

/** Null empties a field over there. */
export type Sent = Plain | null;

export type Fitted = { ok: true; fields: Record<string, Sent> } | { ok: false; code: Code; params: Params };

/** Brings the values of a line into the types of an entity. What is missing is not sent, so it overwrites nothing. */
export function fitFields(values: Readonly<Record<string, Sent>>, entity: CrmEntity): Fitted {
  const fields: Record<string, Sent> = {};
  for (const [field, value] of Object.entries(values)) {
    const wanted = entity.fields[field];
    if (!wanted)
      return problem('YS-CRM-FIELD', {
        field,
        entity: entity.title,
        nearest: nearest(field, Object.keys(entity.fields)),
      });
    if (value === null) {
      fields[field] = null;
      continue;
    }
    const fitted = fit(value, wanted.type);
    if (fitted === null)
      return problem('YS-CRM-FIELD-TYPE', { field, type: wanted.type, value: String(value).slice(0, 80) });
    fields[field] = fitted;
  }
  const missing = Object.entries(entity.fields).find(
    ([field, { required }]) => required && (fields[field] ?? null) === null,
  );
  if (missing) return problem('YS-CRM-FIELD-MISSING', { entity: entity.title, field: missing[0] });
  return { ok: true, fields };
}

const problem = (code: Code, params: Params): Fitted => ({ ok: false, code, params });

function fit(value: Plain, type: CrmEntity['fields'][string]['type']): Plain | null {
  const text = Array.isArray(value) ? value.join(', ') : String(value);
  switch (type) {
    case 'text':
      return text;
    case 'number':
      return numberOf(text);
    case 'whole number':
      return Number.isInteger(numberOf(text)) ? numberOf(text) : null;
    case 'date':
      return /^\d{4}-\d{2}-\d{2}$/.test(text) ? text : null;
    case 'yes-no':
      return typeof value === 'boolean' ? value : (flags[text] ?? null);
    case 'list':
      return Array.isArray(value) ? value : text.split(',').flatMap((item) => item.trim() || []);
  }
}

const flags = dictionary<Record<string, boolean>>({ yes: true, true: true, no: false, false: false });

const numberOf = (text: string): number | null => (/^-?\d+(\.\d+)?$/.test(text) ? Number(text) : null);
