import { toJsonSchema } from '@valibot/to-json-schema';
import { mailboxSchema } from './mailbox/index.js';
import { sieveSchema } from './sieve/index.js';

/** The published JSON Schema of a file kind, made from the schema that checks it. */
export function fileJsonSchema(kind: 'sieve' | 'mailbox'): Record<string, unknown> {
  const schema = kind === 'sieve' ? sieveSchema : mailboxSchema;
  return {
    title: `Yellow Sieve ${kind} file`,
    ...toJsonSchema(schema as never, { errorMode: 'ignore', typeMode: 'input' }),
  };
}
