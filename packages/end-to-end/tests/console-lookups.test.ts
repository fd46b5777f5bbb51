import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { settled, startWorld, type World } from './harness.js';

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
    missing: leave
`;
const letter = (buoy: string) =>
  `From: mast@skerry.example\r\nSubject: Alarm of ${buoy}\r\nMessage-ID: <${buoy}@skerry.example>\r\n\r\nThe buoy ${buoy} is adrift.\r\n`;

describe('the page of lookups', () => {
  let world: World;
  let browsing: Browsing;
  let page: Page;
  beforeAll(async () => {
    world = await startWorld();
    const { client } = world;
    await makeOwner(world);
    await client.sieves.put({ params: { name: 'alarms' }, body: Buffer.from(sieve), query: { live: 'true' } });
    const mailbox = 'mailbox: alerts\naddresses: [alerts@gannetbay.example]\nsieves: [alarms]\n';
    await client.mailboxes.put({ params: { name: 'alerts' }, body: Buffer.from(mailbox) });
    browsing = await browse();
    page = browsing.page;
    await logIn(page, world.url, '/lookups');
  });
  afterAll(async () => {
    await browsing.close();
    await world.end();
  });
  const button = (name: string) => page.getByRole('button', { name, exact: true });

  test('a table is put from lines, after it was said what changes', async () => {
    await page.getByRole('heading', { name: 'No table yet' }).waitFor();
    await button('Put a table').click();
    await page.getByLabel('Name', { exact: true }).fill('buoys');
    await page.getByLabel('Or its lines, with commas').fill('buoy,keeper\nB7,Ebba Lindqvist\nB9,Tam Ferrier');
    await button('See what changes').click();
    await page.getByText('2 added, 0 changed, 0 removed, 0 as before.').waitFor();
    await expectCalm(browsing);
    await button('Keep it').click();
    await page.getByRole('row', { name: /buoys 2 buoy, keeper alarms 1/ }).waitFor();
  });

  test('another state of it shows what it does to records before it is kept', async () => {
    for (const buoy of ['B7', 'B9']) {
      await world.client.messages.feed({ params: { mailbox: 'alerts' }, body: Buffer.from(letter(buoy)) });
      await settled(world.client, `Alarm of ${buoy}`);
    }
    await page.getByRole('link', { name: 'buoys' }).click();
    await button('Edit').click();
    const lines = page.getByLabel('Or its lines, with commas');
    expect(await lines.inputValue()).toBe('buoy,keeper\nB7,Ebba Lindqvist\nB9,Tam Ferrier');
    await lines.fill('buoy,keeper\nB7,Inga Holm\n');
    await button('See what changes').click();
    await page.getByText('0 added, 1 changed, 1 removed, 0 as before.').waitFor();
    await button('See what it does to records').click();
    const effect = page.getByRole('region', { name: 'What it does to records of alarms' });
    await effect.getByRole('row', { name: /keeper lost Tam Ferrier – Alarm of B9/ }).waitFor();
    await effect.getByRole('row', { name: /keeper altered Ebba Lindqvist Inga Holm Alarm of B7/ }).waitFor();
    await expectCalm(browsing);
    // Nothing of it is looked in until it is kept.
    const now = () => world.client.lookups.get({ params: { name: 'buoys' } });
    expect(await now()).toMatchObject({ revision: 1, count: 2 });
    await button('Keep it').click();
    await page.getByText('1 lines, revision 3 by Nils Aldous. Used by: alarms.').waitFor();
    expect((await now()).lines).toEqual([['B7', 'Inga Holm']]);
  });
});
