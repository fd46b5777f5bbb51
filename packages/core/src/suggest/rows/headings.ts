import { cellText, type Grid } from '../../rules/table/grid.js';
import { folded } from '../../rules/table/header.js';
import type { ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';

/** Words of a heading. */
const longestHeading = 5;

/** Whether cells are headings: a few words each, no figures, no labels of what stands beside them. */
export function isHeading(cells: readonly string[]): boolean {
  const filled = cells.map((cell) => cell.trim()).filter((cell) => cell !== '');
  const words = (cell: string) =>
    /\p{L}/u.test(cell) && !/\d|[:@]/.test(cell) && cell.split(/\s+/).length <= longestHeading;
  const mark = (cell: string) => /^(?:#|no\.?)$/i.test(cell);
  return (
    filled.length >= 2 &&
    filled.every((cell) => words(cell) || mark(cell)) &&
    new Set(filled.map(folded)).size === filled.length
  );
}

/** Headings of what is bought or listed: one row under them is a list of one. */
export const ofItems =
  /^(?:qty|quantity|menge|anzahl|quantité|cantidad|quantidade|aantal|price|preis|prix|precio|preço|prijs|items?|article|artikel|artículo|product\p{L}*|produkt)$/iu;

/**
 * Rows of labels, each above a row of values: what stands in them is a form, not a list.
 * One pair is, unless its labels are those of items, or for the most part headings of items elsewhere (`listed`).
 */
export function isOfLabels(grid: Grid, listed: ReadonlySet<string> = new Set()): boolean {
  const texts = withoutBanners(grid).map((row) => row.map((cell) => cellText(grid.view, cell)));
  if (texts.length < 2 || texts.length % 2 === 1) return false;
  // Of two columns the first one is that of the labels, if it may be.
  if (texts[0]?.length === 2 && isHeading(texts.map(([first = '']) => first))) return false;
  const paired = texts.every((row, i) => {
    const above = texts[i - 1] ?? [];
    return i % 2 === 0 ? isHeading(row) : row.length <= above.length && row.some((cell) => cell !== '');
  });
  if (!paired || texts.length > 2) return paired && areApart(texts);
  const labels = (texts[0] ?? []).filter((cell) => cell !== '');
  const known = labels.filter((cell) => listed.has(folded(cell))).length;
  return 2 * known <= labels.length && !labels.some((cell) => ofItems.test(cell));
}

/** Labels of a form at the most: nobody fills in more, and what has more need not be looked at as one. */
export const maxOfForm = 120;

/** Two pairs of a label and its value side by side, and more of them below. */
const minPairColumns = 4;

/**
 * Rows of several labels, each with its value in the next cell: `Owner | Ada Quist | Phone | +44 …`. In a table of items the values below
 * one another are of one kind.
 */
export function isOfPairs(grid: Grid, context: ReadContext): boolean {
  const texts = withoutBanners(grid).map((row) => row.map((cell) => cellText(grid.view, cell)));
  const width = Math.max(0, ...texts.map((row) => row.length));
  if (texts.length < 2 || width < minPairColumns || width % 2 === 1) return false;
  const at = (odd: number) => texts.map((row) => row.filter((_, i) => i % 2 === odd));
  const labels = at(0)
    .flat()
    .filter((label) => label !== '');
  if (labels.length > maxOfForm) return false;
  // What is asked for may be asked in a sentence.
  if (!isHeading(labels.map(withoutColon).filter((label) => !/^\p{Lu}[^.!]*\?$/u.test(label)))) return false;
  if (labels.every((label) => label !== withoutColon(label))) return true;
  // The first row may be one of headings; below others the last may be half a row.
  const isHeaded = isHeading(texts[0] ?? []);
  const last = texts.at(-1)?.filter((cell) => cell !== '') ?? [];
  if (!isHeaded && last.length === width / 2 && last.length % 2 === 0) return true;
  const values = isHeaded ? at(1).slice(1) : at(1);
  return [...Array(width / 2).keys()].some((column) => {
    const kinds = values.flatMap((row) => (row[column] ? [guessType('', [row[column]], context).type] : []));
    return new Set(kinds).size > 1;
  });
}

/** A label without the mark that closes it. */
export const withoutColon = (label: string): string => label.replace(/\s*[:=]\s*$/, '');

/** Whether no label stands twice in rows of labels and values, nor is a value elsewhere: what is listed says the same again and again. */
function areApart(rows: readonly (readonly string[])[]): boolean {
  const filled = (odd: number) => rows.flatMap((row, i) => (i % 2 === odd ? row.filter((cell) => cell !== '') : []));
  const labels = filled(0).map(folded);
  const values = new Set(filled(1).map(folded));
  return new Set(labels).size === labels.length && !labels.some((label) => values.has(label));
}

/** The rows of a grid but those of one cell: titles and adverts across the others. */
export const withoutBanners = ({ view, rows }: Grid): Grid['rows'] => {
  const filled = (row: Grid['rows'][number]) => row.filter((cell) => cellText(view, cell) !== '').length;
  const most = Math.max(0, ...rows.map(filled));
  return most < 3 ? rows : rows.filter((row) => filled(row) > 1);
};
