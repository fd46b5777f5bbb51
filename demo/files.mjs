// The files that people of the harbour keep themselves, and that the service writes into.
import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import ExcelJS from 'exceljs';

/** Makes the keepers' workbook, where it is not there yet. */
export async function makeFiles(folder) {
  const file = join(folder, 'harbour', 'Buoys.xlsx');
  if (existsSync(file)) return;
  mkdirSync(join(folder, 'harbour'), { recursive: true });
  const book = new ExcelJS.Workbook();
  const buoys = book.addWorksheet('Buoys', { views: [{ state: 'frozen', ySplit: 3 }] });
  buoys.addRow(['Buoys of Gannet Bay']).font = { bold: true, size: 14 };
  buoys.addRow([]);
  buoys.addRow(['Buoy', 'Place', 'Keeper', 'Volts', 'Below full', 'Heard', 'Remark']).font = { bold: true };
  const row = buoys.addRow(['B-01', 'Inner bar', 'Moll Tarn', 12.9, null, new Date('2026-10-01'), 'painted in spring']);
  row.getCell(5).value = { formula: '13.2-D4', result: 0.3 };
  for (const [at, width] of [10, 20, 18, 8, 11, 18, 24].entries()) buoys.getColumn(at + 1).width = width;
  buoys.getColumn(4).numFmt = '0.0';
  buoys.getColumn(6).numFmt = 'dd.mm.yyyy hh:mm';
  const totals = book.addWorksheet('Count');
  totals.addRow(['Buoys', { formula: 'COUNTA(Buoys!A4:A200)', result: 1 }]);
  await book.xlsx.writeFile(file);
}
