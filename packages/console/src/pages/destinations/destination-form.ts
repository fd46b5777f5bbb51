import type { FormEntry } from '@yellow-sieve/contract';

/** What a person wrote, by the entries' names. */
export type Written = Readonly<Record<string, string>>;

/** The name a title gives: small letters, digits and hyphens, 63 at the most. */
export const nameOf = (title: string): string =>
  title
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 63)
    .replace(/-+$/, '') || 'destination';

function typedAs(as: FormEntry['as'], text: string): unknown {
  if (as === 'number') return Number(text);
  if (as === 'texts') return text.split(/\s*,\s*/);
  if (as === 'flag') return text === 'yes';
  return as === 'pairs' ? pairsOf(text) : text;
}

/** Lines of a name, a colon and a value; a line without a colon is a name of nothing, which the service refuses. */
const pairsOf = (text: string): Record<string, string> =>
  Object.fromEntries(
    text.split('\n').flatMap((line): [string, string][] => {
      const [, name = line, value = ''] = /^([^:]*):(.*)$/.exec(line) ?? [];
      return line.trim() === '' ? [] : [[name.trim(), value.trim()]];
    }),
  );

/** What was written, of the types the entries have; dotted names become objects, what is empty is left out. */
export function valuesOf(entries: readonly FormEntry[], written: Written): Record<string, unknown> {
  const values: Record<string, unknown> = {};
  for (const { name, as, offers, required } of entries) {
    const text = (written[name] ?? (required ? (offers[0] ?? '') : '')).trim();
    if (text === '') continue;
    const [head = name, inner] = name.split('.');
    const value = typedAs(as, text);
    values[head] = inner === undefined ? value : { ...(values[head] as object | undefined), [inner]: value };
  }
  return values;
}

export const connectionOf = (kind: string, entries: readonly FormEntry[], written: Written) => ({
  kind,
  ...valuesOf(entries, written),
});

/** The destination's file; JSON is YAML, too. */
export function destinationOf(
  {
    name,
    title,
    kind,
    options,
    written,
  }: { name: string; title: string; kind: string; options: readonly FormEntry[]; written: Written },
  connection: string | null,
): Uint8Array {
  const file = {
    destination: name,
    title: title.trim(),
    kind,
    ...(connection === null ? {} : { connection }),
    ...valuesOf(options, written),
  };
  return new TextEncoder().encode(`${JSON.stringify(file, null, 2)}\n`);
}
