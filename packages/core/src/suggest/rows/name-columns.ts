import { type FieldOptions, ownTypes, type ReadContext } from '../../values/index.js';
import { fieldName, type Naming } from '../field-name.js';
import { guessType } from '../guess-type.js';
import { foldLabel } from '../marked.js';
import type { FoundRows } from './found-rows.js';

const { link } = ownTypes;
/** Of the messages, the share in which links stand at a column's values for their targets to be one. */
const linkedShare = 0.6;

/** A column that is suggested. */
export interface SuggestedColumn {
  name: string;
  /** The words that name it outside, in all their spellings. */
  labels: string[];
  options: FieldOptions;
  /** In how many items it has a value. */
  found: number;
}

/** A column for each label of the items found, and one more for the targets of links; in the order of the first message. */
export function nameColumns(
  all: readonly FoundRows[],
  context: ReadContext,
  naming: Naming,
  taken: ReadonlySet<string>,
): SuggestedColumn[] {
  const found = new Map<string, SuggestedColumn>();
  const used = new Set(taken);
  const nameFor = (label: string, type: string) => {
    const plain = fieldName(label, type, naming, new Set());
    const name = used.has(plain) ? fieldName(`item ${label}`, type, naming, used) : plain;
    used.add(name);
    return name;
  };
  const items = all.reduce((sum, { count }) => sum + count, 0);
  for (const { columns } of all)
    for (const { label, called = label } of columns) {
      const key = foldLabel(label);
      const known = found.get(key);
      if (known) {
        if (!known.labels.includes(label)) known.labels.push(label);
        continue;
      }
      const same = all.flatMap((one) => one.columns.filter((column) => foldLabel(column.label) === key));
      const values = same.flatMap((column) => column.values);
      const filled = values.filter((value) => value !== '');
      const options = guessType(label, filled, context);
      const always = filled.length === items && items > 1;
      found.set(key, {
        name: nameFor(called, options.type),
        labels: [label],
        options: { ...options, ...(always ? { required: true } : {}) },
        found: filled.length,
      });
      if (options.type !== link && same.filter(({ linked }) => linked).length >= linkedShare * same.length)
        found.set(`${key} link`, {
          name: nameFor('link', link),
          labels: [],
          options: { type: link },
          found: filled.length,
        });
    }
  return [...found.values()];
}

/** The names that a label's place fills: its own, and that of the link there. */
export function namesFor(columns: readonly SuggestedColumn[]): (label: string) => string[] | null {
  return (label) => {
    const at = columns.findIndex(({ labels }) => labels.some((one) => foldLabel(one) === foldLabel(label)));
    const [own, next] = [columns[at], columns[at + 1]];
    if (!own) return null;
    return next?.labels.length === 0 ? [own.name, next.name] : [own.name];
  };
}

/** The words over each column; the target of a link stands under those of the name it is behind. */
export function headingsOf(columns: readonly SuggestedColumn[]): Record<string, string | string[]> {
  return Object.fromEntries(
    columns.map(({ name, labels }, i) => {
      const words = labels.length > 0 ? labels : (columns[i - 1]?.labels ?? []);
      return [name, words.length === 1 ? (words[0] as string) : words];
    }),
  );
}
