import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, expectCalm, ownersPage } from './browser.js';
import { type Hands, MouseHands } from './hands.js';
import { demoFile, sendRaw, settled, until, type World } from './harness.js';

const subjects = ['', 'A key, please', 'Key wanted', 'About a key', 'One more key'];
const head = (gate: number) =>
  `From: form@skerry.example\r\nTo: gates@gannetbay.example\r\nSubject: ${subjects[gate]}\r\nDate: Fri, 27 Nov 2026 09:0${gate}:00 +0000\r\nMessage-ID: <k${gate}@skerry.example>\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n`;
const form = (name: string, gate: number, day: number) =>
  `${head(gate)}Hello office,\r\n\r\nName: ${name}\r\nE-mail: ${name.toLowerCase().replace(' ', '.')}@skerry.example\r\nGate: ${gate}\r\nWanted from: ${day} December 2026\r\n\r\nIt is for the boat Tern at berth B${gate}.\r\n`;
const prose = (name: string, gate: number, day: number) =>
  `${head(gate)}Dear office,\r\n\r\nmay ${name} have the key for gate ${gate}, from ${day} December 2026 on?\r\n\r\nE-mail: ${name.toLowerCase().replace(' ', '.')}@skerry.example\r\n`;

let folder: string;
let files: string[];
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-letters-'));
  files = [form('Ottoline Marsh', 1, 1), form('Teodor Lunde', 2, 3), prose('Nell Fairweather', 3, 4)].map((raw, i) => {
    const path = join(folder, `${i + 1}.eml`);
    writeFileSync(path, raw);
    return path;
  });
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

// The same way by keys alone, for a digest of cards: workbench-cards.test.ts.
describe('from an empty service to two destinations, with the mouse', () => {
  let world: World;
  let browsing: Browsing;
  let page: Page;
  let end: () => Promise<void>;
  let hands: Hands;
  beforeAll(async () => {
    ({ world, browsing, page, end } = await ownersPage('/mailboxes'));
    hands = new MouseHands(page);
  });
  afterAll(async () => {
    await end();
  });

  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
  const dialog = () => page.getByRole('dialog').last();
  const ledgerRow = (field: string) => page.getByRole('row', { name: field, exact: true });
  const proof = () => page.getByRole('group', { name: 'The message, to mark values in' });

  const expectFine = () => expectCalm(browsing);

  test('a mailbox is made, and three messages put into it', async () => {
    await hands.press(button('Make a mailbox').first());
    await hands.write(page.getByLabel('Title', { exact: true }), 'Gates');
    await hands.write(page.getByLabel('Addresses, one a line'), 'gates@gannetbay.example');
    await hands.press(button('Make it'));
    await page.getByRole('heading', { name: 'Waiting for the first message' }).waitFor();
    await hands.files(button('Choose .eml or .zip files'), files);
    await page.getByText('3 taken').waitFor();
    await settled(world.client, 'About a key');
  });

  test('a suggested sieve is accepted, a fifth value marked; the mesh fills', async () => {
    await hands.press(page.getByRole('link', { name: 'Workbench' }));
    await hands.press(button('Begin with all of these'));
    await page.getByText('3 of 3 tried').waitFor();
    // The newest one is in free words; the forms stand behind it.
    await hands.press(button('Next message (J)'));
    for (const field of ['name', 'email', 'gate', 'wanted_from']) await ledgerRow(field).waitFor();
    await ledgerRow('name').getByText('Teodor Lunde').waitFor();
    await hands.select(proof(), 'B2');
    await hands.press(button('Mark'));
    await ledgerRow('berth').getByText('B2').waitFor();
    await page.getByText('3 of 3 tried').waitFor();
    await expectFine();
  });

  test('the message in free words gets a layout of its own', async () => {
    await hands.press(button('Previous message (K)'));
    await proof().getByText('Nell Fairweather').waitFor();
    await hands.press(button('New layout from this message'));
    await page.getByText('This message has a layout of its own now.').waitFor();
    await page.getByText('3 of 3 tried').waitFor();
    for (const [words, field] of [
      ['Nell Fairweather', 'name'],
      ['3', 'gate'],
      ['4 December 2026', 'wanted_from'],
    ] as const) {
      if ((await ledgerRow(field).getByText(words, { exact: true }).count()) > 0) continue;
      await hands.select(proof(), words);
      const name = page.getByRole('combobox', { name: 'Name' });
      const guess = await until('a name is guessed', () => name.getAttribute('placeholder'));
      if (guess !== field) await hands.write(name, field);
      await hands.press(button('Mark'));
      await page.getByText(`“${words}” is ${field} now.`).waitFor();
    }
    await ledgerRow('name').getByText('Nell Fairweather').waitFor();
    await ledgerRow('wanted_from').getByText('2026-12-04').waitFor();
    await ledgerRow('email').getByText('nell.fairweather@skerry.example').waitFor();
  });

  test('what is right is said in one act', async () => {
    await hands.press(button('All of this is right'));
    await page.getByText('Expected from now on.').waitFor();
    await expectFine();
  });

  test('a sheet and a CRM are made and routed to, where one stands', async () => {
    await hands.press(page.getByRole('radio', { name: 'Where it goes' }));
    await hands.press(button('Add a route'));
    await hands.press(button('Make a destination'));
    await hands.write(dialog().getByLabel('Title'), 'Key book');
    await hands.press(button('Make and test'));
    await hands.press(button('Keep the route'));
    await page.getByRole('region', { name: 'Key book' }).getByText('would go: no condition').waitFor();

    await hands.press(button('Add a route'));
    await hands.press(button('Make a destination'));
    await hands.choose(dialog().getByRole('button', { name: /Kind/ }), 'CRM');
    await hands.write(dialog().getByLabel('Title'), 'Key holders');
    await hands.files(button('Choose a file'), [demoFile('crm', 'quayside-desk.crm.yaml')]);
    await hands.write(dialog().getByLabel('Address'), `http://127.0.0.1:${world.crm.port}/api`);
    await hands.write(dialog().getByLabel('API key'), world.crm.key);
    await hands.choose(dialog().getByRole('button', { name: /Found by/ }), 'email');
    await hands.press(button('Make and test'));
    await dialog().getByLabel('email, required there').waitFor();
    await expectFine();
    await hands.press(button('Keep the route'));
    const holders = page.getByRole('region', { name: 'Key holders' });
    await holders.getByText('would go: no condition').waitFor();
    await holders.getByText('Nell Fairweather').waitFor();
  });

  test('it is published on trial, and turned on with nothing open', async () => {
    await hands.press(button('Publish …'));
    await hands.press(button('Publish version 1'));
    await page.getByText('Version 1 is live, on trial: what it would deliver is kept back.').waitFor();
    await hands.press(button('Close'));
    await hands.press(button('Turn on …'));
    await page.getByRole('heading', { name: 'Everything was looked at' }).waitFor();
    await expectFine();
    await hands.press(button('Turn on'));
    await page.getByText('on trial', { exact: true }).waitFor({ state: 'detached' });
  });

  test('a fourth message, sent by SMTP, is in both, and it took fewer than 45 acts', async () => {
    await sendRaw(world.smtpPort, form('Inga Holm', 4, 11), 'gates@gannetbay.example');
    const { deliveries } = await settled(world.client, 'One more key');
    expect(deliveries.map(({ destination, state }) => `${destination} ${state}`).sort()).toEqual([
      'key-book delivered',
      'key-holders delivered',
    ]);
    const { links } = await world.client.destinations.get({ params: { name: 'key-book' } });
    expect(await (await fetch(world.url + links[0])).text()).toContain('Inga Holm');
    expect(world.crm.contacts).toContainEqual(
      expect.objectContaining({ email: 'inga.holm@skerry.example', name: 'Inga Holm' }),
    );
    expect(hands.acts).toBeLessThan(45);
  });
});
