import { toJsonSchema } from '@valibot/to-json-schema';
import { exportSchema } from './exports/index.js';
import { mailboxSchema } from './mailbox/index.js';
import { sieveSchema } from './sieve/index.js';

const schemas = { sieve: sieveSchema, mailbox: mailboxSchema, export: exportSchema };

/** The published JSON Schema of a file kind, made from the schema that checks it. */
export function fileJsonSchema(kind: keyof typeof schemas): Record<string, unknown> {
  const schema = schemas[kind];
  return {
    title: `Yellow Sieve ${kind} file`,
    ...toJsonSchema(schema as never, { errorMode: 'ignore', typeMode: 'input' }),
  };
}
