import { mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { createTransport } from 'nodemailer';
import { runCommand, serviceEnv } from './command-line.js';
import { settled, startWorld, until, type World } from './harness.js';
import { startPostgres } from './postgres.js';

const base = mkdtempSync(join(tmpdir(), 'yellow-sieve-files-'));
let world: World;
let server: Awaited<ReturnType<typeof startPostgres>>;

const sieve = (routes: string) => `sieve: orders
locale: en-GB
fields:
  no: { type: text, required: true }
  day: { type: date }
  total: { type: amount }
rows:
  columns:
    item: { type: text }
    count: { type: integer }
rules:
  - { kind: pattern, name: no, find: 'Order (?<no>[A-Z0-9/.]+)' }
  - { kind: pattern, name: day, find: 'of (?<day>~date~)' }
  - { kind: pattern, name: total, find: 'Total: (?<total>~amount~)' }
  - { kind: table, columns: { item: Item, count: Count } }
routes:
${routes}`;
const put = (routes: string) =>
  world.client.sieves.put({ params: { name: 'orders' }, body: Buffer.from(sieve(routes)), query: { live: 'true' } });
const destination = (name: string, more: string) =>
  world.client.destinations.put({ params: { name }, body: Buffer.from(`destination: ${name}\n${more}\n`) });
const withRows =
  '    with: { No: "{{ no }}", Day: "{{ day }}", Total: "{{ total }}" }\n    rows: { Item: "{{ item }}", Count: "{{ count }}" }\n';

async function order(no: string, rows: [string, number][], attached: { filename: string; content: string }[] = []) {
  const transport = createTransport({ host: '127.0.0.1', port: world.smtpPort, ignoreTLS: true });
  const table = `<table><tr><th>Item</th><th>Count</th></tr>${rows.map(([item, count]) => `<tr><td>${item}</td><td>${count}</td></tr>`).join('')}</table>`;
  await transport.sendMail({
    from: 'a@skerry.example',
    to: 'orders@gannetbay.example',
    subject: `order ${no}`,
    html: `<p>Order ${no} of 3 November 2026</p>${table}<p>Total: GBP 64.50</p>`,
    attachments: attached,
  });
  transport.close();
  return settled(world.client, `order ${no}`);
}

beforeAll(async () => {
  [world, server] = await Promise.all([startWorld({ YELLOW_SIEVE_FOLDER: base }), startPostgres()]);
  const at = world.database;
  await world.client.connections.put({
    params: { name: 'maria' },
    body: {
      kind: 'mariadb',
      host: '127.0.0.1',
      port: at.port,
      user: 'app',
      password: at.password,
      database: world.name,
    },
  });
  await world.client.connections.put({
    params: { name: 'postgres' },
    body: {
      kind: 'postgresql',
      host: '127.0.0.1',
      port: server.port,
      user: 'harbour',
      password: server.password,
      database: 'harbour',
    },
  });
  await put('  []');
  await world.client.mailboxes.put({
    params: { name: 'orders' },
    body: Buffer.from('mailbox: orders\naddresses: [orders@gannetbay.example]\nsieves: [orders]\n'),
  });
}, 120_000);
afterAll(async () => {
  await Promise.all([world.end(), server.end()]);
  rmSync(base, { recursive: true });
});

describe.each(['maria', 'postgres'])('rows in a table of their own: %s', (connection) => {
  const kind = connection === 'maria' ? 'database' : 'postgresql';
  const [main, lines] = [`orders_${connection}`, `lines_${connection}`];
  const query = async (text: string): Promise<unknown[]> =>
    connection === 'maria' ? world.sql(text) : server.sql(text);
  const stands = () =>
    query(
      `SELECT m."No" AS no, r.ys_row AS n, r."Item" AS item, r."Count" AS c FROM ${main} m JOIN ${lines} r ON r.ys_record = m.ys_identity ORDER BY no, n`.replaceAll(
        '"',
        connection === 'maria' ? '`' : '"',
      ),
    );

  test('go with their record, numbered, and change and go with it', async () => {
    await destination(
      main.replace('_', '-'),
      `kind: ${kind}\nconnection: ${connection}\ntable: ${main}\nrows_table: ${lines}\nkey: ["No"]`,
    );
    await put(`  - to: ${main.replace('_', '-')}\n${withRows}`);
    const first = await order(`A1${connection === 'maria' ? 'M' : 'P'}`, [
      ['rope', 2],
      ['tar', 1],
    ]);
    expect(first.deliveries.map(({ state }) => state)).toEqual(['delivered']);
    expect(
      (await stands()).map((row) =>
        Object.values(row as object)
          .slice(1)
          .map(String),
      ),
    ).toEqual([
      ['1', 'rope', '2'],
      ['2', 'tar', '1'],
    ]);
    await world.client.records.enter({
      params: { key: first.record ?? '' },
      body: { cells: { 'rows[1].count': 7, 'rows[2].item': 'oil' } },
    });
    await until('the rows have changed', async () => (await stands()).length === 3);
    expect(
      (await stands()).map((row) =>
        Object.values(row as object)
          .slice(1)
          .map(String),
      ),
    ).toEqual([
      ['1', 'rope', '2'],
      ['2', 'tar', '7'],
      ['3', 'oil', 'null'],
    ]);
    await put('  []');
    await world.client.messages.again({ params: { key: first.key } });
    await until('it is taken out', async () => (await query(`SELECT 1 FROM ${main}`)).length === 0);
    expect(await query(`SELECT 1 FROM ${lines}`)).toEqual([]);
  });
});

test('a destination that knows no rows, or no table for them, says so', async () => {
  await destination('book', 'kind: sheet');
  await put(`  - to: book\n${withRows}`);
  expect((await order('B1', [['rope', 1]])).deliveries[0]).toMatchObject({
    state: 'stopped',
    answer: expect.stringContaining('takes no rows'),
  });
  await expect(put('  - { to: book, each: row, rows: { Item: "{{ item }}" } }\n')).rejects.toMatchObject({
    code: 'YS-ROUTE-ROWS',
  });
});

describe('files in a folder', () => {
  const files = (folder: string) => readdirSync(join(base, folder)).sort();
  const only = (folder: string) => {
    const [name = '', ...more] = files(folder);
    expect(more).toEqual([]);
    return { name, path: join(base, folder, name) };
  };
  const route = (to: string) => `  - to: ${to}\n${withRows.replace('{ No', '{ name: "{{ no }} {{ day }}", No')}`;

  test('one for each record with its rows: JSON, CSV, workbook', async () => {
    for (const format of ['json', 'csv', 'xlsx'])
      await destination(`as-${format}`, `kind: folder\nfolder: orders/${format}\nformat: ${format}`);
    await put(['json', 'csv', 'xlsx'].map((format) => route(`as-${format}`)).join(''));
    await order('C1', [
      ['rope', 2],
      ['=1+1', 1],
    ]);
    const json = only('orders/json');
    expect(json.name).toMatch(/^C1 2026-11-03-[0-9a-f]{12}\.json$/);
    expect(JSON.parse(readFileSync(json.path, 'utf8'))).toEqual({
      No: 'C1',
      Day: '2026-11-03',
      Total: 64.5,
      'Total currency': 'GBP',
      rows: [
        { Item: 'rope', Count: 2 },
        { Item: '=1+1', Count: 1 },
      ],
    });
    expect(readFileSync(only('orders/csv').path, 'utf8')).toBe(
      "\ufeffNo,Day,Total,Total currency,Item,Count\r\nC1,2026-11-03,64.5,GBP,rope,2\r\nC1,2026-11-03,64.5,GBP,'=1+1,1\r\n",
    );
    const book = new ExcelJS.Workbook();
    await book.xlsx.readFile(only('orders/xlsx').path);
    expect(book.worksheets[0]?.getCell('B2').value).toEqual(new Date('2026-11-03T00:00:00Z'));
    expect(book.worksheets[0]?.rowCount).toBe(3);
  });

  test('stays below its folder whatever the message says, and takes its old name away when that changes', async () => {
    await destination('texts', 'kind: folder\nfolder: texts\nformat: text');
    await put('  - to: texts\n    with: { name: "{{ no }}", text: "{{ no }} with {{ rows.count }}" }\n');
    const made = await order('../../X/Y', [['rope', 1]]);
    expect(only('texts').name).toMatch(/^X Y-[0-9a-f]{12}\.txt$/);
    await world.client.records.enter({ params: { key: made.record ?? '' }, body: { fields: { no: 'Z9' } } });
    await until('it has its new name', async () => files('texts').join().startsWith('Z9'));
    expect(readFileSync(only('texts').path, 'utf8')).toBe('Z9 with 1');
    const key = made.deliveries[0]?.key ?? '';
    expect(await world.client.deliveries.standing({ params: { key } }).catch(() => null)).not.toBeNull();
    await expect(destination('away', 'kind: folder\nfolder: ../x\nformat: text')).rejects.toMatchObject({
      code: 'YS-FILE-WRONG-VALUE',
    });
  });

  test('what came attached, by its name', async () => {
    await destination('papers', 'kind: folder\nfolder: papers\nformat: attachments');
    await put('  - to: papers\n    with: { attachments: "*.pdf" }\n');
    await order(
      'D1',
      [['rope', 1]],
      [
        { filename: 'plan.pdf', content: 'one' },
        { filename: 'note.txt', content: 'two' },
        { filename: '../plan.pdf', content: 'three' },
      ],
    );
    const names = files('papers');
    expect(names.map((name) => name.replace(/[0-9a-f]{12}/, 'x'))).toEqual(['plan-x-2.pdf', 'plan-x.pdf']);
    expect(names.map((name) => readFileSync(join(base, 'papers', name), 'utf8'))).toEqual(['three', 'one']);
  });

  test('a workbook of theirs: while it is open it is tried again, then all stand in it; a heading that is gone stops', async () => {
    const path = join(base, 'Orders.xlsx');
    const theirs = new ExcelJS.Workbook();
    const sheet = theirs.addWorksheet('All');
    sheet.addRow(['No', 'Day', 'Total', 'Total currency', 'By hand']);
    sheet.addRow(['E0', null, 1, 'GBP', { formula: 'C2*2', result: 2 }]);
    await theirs.xlsx.writeFile(path);
    await destination('theirs', 'kind: own-file\nfile: Orders.xlsx\nkey: [No]');
    expect(await world.client.destinations.test({ params: { name: 'theirs' } })).toMatchObject({ ok: true });
    await put('  - to: theirs\n    with: { No: "{{ no }}", Day: "{{ day }}", Total: "{{ total }}" }\n');
    const lock = join(base, '.~lock.Orders.xlsx#');
    writeFileSync(lock, '');
    const transport = createTransport({ host: '127.0.0.1', port: world.smtpPort, ignoreTLS: true });
    for (const no of ['E0', 'E1', 'E2', 'E3'])
      await transport.sendMail({
        from: 'a@b.example',
        to: 'orders@gannetbay.example',
        subject: no,
        text: `Order ${no} of 3 November 2026\nTotal: GBP 64.50`,
      });
    transport.close();
    const states = async () => {
      const { items } = await world.client.deliveries.list({ query: { destination: 'theirs' } });
      return items.map(({ state, answer }) => `${state}: ${answer}`);
    };
    await until(
      'they wait',
      async () =>
        (await states()).length === 4 &&
        (await states()).every((one) => one.includes('somebody has it open') || one.startsWith('waiting')),
    );
    rmSync(lock);
    await until('all are there', async () => (await states()).every((one) => one.startsWith('delivered')));
    expect((await states()).sort()).toEqual([
      'delivered: added',
      'delivered: added',
      'delivered: added',
      'delivered: brought up to date',
    ]);
    const read = async () => {
      const book = new ExcelJS.Workbook();
      await book.xlsx.readFile(path);
      return book;
    };
    const found = (await read()).getWorksheet('All');
    expect(found?.rowCount).toBe(5);
    expect(found?.getCell('C2').value).toBe(64.5);
    expect(found?.getCell('E2').value).toMatchObject({ formula: 'C2*2' });
    // Mail of the past is of another row, so it is no older than what stands there.
    const old = Buffer.from('Subject: old\r\n\r\nOrder OLD1 of 3 November 2025\r\nTotal: GBP 1.00\r\n');
    const received = '2025-11-03T10:00:00.000Z';
    await world.client.messages.feed({ params: { mailbox: 'orders' }, query: { received, tells: '' }, body: old });
    await until(
      'the old one is there too',
      async () => (await states()).filter((one) => one === 'delivered: added').length === 4,
    );
    const book = await read();
    const all = book.getWorksheet('All');
    if (all) all.getCell('B1').value = 'When';
    await book.xlsx.writeFile(path);
    expect((await order('E9', [])).deliveries[0]).toMatchObject({
      state: 'stopped',
      answer: expect.stringContaining('no heading says “Day”'),
    });
  });

  test('a folder that cannot be written to is tried again', async () => {
    writeFileSync(join(base, 'taken'), '');
    await destination('no-folder', 'kind: folder\nfolder: taken/x\nformat: json');
    expect(await world.client.destinations.test({ params: { name: 'no-folder' } })).toMatchObject({ ok: false });
    symlinkSync(tmpdir(), join(base, 'link'));
    await destination('out', 'kind: folder\nfolder: link\nformat: json');
    expect(await world.client.destinations.test({ params: { name: 'out' } })).toMatchObject({ ok: false });
  });
});

test('a paused destination lets what goes there wait, in order; what stopped is tried again all at once', async () => {
  const { client } = world;
  await destination('later', 'kind: own-file\nfile: Later.csv\nkey: [No]');
  await put('  - to: later\n    with: { No: "{{ no }}" }\n');
  const command = (...argv: string[]) => runCommand(argv, { env: serviceEnv(world) });
  expect((await command('destination', 'pause', 'later')).out).toContain('is paused');
  const send = async (no: string) => {
    const transport = createTransport({ host: '127.0.0.1', port: world.smtpPort, ignoreTLS: true });
    await transport.sendMail({ from: 'a@b.example', to: 'orders@gannetbay.example', subject: no, text: `Order ${no}` });
    transport.close();
  };
  for (const no of ['P1', 'P2']) await send(no);
  const states = async () =>
    (await client.deliveries.list({ query: { destination: 'later' } })).items.map(({ state }) => state);
  await until('both wait', async () => (await states()).join() === 'waiting,waiting');
  await new Promise((resolve) => setTimeout(resolve, 1000));
  expect(await states()).toEqual(['waiting', 'waiting']);
  expect((await client.destinations.get({ params: { name: 'later' } })).paused).not.toBeNull();
  // The file is not there yet, so they stop.
  expect((await command('destination', 'go-on', 'later')).out).toContain('goes on');
  await until('both have stopped', async () => (await states()).join() === 'stopped,stopped');
  writeFileSync(join(base, 'Later.csv'), 'No,Note\n');
  expect((await command('destination', 'retry', 'later')).out).toBe('Tried again: 2 that had stopped.\n');
  await until('both are there', async () => (await states()).join() === 'delivered,delivered');
  expect(readFileSync(join(base, 'Later.csv'), 'utf8')).toBe('No,Note\nP1,\nP2,\n');
});
