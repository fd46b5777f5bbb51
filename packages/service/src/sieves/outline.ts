import type { ResponseOf, workbenchEndpoints } from '@yellow-sieve/contract';
import { type CompiledSieve, type FieldOptions, ruleSources, tryCompileSieve } from '@yellow-sieve/core';

export type Outline = ResponseOf<typeof workbenchEndpoints.outline>;

/** What a source text declares, as the workbench shows it; with problems, and nothing else, where it does not compile. */
export function outlineOf(source: string): Outline {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok)
    return { problems: compiled.problems, title: null, fields: [], columns: [], rules: [], checks: [], routes: [] };
  const { title, fields, columns } = compiled.sieve;
  return {
    problems: [],
    title,
    fields: items(fields),
    columns: items(columns),
    rules: rulesOf(compiled.sieve, source),
    checks: compiled.sieve.source.checks ?? [],
    routes: compiled.sieve.source.routes ?? [],
  };
}

const items = (group: Readonly<Record<string, FieldOptions>>) =>
  Object.entries(group).map(([name, options]) => ({
    name,
    type: options.type,
    unit: typeof options.unit === 'string' ? options.unit : null,
    required: options.required ?? false,
    options,
  }));

function rulesOf({ source: { rules = [] } }: CompiledSieve, source: string) {
  const sources = ruleSources(source);
  return rules.map((rule, i) => ({
    kind: rule.kind,
    name: rule.name ?? `${rule.kind} ${i + 1}`,
    off: rule.off ?? false,
    layouts: ((rule as { layouts?: { name: string }[] }).layouts ?? []).map(({ name }) => name),
    source: sources[i] ?? '',
    entries: { ...rule },
  }));
}
