import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { runCommand, serviceEnv } from './command-line.js';
import { sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-exports-'));
const request = (vessel: string, length: string, arrives: string) =>
  `Subject: Berth request: ${vessel}\r\nDate: Tue, 3 Nov 2026 09:00:00 +0000\r\n\r\nVessel: ${vessel}\r\nLength over all: ${length}\r\nArrives ${arrives} for 4 nights\r\nWanted pier: North\r\nSkipper: Zoë Marsh\r\nE-mail: a@b.example\r\n`;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_NOTICE_SECONDS: '1' });
  await setUpBerths(world);
  for (const [vessel, length, arrives] of [
    ['Tern', '9.5 m', '3 June 2027'],
    ['Auk', '12 m', '4 June 2027'],
  ] as const) {
    await sendRaw(world.smtpPort, request(vessel, length, arrives));
    await settled(world.client, `Berth request: ${vessel}`);
  }
}, 60_000);
afterAll(async () => {
  await world.end();
  rmSync(folder, { recursive: true });
});

const command = (argv: string[]) => runCommand(argv, { env: serviceEnv(world), folder });
const file = (name: string, more: string) => {
  const path = join(folder, `${name}.export.yaml`);
  writeFileSync(path, `export: ${name}\nsieve: berth-request\n${more}`);
  return path;
};
const put = (name: string, more: string) =>
  world.client.exports.put({ params: { name }, body: readFileSync(file(name, more)) });
const fetched = async (link: string) => {
  const answer = await fetch(`${world.url}${link}`);
  return { status: answer.status, bytes: Buffer.from(await answer.arrayBuffer()) };
};

describe('a saved export', () => {
  test('picks, orders and renames columns and message parts; its link needs no log-in, and can be renewed', async () => {
    const path = file(
      'week',
      'title: Berths\nperiod: last 7 days\nwhere: { field: vessel, is: Tern }\ncolumns: [{ take: vessel, as: Ship }, { take: length, as: Length }, arrival, { take: message.subject, as: Subject }]\nseparator: ";"\ndecimals: comma\ndates: d.M.yyyy\nencoding: utf-8 without mark\n',
    );
    const made = await command(['export', 'put', path]);
    expect(made.out).toMatch(/week\s+berth-request\s+last 7 days\s+csv/);
    // It is of today, and the seven days are those before.
    expect((await fetched((await world.client.exports.get({ params: { name: 'week' } })).link)).bytes.toString()).toBe(
      'Ship;Length;arrival;Subject\r\n',
    );
    await put(
      'week',
      readFileSync(path, 'utf8')
        .replace(/^.*\n.*\n/, '')
        .replace('last 7 days', 'today'),
    );
    const { link } = await world.client.exports.get({ params: { name: 'week' } });
    expect((await fetched(link)).bytes.toString()).toBe(
      'Ship;Length;arrival;Subject\r\nTern;9,5;3.6.2027;Berth request: Tern\r\n',
    );
    expect((await command(['export', 'file', 'week'])).out).toContain('Tern;9,5');
    const renewed = await command(['export', 'renew', 'week']);
    expect(renewed.out).not.toContain(link);
    expect((await fetched(link)).status).toBe(404);
  });

  test('as a workbook has real days and numbers, and moments on the clock of its zone', async () => {
    const { link } = await put(
      'book',
      'format: xlsx\nzone: America/New_York\ncolumns: [vessel, length, arrival, message.date]\n',
    );
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await fetched(link)).bytes as never);
    const sheet = book.worksheets[0];
    expect(sheet?.getRow(1).values).toEqual([undefined, 'vessel', 'length', 'arrival', 'message.date']);
    const [, vessel, length, arrival, sent] = (sheet?.getRow(2).values ?? []) as unknown[];
    expect([vessel, length]).toEqual(['Tern', 9.5]);
    expect(arrival).toEqual(new Date('2027-06-03T00:00:00Z'));
    expect(sent).toEqual(new Date('2026-11-03T04:00:00Z'));
    expect(sheet?.getCell('C2').numFmt).toBe('yyyy-mm-dd');
  });

  test('in an old charset, without a heading, and as JSON lines', async () => {
    const old = await put('old', 'encoding: windows-1252\nheading: false\ncolumns: [skipper]\n');
    expect((await fetched(old.link)).bytes.toString('latin1')).toBe('Zoë Marsh\r\nZoë Marsh\r\n');
    const lines = await put('lines', 'format: jsonl\ncolumns: [{ take: vessel, as: ship }, length]\n');
    expect((await fetched(lines.link)).bytes.toString()).toBe(
      '{"ship":"Tern","length":9.5}\n{"ship":"Auk","length":12}\n',
    );
  });

  test.each([
    ['period: fortnight\n', 'YS-EXPORT-PERIOD'],
    ['mail: { by: berth-book, to: a@skerry.example, every: day }\n', 'YS-EXPORT-DESTINATION'],
    ['mail: { by: harbour-master, to: berths@gannetbay.example, every: day }\n', 'YS-NOTICE-OWN'],
    ['mail: { by: harbour-master, to: "a@b.example, c@d.example", every: day }\n', 'YS-EXPORT-ADDRESS'],
  ])('%s is refused with %s', async (more, code) => {
    await expect(put('x', more)).rejects.toMatchObject({ code });
  });

  test('is mailed when it is due, once, and says when it could not be', async () => {
    const mail =
      'mail: { by: harbour-master, to: [ada@skerry.example, ben@skerry.example], every: week, on: friday }\n';
    const made = await put('friday', `title: Berths of the week\nperiod: this year\ncolumns: [vessel]\n${mail}`);
    expect(new Date(made.mail?.next ?? '').getUTCDay()).toBe(5);
    await world.sql("UPDATE saved_export SET due_at = NOW(3) - INTERVAL 1 HOUR WHERE name = 'friday'");
    const [mailed] = await until(
      'it is mailed',
      async () => {
        const found = world.mail.arrived.filter(({ to }) => to.includes('ben@skerry.example'));
        return found.length > 0 && found;
      },
      30,
    );
    expect(mailed?.to).toEqual(['ada@skerry.example', 'ben@skerry.example']);
    expect(mailed?.raw).toContain('filename=friday.csv');
    const item = await until('it is noted', async () => {
      const found = await world.client.exports.get({ params: { name: 'friday' } });
      return found.sent !== null && found;
    });
    expect(new Date(item.mail?.next ?? '').getTime()).toBeGreaterThan(Date.now());
    world.mail.mood({ refusing: true });
    const tried = await command(['export', 'mail', 'friday']);
    expect(tried.exit).toBe(1);
    expect((await world.client.exports.get({ params: { name: 'friday' } })).trouble).toContain('told to refuse');
    world.mail.mood({});
    expect(await command(['export', 'mail', 'friday'])).toMatchObject({ exit: 0, out: 'It is mailed.\n' });
  });

  test('is a file of the set-up: what would change is shown, and nothing is changed', async () => {
    rmSync(join(folder, 'x.export.yaml'));
    file('lines', 'format: jsonl\ncolumns: [vessel]\n');
    const dry = await command(['files', 'put', folder, '--dry']);
    expect(dry.exit).toBe(1);
    expect(dry.out).toContain('-columns: [{ take: vessel, as: ship }, length]\n+columns: [vessel]');
    expect((await world.client.exports.get({ params: { name: 'lines' } })).source).toContain('as: ship');
    expect((await command(['files', 'put', folder, '--yes'])).out).toMatch(/export\s+lines\s+changed/);
    expect((await world.client.exports.get({ params: { name: 'lines' } })).source).not.toContain('as: ship');
    expect((await command(['export', 'remove', 'lines'])).out).toContain('is removed');
  });
});

test('rows of one message stand in a sheet in their order', async () => {
  const sieve =
    'sieve: fuel\nfields: {}\nrows: { columns: { product: { type: text }, litres: { type: integer } } }\nrules:\n  - kind: table\n    columns: { product: Product, litres: Litres }\nroutes:\n  - { to: lines, each: row }\n';
  await world.client.destinations.put({
    params: { name: 'lines' },
    body: Buffer.from('destination: lines\nkind: sheet\n'),
  });
  await world.client.sieves.put({ params: { name: 'fuel' }, body: Buffer.from(sieve), query: { live: 'true' } });
  await world.client.mailboxes.put({
    params: { name: 'fuel' },
    body: Buffer.from('mailbox: fuel\naddresses: [fuel@gannetbay.example]\nsieves: [fuel]\n'),
  });
  const products = Array.from({ length: 12 }, (_, i) => `P${i}`);
  await sendRaw(
    world.smtpPort,
    `Subject: dockets\r\nContent-Type: text/html\r\n\r\n<table><tr><th>Product</th><th>Litres</th></tr>${products.map((name, i) => `<tr><td>${name}</td><td>${i}</td></tr>`).join('')}</table>\r\n`,
    ['fuel@gannetbay.example'],
  );
  const link = (await world.client.destinations.list()).items.find(({ name }) => name === 'lines')?.links[0] ?? '';
  const csv = await until('all rows are there', async () => {
    const lines = (await fetched(link)).bytes.toString().trim().split('\r\n');
    return lines.length === 13 && lines;
  });
  expect(csv.slice(1).map((line) => line.split(',')[0])).toEqual(products);
});
