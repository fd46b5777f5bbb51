/** Marks by which lines are ticked off or crossed out, as for a class of characters. */
export const tickMarks = '✓✔✗✘☑☒';
/** Marks that lines of a list begin with, as for a class of characters. */
export const bulletMarks = `-*•·–+▪▸‣◦●○■□►➤→${tickMarks}`;

/** Words and characters of a label. */
const maxWords = 5;
const maxLength = 40;

/** The label a line begins with, folded: a few words that a colon or the edge of a cell closes; null where it has none. */
export function labelOf(line: string): string | null {
  const match = /^[\s*_"'(>-]*([\p{L}\p{N}#°][^:=\t]{0,60}?)[\s*_"')]*(?:[:=：](?!\/\/|\d\d)|\t)/u.exec(line);
  const label = match?.[1];
  if (!label || label.length > maxLength || label.split(/\s+/).length > maxWords || !/\p{L}/u.test(label)) return null;
  return label.normalize('NFKC').toLowerCase().replace(/\s+/g, ' ');
}

/**
 * A label up to the number that stands in it: `meter 9` of `Meter 4711 (Gas):`, which the labels of all meters have. Null where it
 * has no number of at least two figures: forms count (`Guest 2`) what they ask for twice.
 */
export const numberedLabel = (label: string): string | null => {
  const [, words] = /^(\p{L}[^\p{N}]*)\p{N}{2}/u.exec(label) ?? [];
  return words === undefined ? null : `${words.toLowerCase()}9`;
};

/** The words of a line, folded: what is the same in two lines is written the same but for capitals and blanks. */
export const wordsOf = (line: string): string => line.normalize('NFKC').toLowerCase().replace(/\s+/g, ' ').trim();

/**
 * The make of a line of a text: `a` for words, `9` for figures, and the marks as they stand. What is counted or priced alike looks
 * alike: `12 x £0.30 = £3.60` is `9 a £9 = £9`.
 */
export const makeOf = (line: string): string =>
  line
    .trim()
    .replace(/(?<=\d ?[cdk]?m)[23]\b/g, '')
    .replace(/[.…_]{3,}/g, '…')
    .replace(/\p{N}+(?:[.,:/]\p{N}+)*/gu, '9')
    .replace(/\p{L}[\p{L}\p{M}’'.-]*(?:[\s,&-]+\p{L}[\p{L}\p{M}’'.-]*)*/gu, 'a')
    .replace(/\s+/g, ' ');
