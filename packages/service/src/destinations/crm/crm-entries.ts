import { partsText, say } from '@yellow-sieve/core';
import type { Tried } from '../destination-kind.js';
import type { CrmClient, CrmReply } from './crm-client.js';
import { at, type CrmEntity, fill, put } from './description.js';
import type { Sent } from './fields.js';

/** An entry that was found by a key, with its id; both null where there is none. */
export type Found = { id: string | null; item: unknown } | { tried: Exclude<Tried, { result: 'delivered' | 'later' }> };

/** Pages of a search that are looked through. */
const maxPages = 50;

/** What a field is called over there. */
const theirs = ({ fields }: CrmEntity, field: string): string => fields[field]?.as ?? field;

/** The one entry whose field has the value, or none. Several are never guessed between. */
export async function findEntry(client: CrmClient, entity: CrmEntity, field: string, value: string): Promise<Found> {
  const { find } = entity;
  if (!find) return { tried: { result: 'refused', answer: say('YS-CRM-FIND', { entity: entity.title }) } };
  const tokens = { field: theirs(entity, field), value };
  let query: Record<string, string> = Object.fromEntries(
    Object.entries(find.query).map(([name, text]) => [fill(name, tokens), fill(text, tokens)]),
  );
  let path = entity.path;
  const found: unknown[] = [];
  for (let page = 0; page < maxPages; page++) {
    const reply = await client.get(path, query);
    if (!reply.ok) return { tried: reply.tried };
    const items = at(reply.data, find.items);
    if (!Array.isArray(items))
      return { tried: { result: 'refused', answer: `nothing was found at “${find.items}” of its answer` } };
    found.push(...(find.exact ? items.filter((item) => says(entity, item, field, value)) : items));
    const next = find.pages ? at(reply.data, find.pages.next) : null;
    if (next === null || next === undefined || next === '' || next === false) return oneOf(found, entity, field, value);
    if (find.pages?.as === undefined) [path, query] = [client.onward(path, String(next)), {}];
    else query = { ...query, [find.pages.as]: String(next) };
  }
  return { tried: { result: 'refused', answer: say('YS-CRM-PAGES', { entity: entity.title, count: maxPages }) } };
}

function oneOf(found: readonly unknown[], entity: CrmEntity, field: string, value: string): Found {
  if (found.length > 1)
    return {
      tried: {
        result: 'refused',
        answer: say('YS-CRM-SEVERAL', { count: found.length, entity: entity.title, field, key: value }),
      },
    };
  return found.length === 0 ? { id: null, item: null } : { id: String(at(found[0], entity.id)), item: found[0] };
}

/** Whether an entry's field says a value; capitals do not matter, as in what is searched by. */
const says = (entity: CrmEntity, item: unknown, field: string, value: string) =>
  partsText(saidOf(entity, item, field)).toLowerCase() === value.toLowerCase();

const saidOf = (entity: CrmEntity, item: unknown, field: string) => at(at(item, entity.values), theirs(entity, field));

/** An entry as it came, by the fields the description knows. */
export const cellsOf = (item: unknown, entity: CrmEntity): [string, string][] =>
  Object.keys(entity.fields).map((name) => [name, partsText(saidOf(entity, item, name))]);

/** Makes an entry, or changes the one that was found. */
export async function writeEntry(
  client: CrmClient,
  entity: CrmEntity,
  { id, item }: { id: string | null; item: unknown },
  fields: Readonly<Record<string, Sent>>,
): Promise<Tried> {
  const isNew = id === null || !entity.update;
  const reply = isNew
    ? await client.write('POST', entity.path, bodyOf(entity, fields))
    : await client.write(
        entity.update?.method ?? 'PATCH',
        fill(entity.update?.path ?? '', { id: encodeURIComponent(id ?? '') }),
        bodyOf(entity, entity.update?.whole ? { ...standing(entity, item), ...fields } : fields, id),
      );
  return writtenBy(reply, entity, id);
}

/** What stands in an entry, for those that are written whole. */
const standing = (entity: CrmEntity, item: unknown): Record<string, Sent> =>
  Object.fromEntries(
    Object.keys(entity.fields).flatMap((field) => {
      const value = saidOf(entity, item, field);
      return value === undefined ? [] : [[field, value as Sent]];
    }),
  );

function bodyOf(entity: CrmEntity, fields: Readonly<Record<string, Sent>>, id: string | null = null): unknown {
  const named = Object.fromEntries(Object.entries(fields).map(([field, value]) => [theirs(entity, field), value]));
  if (!entity.body) return named;
  const body: Record<string, unknown> = {};
  for (const [path, value] of Object.entries(entity.body.with)) {
    const filled = typeof value === 'string' ? fill(value, { id: id ?? '' }) : value;
    // An id is said only of what has one.
    if (filled !== '') put(body, path, filled);
  }
  put(body, entity.body.fields, named);
  return body;
}

function writtenBy(reply: CrmReply, entity: CrmEntity, id: string | null): Tried {
  if (!reply.ok) return reply.tried;
  const there = id ?? at(at(reply.data, entity.made), entity.id);
  return { result: 'delivered', answer: `${id === null ? 'made' : 'changed'} ${entity.title} ${there ?? ''}`.trim() };
}
