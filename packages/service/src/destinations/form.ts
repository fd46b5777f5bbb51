import type { FormEntry } from '@yellow-sieve/contract';
import * as v from 'valibot';

const asOfType: Readonly<Record<string, FormEntry['as']>> = {
  number: 'number',
  array: 'texts',
  boolean: 'flag',
};

function optionsOf(schema: v.GenericSchema): string[] {
  if (schema.type === 'boolean') return ['yes', 'no'];
  return schema.type === 'picklist' ? [...(schema as unknown as { options: readonly string[] }).options] : [];
}

/** What a form asks for, from the declaration of a file's entries. What is named by somebody else, such as credentials, is not among it. */
export function formOf(entries: v.ObjectEntries, offers: Readonly<Record<string, string[]>> = {}): FormEntry[] {
  return Object.entries(entries).flatMap(([name, declared]) => {
    const optional = declared.type === 'optional';
    const schema = (
      optional ? (declared as unknown as { wrapped: v.GenericSchema }).wrapped : declared
    ) as v.GenericSchema;
    const { as, aside = false } = v.getMetadata(schema) as { as?: FormEntry['as']; aside?: boolean };
    // What is said about names that nobody knows before is asked by who knows them.
    if (schema.type === 'record' && as === undefined) return [];
    return {
      name,
      as: as ?? asOfType[schema.type] ?? 'text',
      required: !optional,
      title: v.getTitle(schema) ?? name,
      help: v.getDescription(schema) ?? null,
      offers: offers[name] ?? optionsOf(schema),
      aside,
    };
  });
}
