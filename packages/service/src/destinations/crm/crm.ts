import { type Cell, figureOf, isList, nearest, say, toStored, toText, YsError } from '@yellow-sieve/core';
import * as v from 'valibot';
import { webAddress } from '../../outgoing/web-address.js';
import type { DeliveryAbout, DestinationContext, DestinationKind } from '../destination-kind.js';
import { clearEntry } from '../key.js';
import { CrmClient, type CrmConnection } from './crm-client.js';
import { cellsOf, findEntry, writeEntry } from './crm-entries.js';
import { type CrmDescription, type CrmEntity, parseDescription } from './description.js';
import { fitFields, type Plain, type Sent } from './fields.js';

const entries = {
  entity: v.pipe(v.string(), v.title('Entity'), v.description('What is made or changed there.')),
  /** The field by whose value an entry is found again; without it, each record makes one of its own. */
  find_by: v.optional(
    v.pipe(v.string(), v.title('Found by'), v.description('Nothing: each record makes an entry of its own.')),
  ),
  clear: clearEntry(
    'Fields that are emptied when a record has no value for them; the others stay as they stand. With commas.',
  ),
};
const connectionEntries = {
  description: v.pipe(
    v.string(),
    v.check(isDescription, complaintOf),
    v.title('Description'),
    v.description('The file that says how this CRM is written to.'),
    v.metadata({ as: 'long text' }),
  ),
  base: v.optional(
    v.pipe(webAddress, v.title('Address'), v.description('Where it is not the one in the description.')),
  ),
  /** Named by the description; none where it asks for none. */
  credentials: v.optional(v.record(v.string(), v.string()), {}),
};

/** An entity of a CRM, found by a key and changed, or made. The CRM is described by data. */
export const crm: DestinationKind = {
  kind: 'crm',
  title: 'CRM',
  about: 'an entry in a CRM that a description tells of, found by a key and changed, or made',
  entries,
  connection: { kind: 'crm', entries: connectionEntries },
  render(line, _about, { find_by: key, clear = [] }) {
    const cleared = new Set(clear as string[]);
    const values: Record<string, Sent> = Object.fromEntries(
      line.cells.flatMap(({ name, value }): [string, Sent][] => {
        if (value !== null) return [[name, plain(value)]];
        return cleared.has(name) ? [[name, null]] : [];
      }),
    );
    if (key === undefined) return { payload: values };
    const found = values[String(key)];
    if (found === undefined || found === null)
      return { refused: say('YS-CRM-FIELD-MISSING', { entity: 'The entry', field: String(key) }) };
    return { payload: values, order: `${key}=${String(found).toLowerCase()}` };
  },
  offers({ description: text }) {
    if (typeof text !== 'string' || text.trim() === '') return { entries: {}, connecting: [] };
    const { entities, credentials } = parseDescription(text);
    const found = Object.values(entities).flatMap(({ find }) => find?.by ?? []);
    return {
      entries: { entity: Object.keys(entities), find_by: [...new Set(found)] },
      connecting: Object.entries(credentials).map(([name, { title, help }]) => ({
        name: `credentials.${name}`,
        as: 'secret',
        required: true,
        title,
        help,
        offers: [],
        aside: false,
      })),
    };
  },
  async test(context) {
    const { description, client } = opened(context);
    const entity = description.entities[String(context.definition.entity)];
    const wrong = entity ? wrongKey(entity, context.definition.find_by) : unknownEntity(description, context);
    if (wrong) return { ok: false, detail: wrong };
    const reply = await client.get(description.test);
    return reply.ok
      ? { ok: true, detail: `${description.title} answers, and takes the credentials` }
      : { ok: false, detail: reply.tried.answer };
  },
  async columns(context) {
    const { description } = opened(context);
    const entity = description.entities[String(context.definition.entity)];
    if (!entity)
      throw new YsError('YS-DESTINATION-COLUMNS', { detail: unknownEntity(description, context).replace(/\.$/, '') });
    const key = context.definition.find_by;
    return Object.entries(entity.fields)
      .filter(([name]) => name !== entity.identity)
      .map(([name, { required, help }]) => ({
        name,
        required: required || name === key,
        help: help ?? null,
        // What it does not take is said by its own types, before anything is sent.
        holds: null,
      }));
  },
  async standing(written, about, context) {
    const { description, client } = opened(context);
    const entity = description.entities[String(context.definition.entity)];
    const key = entity && keyOf(entity, context.definition.find_by);
    if (!entity || !key) return { answer: say('YS-DESTINATION-NOT-ASKED') };
    const fitted = fitFields(withIdentity(written as Record<string, Sent>, entity, about), entity);
    if (!fitted.ok) return { answer: say(fitted.code, fitted.params) };
    const found = await findEntry(client, entity, key, String(fitted.fields[key]));
    if ('tried' in found) return { answer: found.tried.answer };
    return { cells: found.id === null ? null : cellsOf(found.item, entity) };
  },
  async deliver(payload, about, context) {
    const { description, client } = opened(context);
    const entity = description.entities[String(context.definition.entity)];
    if (!entity) return { result: 'refused', answer: unknownEntity(description, context) };
    const key = keyOf(entity, context.definition.find_by);
    const values = withIdentity(payload as Record<string, Sent>, entity, about);
    const fitted = fitFields(values, entity);
    if (!fitted.ok) return { result: 'refused', answer: say(fitted.code, fitted.params) };
    const found = key ? await findEntry(client, entity, key, String(fitted.fields[key])) : { id: null, item: null };
    if ('tried' in found) return found.tried;
    return writeEntry(client, entity, found, fitted.fields);
  },
};

const keyOf = (entity: CrmEntity, findBy: unknown): string | undefined =>
  findBy === undefined ? entity.identity : String(findBy);

const withIdentity = (values: Record<string, Sent>, { identity }: CrmEntity, about: DeliveryAbout) =>
  identity ? { ...values, [identity]: about.identity } : values;

function opened({ connection, outgoing }: DestinationContext) {
  const options = connection as unknown as CrmConnection;
  const description = parseDescription(options.description);
  return { description, client: new CrmClient(outgoing, description, options) };
}

function wrongKey(entity: CrmEntity, findBy: unknown): string | null {
  const key = keyOf(entity, findBy);
  if (key === undefined || entity.find?.by.includes(key)) return null;
  return say('YS-CRM-FIELD', {
    field: key,
    entity: `what ${entity.title} is found by`,
    nearest: nearest(key, entity.find?.by ?? []),
  });
}

const unknownEntity = ({ entities }: CrmDescription, { definition }: DestinationContext) => {
  const entity = String(definition.entity);
  return say('YS-CRM-ENTITY', { entity, nearest: nearest(entity, Object.keys(entities)) });
};

/** Numbers go out as numbers, amounts too; dates and all else as text. */
function plain(value: NonNullable<Cell['value']>): Plain {
  if (typeof value !== 'object' || Array.isArray(value)) return value;
  if (isList(value)) return value.items.map(toText);
  const stored = toStored(value);
  return figureOf(value) === null ? stored : Number(stored);
}

function isDescription(source: string): boolean {
  return complaintOf({ input: source }) === '';
}

function complaintOf({ input }: { input: string }): string {
  try {
    parseDescription(input);
    return '';
  } catch (error) {
    return (error as Error).message;
  }
}
