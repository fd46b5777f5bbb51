import { unpackedSize } from '@yellow-sieve/core';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { Parser } from 'htmlparser2';

/** A value for a cell; `day` as ISO 8601 with its serial number. Undefined leaves what stands. */
export type OwnValue = string | number | { iso: string; serial: number } | undefined;

/** A cell of a sheet, and where its element stands in the XML. */
interface PartCell {
  column: number;
  start: number;
  end: number;
  style: string | null;
  text: string;
  formula: boolean;
}

interface PartRow {
  number: number;
  start: number;
  end: number;
  cells: PartCell[];
}

/** A workbook that is changed in one sheet only: all other parts are kept as they are. */
export interface OwnWorkbook {
  parts: Record<string, Uint8Array>;
  /** The part of the sheet. */
  path: string;
  xml: string;
  strings: string[];
  /** Styles (cellXfs) that show a number as a day or time. */
  dayStyles: ReadonlySet<string>;
}

/** Bytes a workbook may unpack to. */
const maxUnpacked = 24 * 1024 * 1024;

/** @throws Error with a sentence when it is no workbook, or has no such sheet */
export function openWorkbook(bytes: Uint8Array, sheet: string | undefined): OwnWorkbook {
  if (unpackedSize(bytes) > maxUnpacked) throw new Error('it is larger than 24 MB when it is unpacked');
  const parts = unzipSync(bytes);
  const text = (path: string) => (parts[path] ? strFromU8(parts[path]) : '');
  const sheets = elements(text('xl/workbook.xml'), 'sheet');
  const wanted = sheet === undefined ? sheets[0] : sheets.find(({ name }) => name === sheet);
  if (!wanted) throw new Error(sheet === undefined ? 'it has no sheet' : `it has no sheet “${sheet}”`);
  const relation = elements(text('xl/_rels/workbook.xml.rels'), 'Relationship').find(({ Id }) => Id === wanted['r:id']);
  const target = relation?.Target ?? '';
  const path = target.startsWith('/') ? target.slice(1) : `xl/${target}`;
  if (!parts[path]) throw new Error('it is no workbook that can be read');
  return {
    parts,
    path,
    xml: text(path),
    strings: sharedStrings(text('xl/sharedStrings.xml')),
    dayStyles: dayStylesOf(text('xl/styles.xml')),
  };
}

/** The whole file again, the changed part in its place. */
export const closeWorkbook = ({ parts, path, xml }: OwnWorkbook): Uint8Array =>
  zipSync(
    Object.fromEntries(Object.entries(parts).map(([name, bytes]) => [name, name === path ? strToU8(xml) : bytes])),
  );

function elements(xml: string, wanted: string): Record<string, string>[] {
  const found: Record<string, string>[] = [];
  const parser = new Parser(
    { onopentag: (name, attributes) => void (name === wanted && found.push(attributes)) },
    xmlMode,
  );
  parser.end(xml);
  return found;
}

const xmlMode = { xmlMode: true, decodeEntities: true };

function sharedStrings(xml: string): string[] {
  const strings: string[] = [];
  let [inText, phonetic] = [false, false];
  const parser = new Parser(
    {
      onopentagname: (name) => {
        if (name === 'si') strings.push('');
        if (name === 't') inText = true;
        if (name === 'rPh') phonetic = true;
      },
      ontext: (text) => {
        if (inText && !phonetic) strings[strings.length - 1] += text;
      },
      onclosetag: (name) => {
        if (name === 't') inText = false;
        if (name === 'rPh') phonetic = false;
      },
    },
    xmlMode,
  );
  parser.end(xml);
  return strings;
}

/** Formats of days and times there are without being named (ECMA-376, 18.8.30). */
const dayFormats = new Set([14, 15, 16, 17, 18, 19, 20, 21, 22, 45, 46, 47].map(String));

function dayStylesOf(xml: string): Set<string> {
  const own = elements(xml, 'numFmt').filter(({ formatCode = '' }) =>
    /[dmyhs]/i.test(formatCode.replace(/"[^"]*"|\[[^\]]*\]|\\./g, '')),
  );
  const formats = new Set([...dayFormats, ...own.map(({ numFmtId = '' }) => numFmtId)]);
  const styles = elements(/<cellXfs[\s\S]*?<\/cellXfs>/.exec(xml)?.[0] ?? '', 'xf');
  return new Set(styles.flatMap(({ numFmtId = '' }, i) => (formats.has(numFmtId) ? [String(i)] : [])));
}

/** The rows of a sheet with the places of their elements. */
export function rowsOfPart({ xml, strings }: Pick<OwnWorkbook, 'xml' | 'strings'>): PartRow[] {
  const rows: PartRow[] = [];
  let cell: (PartCell & { type: string }) | null = null;
  let within: string | null = null;
  const parser = new Parser(
    {
      onopentag: (name, { r = '', s, t = 'n' }) => {
        const row = rows.at(-1);
        if (name === 'row')
          rows.push({ number: Number(r) || (row?.number ?? 0) + 1, start: parser.startIndex, end: 0, cells: [] });
        else if (name === 'c' && row) {
          const column = r === '' ? (row.cells.at(-1)?.column ?? -1) + 1 : columnOf(r);
          cell = { column, start: parser.startIndex, end: 0, style: s ?? null, text: '', formula: false, type: t };
          row.cells.push(cell);
        } else if (name === 'f' && cell) cell.formula = true;
        within = name;
      },
      ontext: (text) => {
        if (cell && (within === 'v' || within === 't')) cell.text += text;
      },
      onclosetag: (name) => {
        if (name === 'c' && cell) {
          cell.end = parser.endIndex + 1;
          if (cell.type === 's') cell.text = strings[Number(cell.text)] ?? '';
          cell = null;
        }
        const row = rows.at(-1);
        if (name === 'row' && row) row.end = parser.endIndex + 1;
        within = null;
      },
    },
    xmlMode,
  );
  parser.end(xml);
  return rows;
}

/** `A` is 0, `AA` 26. */
export const columnOf = (place: string): number =>
  [...place.replace(/\d+$/, '')].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1;

export function lettersOf(column: number): string {
  let letters = '';
  for (let rest = column + 1; rest > 0; rest = Math.floor((rest - 1) / 26))
    letters = String.fromCharCode(65 + ((rest - 1) % 26)) + letters;
  return letters;
}

/** The XML of a row with other values in it; a cell with a formula is left alone. */
export function changedRow(book: OwnWorkbook, row: PartRow, values: ReadonlyMap<number, OwnValue>): string {
  const cells = new Map(row.cells.map((cell) => [cell.column, cell]));
  const columns = [...new Set([...cells.keys(), ...values.keys()])].sort((a, b) => a - b);
  const written = columns.map((column) => {
    const [cell, value] = [cells.get(column), values.get(column)];
    const asItIs = cell ? book.xml.slice(cell.start, cell.end) : '';
    return value === undefined || cell?.formula
      ? asItIs
      : cellXml(book, row.number, column, value, cell?.style ?? null);
  });
  const element = book.xml.slice(row.start, row.end);
  const open = /^<row\b[^>]*?\/?>/.exec(element)?.[0] ?? '<row>';
  const head = open.endsWith('/>') ? `${open.slice(0, -2)}>` : open;
  return `${head}${written.join('')}</row>`;
}

/** The XML of a new row, its cells with the formats of `like`. */
export function newRow(
  book: OwnWorkbook,
  number: number,
  like: PartRow,
  values: ReadonlyMap<number, OwnValue>,
): string {
  const styles = new Map(like.cells.map(({ column, style }) => [column, style]));
  const written = [...values]
    .sort(([a], [b]) => a - b)
    .flatMap(([column, value]) =>
      value === undefined ? [] : [cellXml(book, number, column, value, styles.get(column) ?? null)],
    );
  return `<row r="${number}">${written.join('')}</row>`;
}

const formulaCell = /(<c\b[^>]*\br="([A-Z]+)(\d+)"[^>]*>)(<f\b[^>]*(?:\/>|>[^<]*<\/f>))<v>[^<]*<\/v>/g;

/**
 * A sheet without what its formulas came to: programs show that as it is kept, and work it out anew only where it is not there. It stays
 * in the rows down to `heading` and in the columns of the key, by which rows are found.
 */
export const toWorkOutAnew = (xml: string, heading: number, key: ReadonlySet<number>): string =>
  xml.replace(formulaCell, (cell, open: string, letters: string, row: string, formula: string) =>
    Number(row) <= heading || key.has(columnOf(letters)) ? cell : open + formula,
  );

/** What a sheet says of how far it reaches, when it reaches further. */
export const reaching = (xml: string, number: number, widest: number): string =>
  xml.replace(/<dimension ref="([A-Z]+\d+):([A-Z]+)(\d+)"\s*\/>/, (whole, from, to: string, end: string) =>
    Number(end) >= number && columnOf(to) >= widest
      ? whole
      : `<dimension ref="${from}:${lettersOf(Math.max(columnOf(to), widest))}${Math.max(Number(end), number)}"/>`,
  );

function cellXml(
  book: OwnWorkbook,
  row: number,
  column: number,
  value: NonNullable<OwnValue>,
  style: string | null,
): string {
  const at = `r="${lettersOf(column)}${row}"${style === null ? '' : ` s="${style}"`}`;
  if (typeof value === 'number') return `<c ${at}><v>${value}</v></c>`;
  if (typeof value === 'object') {
    if (style !== null && book.dayStyles.has(style)) return `<c ${at}><v>${value.serial}</v></c>`;
    return textXml(at, value.iso);
  }
  return value === '' ? `<c ${at}/>` : textXml(at, value);
}

const textXml = (at: string, text: string) =>
  `<c ${at} t="inlineStr"><is><t xml:space="preserve">${escaped(text)}</t></is></c>`;

/** What XML cannot hold at all is left out (XML 1.0, 2.2). */
const escaped = (text: string): string =>
  text
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;');
