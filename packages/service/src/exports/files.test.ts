import { describe, expect, test } from '@jest/globals';
import type { Cell } from '@yellow-sieve/core';
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import { csvOf } from './csv.js';
import { xlsxOf } from './xlsx.js';

const text = (value: string): Cell['value'] => ({ kind: 'text', text: value });
/** Texts that some spreadsheet takes for a formula, as they are written. */
const disarmed: readonly [string, string][] = [
  ['=1+1', "'=1+1"],
  ['@cmd', "'@cmd"],
  ['\uff1d1+1', "'\uff1d1+1"],
  ['x;=1+1', "x;'=1+1"],
  ['x|@cmd', "x|'@cmd"],
  ['x\n+1+cmd', "x\n'+1+cmd"],
];

const nasty = [
  ...disarmed.map(([text]) => text),
  'milk; bread',
  'buy:\n- milk',
  'plain',
  'a "quoted" one',
  'two\nlines',
  'comma, semicolon;',
  '-5',
  '+44 7700 900412',
  'Zoë 🚤',
  '',
];

async function* lines() {
  for (const value of nasty) yield [text(value), { kind: 'number', decimal: '21.5', unit: 'm' } as const, null];
}

async function collect(pieces: AsyncIterable<string | Uint8Array>): Promise<Buffer> {
  const all: Buffer[] = [];
  for await (const piece of pieces) all.push(Buffer.from(piece));
  return Buffer.concat(all);
}

describe('files of records', () => {
  test('CSV is read back by any reader; only formulas got a mark', async () => {
    const csv = (await collect(csvOf(['Text', 'Number', 'None'], lines()))).toString();
    expect(csv.startsWith('\ufeff')).toBe(true);
    const { data, errors } = Papa.parse<string[]>(csv.slice(1).trimEnd(), { newline: '\r\n' });
    expect(errors).toEqual([]);
    expect(data[0]).toEqual(['Text', 'Number', 'None']);
    expect(data.slice(1).map(([value]) => value)).toEqual(
      nasty.map((value) => disarmed.find(([text]) => text === value)?.[1] ?? value),
    );
    expect(data[1]?.slice(1)).toEqual(['21.5', '']);
  });

  test('XLSX holds texts as texts and numbers as numbers', async () => {
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(
      (await collect(xlsxOf('A / very: long [title] that no sheet may have', ['Text', 'Number', 'None'], lines())))
        .buffer as ArrayBuffer,
    );
    const sheet = book.worksheets[0];
    expect(sheet?.rowCount).toBe(nasty.length + 1);
    expect(sheet?.getCell('A2').value).toBe('=1+1');
    expect(sheet?.getCell('A2').type).toBe(ExcelJS.ValueType.String);
    expect(sheet?.getCell('B2').value).toBe(21.5);
  });
});
