import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, expectCalm, ownersPage } from './browser.js';
import { MouseHands } from './hands.js';
import { sendRaw, settled, until, type World } from './harness.js';

/** Newest last; each begins with the key of the category a person gives it. */
const past = [
  ['1', 'Key card', 'My key card does not open the gate at the north pier any more'],
  ['2', 'Music', 'Loud music from the yard until three at night again'],
  ['1', 'Gate code', 'We arrive on Friday and need the code for the gate'],
  ['2', 'Humming', 'A loud humming from the pumps keeps us awake at night'],
  ['1', 'Lost card', 'I lost my key card, can I have a new one for the gate'],
  ['2', 'Hammering', 'Loud hammering in the yard at six in the morning'],
] as const;
const raw = (subject: string, body: string, day: number) =>
  `From: Nell Fairweather <nell@moss.example>\r\nTo: office@gannetbay.example\r\nSubject: ${subject}\r\nDate: Fri, ${day} Nov 2026 09:00:00 +0000\r\nMessage-ID: <${subject.replaceAll(' ', '-')}@moss.example>\r\n\r\n${body}\r\n`;

describe('a general address, from nothing to sorted, listed and passed on, with the mouse', () => {
  let world: World;
  let browsing: Browsing;
  let page: Page;
  let end: () => Promise<void>;
  let hands: MouseHands;
  let folder: string;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-office-'));
    for (const [i, [, subject, body]] of past.entries())
      writeFileSync(join(folder, `${i}.eml`), raw(subject, body, i + 1));
    ({ world, browsing, page, end } = await ownersPage('/mailboxes'));
    hands = new MouseHands(page);
  });
  afterAll(async () => {
    await end();
    rmSync(folder, { recursive: true, force: true });
  });

  const button = (name: string) => page.getByRole('button', { name, exact: true });
  const field = (name: string) => page.getByRole('dialog').last().getByLabel(name, { exact: true });
  const category = (n: number, name: string) =>
    page.getByRole('group', { name: `Category ${n}` }).getByLabel(name, { exact: true });
  const kept = (name: string) => page.getByRole('region', { name: 'Where its mail goes' }).getByText(name);

  test('a mailbox is made, its mail put in, and its categories are written', async () => {
    await hands.press(button('Make a mailbox').first());
    await hands.write(page.getByLabel('Title', { exact: true }), 'office');
    await hands.write(page.getByLabel('Addresses, one a line'), 'office@gannetbay.example');
    await hands.press(button('Make it'));
    await page.getByRole('heading', { name: 'Waiting for the first message' }).waitFor();
    await hands.files(
      button('Choose .eml or .zip files'),
      past.map((_, i) => join(folder, `${i}.eml`)),
    );
    await page.getByText('6 taken').waitFor();
    await hands.press(button('Sort into categories …'));
    await hands.write(category(1, 'Category'), 'gate keys');
    await hands.write(category(1, 'Who looks after it (an address)'), 'gatekeeper@gannetbay.example');
    await hands.write(category(2, 'Category'), 'noise');
    await expectCalm(browsing);
    await hands.press(button('Keep the categories'));
    await page.getByText('gate keys, noise').waitFor();
  });

  test('each message is listed, and what somebody looks after is passed on to them', async () => {
    await hands.press(button('Add a route …'));
    await hands.press(button('Make a destination'));
    await hands.write(field('Title'), 'What came');
    await hands.press(button('Make and test'));
    await page.locator('input[value="{{ message.from.address }}"]').waitFor();
    await hands.press(button('Keep the route'));
    await kept('What came').waitFor();
    await hands.press(button('Add a route …'));
    await hands.press(button('Make a destination'));
    await hands.choose(page.getByRole('button', { name: /Kind$/ }), 'mail');
    await hands.write(field('Title'), 'Desks');
    await hands.write(field('Mail server'), '127.0.0.1');
    await hands.write(field('Port'), String(world.mail.smtpPort));
    await hands.choose(page.getByRole('button', { name: /Encryption/ }), 'none');
    await hands.write(field('From'), 'office@gannetbay.example');
    await hands.press(button('Make and test'));
    await page.locator('input[value="as it is"]').waitFor();
    await expectCalm(browsing);
    await hands.press(button('Keep the route'));
    await kept('message.owner present').waitFor();
    await hands.choose(
      page.getByRole('button', { name: /A message that no sieve takes$/ }),
      'is finished by these routes',
    );
    await until(
      'it is written',
      async () => (await world.client.mailboxes.get({ params: { name: 'office' } })).otherwise === 'done',
    );
    await expectCalm(browsing);
  });

  test('six messages are labelled by keys, and the sorter is put to use', async () => {
    await hands.press(page.getByRole('link', { name: 'label messages, see how right it sorts' }));
    const current = page.locator('li[aria-current]');
    await current.waitFor();
    for (let n = 0; n < past.length; n++) {
      const subject = (await current.getByRole('link').first().textContent()) ?? '';
      const [key = ''] = past.find(([, one]) => one === subject) ?? [];
      hands.acts++;
      await page.keyboard.press(key);
      await page.getByRole('link', { name: subject, exact: true }).waitFor({ state: 'detached' });
    }
    await hands.press(button('Use this sorter …'));
    await page.getByText(/Of 6 stored messages 6 would change/).waitFor();
    await hands.press(button('Use it'));
    await page.getByText('Sorter 1 is in use.').waitFor();
  });

  test('what comes now is sorted, listed and brought to its desk, and it took fewer than 40 acts', async () => {
    await sendRaw(world.smtpPort, raw('No entry', 'The gate does not take my key card', 9), 'office@gannetbay.example');
    await sendRaw(world.smtpPort, raw('Party', 'Loud music at night, nobody sleeps', 10), 'office@gannetbay.example');
    const [keys, noise] = [await settled(world.client, 'No entry'), await settled(world.client, 'Party')];
    expect([keys.category, keys.state, noise.category, noise.state]).toEqual(['gate keys', 'done', 'noise', 'done']);
    const passed = world.mail.arrived.filter(({ raw: all }) => /^Subject: (No entry|Party)\r?$/m.test(all));
    expect(passed.map(({ to }) => to)).toEqual([['gatekeeper@gannetbay.example']]);
    const { links } = await world.client.destinations.get({ params: { name: 'what-came' } });
    const lines = (await (await fetch(world.url + links[0])).text()).trim().split('\n');
    expect(lines[0]).toMatch(/received.*sender.*subject.*category/);
    expect(lines.find((line) => line.includes('No entry'))).toMatch(/nell@moss\.example.*gate keys/);
    expect(hands.acts).toBeLessThan(40);
  });
});
