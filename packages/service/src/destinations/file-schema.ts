import { toJsonSchema } from '@valibot/to-json-schema';
import { closed } from '@yellow-sieve/core';
import * as v from 'valibot';
import { descriptionSchema } from './crm/description.js';
import type { DestinationKind } from './destination-kind.js';
import { destinationKinds } from './index.js';

/** What a destination file of a kind is made of: what all have, the connection where the kind needs one, and its own entries. */
export const fileEntries = ({ connection, entries }: DestinationKind): v.ObjectEntries => ({
  destination: v.string(),
  title: v.optional(v.string()),
  kind: v.string(),
  ...(connection ? { connection: v.string() } : {}),
  ...entries,
});

const jsonSchemaOf = (schema: v.GenericSchema): Record<string, unknown> => {
  const { $schema: _, ...rest } = toJsonSchema(schema, { errorMode: 'ignore', typeMode: 'input' });
  return rest;
};

const dialect = 'https://json-schema.org/draft/2020-12/schema';

/** The published JSON Schema of destination files: one for each kind, told apart by `kind`. */
export const destinationFileSchema = (): Record<string, unknown> => ({
  $schema: dialect,
  title: 'Yellow Sieve destination file',
  oneOf: Object.values(destinationKinds).map((kind) => ({
    title: kind.title,
    description: kind.about,
    ...jsonSchemaOf(closed({ ...fileEntries(kind), kind: v.literal(kind.kind) }) as unknown as v.GenericSchema),
  })),
});

/** The published JSON Schema of the files that describe CRMs. */
export const crmFileSchema = (): Record<string, unknown> => ({
  $schema: dialect,
  title: 'Yellow Sieve description of a CRM',
  ...jsonSchemaOf(descriptionSchema as unknown as v.GenericSchema),
});
