import type { Range, View } from '../reading/index.js';

/** A value that seems to stand in a message, and the words that seem to name it. Offsets are those of the view. */
export interface Marked {
  /** What names it, as written: `Length over all`. Empty for words to ignore, since they say once more what another says. */
  label: string;
  start: number;
  end: number;
  /** How it was found; labels are surer than what stands in sentences. */
  by: 'label' | 'sentence' | 'difference';
  /** Where the line begins that it ends before, however many lines it has. */
  until?: number;
  /** The line that heads its section, where its label stands in others as well. */
  section?: Range & { words: string };
}

/** A message as it is looked at for suggestions. */
export interface Looked {
  name: string;
  /** What is looked at: without what stands around the words that matter, in whose place there are blanks. */
  view: View;
  /** All of the text. */
  whole: string;
  subject: string;
}

/** The value as it stands in the message. */
export const rawOf = ({ view }: Looked, { start, end }: Marked): string => view.text.slice(start, end);

/** A shorter value may stand anywhere. */
const minRepeated = 3;

/**
 * Where a line says once more what stands elsewhere as a value: as words of their own, and apart from what is `taken`, to which they
 * are added. They have no label, since they are to be ignored: another message has other words there.
 */
export function repeatedIn(text: string, line: Range, values: readonly Range[], taken: Range[]): Marked[] {
  const words = text.slice(line.start, line.end);
  return values.flatMap((one): Marked[] => {
    const value = text.slice(one.start, one.end);
    const at = value.length < minRepeated || value.includes('\n') ? -1 : words.indexOf(value);
    const [start, end] = [line.start + at, line.start + at + value.length];
    const isWhole = !/[\p{L}\p{N}]/u.test((text[start - 1] ?? '') + (text[end] ?? ''));
    if (at < 0 || !isWhole || taken.some((other) => other.start < end && start < other.end)) return [];
    taken.push({ start, end });
    return [{ label: '', start, end, by: 'sentence' }];
  });
}

/** Label texts in the form in which they are compared. */
export const foldLabel = (label: string): string =>
  label
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/\([^()]*\)/g, ' ')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** What a block of lines is named by: whom it is from, and where it goes. */
export const ofBlock =
  /^(?:[\p{L}-]+ )?(?:address|adresse|\p{L}+adresse|\p{L}*anschrift|dirección|direccion|morada|endereço|indirizzo|adres|\p{L}+adres|bill(?:ed)? to|ship(?:ped)? to|deliver(?:ed)? to|sold to|buyer|seller|sender|recipient)(?: de [\p{L}]+)?$/iu;

/** A label that none of those taken is as, folded: the second of the same gets a number. */
export function freeLabel(label: string, taken: ReadonlySet<string>): string {
  if (!taken.has(foldLabel(label))) return label;
  for (let number = 2; ; number++) if (!taken.has(foldLabel(`${label} ${number}`))) return `${label} ${number}`;
}

/** A value in the words of a sentence, and what names it. */
export interface NamedValue {
  label: string;
  /** What its type is called, where its looks tell one. */
  plain?: string;
  from: number;
  value: string;
}
