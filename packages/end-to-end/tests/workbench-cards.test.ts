import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, expectCalm, ownersPage } from './browser.js';
import { KeyHands } from './hands.js';
import { sendRaw, settled, type World } from './harness.js';

type Lot = [title: string, price: string, place: string, day: string, clock: string, by?: string];
const weeks: Lot[][] = [
  [
    ['Rowing skiff, clinker built', '£480', 'Slipway A', '20 November 2026', '09:30', 'Ebba Lindqvist'],
    ['Two fenders and a boathook', '£35', 'Boat shed', '21 November 2026', '14:00', 'Tam Ferrier'],
    ['Kedge anchor 12 kg', '£60', 'Pier C', '23 November 2026', '10:15'],
  ],
  [
    ['Outboard 6 hp, serviced', '£520', 'Boat shed', '24 November 2026', '11:00', 'Nell Fairweather'],
    ['Sailing dinghy Plover', '£1,150', 'Slipway B', '25 November 2026', '15:45', 'Ottoline Marsh'],
    ['Lifejackets, set of four', '£90', 'Locker 12', '25 November 2026', '16:30'],
  ],
];
const arriving: Lot[] = [
  ['Oars, ash, 2.4 m', '£45', 'Boat shed', '27 November 2026', '08:20', 'Inga Holm'],
  ['Tender with trailer', '£300', 'Yard', '28 November 2026', '17:05', 'Teodor Lunde'],
];

const card = ([title, price, place, day, clock, by]: Lot) =>
  `<div class="lot"><h3>${title}</h3><p><b>${price}</b></p><p>Where: ${place}</p><p>Seen ${day} ${clock}</p>${by ? `<p>By: ${by}</p>` : ''}</div>`;
const digest = (number: number, lots: Lot[]) =>
  `From: Gear exchange <digest@gear.example>\r\nTo: gear@gannetbay.example\r\nSubject: Gear exchange, letter ${number}\r\nDate: Fri, 27 Nov 2026 09:0${number}:00 +0000\r\nMessage-ID: <gear-${number}@gear.example>\r\nContent-Type: text/html; charset=utf-8\r\n\r\n<h1>Gear exchange</h1><p>Hello Nia, there are ${lots.length} new offers.</p>${lots.map(card).join('')}<p>Stop these letters at any time.</p>`;

describe('from a digest of cards to a sheet with a row a card, with keys alone', () => {
  let world: World;
  let browsing: Browsing;
  let page: Page;
  let end: () => Promise<void>;
  let hands: KeyHands;
  let folder: string;
  let files: string[];
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-cards-'));
    files = weeks.map((lots, i) => {
      const path = join(folder, `${i + 1}.eml`);
      writeFileSync(path, digest(i + 1, lots));
      return path;
    });
    ({ world, browsing, page, end } = await ownersPage('/mailboxes'));
    hands = new KeyHands(page);
  });
  afterAll(async () => {
    await end();
    rmSync(folder, { recursive: true, force: true });
  });

  const button = (name: string) => page.getByRole('button', { name, exact: true });
  const columns = () => page.getByRole('grid', { name: 'Columns of the rows' });
  const column = (name: string) => columns().getByRole('row', { name, exact: true });

  test('two letters are put in, and rows are suggested: a column for each line of a card, and no field', async () => {
    await hands.press(button('Make a mailbox').first());
    await hands.write(page.getByLabel('Title', { exact: true }), 'gear');
    await hands.write(page.getByLabel('Addresses, one a line'), 'gear@gannetbay.example');
    await hands.press(button('Make it'));
    await page.getByRole('heading', { name: 'Waiting for the first message' }).waitFor();
    await hands.files(button('Choose .eml or .zip files'), files);
    await page.getByText('2 taken').waitFor();
    await settled(world.client, 'Gear exchange, letter 2');
    await hands.press(page.getByRole('link', { name: 'Workbench' }));
    await hands.press(button('Begin with all of these'));
    await page.getByText('2 of 2 tried').waitFor();
    await column('by').waitFor();
    expect(await columns().getByRole('row').count()).toBe(5);
    await column('title').getByText('a line of its own').waitFor();
    await column('where').getByText('after “Where:”').waitFor();
    await expectCalm(browsing);
  });

  test('a column is split in two, seen at once in all items', async () => {
    await hands.press(column('seen'));
    await hands.press(button('Split in two'));
    await column('time').getByText('11:00').waitFor();
    await column('seen').getByText('2026-11-24').waitFor();
    await page.getByRole('heading', { name: 'How time is read' }).waitFor();
    await hands.press(button('All of this is right'));
    await page.getByText('Expected from now on.').waitFor();
    await expectCalm(browsing);
  });

  test('it goes to a sheet, a line for each row, and is published', async () => {
    await hands.press(page.getByRole('radio', { name: 'Where it goes' }));
    await hands.press(button('Add a route'));
    await hands.press(button('Make a destination'));
    await hands.write(page.getByRole('dialog').last().getByLabel('Title'), 'Gear');
    await hands.press(button('Make and test'));
    await hands.choose(page.getByRole('button', { name: /Lines$/ }), 'one for each row');
    await hands.press(button('Keep the route'));
    await page.getByRole('region', { name: 'Gear' }).getByText('a line for each row: 1 of 3').waitFor();
    await hands.press(button('Publish …'));
    await hands.press(button('Publish version 1'));
    await hands.press(button('Close'));
    await hands.press(button('Turn on …'));
    await hands.press(button('Turn on'));
    await page.getByText('on trial', { exact: true }).waitFor({ state: 'detached' });
  });

  test('the cards of a third letter are lines of it, and it took fewer than 25 acts', async () => {
    await sendRaw(world.smtpPort, digest(3, arriving), 'gear@gannetbay.example');
    await settled(world.client, 'Gear exchange, letter 3');
    const { links } = await world.client.destinations.get({ params: { name: 'gear' } });
    const lines = (await (await fetch(world.url + links[0])).text()).trim().split('\n');
    expect(lines.filter((line) => line.includes('Holm') || line.includes('Lunde'))).toHaveLength(arriving.length);
    expect(lines[0]).toMatch(/title.*amount.*where.*seen.*by.*time/);
    expect(lines.find((line) => line.includes('Oars'))).toMatch(/45.*Boat shed.*2026-11-27.*Inga Holm.*08:20/);
    expect(hands.acts).toBeLessThan(25);
  });

  test('the mailbox is archived, once it was said what stays; the sieve it tried goes after it', async () => {
    const records = async () => (await world.client.records.list({ query: { sieve: 'gear' } })).items.length;
    const [before, asked] = [await records(), page.getByRole('alertdialog')];
    for (const [place, none] of [
      ['mailboxes', 'No mailbox yet'],
      ['workbench', 'There is no sieve yet.'],
    ]) {
      await page.goto(`${world.url}/${place}`);
      await hands.press(button('Remove: gear'));
      await asked.getByText(/^Stays – /).waitFor();
      await expectCalm(browsing);
      await hands.press(button('Archive it'));
      await asked.waitFor({ state: 'detached' });
      await page
        .getByText(none as string, { exact: false })
        .first()
        .waitFor();
    }
    expect(before).toBe(1);
    expect(await records()).toBe(before);
  });
});
