import { isFoundIn, patternOf } from '../../patterns/index.js';

/** Left a column of the sieve, right the words that may stand over it outside; words with a part (`Price in ~hex~`) are a pattern of the whole cell. */
export type HeaderWords = Readonly<Record<string, readonly string[]>>;

/** Which cell of a header row each column has. */
export interface Header {
  cells: ReadonlyMap<string, number>;
  /** How well the words fit; a row that merely contains them fits less. */
  score: number;
}

/** Words without case, accents, marks and what stands in brackets (`Price (GBP)`). */
export const folded = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/\([^)]*\)|\[[^\]]*\]/g, ' ')
    .replace(/[^\p{L}\p{N}#%]+/gu, ' ')
    .trim();

/**
 * `line 2 of Product`: words over a column, and the line of its cells that is meant; null for whole cells. A heading that reads so
 * itself has a capital: `Line 2 of address`.
 */
export function lineOfHeading(written: string): { words: string; line: number | null } {
  const found = /^\s*line\s+(\d)\s+of\s+(\S.*)$/.exec(written);
  return found ? { words: found[2] as string, line: Number(found[1]) } : { words: written, line: null };
}

/** What `lineOfHeading` reads: the words for one line of the cells under a heading. */
export const headingOfLine = (line: number, words: string): string => `line ${line} of ${words}`;

/** Longer cells are no headings. */
const maxWords = 6;

/**
 * Finds the columns over a row of cells. Every cell serves one column (or those with the same words), the best fit first; all of `needed` must be there,
 * and at least two columns where more than one is known.
 */
export function headerOf(cells: readonly string[], words: HeaderWords, needed: readonly string[]): Header | null {
  const texts = cells.map(folded);
  const fits = Object.entries(words).flatMap(([column, names]) =>
    texts.flatMap((text, cell) => {
      const raw = (cells[cell] ?? '').trim();
      const fit = Math.max(
        ...names.map((name) => (hasPart(name) ? fitOfPattern(raw, name) : fitOf(text, folded(name)))),
      );
      return fit > 0 ? [{ column, cell, fit }] : [];
    }),
  );
  const found = new Map<string, number>();
  let score = 0;
  for (const { column, cell, fit } of fits.sort((a, b) => b.fit - a.fit || a.cell - b.cell)) {
    if (found.has(column) || isTaken(cell, column, found, words)) continue;
    found.set(column, cell);
    score += fit;
  }
  const least = Math.min(2, Object.keys(words).length);
  if (found.size < least || needed.some((column) => !found.has(column))) return null;
  return { cells: found, score };
}

/** A cell serves one column, or several that ask for the very same words: a name and the target of its link. */
function isTaken(cell: number, column: string, found: ReadonlyMap<string, number>, words: HeaderWords): boolean {
  const own = (words[column] ?? []).map(folded);
  return [...found].some(
    ([other, at]) => at === cell && !(words[other] ?? []).some((word) => own.includes(folded(word))),
  );
}

/** Whether words over a column are a pattern. */
export const hasPart = (words: string): boolean => /~[a-z][a-z0-9-]*~/.test(words);

/** The pattern that a heading with parts is: of the whole cell. */
export const headingPattern = (words: string): string => `^(?:${words})$`;

/** Less than the very words, more than words among others. */
function fitOfPattern(cell: string, words: string): number {
  const pattern = patternOf(headingPattern(words));
  return typeof pattern !== 'string' && isFoundIn(pattern, cell) ? 0.95 : 0;
}

/** 1 for the same words, less where a cell has more of them: `Unit price` is a price, if no cell is just that. */
function fitOf(text: string, name: string): number {
  if (name === '' || text === '') return 0;
  if (text === name) return 1;
  const [has, wanted] = [text.split(' '), name.split(' ')];
  if (has.length > maxWords || !wanted.every((word) => has.includes(word))) return 0;
  return 0.5 + (0.4 * wanted.length) / has.length;
}
