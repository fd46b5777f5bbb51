import { YsError } from '../errors/index.js';
import type { CompiledRoute } from '../routing/index.js';
import { type FieldOptions, ownTypes, valueTypes } from '../values/index.js';
import type { CompiledSieve } from './compile-sieve.js';

/** What a route writes, before any message is there: its JSON Schema, and an example. */
export interface RouteSchema {
  schema: Record<string, unknown>;
  example: Record<string, unknown>;
}

/**
 * The JSON Schema (2020-12) of what a route of a sieve writes of one record or row, and an example. What a message does not say is null.
 * @throws YsError YS-NOT-FOUND where the sieve has no such route
 */
export function routeSchema(sieve: CompiledSieve, name: string): RouteSchema {
  const route = sieve.routes.find((one) => one.name === name);
  if (!route) throw new YsError('YS-NOT-FOUND', { what: 'route', name });
  const own = objectOf(route.mapping, sieve);
  const rows = route.rowMapping ? objectOf(route.rowMapping, sieve) : null;
  const { properties, required } = own.schema;
  return {
    schema: {
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      title: `${sieve.name}: ${route.name}`,
      type: 'object',
      properties: { ...properties, ...(rows ? { rows: { type: 'array', items: rows.schema } } : {}) },
      required: [...required, ...(rows ? ['rows'] : [])],
    },
    example: { ...own.example, ...(rows ? { rows: [rows.example] } : {}) },
  };
}

function objectOf(mapping: CompiledRoute['mapping'], sieve: CompiledSieve) {
  const entries = mapping.map((one) => [one.name, entryOf(one, sieve)] as const);
  return {
    schema: {
      type: 'object',
      properties: Object.fromEntries(entries.map(([key, { schema }]) => [key, schema])),
      required: entries.map(([key]) => key),
    },
    example: Object.fromEntries(entries.map(([key, { example }]) => [key, example])),
  };
}

function entryOf(mapping: CompiledRoute['mapping'][number], sieve: CompiledSieve) {
  if ('constant' in mapping) return { schema: { const: mapping.constant }, example: mapping.constant };
  const { only } = mapping.text;
  const known: Readonly<Record<string, FieldOptions>> = { ...sieve.fields, ...sieve.columns };
  const options = only !== null && Object.hasOwn(known, only) ? known[only] : undefined;
  const { schema, example } = (valueTypes[mapping.kind] ?? valueTypes[ownTypes.words])?.json ?? {
    schema: {},
    example: null,
  };
  const one = Array.isArray(options?.choices)
    ? { schema: { enum: options.choices }, example: options.choices[0] }
    : { schema, example };
  if (options?.many === true) return { schema: { type: ['array', 'null'], items: one.schema }, example: [one.example] };
  return { schema: { anyOf: [one.schema, { type: 'null' }] }, example: one.example };
}
