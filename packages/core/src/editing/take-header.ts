import { dictionary } from '../dictionary.js';
import { ownRules } from '../rules/index.js';
import { tryCompileSieve } from '../sieve/index.js';
import { fieldName, namingOf } from '../suggest/field-name.js';
import { guessType } from '../suggest/guess-type.js';
import { type FieldOptions, ownTypes } from '../values/index.js';
import { contextOf } from './context-of.js';
import { checked, type Edited, type ShownMessage } from './edited.js';
import { addItem, setEntry } from './set-entry.js';

/** Headers that rules have a better name for than their own, what a field of theirs is called, and its type. */
const known: Readonly<Record<string, { name: string; label: string; type?: string }>> = dictionary({
  from: { name: 'message.from', label: 'sender', type: ownTypes.address },
  'reply-to': { name: 'message.reply_to', label: 'reply to', type: ownTypes.address },
  to: { name: 'message.to', label: 'addressee' },
  cc: { name: 'message.cc', label: 'copies to' },
  date: { name: 'message.date', label: 'sent', type: ownTypes.moment },
  subject: { name: 'message.subject', label: 'subject line' },
  'message-id': { name: 'message.id', label: 'message id', type: ownTypes.words },
});

/** Makes a header of the message a field: it is declared, and a rule fills it. */
export function takeHeader(source: string, shown: ShownMessage, header: string): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const { sieve } = compiled;
  const lower = header.toLowerCase();
  const { name, label, type } = known[lower] ?? { name: `message.headers.${lower}`, label: lower.replace(/^x-/, '') };
  const value = shown.reading.headers.find(([key]) => key === lower)?.[1] ?? '';
  const options: FieldOptions = type ? { type } : guessType(label, [value], contextOf(sieve, shown.reading));
  const taken = new Set([...Object.keys(sieve.fields), ...Object.keys(sieve.columns)]);
  const field = fieldName(label.replaceAll('-', ' '), options.type, namingOf([...taken]), taken);
  const declared = setEntry(source, ['fields'], field, options, true);
  const rule = ownRules.ofText(`${field}, from the headers`, field, `{{ ${name} }}`);
  return checked(addItem(declared, ['rules'], rule), field);
}
