import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createClient } from '@yellow-sieve/client';
import type { LookupSource } from '@yellow-sieve/contract';
import ExcelJS from 'exceljs';
import { runCommand, serviceEnv } from './command-line.js';
import { settled, startWorld, until, type World } from './harness.js';

const buoys = 'buoy,keeper,mail\nB7,Ebba Lindqvist,ebba@gannetbay.example\nB9,Tam Ferrier,tam@gannetbay.example\n';
const sieve = `sieve: alarms
locale: en-GB
fields:
  buoy: { type: text, required: true }
  keeper: { type: text }
rules:
  - { kind: pattern, name: which, find: 'buoy (?<buoy>B\\d)' }
  - kind: lookup
    name: who
    table: buoys
    where: { buoy: buoy }
    fills: { keeper: keeper }
`;
const letter = (buoy: string) =>
  `From: mast@skerry.example\r\nTo: alerts@gannetbay.example\r\nSubject: Alarm of ${buoy}\r\nMessage-ID: <${buoy}@skerry.example>\r\n\r\nThe buoy ${buoy} is adrift.\r\n`;

let world: World;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-lookups-'));
  writeFileSync(join(folder, 'buoys.csv'), buoys);
  world = await startWorld({ YELLOW_SIEVE_LOOKUPS: folder });
});
afterAll(async () => {
  await world.end();
  rmSync(folder, { recursive: true, force: true });
});

const put = (body: Buffer | string, dry: 'true' | 'false' = 'false', name = 'buoys') =>
  world.client.lookups.put({ params: { name }, query: { dry }, body: Buffer.from(body) });
const outcomeOf = async (subject: string) => (await settled(world.client, subject)).outcome;
const feed = (buoy: string) =>
  world.client.messages.feed({ params: { mailbox: 'alerts' }, body: Buffer.from(letter(buoy)) });

describe('a table of the service', () => {
  test('is put from CSV, after it was said what changes', async () => {
    expect(await put(buoys, 'true')).toMatchObject({
      changes: { added: 2, columns_added: ['buoy', 'keeper', 'mail'] },
      table: null,
    });
    expect((await world.client.lookups.list()).items).toEqual([]);
    expect(await put(buoys)).toMatchObject({ table: { revision: 1, count: 2, columns: ['buoy', 'keeper', 'mail'] } });
    expect(await put(buoys)).toMatchObject({ changes: { same: 2, added: 0 }, table: { revision: 1 } });
  });

  test('is looked in by rules, whose records name its revision', async () => {
    const { client } = world;
    await client.sieves.put({ params: { name: 'alarms' }, body: Buffer.from(sieve) });
    const file = 'mailbox: alerts\naddresses: [alerts@gannetbay.example]\nsieves: [alarms]\n';
    await client.mailboxes.put({ params: { name: 'alerts' }, body: Buffer.from(file) });
    await feed('B7');
    const outcome = await outcomeOf('Alarm of B7');
    expect(outcome).toMatchObject({ verdict: 'sound', fields: { buoy: 'B7', keeper: 'Ebba Lindqvist' } });
    expect(outcome?.trace[1]).toMatchObject({ table: 'buoys', revision: '1' });
    expect(outcome?.evidence.keeper).toMatchObject([{ how: 'looked up', in: 'lookup:buoys' }]);
    await feed('B8');
    expect(await outcomeOf('Alarm of B8')).toMatchObject({
      verdict: 'review',
      problems: [{ code: 'YS-LOOKUP-MISSING' }],
    });
  });

  test('that changes is looked in as it is from then on', async () => {
    const changed = buoys.replace('Tam Ferrier', 'Inga Holm').replace('B7,Ebba', 'B8,Ebba');
    expect((await put(changed)).changes).toMatchObject({
      added: 1,
      changed: 1,
      removed: 1,
      examples: [
        { kind: 'added' },
        { kind: 'changed', before: ['B9', 'Tam Ferrier', 'tam@gannetbay.example'] },
        { kind: 'removed', before: ['B7', 'Ebba Lindqvist', 'ebba@gannetbay.example'] },
      ],
    });
    await feed('B9');
    const outcome = await outcomeOf('Alarm of B9');
    expect(outcome?.fields.keeper).toBe('Inga Holm');
    expect(outcome?.trace[1]).toMatchObject({ revision: '2' });
  });

  test('is put from a workbook, and given out as CSV', async () => {
    const book = new ExcelJS.Workbook();
    book.addWorksheet('Classes').addRows([
      ['min', 'class'],
      [8, 'small'],
      [15.5, '=evil'],
    ]);
    await put(Buffer.from(await book.xlsx.writeBuffer()), 'false', 'classes');
    expect((await world.client.lookups.get({ params: { name: 'classes' } })).lines).toEqual([
      ['8', 'small'],
      ['15.5', '=evil'],
    ]);
    const csv = Buffer.from(await world.client.lookups.file({ params: { name: 'classes' } })).toString();
    expect(csv).toContain("15.5,'=evil");
    // What was given out comes back as it was.
    expect((await put(csv, 'true', 'classes')).changes).toMatchObject({ same: 2, changed: 0, added: 0 });
  });

  test.each([
    ['', 'the first line names the columns'],
    ['a,a\n1,2\n', 'names “a” twice'],
    ['a,,b\n1,2,3\n', 'column 2 has no name'],
    ['a,b\n"x,2\n', 'not closed'],
    [Buffer.from([0x61, 0xff, 0xfe]), 'UTF-8'],
    [Buffer.from('PK not a workbook'), 'no workbook'],
  ])('that is no table (%#) is refused, and says why', async (body, words) => {
    await expect(put(body as string)).rejects.toMatchObject({
      code: 'YS-LOOKUP-FILE',
      message: expect.stringContaining(words),
    });
  });

  test('that is a workbook of far more than it seems is refused before it is unpacked', async () => {
    // The header of one entry in the central directory, which says that it unpacks to 1 GB.
    const header = Buffer.alloc(46);
    header.write('PK\x01\x02', 'latin1');
    header.writeUInt32LE(2 ** 30, 24);
    await expect(put(Buffer.concat([Buffer.from('PK'), header]))).rejects.toMatchObject({
      code: 'YS-LOOKUP-FILE',
      message: expect.stringContaining('64 MB'),
    });
  });

  test('that a sieve uses is not deleted', async () => {
    await expect(world.client.lookups.remove({ params: { name: 'buoys' } })).rejects.toMatchObject({
      code: 'YS-LOOKUP-USED',
      message: expect.stringContaining('alarms'),
    });
    await world.client.lookups.remove({ params: { name: 'classes' } });
    await expect(world.client.lookups.get({ params: { name: 'classes' } })).rejects.toMatchObject({
      code: 'YS-LOOKUP-UNKNOWN',
    });
  });
});

describe('a table that is kept elsewhere', () => {
  const follow = (name: string, body: LookupSource) => world.client.lookups.follow({ params: { name }, body });
  const linesOf = async (name: string) => (await world.client.lookups.get({ params: { name } })).lines;
  /** Writes the file as of some seconds ago: a second state within one tick of the clock would be no other. */
  const write = (text: string, ago: number) => {
    const path = join(folder, 'piers.csv');
    writeFileSync(path, text);
    utimesSync(path, Date.now() / 1000 - ago, Date.now() / 1000 - ago);
  };

  test('in a file is read anew when others have changed it', async () => {
    write('pier,warden\nNorth,Inga Holm\n', 60);
    expect((await follow('piers', { file: 'piers.csv' })).table).toMatchObject({
      revision: 1,
      by: 'piers.csv',
      source: { file: 'piers.csv' },
      fetched: expect.any(String),
      trouble: null,
    });
    write('pier,warden\nNorth,Ezra Fenn\n', 30);
    await world.sql("UPDATE lookup SET due_at = NOW(3) - INTERVAL 1 MINUTE WHERE name = 'piers'");
    await until('it is read by itself', async () => (await linesOf('piers'))[0]?.[1] === 'Ezra Fenn');
    await expect(put('pier\nX\n', 'false', 'piers')).rejects.toMatchObject({ code: 'YS-LOOKUP-FOLLOWED' });
  });

  test('keeps its last copy while it cannot be read, and says why and since when', async () => {
    const params = { name: 'piers' };
    const before = await world.client.lookups.get({ params });
    write('pier,pier\n', 10);
    expect((await world.client.lookups.fetch({ params })).table).toMatchObject({
      trouble: expect.stringContaining('names “pier” twice'),
      fetched: before.fetched,
      revision: before.revision,
    });
    rmSync(join(folder, 'piers.csv'));
    expect((await world.client.lookups.fetch({ params })).table.trouble).toContain('ENOENT');
    expect(await linesOf('piers')).toEqual([['North', 'Ezra Fenn']]);
    expect((await world.client.lookups.unfollow({ params })).table).toMatchObject({ source: null, trouble: null });
    await expect(world.client.lookups.fetch({ params })).rejects.toMatchObject({ code: 'YS-LOOKUP-OWN' });
    await world.client.lookups.remove({ params });
  });

  test('at an address is fetched; what cannot be is not begun with', async () => {
    const asked: (string | undefined)[] = [];
    const server = createServer((request, answer) => {
      asked.push(request.url);
      if (request.url === '/piers.csv') answer.end('pier,warden\nSouth,Tam Ferrier\n');
      else answer.writeHead(302, { location: '/piers.csv' }).end();
    }).listen(0, '127.0.0.1');
    await until('it listens', async () => server.listening);
    const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    await expect(follow('wardens', { url: `${at}/moved.csv` })).rejects.toMatchObject({
      code: 'YS-LOOKUP-SOURCE',
      message: expect.stringContaining('answered 302'),
    });
    await follow('wardens', { url: `${at}/piers.csv`, every_minutes: 5 });
    expect(await linesOf('wardens')).toEqual([['South', 'Tam Ferrier']]);
    expect(asked).toEqual(['/moved.csv', '/piers.csv']);
    server.close();
    server.closeAllConnections();
    await expect(follow('others', { url: 'http://10.0.0.7/x.csv' })).rejects.toMatchObject({
      code: 'YS-LOOKUP-SOURCE',
    });
    await expect(follow('others', { file: '../key' } as LookupSource)).rejects.toMatchObject({
      code: 'YS-REQUEST-INVALID',
    });
    expect((await world.client.lookups.list()).items.map(({ name }) => name)).not.toContain('others');
  });

  test('in a database is read with all its columns', async () => {
    const { database, client } = world;
    await world.sql('CREATE TABLE wharf (pier VARCHAR(20), depth DECIMAL(4,1), since DATE)');
    await world.sql("INSERT INTO wharf VALUES ('North', 4.5, '2019-05-01'), ('South', NULL, NULL)");
    const body = {
      kind: 'mariadb',
      host: '127.0.0.1',
      port: database.port,
      user: 'app',
      password: database.password,
      database: world.name,
    };
    await client.connections.put({ params: { name: 'wharves' }, body });
    expect((await follow('wharf', { connection: 'wharves', table: 'wharf' })).table).toMatchObject({
      columns: ['pier', 'depth', 'since'],
      by: 'wharves.wharf',
    });
    expect(await linesOf('wharf')).toEqual([
      ['North', '4.5', '2019-05-01'],
      ['South', '', ''],
    ]);
    const { token } = await client.tokens.make({ body: { name: 'an author', role: 'author' } });
    const author = createClient({ url: world.url, token });
    await expect(
      author.lookups.follow({ params: { name: 'wharf' }, body: { connection: 'wharves', table: 'wharf' } }),
    ).rejects.toMatchObject({ code: 'YS-AUTH-ROLE' });
    await expect(follow('wharf', { connection: 'wharves', table: 'warf' })).rejects.toMatchObject({
      code: 'YS-LOOKUP-SOURCE',
      message: expect.stringContaining("warf' doesn't exist"),
    });
  });
});

describe('a check on what earlier records had', () => {
  test('sends the later of two to review, whenever they are put through', async () => {
    const { client } = world;
    const unique = `${sieve}checks:\n  - { unique: [buoy, keeper], within_days: 7 }\n`;
    await client.sieves.put({ params: { name: 'alarms' }, body: Buffer.from(unique) });
    const again = (to: string, id: string) =>
      client.messages.feed({
        params: { mailbox: to },
        body: Buffer.from(letter('B9').replace('Alarm of B9', `Alarm ${id}`).replace('<B9@', `<${id}@`)),
      });
    await client.lookups.put({ params: { name: 'buoys' }, query: { dry: 'false' }, body: Buffer.from(buoys) });
    const file = 'mailbox: spare\naddresses: [spare@gannetbay.example]\nsieves: [alarms]\n';
    await client.mailboxes.put({ params: { name: 'spare' }, body: Buffer.from(file) });
    await again('spare', 'one');
    expect(await outcomeOf('Alarm one')).toMatchObject({ verdict: 'sound' });
    await again('spare', 'two');
    const { key } = await settled(client, 'Alarm two');
    expect(await outcomeOf('Alarm two')).toMatchObject({
      verdict: 'review',
      problems: [{ code: 'YS-CHECK-SEEN', path: 'buoy' }],
    });
    const first = (await settled(client, 'Alarm one')).key;
    for (const one of [first, key]) await client.messages.again({ params: { key: one } });
    expect((await settled(client, 'Alarm one')).state).toBe('done');
    expect((await settled(client, 'Alarm two')).state).toBe('review');
    await client.sieves.put({ params: { name: 'alarms' }, body: Buffer.from(sieve) });
  });
});

describe('the command line', () => {
  const run = (...args: string[]) => runCommand(args, { env: serviceEnv(world) });

  test('puts, lists, shows and deletes tables', async () => {
    const dry = await run('lookup', 'put', join(folder, 'buoys.csv'), '--name', 'spares', '--dry');
    expect(dry.out).toMatch(/2 added, 0 changed[\s\S]*\+ B7 \| Ebba[\s\S]*Nothing is kept/);
    expect((await run('lookup', 'put', join(folder, 'buoys.csv'), '--name', 'spares')).out).toContain(
      'spares is at revision 1',
    );
    expect((await run('lookup')).out).toMatch(/buoys .*alarms/);
    expect((await run('lookup', 'spares')).out).toMatch(/B9 +Tam Ferrier/);
    expect((await run('lookup', 'remove', 'spares', '--dry')).out).toContain('would be deleted');
    expect((await run('lookup', 'remove', 'spares')).out).toContain('is deleted');
    expect((await run('lookup', 'remove', 'buoys', '--dry')).err).toContain('alarms');
  });

  test('has a table read where it is kept, and shows how old it is', async () => {
    writeFileSync(join(folder, 'spares.csv'), 'part,shelf\nshackle,4\n');
    const begun = await run('lookup', 'follow', 'shelves', '--file', 'spares.csv', '--every', '10');
    expect(begun.out).toContain('shelves is at revision 1, and read there from now on.');
    expect((await run('lookup')).out).toMatch(/shelves.*\d{4}-\d\d-\d\dT/);
    expect((await run('lookup', 'follow', 'shelves', '--end')).out).toContain('no more');
    const nowhere = await run('lookup', 'follow', 'shelves');
    expect([nowhere.exit, nowhere.err]).toEqual([1, expect.stringContaining('one of a file, a url, or a connection')]);
    const strange = await run('lookup', 'follow', 'shelves', '--connection', 'nosuch', '--table', 'x');
    expect(strange.err).toContain('there is no connection “nosuch” to a database');
  });

  test('shows what another state of a table does to records, and keeps the live one', async () => {
    writeFileSync(join(folder, 'other.csv'), 'buoy,keeper\nB9,Ezra Fenn\n');
    const { out } = await run('lookup', 'effect', join(folder, 'other.csv'), '--name', 'buoys');
    expect(out).toMatch(/^alarms\n[\s\S]*keeper[\s\S]*Tam Ferrier[\s\S]*Ezra Fenn/);
    expect((await run('lookup', 'buoys')).out).toContain('Tam Ferrier');
  });

  test('looks in lookups/NAME.csv beside the sieve, with no service', async () => {
    mkdirSync(join(folder, 'lookups'));
    writeFileSync(join(folder, 'lookups', 'buoys.csv'), buoys);
    writeFileSync(join(folder, 'alarms.sieve.yaml'), sieve);
    writeFileSync(join(folder, 'b9.eml'), letter('B9'));
    const { out } = await runCommand(['sift', join(folder, 'alarms.sieve.yaml'), join(folder, 'b9.eml'), '--json']);
    expect(JSON.parse(out.trim().split('\n')[0] ?? '')).toMatchObject({ fields: { keeper: 'Tam Ferrier' } });
  });
});
