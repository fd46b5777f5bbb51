import { checkShape, closed, dictionary, parseFile, Report, YsError } from '@yellow-sieve/core';

import * as v from 'valibot';

const name = v.pipe(v.string(), v.regex(/^[A-Za-z_][\w.-]{0,62}$/));

/** Types a field can have over there. */
const crmTypes = ['text', 'number', 'whole number', 'date', 'yes-no', 'list'] as const;

const fieldSchema = closed({
  type: v.optional(v.picklist(crmTypes), 'text'),
  required: v.optional(v.boolean(), false),
  help: v.optional(v.string()),
});

const entitySchema = closed({
  title: v.string(),
  /** POST here makes one. */
  path: v.string(),
  /** Where its id stands in an answer. */
  id: v.optional(v.string(), 'id'),
  /** How one is found by the value of a field: the query, and where the list stands in the answer. */
  find: v.optional(
    closed({ by: v.pipe(v.array(name), v.minLength(1)), query: v.record(v.string(), v.string()), items: v.string() }),
  ),
  update: v.optional(closed({ method: v.optional(v.picklist(['PATCH', 'PUT', 'POST']), 'PATCH'), path: v.string() })),
  /** A field that takes our identity of the delivery, so that a line is found again where no key of its own is declared. */
  identity: v.optional(name),
  fields: v.record(name, fieldSchema),
});

/** A CRM as data: what an HTTP interface of the usual kind needs to be written to. Texts take `{{ name }}` tokens. */
const descriptionSchema = closed({
  crm: v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9-]{0,62}$/)),
  title: v.string(),
  base: v.pipe(v.string(), v.url()),
  /** What the person who connects it has to give, and where they find it. */
  credentials: v.record(name, closed({ title: v.string(), help: v.string() })),
  /** Sent with every request; credentials are the tokens. */
  headers: v.record(v.string(), v.string()),
  /** Asked with GET to see whether the credentials are accepted. */
  test: v.string(),
  /** Where the sentence stands in an answer that refuses. */
  complaint: v.optional(v.string(), 'error'),
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

/** What stands under a key of an object itself; nothing for what is none. */
function own<T>(value: Readonly<Record<string, T>> | unknown, key: string): T | undefined {
  return typeof value === 'object' && value !== null && Object.hasOwn(value, key)
    ? (value as Record<string, T>)[key]
    : undefined;
}
