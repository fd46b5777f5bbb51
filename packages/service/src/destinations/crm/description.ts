import { checkShape, closed, dictionary, parseFile, Report, YsError } from '@yellow-sieve/core';

import * as v from 'valibot';

const name = v.pipe(v.string(), v.regex(/^[A-Za-z_][\w.-]{0,62}$/));

/** Types a field can have over there. */
const crmTypes = ['text', 'number', 'whole number', 'date', 'yes-no', 'list'] as const;

const fieldSchema = closed({
  type: v.optional(v.picklist(crmTypes), 'text'),
  required: v.optional(v.boolean(), false),
  help: v.optional(v.string()),
  /** What it is called over there, where that is not its name here. */
  as: v.optional(v.string()),
});

const findSchema = closed({
  by: v.pipe(v.array(name), v.minLength(1)),
  query: v.record(v.string(), v.string()),
  /** Where the list stands in the answer. */
  items: v.string(),
  /** The search finds more than what says exactly the value; only entries whose field says it count. */
  exact: v.optional(v.boolean(), false),
  /** Where an answer says how to go on: an address, or what goes into the query as `as`. */
  pages: v.optional(closed({ next: v.string(), as: v.optional(v.string()) })),
});

const entitySchema = closed({
  title: v.string(),
  /** POST here makes one. */
  path: v.string(),
  /** Where its id stands in an answer. */
  id: v.optional(v.string(), 'id'),
  /** Where the entry stands in the answer that made it. */
  made: v.optional(v.string(), ''),
  /** Where its fields stand in an entry. */
  values: v.optional(v.string(), ''),
  /** What is sent: where the fields stand in it, and what else does, by dotted paths. */
  body: v.optional(
    closed({
      fields: v.string(),
      with: v.optional(v.record(v.string(), v.union([v.string(), v.number(), v.boolean()])), {}),
    }),
  ),
  /** How one is found by the value of a field. */
  find: v.optional(findSchema),
  update: v.optional(
    closed({
      method: v.optional(v.picklist(['PATCH', 'PUT', 'POST']), 'PATCH'),
      path: v.string(),
      /** What is not sent is emptied there, so what stands is sent along. */
      whole: v.optional(v.boolean(), false),
    }),
  ),
  /** A field that takes our identity of the delivery, so that a line is found again where no key of its own is declared. */
  identity: v.optional(name),
  fields: v.record(name, fieldSchema),
});

/** A CRM as data: what an HTTP interface of the usual kind needs to be written to. Texts take `{{ name }}` tokens. */
export const descriptionSchema = closed({
  crm: v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9-]{0,62}$/)),
  title: v.string(),
  base: v.pipe(v.string(), v.url()),
  /** What the person who connects it has to give, and where they find it. */
  credentials: v.record(name, closed({ title: v.string(), help: v.string() })),
  /** Sent with every request; credentials are the tokens. */
  headers: v.optional(v.record(v.string(), v.string()), {}),
  /** Access tokens by client credentials (RFC 6749, 4.4), sent as bearer tokens; `token` is an address, or a path below the base. */
  oauth: v.optional(
    closed({
      token: v.string(),
      client: v.string(),
      secret: v.string(),
      scope: v.optional(v.string()),
      send: v.optional(v.picklist(['basic', 'body']), 'basic'),
    }),
  ),
  /** Asked with GET to see whether the credentials are accepted. */
  test: v.string(),
  /** Where the sentence stands in an answer that refuses. */
  complaint: v.optional(v.string(), 'error'),
  /** Answers that say 200 and refuse all the same: what stands where in them. */
  fails: v.optional(closed({ at: v.string(), is: v.union([v.string(), v.number(), v.boolean()]) })),
  entities: v.record(name, entitySchema),
});

export type CrmDescription = v.InferOutput<typeof descriptionSchema>;
export type CrmEntity = CrmDescription['entities'][string];

const known = new Map<string, CrmDescription>();
const maxKnown = 50;

/**
 * Reads a description. Descriptions are few and read for every delivery, so they are kept.
 * @throws YsError YS-CRM-DESCRIPTION with the first problem at its line.
 */
export function parseDescription(source: string): CrmDescription {
  const kept = known.get(source);
  if (kept) return kept;
  const file = parseFile(source);
  const report = new Report(file.locate);
  const data = file.problems.length > 0 ? null : checkShape(descriptionSchema, file.data, report);
  const [problem] = [...file.problems, ...report.problems];
  if (!data || problem)
    throw new YsError('YS-CRM-DESCRIPTION', {
      detail: problem ? `line ${problem.line}: ${problem.text.replace(/\.$/, '')}` : 'no data',
    });
  if (known.size >= maxKnown) known.clear();
  const { entities } = data;
  const description = {
    ...data,
    entities: dictionary(
      Object.fromEntries(
        Object.entries(entities).map(([name, entity]) => [name, { ...entity, fields: dictionary(entity.fields) }]),
      ),
    ),
  };
  known.set(source, description);
  return description;
}

/** A text with its `{{ name }}` tokens filled; an unknown one becomes empty. */
export const fill = (text: string, values: Readonly<Record<string, string>>): string =>
  text.replace(/\{\{\s*([\w.-]+)\s*\}\}/g, (_, token: string) => own(values, token) ?? '');

/** What stands at a dotted path of an answer; an empty path is the answer itself. */
export function at(data: unknown, path: string): unknown {
  return path
    .split('.')
    .filter((step) => step !== '')
    .reduce<unknown>((value, step) => own(value, step), data);
}

/** Puts a value at a dotted path, and makes what is not there on the way. */
export function put(data: Record<string, unknown>, path: string, value: unknown): void {
  const steps = path.split('.').filter((step) => step !== '');
  let inner = data;
  for (const step of steps.slice(0, -1)) {
    const next = own(inner, step);
    inner = (typeof next === 'object' && next !== null ? next : define(inner, step, {})) as Record<string, unknown>;
  }
  const last = steps.at(-1);
  if (last === undefined) Object.assign(data, value);
  else define(inner, last, value);
}

/** Sets a key as data, whatever it is called. */
function define(data: Record<string, unknown>, key: string, value: unknown): unknown {
  Object.defineProperty(data, key, { value, enumerable: true, configurable: true, writable: true });
  return value;
}

/** What stands under a key of an object itself; nothing for what is none. */
function own<T>(value: Readonly<Record<string, T>> | unknown, key: string): T | undefined {
  return typeof value === 'object' && value !== null && Object.hasOwn(value, key)
    ? (value as Record<string, T>)[key]
    : undefined;
}
