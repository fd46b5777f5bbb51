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

/** From so many messages on, a sentence or an address that all of them have is said to everybody. */
const enough = 3;
const saidToAll = /^(?:\S+\s+){3,}\S+[.!?]$|^https?:\/\/\S+$/;

/** Takes out the fields whose value is the same sentence or address in every message, and says which. */
export function dropSaidToAll(fields: Map<string, SuggestedField>, all: readonly Examined[]): LeftOut[] {
  if (all.length < enough) return [];
  return [...fields].flatMap(([key, { label, found }]): LeftOut[] => {
    const said = all.flatMap(({ message, marked }) =>
      marked.filter((mark) => foldLabel(mark.label) === key).map((mark) => rawOf(message, mark).trim()),
    );
    if (said.length < all.length || new Set(said).size > 1 || !saidToAll.test(said[0] ?? '')) return [];
    fields.delete(key);
    return [{ label, found, why: 'same' }];
  });
}
