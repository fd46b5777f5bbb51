import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { startWorld, until, type World } from './harness.js';

const sieve = `sieve: log
locale: en-GB
fields: { vessel: { type: text } }
rules: [{ kind: pattern, find: 'Vessel: (?<vessel>.+)' }]
review: { always: true }
routes: [{ to: book }]
`;

let world: World;
let browsing: Browsing;
let page: Page;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_UNDO_SECONDS: '6' });
  await makeOwner(world);
  const { client } = world;
  await client.destinations.put({ params: { name: 'book' }, body: Buffer.from('destination: book\nkind: sheet\n') });
  await client.sieves.put({ params: { name: 'log' }, body: Buffer.from(sieve), query: { live: 'true' } });
  const mailbox = 'mailbox: log\naddresses: [log@gannetbay.example]\nsieves: [log]\n';
  await client.mailboxes.put({ params: { name: 'log' }, body: Buffer.from(mailbox) });
  browsing = await browse();
  page = browsing.page;
  await logIn(page, world.url, '/messages');
});
afterAll(async () => {
  await browsing.close();
  await world.end();
});

async function open(vessel: string): Promise<string> {
  const { key } = await world.client.messages.feed({
    params: { mailbox: 'log' },
    body: Buffer.from(`Subject: ${vessel}\n\nVessel: ${vessel}\n`),
  });
  await until('it is in review', async () => (await world.client.messages.get({ params: { key } })).state === 'review');
  await page.goto(`${world.url}/messages/${key}`);
  await page.getByRole('button', { name: 'Confirm (C)' }).waitFor();
  return key;
}
const stateOf = async (key: string) => (await world.client.messages.get({ params: { key } })).state;

describe('a record in review, by keys alone', () => {
  test('is confirmed, counts down, and goes back', async () => {
    const key = await open('Tern');
    await expectCalm(browsing);
    await page.keyboard.press('c');
    await page.getByText(/^Confirmed by .*; leaves in [1-6] s\.$/).waitFor();
    await until('it is done', async () => (await stateOf(key)) === 'done');
    await page.keyboard.press('z');
    await page.getByRole('button', { name: 'Confirm (C)' }).waitFor();
    await until('it is in review again', async () => (await stateOf(key)) === 'review');
  });

  test('a newer revision is shown, and not confirmed unseen', async () => {
    const key = await open('Gull');
    // The page knows nothing of it yet: its stream of changes is held up.
    await page.context().setOffline(true);
    await world.client.messages.again({ params: { key } });
    await until('there is a newer one', async () => {
      const { state, revision } = await world.client.messages.get({ params: { key } });
      return state === 'review' && revision === 2;
    });
    await page.context().setOffline(false);
    await page.keyboard.press('c');
    await until('it was confirmed as the second, or refused as the first', async () => {
      const { state, confirmed, revision } = await world.client.messages.get({ params: { key } });
      const refused = await page.getByText(/revision 2 now, not the one you saw/).count();
      return refused > 0 ? state === 'review' : confirmed !== null && (revision ?? 0) >= 2;
    });
    // A refusal is told in the browser's log as well.
    browsing.errors.splice(0);
  });

  test('is laid aside with a reason', async () => {
    const key = await open('Skua');
    await page.keyboard.press('x');
    const dialog = page.getByRole('dialog', { name: 'Not for us' });
    await dialog.getByLabel('Why').fill('an advertisement');
    await page.keyboard.press('Enter');
    await until('it is laid aside', async () => (await stateOf(key)) === 'skipped');
    await page
      .getByText(/Not for us, says .*: an advertisement/)
      .first()
      .waitFor();
  });
});

test('what waits for one cause goes through at once when that is mended, its effect shown first', async () => {
  const keys = [await open('Eider'), await open('Teal')];
  await world.client.sieves.put({
    params: { name: 'log' },
    body: Buffer.from(sieve.replace('review: { always: true }\n', '')),
    query: { live: 'true' },
  });
  await page.getByRole('link', { name: /^Review/ }).click();
  const row = page.getByRole('row', { name: /log.*log/ });
  await row.getByText('YS-REVIEW-ALWAYS').waitFor();
  await expectCalm(browsing);
  await row.getByRole('button', { name: /^Put \d through again/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Put through again by what is live' });
  await dialog.getByText(/review → sound/).waitFor();
  await expectCalm(browsing);
  expect(await Promise.all(keys.map(stateOf))).toEqual(['review', 'review']);
  await dialog.getByRole('button', { name: /^Put \d through$/ }).click();
  await dialog.getByText('They are put through', { exact: false }).waitFor();
  await until('they are done', async () => (await Promise.all(keys.map(stateOf))).join() === 'done,done');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await page.getByText('Nothing waits for a person.').waitFor();
});
