import type { Editable, MessageDetail } from '@yellow-sieve/contract';
import type { JsonValue, MessageOutcome } from '../message/outcome';
import { valueText } from '../message/outcome';

/** What a person is writing over a record: only what is not as it stood. */
export interface Draft {
  /** By field; an empty text says that there is none. */
  fields: Readonly<Record<string, string>>;
  /** The whole list, once a cell or row is another. */
  rows: readonly Readonly<Record<string, string>>[] | null;
  /** Places of rows that are held back, once that is another. */
  held: readonly number[] | null;
}

export const noDraft: Draft = { fields: {}, rows: null, held: null };

export const isChanged = ({ fields, rows, held }: Draft): boolean =>
  Object.keys(fields).length > 0 || rows !== null || held !== null;

/** Several values stand below each other while they are written. */
export const shownText = (value: JsonValue, { options }: Pick<Editable, 'options'>): string =>
  options.many === true && Array.isArray(value)
    ? value.map((item) => valueText(item) ?? '').join('\n')
    : (valueText(value) ?? '');

/** A draft with another text for a field; the text that stood there is no change. */
export function withField(draft: Draft, editable: Editable, text: string, stood: JsonValue): Draft {
  const { [editable.name]: _, ...others } = draft.fields;
  const same = text === shownText(stood, editable);
  return { ...draft, fields: same ? others : { ...others, [editable.name]: text } };
}

/** The rows as they are being written. */
export function rowTexts(draft: Draft, rows: MessageOutcome['rows'], columns: readonly Editable[]) {
  return draft.rows ?? rows.map((row) => rowText(row, columns));
}

const rowText = (row: Readonly<Record<string, JsonValue>>, columns: readonly Editable[]) =>
  Object.fromEntries(columns.map((column) => [column.name, shownText(row[column.name] ?? null, column)]));

/** A correction as the service takes it. */
export function changeOf(
  { fields, rows, held }: Draft,
  form: { fields: readonly Editable[]; columns: readonly Editable[] },
) {
  const written = (text: string, editable: Editable | undefined): JsonValue => {
    if (text.trim() === '') return null;
    return editable?.options.many === true ? text.split('\n').filter((line) => line.trim() !== '') : text;
  };
  const by = (list: readonly Editable[], name: string) => list.find((one) => one.name === name);
  const each = (texts: Readonly<Record<string, string>>, list: readonly Editable[]) =>
    Object.fromEntries(Object.entries(texts).map(([name, text]) => [name, written(text, by(list, name))]));
  return {
    fields: each(fields, form.fields),
    ...(rows ? { rows: rows.map((row) => each(row, form.columns)) } : {}),
    ...(held ? { held_rows: [...held] } : {}),
  };
}

/** Where a message would go if it were confirmed: the destinations of the routes that fire. */
export const goesTo = (routes: MessageDetail['routes']): string[] => [
  ...new Set(routes.flatMap(({ destination, fires }) => (fires ? [destination] : []))),
];

type Problems = readonly Pick<MessageOutcome['problems'][number], 'path' | 'text'>[];

/** Whether a person should look before it is confirmed: something is wrong that was not before, or with what they wrote. */
export const wantsEye = (problems: Problems, before: Problems, { fields, rows }: Draft): boolean =>
  problems.some(
    ({ path, text }) =>
      path in fields || (rows !== null && path.startsWith('rows')) || before.every((one) => one.text !== text),
  );
