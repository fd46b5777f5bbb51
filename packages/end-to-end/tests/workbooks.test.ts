import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { settled, startWorld, until, type World } from './harness.js';

const base = mkdtempSync(join(tmpdir(), 'yellow-sieve-workbooks-'));
let world: World;

const sieve = (routes: string) => `sieve: orders
locale: en-GB
fields:
  no: { type: text, required: true }
  day: { type: date }
  at: { type: datetime }
  total: { type: amount }
  note: { type: text }
  berth: { type: text }
rules:
  - { kind: pattern, name: no, find: 'Order (?<no>[A-Z0-9]+)' }
  - { kind: pattern, name: day, find: 'of (?<day>~date~)' }
  - { kind: pattern, name: at, find: 'at (?<at>\\d{4}-\\d\\d-\\d\\d \\d\\d:\\d\\d)' }
  - { kind: pattern, name: total, find: 'Total: (?<total>~amount~)' }
  - { kind: pattern, name: note, find: 'Note: (?<note>.+)' }
  - { kind: pattern, name: berth, find: 'Berth: (?<berth>.+)' }
routes:
${routes}`;
const columns =
  '{ No: "{{ no }}", Day: "{{ day }}", At: "{{ at }}", Total: "{{ total }}", Note: "{{ note }}", Berth: "{{ berth }}" }';
const goesTo = (...names: string[]) =>
  world.client.sieves.put({
    params: { name: 'orders' },
    body: Buffer.from(sieve(names.map((name) => `  - { to: ${name}, with: ${columns} }\n`).join('') || '  []\n')),
    query: { live: 'true' },
  });
const destination = (name: string, more: string) =>
  world.client.destinations.put({ params: { name }, body: Buffer.from(`destination: ${name}\n${more}\n`) });

let count = 0;
/** Takes a message in, of some day of the past if that is said. */
async function feed(text: string, received?: string) {
  const subject = `mail ${++count}`;
  const raw = `From: a@skerry.example\r\nTo: orders@gannetbay.example\r\nSubject: ${subject}\r\nMessage-ID: <w${count}@skerry.example>\r\n\r\n${text.replaceAll('\n', '\r\n')}\r\n`;
  await world.client.messages.feed({
    params: { mailbox: 'orders' },
    body: Buffer.from(raw),
    query: received ? { received } : {},
  });
  return settled(world.client, subject);
}

/** What a program for workbooks reads of one, a line of texts a row. */
function asOthersRead(path: string): string[] {
  const done = spawnSync(
    'soffice',
    [
      `-env:UserInstallation=file://${join(base, 'profile')}`,
      '--headless',
      '--convert-to',
      'csv:Text - txt - csv (StarCalc):59,34,76,1,,0,false,true,true',
      '--outdir',
      join(base, 'read'),
      path,
    ],
    { encoding: 'utf8' },
  );
  if (done.status !== 0) throw new Error(done.stderr);
  return readFileSync(join(base, 'read', basename(path).replace(/xlsx$/, 'csv')), 'utf8')
    .trimEnd()
    .split('\n');
}

const linksOf = async (name: string) => (await world.client.destinations.get({ params: { name } })).links;
const fetched = async (link: string) => Buffer.from(await (await fetch(world.url + link)).arrayBuffer());
const linesOf = async (link = '') =>
  (await fetched(link)).toString('utf8').replace('\ufeff', '').trimEnd().split('\r\n');

beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_FOLDER: base });
  await goesTo();
  await world.client.mailboxes.put({
    params: { name: 'orders' },
    body: Buffer.from('mailbox: orders\naddresses: [orders@gannetbay.example]\nsieves: [orders]\n'),
  });
});
afterAll(async () => {
  await world.end();
  rmSync(base, { recursive: true });
});

test('a sheet with a key: a later message changes the line, an older one does not; nothing said leaves what stands, but for what is cleared', async () => {
  await destination('ledger', 'kind: sheet\nzone: Europe/Lisbon\nkey: [No]\nclear: [Note]');
  await goesTo('ledger');
  await feed(
    'Order A1 of 3 November 2026 at 2026-07-03 22:30\nTotal: GBP 64.50\nNote: =2+2\nBerth: 4',
    '2026-11-03T10:00:00Z',
  );
  await feed('Order B2 of 4 November 2026\nTotal: GBP 0.10\nNote: second', '2026-11-04T10:00:00Z');
  await feed('Order A1 of 5 November 2026', '2026-11-05T10:00:00Z');
  const late = await feed('Order A1 of 1 October 2026\nTotal: GBP 1.00', '2026-10-01T10:00:00Z');
  expect(late.deliveries.map(({ state, answer }) => [state, answer])).toEqual([['dropped', 'newer already there']]);
  const [csv = '', xlsx = ''] = await linksOf('ledger');
  expect(await linesOf(csv)).toEqual([
    'No,Day,At,Total,Total currency,Note,Berth',
    'A1,2026-11-05,2026-07-03T22:30:00,64.5,GBP,,4',
    'B2,2026-11-04,,0.1,GBP,second,',
  ]);
  const path = join(base, 'ledger.xlsx');
  writeFileSync(path, await fetched(xlsx));
  expect(asOthersRead(path)).toEqual([
    'No;Day;At;Total;Total currency;Note;Berth',
    'A1;2026-11-05;2026-07-03 22:30;64.5;GBP;;4',
    'B2;2026-11-04;;0.1;GBP;second;',
  ]);
});

test('a line without its key stops and says which column is empty; one that is no longer part of the record goes', async () => {
  await destination('by-berth', 'kind: sheet\nkey: [Berth]');
  await goesTo('by-berth');
  const without = await feed('Order C1');
  expect(without.deliveries[0]).toMatchObject({ state: 'stopped', answer: expect.stringContaining('Berth') });
  const { key } = await feed('Order C2\nBerth: 9');
  const [csv] = await linksOf('by-berth');
  expect(await linesOf(csv)).toHaveLength(2);
  await goesTo();
  await world.client.messages.again({ params: { key } });
  await until('it is taken out', async () => (await linesOf(csv)).length === 1);
});

test('a sheet that is given a key after it was written to has a line for each key, of the newest word; an older mail that comes late does not go over it', async () => {
  await destination('grown', 'kind: sheet');
  await goesTo('grown');
  await feed('Order K1\nTotal: GBP 1.00\nNote: first', '2026-11-01T10:00:00Z');
  await feed('Order K2\nTotal: GBP 2.00', '2026-11-02T10:00:00Z');
  await feed('Order K1\nTotal: GBP 3.00', '2026-11-03T10:00:00Z');
  const [csv] = await linksOf('grown');
  expect(await linesOf(csv)).toHaveLength(4);
  await destination('grown', 'kind: sheet\nkey: [No]');
  const numbers = async () => (await linesOf(csv)).slice(1).map((line) => line.split(',').filter(Boolean).join(' '));
  expect(await numbers()).toEqual(['K1 3 GBP first', 'K2 2 GBP']);
  const late = await feed('Order K1\nTotal: GBP 9.00', '2026-10-01T10:00:00Z');
  expect(late.deliveries.map(({ state }) => state)).toEqual(['dropped']);
  await feed('Order K2\nTotal: GBP 5.00', '2026-11-05T10:00:00Z');
  expect(await numbers()).toEqual(['K1 3 GBP first', 'K2 5 GBP']);
  // Without a key for a while, and with it again: who wrote last is known still.
  await destination('grown', 'kind: sheet');
  await destination('grown', 'kind: sheet\nkey: [No]');
  const between = await feed('Order K2\nTotal: GBP 8.00', '2026-11-04T10:00:00Z');
  expect(between.deliveries.map(({ state }) => state)).toEqual(['dropped']);
  expect(await numbers()).toEqual(['K1 3 GBP first', 'K2 5 GBP']);
});

test('a sheet that is rolled over by month has a file for each, by the clock of its zone', async () => {
  await destination('months', 'kind: sheet\nzone: Europe/Lisbon\nrolls: by month');
  await goesTo('months');
  await feed('Order M1', '2026-09-30T23:30:00Z');
  await feed('Order M2', '2026-08-31T22:30:00Z');
  await feed('Order M3', '2026-10-31T23:30:00Z');
  const links = await linksOf('months');
  const [secret = ''] = links[0]?.split('.') ?? [];
  expect(links.map((link) => link.slice(secret.length))).toEqual([
    '.csv',
    '.xlsx',
    '.2026-09.csv',
    '.2026-09.xlsx',
    '.2026-08.csv',
    '.2026-08.xlsx',
  ]);
  const orders = async (link: string) => (await linesOf(link)).slice(1).map((line) => line.slice(0, 2));
  // Half past eleven in UTC is the first of October there in summer, and still October in winter.
  expect([await orders(links[0] ?? ''), await orders(links[2] ?? ''), await orders(links[4] ?? '')]).toEqual([
    ['M1', 'M3'],
    [],
    ['M2'],
  ]);
  expect((await fetch(`${world.url}${secret}.2026-01.csv`)).status).toBe(404);
});

test('one that is rolled over by size has so many lines a file', async () => {
  await destination('hundreds', 'kind: sheet\nrolls: by size\nlines: 100');
  await goesTo('hundreds');
  const raw = Array.from(
    { length: 130 },
    (_, i) =>
      `From: a@skerry.example\r\nTo: orders@gannetbay.example\r\nSubject: many ${i}\r\nMessage-ID: <many${i}@skerry.example>\r\n\r\nOrder N${i}\r\n`,
  );
  for (const one of raw) await world.client.messages.feed({ params: { mailbox: 'orders' }, body: Buffer.from(one) });
  await until('all are there', async () => {
    const { states } = await world.client.destinations.get({ params: { name: 'hundreds' } });
    return states.delivered === 130;
  });
  const links = await linksOf('hundreds');
  expect(links.map((link) => link.slice(link.indexOf('.')))).toEqual(['.csv', '.xlsx', '.1.csv', '.1.xlsx']);
  expect([(await linesOf(links[0])).length, (await linesOf(links[2])).length]).toEqual([31, 101]);
  await expect(destination('none', 'kind: sheet\nrolls: by size\nlines: 3')).rejects.toMatchObject({
    code: 'YS-FILE-WRONG-VALUE',
  });
});

test('a workbook of theirs that was written to is read by other programs, formulas and all', async () => {
  const path = join(base, 'Theirs.xlsx');
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('All');
  sheet.addRow(['No', 'Day', 'Total', 'Total currency', 'Twice', 'At', 'Note', 'Berth']);
  sheet.addRow(['T1', new Date('2026-01-01'), 1, 'GBP', { formula: 'C2*2', result: 2 }, null, 'by hand', 'kept']);
  sheet.getColumn(2).numFmt = 'yyyy-mm-dd';
  await book.xlsx.writeFile(path);
  await destination('theirs', 'kind: own-file\nfile: Theirs.xlsx\nkey: [No]');
  await goesTo('theirs');
  await feed('Order T1 of 6 November 2026\nTotal: GBP 10.00');
  await feed('Order T2 of 7 November 2026\nTotal: GBP 20.00\nNote: <new> & "fine"');
  expect(asOthersRead(path)).toEqual([
    'No;Day;Total;Total currency;Twice;At;Note;Berth',
    'T1;2026-11-06;10;GBP;20;;by hand;kept',
    'T2;2026-11-07;20;GBP;;;"<new> & ""fine""";',
  ]);
});
