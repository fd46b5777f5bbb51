import { describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { unzipSync } from 'fflate';
import { type OwnLine, Unfit, written } from './own-table.js';
import { columnOf, lettersOf, type OwnValue } from './workbook-part.js';

const line = (values: Record<string, OwnValue>, ...key: string[]): OwnLine => ({
  values: new Map(Object.entries(values)),
  key,
});
const day = (iso: string): OwnValue => ({ iso, serial: (Date.parse(iso) - Date.UTC(1899, 11, 30)) / 86_400_000 });

/** A workbook as people have them: a title above, formats, formulas, another sheet. */
async function theirs(): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('Orders 2026');
  sheet.addRow(['Orders of the harbour']);
  sheet.addRow([]);
  sheet.addRow(['No', 'Vessel ', 'Arrives', 'Fee', 'Twice', 'Note']);
  sheet.addRow(['A1', 'Tern', new Date('2026-11-03'), 12.5, { formula: 'D4*2', result: 25 }, 'by hand']);
  sheet.addRow(['A2', 'Auk & Co <x>', new Date('2026-11-04'), 9, { formula: 'D5*2', result: 18 }, null]);
  sheet.getColumn(3).numFmt = 'dd.mm.yyyy';
  sheet.getColumn(4).numFmt = '#,##0.00 "EUR"';
  sheet.getRow(3).font = { bold: true };
  const other = book.addWorksheet('Prices');
  other.addRow(['No', 'Price']);
  other.addRow(['A1', { formula: "SUM('Orders 2026'!D4:D5)", result: 21.5 }]);
  return new Uint8Array(await book.xlsx.writeBuffer());
}

async function sheetOf(bytes: Uint8Array, name = 'Orders 2026') {
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(bytes as never);
  const sheet = book.getWorksheet(name);
  if (!sheet) throw new Error('it is not there');
  return sheet;
}

describe('a workbook of theirs', () => {
  test('a column that is to be cleared is emptied by a value that is missing, in a CSV too', async () => {
    const cleared = { ...line({ No: 'A1', Fee: undefined, Note: undefined }, 'No'), cleared: new Set(['Note']) };
    const row = (await sheetOf(written(await theirs(), 'xlsx', 'Orders 2026', [cleared]).bytes)).getRow(4);
    expect([row.getCell(4).value, row.getCell(6).value]).toEqual([12.5, null]);
    const csv = new TextEncoder().encode('No;Fee;Note\nA1;12,5;by hand\n');
    expect(new TextDecoder().decode(written(csv, 'csv', undefined, [cleared]).bytes)).toBe('No;Fee;Note\nA1;12,5;\n');
  });

  test('a row is found by its key and brought up to date; a value that is missing leaves what stands', async () => {
    const { bytes, answers } = written(await theirs(), 'xlsx', 'Orders 2026', [
      line({ No: 'a2', vessel: 'Auk', Arrives: day('2026-12-24'), Fee: undefined }, 'No'),
    ]);
    expect(answers).toEqual(['brought up to date']);
    const row = (await sheetOf(bytes)).getRow(5);
    expect(row.getCell(2).value).toBe('Auk');
    expect(row.getCell(3).value).toEqual(new Date('2026-12-24'));
    expect(row.getCell(3).numFmt).toBe('dd.mm.yyyy');
    expect(row.getCell(4).value).toBe(9);
    expect(row.getCell(5).value).toMatchObject({ formula: 'D5*2' });
  });

  test('a new one stands below the last, with its formats; a cell with a formula is left alone', async () => {
    const values = { No: 'B7', Vessel: 'Tern <&> "x"\u0001', Arrives: day('2026-12-31'), Fee: 3.25, Twice: 99 };
    const { bytes, answers } = written(await theirs(), 'xlsx', 'Orders 2026', [
      line(values, 'No'),
      line({ No: 'B8', Note: 'second' }, 'No'),
      line({ No: 'A1', Twice: 1 }, 'No'),
    ]);
    expect(answers).toEqual(['added', 'added', 'brought up to date']);
    const sheet = await sheetOf(bytes);
    expect(sheet.rowCount).toBe(7);
    const row = sheet.getRow(6);
    expect([1, 2, 3, 4, 5].map((at) => row.getCell(at).value)).toEqual([
      'B7',
      'Tern <&> "x"',
      new Date('2026-12-31'),
      3.25,
      99,
    ]);
    expect(row.getCell(4).numFmt).toBe('#,##0.00 "EUR"');
    expect(sheet.getRow(7).getCell(6).value).toBe('second');
    expect(sheet.getRow(4).getCell(5).value).toMatchObject({ formula: 'D4*2' });
  });

  test('every other part of the file stays as it is, byte for byte', async () => {
    const before = await theirs();
    const { bytes } = written(before, 'xlsx', 'Orders 2026', [line({ No: 'B7' }, 'No')]);
    const [was, is] = [unzipSync(before), unzipSync(bytes)];
    expect(Object.keys(is)).toEqual(Object.keys(was));
    const changed = Object.keys(was).filter(
      (name) => Buffer.compare(was[name] as Uint8Array, is[name] as Uint8Array) !== 0,
    );
    expect(changed).toEqual(['xl/worksheets/sheet1.xml']);
  });

  test('the same twice changes nothing more', async () => {
    const once = written(await theirs(), 'xlsx', undefined, [line({ No: 'B7', Fee: 3 }, 'No')]).bytes;
    const twice = written(once, 'xlsx', undefined, [line({ No: 'B7', Fee: 3 }, 'No')]);
    expect(twice.answers).toEqual(['brought up to date']);
    expect((await sheetOf(twice.bytes)).rowCount).toBe(6);
  });

  test('what is missing is named', async () => {
    const bytes = await theirs();
    expect(() => written(bytes, 'xlsx', 'Orders 2026', [line({ No: 'x', Ship: 'y', Arrives: 1 }, 'No')])).toThrow(
      new Unfit('no heading says “Ship”'),
    );
    expect(() => written(bytes, 'xlsx', 'Orders', [line({ No: 'x' }, 'No')])).toThrow('it has no sheet “Orders”');
    expect(() => written(Buffer.from('no zip'), 'xlsx', undefined, [])).toThrow(Unfit);
  });

  test('columns have letters', () => {
    expect([0, 25, 26, 701, 702].map(lettersOf)).toEqual(['A', 'Z', 'AA', 'ZZ', 'AAA']);
    for (const column of [0, 25, 26, 701, 702, 16_383]) expect(columnOf(`${lettersOf(column)}12`)).toBe(column);
  });
});

describe('a CSV of theirs', () => {
  const csv = (text: string, ...lines: OwnLine[]) =>
    new TextDecoder('utf-8', { ignoreBOM: true }).decode(written(Buffer.from(text), 'csv', undefined, lines).bytes);

  test('keeps its mark, its separator, its line ends, and every line that is not meant', () => {
    const text = '\ufeffNo;Vessel;Fee\r\nA1;"Tern; the old";12,5\r\nA2;"Auk ""x""";9\r\n';
    expect(csv(text, line({ No: 'A2', Fee: 10 }, 'No'), line({ No: 'B1', Vessel: 'Kite; x' }, 'No'))).toBe(
      '\ufeffNo;Vessel;Fee\r\nA1;"Tern; the old";12,5\r\nA2;"Auk ""x""";10\r\nB1;"Kite; x";\r\n',
    );
  });

  test('without a last line end, and with lines in cells', () => {
    expect(
      csv('no,note\nA1,"two\nlines"\nA2,x', line({ No: 'A1', Note: '=1+1' }, 'No'), line({ No: 'A3' }, 'No')),
    ).toBe("no,note\nA1,'=1+1\nA2,x\nA3,\n");
  });

  test('days and figures are found again as they are written', () => {
    const mine = line({ Day: day('2026-12-24'), Fee: 3.5, Note: 'new' }, 'Day', 'Fee');
    expect(csv('Day,Fee,Note\n2026-12-24,3.50,old\n', mine)).toBe('Day,Fee,Note\n2026-12-24,3.5,new\n');
  });

  test('a heading that is gone, and what is no table', () => {
    expect(() => csv('a,b\n1,2\n', line({ No: 'x' }, 'No'))).toThrow('no line has the headings of the route');
    expect(() => csv('just words', line({ No: 'x' }, 'No'))).toThrow(Unfit);
  });
});
