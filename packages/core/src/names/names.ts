import {
  countValue,
  type FieldOptions,
  isList,
  itemsOf,
  ownTypes,
  type SingleValue,
  toText,
  type Value,
  wordsValue,
} from '../values/index.js';
import { messageNameList, messageNameType, messageNameValues } from './message-names.js';
import type { NamedType, NameScope, Scene } from './scene.js';

/** The number of the row that a route writes, from 1; nothing where it does not go by rows. */
const rowNumber = 'row.number';

export const recordNames: readonly string[] = [
  'record.key',
  'record.sieve',
  'record.version',
  'record.layout',
  'record.score',
  'record.verdict',
  'record.link',
];

/** The scope of a sieve: message and record names, its fields, and its columns (`rows.column`, and bare inside a route by rows). */
export function sieveScope(
  fields: Readonly<Record<string, FieldOptions>>,
  columns: Readonly<Record<string, FieldOptions>> = {},
): NameScope {
  const typeOf = (name: string): NamedType | null => {
    const bare = fields[name] ?? columns[name];
    if (bare) return fieldType(bare);
    if (name === 'rows.count') return named(ownTypes.count);
    if (name === rowNumber && Object.keys(columns).length > 0) return named(ownTypes.count);
    const column = name.startsWith('rows.') ? columns[name.slice('rows.'.length)] : undefined;
    if (column) return { ...fieldType(column), many: true };
    if (recordNames.includes(name)) return named(ownTypes.words);
    return messageNameType(name);
  };
  const known = () => [
    ...Object.keys(fields),
    ...Object.keys(columns).flatMap((column) => [column, `rows.${column}`]),
    ...(Object.keys(columns).length > 0 ? [rowNumber, 'rows.count'] : []),
    ...recordNames,
    ...messageNameList,
  ];
  return { typeOf, known };
}

/** The scope of a mailbox: message names alone. */
export const mailboxScope: NameScope = sieveScope({});

/** What the service itself knows, by its type. */
const named = (kind: string): NamedType => ({ kind, many: false, options: { type: kind } });

function fieldType(options: FieldOptions): NamedType {
  return { kind: options.type, many: options.many === true, options };
}

/** The values a name has in a scene, a list's items one by one; none means null. */
export function valuesOf(name: string, scene: Scene): SingleValue[] {
  if (name === 'rows.count') return [countValue(scene.rows.length)];
  if (name === rowNumber) return scene.row === null ? [] : [countValue(scene.rows.indexOf(scene.row) + 1)];
  if (name.startsWith('rows.')) return scene.rows.flatMap((row) => one(row.get(name.slice('rows.'.length))));
  if (name.startsWith('record.')) return one(scene.record[name] == null ? null : wordsValue(scene.record[name]));
  if (name.startsWith('message.')) return messageNameValues(name, scene);
  return one(scene.row?.has(name) ? scene.row.get(name) : scene.fields.get(name));
}

const one = (value: Value | null | undefined): SingleValue[] => (value == null ? [] : itemsOf(value));

/** The value a name has in a scene as a whole: a field's list as a list, else the first; null when there is none. */
export function wholeValue(name: string, scene: Scene): Value | null {
  const field = scene.row?.has(name) ? scene.row.get(name) : scene.fields.get(name);
  return field ?? valuesOf(name, scene)[0] ?? null;
}

/** What a name has in a scene as a text; null when there is nothing. Several values stand with the field's separator, or commas. */
export function textOf(name: string, scene: Scene): string | null {
  const field = scene.fields.get(name);
  if (field && isList(field)) return toText(field);
  const values = valuesOf(name, scene);
  return values.length > 0 ? values.map(toText).join(', ') : null;
}
