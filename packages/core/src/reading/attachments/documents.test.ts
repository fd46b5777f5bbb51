import { describe, expect, test } from '@jest/globals';
import { gzipSync, strToU8, zipSync, zlibSync } from 'fflate';
import { limits } from '../../limits.js';
import { compileSieve, sift } from '../../sieve/index.js';
import { readMessage } from '../read-message.js';
import { pdfOf, workbookOf } from './documents.fixture.js';

const xlsxType = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

function mailWith(...files: [name: string, type: string, bytes: Uint8Array | string][]): Buffer {
  const parts = files.flatMap(([name, type, bytes]) => [
    '--b',
    `Content-Type: ${type}; name="${name}"`,
    `Content-Disposition: attachment; filename="${name}"`,
    'Content-Transfer-Encoding: base64',
    '',
    (
      Buffer.from(bytes)
        .toString('base64')
        .match(/.{1,76}/g) ?? []
    ).join('\r\n'),
  ]);
  const head = [
    'From: ada@tern.example',
    'Subject: order',
    'Content-Type: multipart/mixed; boundary=b',
    '',
    '--b',
    '',
    'see',
  ];
  return Buffer.from([...head, ...parts, '--b--', ''].join('\r\n'));
}

const attachmentsOf = async (...files: Parameters<typeof mailWith>) =>
  (await readMessage(mailWith(...files))).attachments;

describe('workbooks', () => {
  const orders = workbookOf({
    Orders: [
      ['No', 'Item', 'Day', 'Price'],
      ['0042', 'rope, 20 m', [46329], 64.5],
      ['0043', null, [46329.6041666667], 1180],
    ],
  });

  test('a sheet is a table, each cell in its place of the text; days as ISO 8601', async () => {
    const [attachment] = await attachmentsOf(['orders.xlsx', xlsxType, orders]);
    expect(attachment?.text).toBe(
      'No\tItem\tDay\tPrice\n0042\trope, 20 m\t2026-11-03\t64.5\n0043\t\t2026-11-03 14:30\t1180\n',
    );
    const cells = attachment?.tables[0]?.rows.flat() ?? [];
    expect(cells).toHaveLength(12);
    for (const { start, end, text } of cells) expect(attachment?.text?.slice(start, end)).toBe(text);
  });

  test('of several sheets each has its name above it', async () => {
    const book = workbookOf({
      North: [
        ['Pier', 'Berth'],
        ['1', 'N4'],
      ],
      South: [
        ['Pier', 'Berth'],
        ['2', 'S9'],
      ],
    });
    const [attachment] = await attachmentsOf(['berths.xlsx', 'application/octet-stream', book]);
    expect(attachment?.text).toBe('North\nPier\tBerth\n1\tN4\n\nSouth\nPier\tBerth\n2\tS9\n');
    expect(attachment?.tables.map(({ rows }) => rows[1]?.map(({ text }) => text))).toEqual([
      ['1', 'N4'],
      ['2', 'S9'],
    ]);
  });

  test('a table rule reads it, by a name with a star; evidence names the attachment by its place', async () => {
    const reading = await readMessage(mailWith(['logo.png', 'image/png', 'x'], ['Orders 11.xlsx', xlsxType, orders]));
    const sieve = compileSieve({
      sieve: 's',
      fields: { file: { type: 'text' } },
      rows: { columns: { no: { type: 'text' }, price: { type: 'number' } } },
      rules: [
        {
          kind: 'table',
          name: 'orders',
          in: 'message.attachments["orders*.xlsx"].text',
          columns: { no: 'No', price: 'Price' },
        },
        { kind: 'derive', fills: 'file', from: '{{ message.attachments["*.xlsx"].name }}' },
      ],
    });
    const result = sift(reading, sieve);
    const outcome = result.kind === 'outcome' ? result.outcome : null;
    expect(outcome?.rows).toEqual([
      { no: '0042', price: 64.5 },
      { no: '0043', price: 1180 },
    ]);
    expect(outcome?.fields).toEqual({ file: 'Orders 11.xlsx' });
    const [place] = outcome?.evidence['rows[1].no'] ?? [];
    expect(place?.in).toBe('message.attachments[1].text');
    expect(reading.attachments[1]?.text?.slice(place?.start ?? 0, place?.end ?? 0)).toBe('0043');
  });

  test.each([
    ['broken', 'YS-READING-DOCUMENT-BROKEN', Buffer.concat([Buffer.from('PK\x03\x04'), gzipSync(strToU8('x'))])],
    ['of before 2007', 'YS-READING-DOCUMENT-OLD', Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1])],
    [
      'encrypted',
      'YS-READING-DOCUMENT-SEALED',
      Buffer.concat([Buffer.from([0xd0, 0xcf, 0x11, 0xe0]), Buffer.from('EncryptedPackage', 'utf16le')]),
    ],
    [
      'too large when unpacked',
      'YS-READING-DOCUMENT-LARGE',
      Buffer.from(zipSync({ 'xl/workbook.xml': new Uint8Array(limits.documentUnpacked + 1) })),
    ],
    ['a zip of something else', 'YS-READING-DOCUMENT-BROKEN', Buffer.from(zipSync({ 'a.txt': strToU8('hello') }))],
  ])('one that is %s says so, and the message is read all the same', async (_, code, bytes) => {
    const reading = await readMessage(mailWith(['a.xlsx', xlsxType, bytes]));
    expect(reading.attachments[0]).toMatchObject({ text: null, tables: [], unread: { code } });
    expect(reading.attachments[0]?.unread?.text).toContain('“a.xlsx”');
    expect(reading.plain?.text.trim()).toBe('see');
  });
});

describe('PDF', () => {
  const invoice = pdfOf([
    [50, 800, 'Invoice 2026-0117'],
    [50, 760, 'Item'],
    [250, 760, 'Quantity'],
    [400, 760, 'Price'],
    [50, 745, 'Mooring rope'],
    [250, 745, '2'],
    [400, 745, '64.50 EUR'],
    [50, 730, 'Fender'],
    [250, 730, '12'],
    [400, 730, '1,180.00 EUR'],
    [50, 700, 'Total:'],
    [80, 700, '1,244.50 EUR'],
  ]);

  test('its text layer is read line by line, columns under each other', async () => {
    const [attachment] = await attachmentsOf(['invoice.pdf', 'application/pdf', invoice]);
    const lines = attachment?.text?.split('\n') ?? [];
    expect(lines.filter((line) => line !== '').map((line) => line.replace(/ {2,}/g, ' | '))).toEqual([
      'Invoice 2026-0117',
      'Item | Quantity | Price',
      'Mooring rope | 2 | 64.50 EUR',
      'Fender | 12 | 1,180.00 EUR',
      'Total: 1,244.50 EUR',
    ]);
    const [head, rope, fender] = lines.filter((line) => /Item|rope|Fender/.test(line));
    expect(rope?.indexOf('2 ')).toBe(head?.indexOf('Quantity'));
    expect(fender?.indexOf('1,180')).toBe(rope?.indexOf('64.50'));
  });

  test('rules read it: a table by its headings, a value by a pattern', async () => {
    const reading = await readMessage(mailWith(['invoice.pdf', 'application/pdf', invoice]));
    const sieve = compileSieve({
      sieve: 's',
      fields: { total: { type: 'amount' } },
      rows: { columns: { item: { type: 'text' }, quantity: { type: 'integer' }, price: { type: 'amount' } } },
      rules: [
        {
          kind: 'table',
          name: 'items',
          in: 'message.attachments["*.pdf"].text',
          columns: { item: 'Item', quantity: 'Quantity', price: 'Price' },
        },
        {
          kind: 'pattern',
          name: 'total',
          in: 'message.attachments["*.pdf"].text',
          find: '^Total: (?<total>.+)$',
          lines: 'each',
        },
      ],
    });
    const result = sift(reading, sieve);
    const outcome = result.kind === 'outcome' ? result.outcome : null;
    expect(outcome?.fields.total).toEqual({ value: 1244.5, currency: 'EUR' });
    expect(outcome?.rows.map(({ item, quantity }) => [item, quantity])).toEqual([
      ['Mooring rope', 2],
      ['Fender', 12],
    ]);
  });

  const packedTwice = zlibSync(zlibSync(strToU8('BT ET')));
  test.each([
    ['broken', 'YS-READING-DOCUMENT-BROKEN', Buffer.from('%PDF-1.4 nothing more')],
    ['a picture', 'YS-READING-DOCUMENT-PICTURES', pdfOf([])],
    [
      'too large when unpacked',
      'YS-READING-DOCUMENT-LARGE',
      pdfOf([], { content: zlibSync(new Uint8Array(limits.documentUnpacked + 1)) }),
    ],
    [
      'packed twice',
      'YS-READING-DOCUMENT-LARGE',
      pdfOf([], { content: packedTwice, filter: '[/FlateDecode /FlateDecode]' }),
    ],
    ['packed in disguise', 'YS-READING-DOCUMENT-LARGE', pdfOf([], { filter: '/Fl#61teDecode' })],
    [
      'encrypted',
      'YS-READING-DOCUMENT-SEALED',
      pdfOf([[50, 800, 'x']], {
        trailer: `/Encrypt << /Filter /Standard /V 2 /R 3 /Length 128 /P -1 /O <${'11'.repeat(32)}> /U <${'22'.repeat(32)}> >> /ID [<${'33'.repeat(16)}> <${'33'.repeat(16)}>]`,
      }),
    ],
  ])('one that is %s says so', async (_, code, bytes) => {
    const [attachment] = await attachmentsOf(['a.pdf', 'application/pdf', bytes]);
    expect(attachment).toMatchObject({ text: null, unread: { code } });
  });

  test('one that is larger than is read', async () => {
    const reading = await readMessage(mailWith(['a.pdf', 'application/pdf', invoice]), {
      ...limits,
      documentBytes: 500,
    });
    expect(reading.attachments[0]?.unread?.code).toBe('YS-READING-DOCUMENT-LARGE');
    expect(reading.attachments[0]?.size).toBe(invoice.length);
  });
});

test('an attached message says its own words, and its attachments are listed with the others', async () => {
  const inner = mailWith(['list.csv', 'text/csv', 'vessel;pier\nTern;North']);
  const [message, list] = await attachmentsOf(['passed on.eml', 'message/rfc822', inner]);
  expect(message?.text?.trim()).toBe('see');
  expect(list?.tables[0]?.rows[1]?.map(({ text }) => text)).toEqual(['Tern', 'North']);
});
