import { strToU8, zipSync, zlibSync } from 'fflate';

/** A stretch of letters for `pdfOf`: where it stands, in points from the lower left corner, and what it says. */
export type Drawn = [x: number, y: number, text: string];

/** A small PDF for tests: one page of letters, packed or not; with no letters it is an empty page. */
export function pdfOf(
  drawn: readonly Drawn[],
  extra: { content?: Uint8Array; filter?: string; trailer?: string } = {},
): Uint8Array {
  const content = drawn.map(([x, y, text]) => `BT /F1 10 Tf 1 0 0 1 ${x} ${y} Tm (${text}) Tj ET`).join('\n');
  const packed = extra.content ?? zlibSync(strToU8(content));
  const objects: (string | [string, Uint8Array])[] = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents 4 0 R /Resources << /Font << /F1 5 0 R >> >> >>',
    [`<< /Length ${packed.length} /Filter ${extra.filter ?? '/FlateDecode'} >>`, packed],
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>',
  ];
  const pieces: Buffer[] = [Buffer.from('%PDF-1.4\n')];
  const size = () => pieces.reduce((sum, piece) => sum + piece.length, 0);
  const places = objects.map((object, i) => {
    const at = size();
    const [head, stream] = typeof object === 'string' ? [object, null] : object;
    pieces.push(Buffer.from(`${i + 1} 0 obj\n${head}\n`));
    if (stream) pieces.push(Buffer.from('stream\n'), Buffer.from(stream), Buffer.from('\nendstream\n'));
    pieces.push(Buffer.from('endobj\n'));
    return at;
  });
  const start = size();
  const table = places.map((at) => `${String(at).padStart(10, '0')} 00000 n \n`).join('');
  pieces.push(
    Buffer.from(
      `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${table}trailer\n<< /Size ${objects.length + 1} /Root 1 0 R ${extra.trailer ?? ''} >>\nstartxref\n${start}\n%%EOF\n`,
    ),
  );
  return Buffer.concat(pieces);
}

/** A small .xlsx for tests: cells are texts, numbers, or days (as serial numbers in a list of one). */
export function workbookOf(sheets: Readonly<Record<string, (string | number | [day: number] | null)[][]>>): Uint8Array {
  const names = Object.keys(sheets);
  const cell = (value: string | number | [number] | null, at: string) => {
    if (value === null) return '';
    if (typeof value === 'string')
      return `<c r="${at}" t="inlineStr"><is><t xml:space="preserve">${value}</t></is></c>`;
    return Array.isArray(value) ? `<c r="${at}" s="1"><v>${value[0]}</v></c>` : `<c r="${at}"><v>${value}</v></c>`;
  };
  const rows = (lines: (string | number | [number] | null)[][]) =>
    lines
      .map(
        (line, i) =>
          `<row r="${i + 1}">${line.map((value, k) => cell(value, `${String.fromCharCode(65 + k)}${i + 1}`)).join('')}</row>`,
      )
      .join('');
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const relations = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const files: Record<string, string> = {
    '[Content_Types].xml': `<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>`,
    '_rels/.rels': `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r" Type="${relations}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<workbook xmlns="${main}" xmlns:r="${relations}"><sheets>${names.map((name, i) => `<sheet name="${name}" sheetId="${i + 1}" r:id="s${i}"/>`).join('')}</sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${names.map((_, i) => `<Relationship Id="s${i}" Type="${relations}/worksheet" Target="worksheets/s${i}.xml"/>`).join('')}<Relationship Id="st" Type="${relations}/styles" Target="styles.xml"/></Relationships>`,
    'xl/styles.xml': `<styleSheet xmlns="${main}"><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="22" applyNumberFormat="1"/></cellXfs></styleSheet>`,
    ...Object.fromEntries(
      names.map((name, i) => [
        `xl/worksheets/s${i}.xml`,
        `<worksheet xmlns="${main}"><sheetData>${rows(sheets[name] ?? [])}</sheetData></worksheet>`,
      ]),
    ),
  };
  return zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));
}
