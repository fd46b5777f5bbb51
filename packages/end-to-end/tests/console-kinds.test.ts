import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type Browsing, browse, logIn, makeOwner } from './browser.js';
import { settled, sharedDatabase, startWorld, until, type World } from './harness.js';
import { houseWithDummies } from './house-with-dummies.js';

const house = houseWithDummies();
const shelf = join(house.folder, 'shelf.jsonl');
const bytes = (text: string) => new TextEncoder().encode(text);
const raw = [
  'From: Ottoline Marsh <o.marsh@marshdrift.example>',
  'To: paint@gannetbay.example',
  'Subject: Paint for Tern',
  'Message-ID: <1@marshdrift.example>',
  '',
  'Hull: #FFCC00',
  'Deck: red',
  '',
].join('\r\n');

const sieve = `sieve: paint
title: Paint
locale: en-GB
fields:
  boat: { type: text }
  hull: { type: colour, required: true }
  deck: { type: colour }
rules:
  - kind: echo
    name: the subject
    fills: boat
  - kind: template
    name: by its layout
    layouts:
      - name: form
        text: |
          Hull: [[hull]]
          Deck: [[deck]]
routes:
  - to: shelf
    in_review: deliver
    when: [hull, starts with, '#ff']
  - to: paint-table
    in_review: deliver
`;

let world: World;
let shown: Browsing;
beforeAll(async () => {
  world = await startWorld({}, sharedDatabase(), house.service);
  const { client, database, name } = world;
  const mariadb = { host: '127.0.0.1', port: database.port, user: 'app', password: database.password, database: name };
  await client.connections.put({ params: { name: 'tables' }, body: { kind: 'mariadb', ...mariadb } });
  const put = (key: string, text: string) => client.destinations.put({ params: { name: key }, body: bytes(text) });
  await put('shelf', JSON.stringify({ destination: 'shelf', title: 'Shelf', kind: 'shelf', file: shelf }));
  await put('paint-table', 'destination: paint-table\ntitle: T\nkind: database\nconnection: tables\ntable: paint\n');
  await client.sieves.put({ params: { name: 'paint' }, body: bytes(sieve), query: { live: 'true' } });
  const mailbox = 'mailbox: paint\ntitle: Paint\naddresses: [paint@gannetbay.example]\nsieves: [paint]\n';
  await client.mailboxes.put({ params: { name: 'paint' }, body: bytes(mailbox) });
  await fetch(`${world.url}/bottles/paint`, {
    method: 'POST',
    headers: { 'content-type': 'message/rfc822' },
    body: raw,
  });
  await makeOwner(world);
  shown = await browse();
  await logIn(shown.page, world.url);
}, 180_000);
afterAll(async () => {
  await shown.close();
  await world.end();
  rmSync(house.folder, { recursive: true });
});

describe('a kind of everything that nobody else knows of', () => {
  test('reads, fills, comes in and goes out', async () => {
    const detail = await settled(world.client, 'Paint for Tern');
    expect(detail.intake).toBe('bottle');
    expect(detail.outcome?.fields).toEqual({ boat: 'Tern', hull: '#ffcc00', deck: null });
    expect(detail.outcome?.problems.map(({ path }) => path)).toEqual(['deck']);
    // A kind that says nothing of its trace has one all the same.
    expect(detail.outcome?.trace[0]).toMatchObject({ kind: 'echo', filled: ['boat'], echoed: 'Tern' });
    expect(detail.deliveries.map(({ state }) => state)).toEqual(['delivered', 'delivered']);
    expect(JSON.parse(readFileSync(shelf, 'utf8'))).toEqual({ boat: 'Tern', hull: '#ffcc00', deck: '' });
  });

  test('stands in a database in a column of its own type', async () => {
    const [row] = await world.sql<{ hull: string }>('SELECT hull FROM paint');
    expect(row?.hull).toBe('#ffcc00');
    const [column] = await world.sql<{ Type: string }>("SHOW COLUMNS FROM paint LIKE 'hull'");
    expect(column?.Type).toBe('varchar(7)');
  });

  test('is exported, filtered by, and listed', async () => {
    const { client } = world;
    const file = await client.records.export({ query: { sieve: 'paint', columns: 'boat,hull' } });
    expect(new TextDecoder().decode(file)).toContain('Tern,#ffcc00');
    const { items } = await client.records.list({ query: { sieve: 'paint', field: 'hull', is: '#ffcc00' } });
    expect(items).toHaveLength(1);
    const kinds = await client.kinds.list();
    expect(kinds.types.at(-1)).toEqual({ kind: 'colour', about: 'a colour of paint', figure: false, needs: [] });
    const names = [kinds.rules, kinds.destinations, kinds.intakes].map((all) => all.at(-1)?.kind);
    expect(names).toEqual(['echo', 'shelf', 'bottle']);
  });

  test('is in the published schemas, and checked by them', async () => {
    const schema = JSON.stringify(await world.client.schemas.file({ params: { kind: 'sieve' } }));
    for (const name of ['"colour"', '"echo"']) expect(schema).toContain(name);
    const wrong = bytes(sieve.replace('fills: boat', 'fill: boat'));
    const put = world.client.sieves.put({ params: { name: 'paint' }, body: wrong, query: {} });
    await expect(put).rejects.toThrow('Line 9: The key “fills” is missing here.');
  });

  test('works on the command line, and is suggested by its looks', () => {
    const file = join(house.folder, 'paint.sieve.yaml');
    const message = join(house.folder, 'paint.eml');
    writeFileSync(file, sieve);
    writeFileSync(message, raw);
    const run = (...args: string[]) =>
      spawnSync(process.execPath, [house.commandLine, ...args], { encoding: 'utf8' }).stdout;
    expect(JSON.parse(run('sift', file, message, '--json')).fields.hull).toBe('#ffcc00');
    expect(run('suggest', message)).toContain('hull: { type: colour');
  });

  test('can be made in the console, by the form it declares', async () => {
    const { page } = shown;
    await page.goto(`${world.url}/destinations`);
    await page.getByRole('button', { name: 'Make a destination' }).click();
    // A list that is asked for while the form still comes in is shut by it.
    await page.getByRole('dialog').getByLabel('Title').waitFor();
    await page.getByLabel('Kind').click();
    await page.getByRole('option', { name: 'paint shelf' }).click();
    await page.getByLabel('Title').fill('Second shelf');
    await page.getByLabel('File of the shelf').fill(join(house.folder, 'second.jsonl'));
    await page.getByRole('dialog').getByRole('button', { name: 'Make and test' }).click();
    await page.getByText('The shelf stands').first().waitFor();
  });

  test('is among the types a person chooses from on the workbench', async () => {
    const { page } = shown;
    await page.goto(`${world.url}/workbench/paint?of=stored`);
    await page.getByRole('row', { name: /boat/ }).first().click();
    const type = page.getByLabel('Type').first();
    await until('its list stays open', async () => {
      await type.click();
      // The panel is drawn once more when the message has been tried, and its lists close with that.
      return page
        .getByRole('option', { name: 'colour' })
        .waitFor({ timeout: 2000 })
        .then(
          () => true,
          () => false,
        );
    });
  });
});
