import type { Cell } from '../routing/index.js';
import { figureOf, toText } from '../values/index.js';

/** The limit of characters in one cell of a workbook (.xlsx); a longer value is cut there with a visible mark. */
export const longestCell = 32_767;
const cutMark = ' … [cut]';

/** A cell as text: dates as ISO 8601, amounts as their number, lists with commas. Null is an empty text. */
export function cellText(value: Cell['value']): string {
  if (value === null) return '';
  if (Array.isArray(value)) return value.join(', ');
  if (typeof value !== 'object') return String(value);
  return cut(figureOf(value) ?? toText(value));
}

function cut(text: string): string {
  return text.length <= longestCell ? text : text.slice(0, longestCell - cutMark.length) + cutMark;
}

/** Whether a spreadsheet would take a text for a formula; such a text is written with a leading apostrophe in CSV. */
export function looksLikeFormula(text: string): boolean {
  return /^[=+\-@\t\r＝＋－＠]/.test(text) && !/^[+-]?[\d.,\s]+$/.test(text);
}

/** A cell for a spreadsheet: numbers as numbers, everything else as text. */
export function sheetCell(value: Cell['value']): string | number | null {
  if (value === null) return null;
  if (typeof value === 'number') return value;
  const figure = typeof value === 'object' && !Array.isArray(value) ? figureOf(value) : null;
  if (figure === null) return cellText(value);
  // Beyond 15 digits a spreadsheet would round.
  return figure.replace(/\D/g, '').length <= 15 ? Number(figure) : figure;
}
