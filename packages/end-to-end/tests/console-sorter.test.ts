import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { startWorld, until, type World } from './harness.js';

const mailbox = `mailbox: office
title: Harbour office
addresses: [office@gannetbay.example]
sorter:
  threshold: 0.5
  categories:
    - { category: gate keys, about: "Keys and cards", owner: gatekeeper@gannetbay.example }
    - { category: noise }
sieves: []
otherwise: done
`;
const mails = [
  'My key card does not open the gate',
  'We need the code for the gate',
  'Loud music until three at night',
  'A humming keeps us awake at night',
];

describe('the page of a sorter', () => {
  let world: World;
  let browsing: Browsing;
  let page: Page;
  const feed = (body: string, n: number) =>
    world.client.messages.feed({
      params: { mailbox: 'office' },
      query: { received: new Date(Date.now() - n * 60_000).toISOString() },
      body: Buffer.from(`From: a@moss.example\nSubject: Mail ${n}\nMessage-ID: <${n}@x>\n\n${body}\n`),
    });
  beforeAll(async () => {
    world = await startWorld();
    await makeOwner(world);
    await world.client.mailboxes.put({ params: { name: 'office' }, body: Buffer.from(mailbox) });
    for (const [n, body] of mails.entries()) await feed(body, n + 1);
    await until('all are handled', async () => {
      const { items } = await world.client.messages.list({ query: { state: 'review' } });
      return items.length === mails.length;
    });
    browsing = await browse();
    page = browsing.page;
    await logIn(page, world.url, '/mailboxes');
  });
  afterAll(async () => {
    await browsing.close();
    await world.end();
  });
  const labels = async () =>
    Object.fromEntries(
      (await world.client.sorting.labels({ params: { name: 'office' } })).items.map(({ subject, category }) => [
        subject,
        category,
      ]),
    );

  test('from nothing: messages are labelled by keys, one after the other', async () => {
    await page.getByRole('link', { name: 'Sorter', exact: true }).click();
    await page.getByText('Two categories need a labelled message each', { exact: false }).waitFor();
    await page.getByRole('link', { name: 'Mail 1', exact: true }).waitFor();
    await expectCalm(browsing);
    const current = page.locator('li[aria-current]');
    for (const [n, key] of ['1', '1'].entries()) {
      await current.getByRole('link', { name: `Mail ${n + 1}`, exact: true }).waitFor();
      await page.keyboard.press(key);
    }
    // Several at once: one ticked by key, one by mouse.
    await current.getByRole('link', { name: 'Mail 3', exact: true }).waitFor();
    await page.keyboard.press('x');
    await page.getByRole('checkbox', { name: 'Tick “Mail 4”' }).check({ force: true });
    await page.getByText('2 ticked').waitFor();
    await expectCalm(browsing);
    await page.keyboard.press('2');
    await page.getByText('Every message has its label.').waitFor();
    expect(await labels()).toEqual({
      'Mail 1': 'gate keys',
      'Mail 2': 'gate keys',
      'Mail 3': 'noise',
      'Mail 4': 'noise',
    });
  });

  test('the table says how right it is, and a number leads to its messages', async () => {
    const cell = page.getByRole('button', { name: /^\d labelled noise, judged/ }).first();
    await cell.click();
    await page.getByRole('heading', { name: /^Labelled noise, judged/ }).waitFor();
    await expectCalm(browsing);
    // What was wrong can be put right where it is shown.
    await page
      .getByRole('button', { name: 'Label “Mail 4” as none of these' })
      .or(page.getByRole('button', { name: 'Label “Mail 3” as none of these' }))
      .first()
      .click();
    await until('the label is another', async () => Object.values(await labels()).includes(null));
  });

  test('used, it sorts what was stored once that is put through again', async () => {
    await page.getByRole('button', { name: 'Use this sorter …' }).click();
    const dialog = page.getByRole('dialog', { name: 'Use this sorter' });
    await dialog.getByText(/Of 4 stored messages 4 would change/).waitFor();
    await expectCalm(browsing);
    await dialog.getByRole('button', { name: 'Use it' }).click();
    await dialog.getByText('Sorter 1 is in use.').waitFor();
    await dialog.getByRole('button', { name: 'Close' }).click();
    await page.getByText('sorter 1 in use, from 4 labels').waitFor();
    await until('all are sorted', async () => {
      const { items } = await world.client.messages.list({ query: { state: 'done' } });
      return items.length === mails.length && items.every(({ category }) => category !== null);
    });
  });
});
