import type { Range } from '../reading/index.js';
import type { ReadContext } from '../values/index.js';
import { fieldName, type Naming } from './field-name.js';
import type { Examined } from './group.js';
import { guessType } from './guess-type.js';
import { foldLabel, rawOf } from './marked.js';
import type { LeftOut, SuggestedField } from './write-sieve.js';

/** A field for each label of the messages, by its folded form. */
export function nameFields(
  all: readonly Examined[],
  context: ReadContext,
  naming: Naming,
): Map<string, SuggestedField> {
  const fields = new Map<string, SuggestedField>();
  const taken = new Set<string>();
  for (const { marked } of all)
    for (const { label, by } of [...marked].sort((a, b) => a.start - b.start)) {
      const key = foldLabel(label);
      if (key === '' || fields.has(key)) continue;
      const values = all.flatMap((one) =>
        one.marked.filter((mark) => foldLabel(mark.label) === key).map((mark) => rawOf(one.message, mark)),
      );
      const guess = guessType(label, values, context);
      const plain = fieldName(label, guess.type, naming, new Set());
      const same = [...fields].find(
        ([other, field]) =>
          field.name === plain && field.options.type === guess.type && !standTogether(all, key, other),
      )?.[1];
      // Another layout may call the same thing otherwise: “E-mail” there, “Your e-mail address” here.
      if (same) {
        same.found += values.length;
        fields.set(key, same);
        continue;
      }
      const name = fieldName(label, guess.type, naming, taken);
      taken.add(name);
      fields.set(key, { name, label, options: guess, found: values.length, told_by: by });
    }
  return fields;
}

const standTogether = (all: readonly Examined[], a: string, b: string) =>
  all.some(({ marked }) => [a, b].every((key) => marked.some(({ label }) => foldLabel(label) === key)));

/** From so many messages on, what stands in one alone is that one's own. */
const many = 4;

/** Takes out the fields that one message of many has alone, and says which. */
export function dropRare(fields: Map<string, SuggestedField>, messages: number): LeftOut[] {
  if (messages < many) return [];
  const rare = [...fields].filter(([, { found }]) => found === 1);
  // Where each has its own, as where every message is of another kind, none is odd.
  if (rare.length === fields.size) return [];
  for (const [key] of rare) fields.delete(key);
  return rare.map(([, { label, found }]) => ({ label, found, why: 'rare' }));
}

/** From so many messages on, what all of them have is said to everybody where it is a sentence or an address, or stands apart, below all that differs. */
const enough = 3;
const saidToAll = /^(?:\S+\s+){3,}\S+[.!?]$|^https?:\/\/\S+$/;

/** Takes out the fields whose value is the same in every message, and a sentence or an address, or apart, below all that differs; says which. */
export function dropSaidToAll(fields: Map<string, SuggestedField>, all: readonly Examined[]): LeftOut[] {
  if (all.length < enough) return [];
  const values = new Map<string, Set<string>>();
  const keyed = all.map((one) =>
    one.marked.map((mark) => ({ key: foldLabel(mark.label), mark, raw: rawOf(one.message, mark).trim() })),
  );
  for (const { key, raw } of keyed.flat()) values.set(key, (values.get(key) ?? new Set()).add(raw));
  const isSame = (key: string) =>
    values.get(key)?.size === 1 && keyed.every((own) => own.some((one) => one.key === key));
  const isParted = ({ message }: Examined, from: number, to: number) => /\n\s*\n/.test(message.whole.slice(from, to));
  // Where the last of what differs ends; nowhere, where blanks part it from the rest of what differs too, and so say nothing.
  const end = all.map((one, i) => {
    const told = keyed[i]?.filter(({ key, mark }) => mark.label !== '' && !isSame(key)).map(({ mark }) => mark) ?? [];
    const stretches: Range[] = [...told, ...(one.rows ? [one.rows.over] : [])].sort((a, b) => a.start - b.start);
    const gaps = stretches.slice(1).filter(({ start }, k) => isParted(one, stretches[k]?.end ?? 0, start));
    const isBlock = stretches.length > 1 && 2 * gaps.length < stretches.length - 1;
    return isBlock || one.rows ? Math.max(...stretches.map((stretch) => stretch.end)) : Number.POSITIVE_INFINITY;
  });
  const isBelow = (key: string) =>
    all.every((one, i) =>
      keyed[i]?.every(
        ({ key: other, mark }) => other !== key || isParted(one, end[i] ?? Number.POSITIVE_INFINITY, mark.start),
      ),
    );
  return [...fields].flatMap(([key, { label, found }]): LeftOut[] => {
    const [said = ''] = values.get(key) ?? [];
    if (!isSame(key) || !(saidToAll.test(said) || isBelow(key))) return [];
    fields.delete(key);
    return [{ label, found, why: 'same' }];
  });
}
