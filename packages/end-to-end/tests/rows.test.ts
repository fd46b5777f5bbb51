import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { MessageCoverage, MessageEffect } from '@yellow-sieve/core';
import { runCommand, serviceEnv } from './command-line.js';
import { demoFile, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
const params = { name: 'fuel-docket' };
const source = readFileSync(demoFile('fuel', 'fuel-docket.sieve.yaml'), 'utf8');
const docket = (number: string) => readFileSync(demoFile('fuel', 'messages', `${number}.eml`));
const samples = ['f01', 'f02', 'f03', 'f05'].map((number) => `messages/${number}.eml`);
let kittiwake = '';

beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  const { client } = world;
  for (const name of ['fuel-lines', 'fuel-book'])
    await client.destinations.put({
      params: { name },
      body: readFileSync(demoFile('destinations', `${name}.destination.yaml`)),
    });
  await client.sieves.put({ params, body: Buffer.from(source), query: { live: 'true' } });
  for (const sample of samples)
    await client.samples.put({ params: { ...params, sample }, body: docket(sample.slice(9, 12)) });
  await client.mailboxes.put({
    params: { name: 'fuel' },
    body: readFileSync(demoFile('fuel', 'fuel.mailbox.yaml')),
  });
  for (const number of ['f01', 'f03', 'f04', 'f05', 'f06'])
    await sendRaw(world.smtpPort, docket(number), 'fuel@gannetbay.example');
  kittiwake = (await settled(client, 'Docket FD-2041')).key;
  for (const subject of ['Docket 7714', 'Docket FD-2055', 'Docket FD-2060', 'Docket FD-2063'])
    await settled(client, subject);
});
afterAll(() => world.end());

/** What stands in the table, a line for each row. */
const lines = (of: string) =>
  world.sql<Record<string, unknown>>(
    `SELECT docket, product, litres, total FROM ${world.name}.fuel_lines WHERE docket = ? ORDER BY total DESC`,
    [of],
  );

describe('rows of a record', () => {
  test('are a line each in a database table, with what the message has for itself', async () => {
    expect((await lines('FD-2041')).map((row) => Object.values(row).map(String))).toEqual([
      ['FD-2041', 'Marine diesel', expect.stringMatching(/^120\.5/), expect.stringMatching(/^168\.7/)],
      ['FD-2041', 'Two-stroke oil', expect.stringMatching(/^2/), expect.stringMatching(/^19/)],
    ]);
    expect(await lines('FD-2055')).toHaveLength(9);
    expect((await lines('7714')).map(({ product }) => product)).toEqual([
      'Marine diesel, low sulphur, winter grade',
      'Bilge cleaner',
      'Fresh water',
    ]);
  });

  test('are a line each in a sheet', async () => {
    const { items } = await world.client.destinations.list();
    const link = items.find(({ name }) => name === 'fuel-book')?.links.find((one) => one.endsWith('.csv'));
    const csv = await (await fetch(`${world.url}${link}`)).text();
    const sheet = csv.trim().split(/\r?\n/);
    expect(sheet[0]).toContain('Docket');
    expect(sheet.filter((line) => line.startsWith('FD-2041'))).toHaveLength(2);
    expect(sheet.filter((line) => line.startsWith('FD-2055'))).toHaveLength(9);
  });

  test('that do not add up, or lack what they must have, wait for a person, and nothing of them leaves', async () => {
    const { client } = world;
    const { items } = await client.messages.list({ query: { mailbox: 'fuel', state: 'review' } });
    const why = Object.fromEntries(items.map(({ subject, reasons }) => [subject, JSON.stringify(reasons)]));
    expect(why['Docket FD-2060']).toContain('The lines do not add up to the total');
    expect(why['Docket FD-2063']).toContain('rows[1].line_total');
    expect([await lines('FD-2060'), await lines('FD-2063')]).toEqual([[], []]);
  });

  test('are held against what is expected of them, as a whole', async () => {
    const page = await world.client.sieves.coverage({ params });
    const found = (page.items as MessageCoverage[]).map(({ rows }) => [rows?.found, rows?.expected, rows?.right]);
    expect(found).toEqual([
      [2, 2, true],
      [1, 1, true],
      [3, 3, true],
      [2, null, null],
    ]);
  });

  test('a change of rules says which rows it would lose', async () => {
    const { client } = world;
    const changed = source.replace('product: [Product, Item]', 'product: Product');
    const { job } = await client.sieves.effect({ params, body: { source: changed, stored: 'all' } });
    const done = await until('the job is over', async () => {
      const now = await client.jobs.get({ params: { key: job } });
      return now.finished === null ? null : now;
    });
    // The old pump's docket, stored and as a sample.
    expect(done.result).toMatchObject({ affected: 2, rows: { lost: 6, gained: 0 }, breaks: 1 });
    const { items } = await client.jobs.findings({ params: { key: job } });
    expect(items.map(({ detail }) => (detail as MessageEffect).rows.length)).toEqual([3, 3]);
  });

  test('entered by a person are what is delivered; a row that is gone is told where it still stands', async () => {
    const { client } = world;
    const { record } = await client.messages.get({ params: { key: kittiwake } });
    const rows = [{ product: 'Marine diesel', litres: 120.5, line_total: '187.70' }];
    await client.records.enter({ params: { key: record ?? '' }, body: { rows } as never });
    await until('the table has it', async () =>
      (await lines('FD-2041')).some(({ total }) => String(total).startsWith('187.7')),
    );
    // The second line is no longer part of the record: taken out of the table the service made, and of the sheet.
    await until('the other line is gone', async () => (await lines('FD-2041')).length === 1);
    const { deliveries } = await until('all deliveries came to rest', async () => {
      const detail = await client.messages.get({ params: { key: kittiwake } });
      return detail.deliveries.every(({ state }) => state !== 'waiting') && detail;
    });
    const gone = deliveries.filter(({ state }) => state === 'dropped');
    expect(gone.map(({ destination, answer }) => [destination, answer]).sort()).toEqual([
      ['fuel-book', 'taken out again: no longer part of the record'],
      ['fuel-lines', 'taken out again: no longer part of the record'],
    ]);
  });

  test('that come back are written once more', async () => {
    const { client } = world;
    const { record } = await client.messages.get({ params: { key: kittiwake } });
    const rows = [
      { product: 'Marine diesel', litres: 120.5, line_total: '168.70' },
      { product: 'Two-stroke oil', litres: 2, line_total: '19.00' },
    ];
    await client.records.enter({ params: { key: record ?? '' }, body: { rows } as never });
    await until('the table has both', async () => (await lines('FD-2041')).length === 2);
  });

  test('find their record by what stands in one of them', async () => {
    const { client } = world;
    const dockets = async (query: Record<string, string>) =>
      (await client.records.list({ query: { sieve: 'fuel-docket', ...query } })).items.map(
        ({ fields }) => fields.docket,
      );
    expect(await dockets({ field: 'product', is: 'Two-stroke oil', at_least: '2' })).toEqual([]);
    expect(await dockets({ field: 'product', is: 'Two-stroke oil' })).toContain('FD-2041');
    expect((await dockets({ field: 'litres', at_least: '400' })).sort()).toEqual(expect.arrayContaining(['7714']));
    expect(await dockets({ field: 'litres', at_least: '4000' })).toEqual([]);
  });

  test('stay in a table that was not made here, and are marked there', async () => {
    const { client } = world;
    await world.sql(`ALTER TABLE ${world.name}.fuel_lines COMMENT = 'somebody else’s'`);
    const { record } = await client.messages.get({ params: { key: kittiwake } });
    const rows = [{ product: 'Marine diesel', litres: 120.5, line_total: '187.70' }];
    await client.records.enter({ params: { key: record ?? '' }, body: { rows } as never });
    const left = await until('one is left over', async () => {
      const { deliveries } = await client.messages.get({ params: { key: kittiwake } });
      const found = deliveries.filter(({ left_over }) => left_over);
      return found.length > 0 && found;
    });
    expect(left.map(({ destination, state }) => [destination, state])).toEqual([['fuel-lines', 'delivered']]);
    expect(await lines('FD-2041')).toHaveLength(2);
  });

  test('go into a file left out, a line each, or spread over numbered columns', async () => {
    const env = serviceEnv(world);
    const lines = async (...more: string[]) =>
      (await runCommand(['records', 'export', 'fuel-docket', ...more], { env })).out
        .replace(/^\uFEFF/, '')
        .trim()
        .split(/\r?\n/);
    const [plain = ''] = await lines();
    expect(plain).not.toContain('product');
    const each = await lines('--rows', 'each');
    expect(each[0]).toMatch(/docket,date,vessel,total,total_currency,product,litres,price,price_currency,line_total/);
    expect(each.filter((line) => line.includes('FD-2055'))).toHaveLength(9);
    const spread = await lines('--rows', 'spread');
    expect(spread[0]).toMatch(/total_currency,product_1,litres_1,.*product_2,.*line_total_currency_9$/);
    expect(spread.filter((line) => line.includes('FD-2055'))).toHaveLength(1);
  });

  test('go out spread over numbered columns where a route says so', async () => {
    const { client } = world;
    const spread = source.replace(/- to: fuel-book\n {4}each: row/, '- to: fuel-book\n    each: spread');
    await client.sieves.put({ params, body: Buffer.from(spread), query: { why: 'a test' } });
    const raw = docket('f01').toString().replaceAll('FD-2041', 'FD-3000').replace('<f01@', '<f01b@');
    await sendRaw(world.smtpPort, raw, 'fuel@gannetbay.example');
    const { key } = await settled(client, 'Docket FD-3000');
    const { deliveries } = await client.messages.get({ params: { key } });
    const book = deliveries.filter(({ destination }) => destination === 'fuel-book');
    expect(book).toHaveLength(1);
    const { payload } = await client.deliveries.get({ params: { key: book[0]?.key ?? '' } });
    expect((payload as { name: string }[]).map(({ name }) => name)).toEqual(
      expect.arrayContaining(['Docket', 'Product 1', 'Litres 1', 'Product 2', 'Total 2']),
    );
    await client.sieves.put({ params, body: Buffer.from(source), query: { why: 'as it was' } });
  });

  test('show on the command line, and in its grid', async () => {
    const checked = await runCommand(['check', demoFile('fuel', 'fuel-docket.sieve.yaml')]);
    expect([checked.exit, checked.out]).toEqual([0, expect.stringMatching(/rows +6\/6 {2}■■■□/)]);
    const records = await runCommand(['records', '--sieve', 'fuel-docket', '--json'], { env: serviceEnv(world) });
    expect(records.out).toContain('Two-stroke oil');
  });
});
