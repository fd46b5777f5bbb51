import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { browse, expectCalm, logIn, makeOwner, sticksOut } from './browser.js';
import { demoMail, settled, setUpBerths, startWorld, type World } from './harness.js';

const places = ['/', '/mailboxes', '/messages', '/review', '/records', '/destinations', '/people'];

describe('in other looks', () => {
  let world: World;
  let message: string;
  beforeAll(async () => {
    world = await startWorld();
    await makeOwner(world);
    await setUpBerths(world);
    for (const file of ['002', '006', '013'])
      await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail(file) });
    message = (await settled(world.client, 'Berth request: Selkie of Skerry')).key;
  });
  afterAll(() => world.end());

  test('dark is dark on every page, and readable', async () => {
    const browsing = await browse({ colorScheme: 'dark' });
    const { page } = browsing;
    await logIn(page, world.url);
    for (const path of [...places, `/messages/${message}`]) {
      await page.goto(world.url + path);
      await page.getByRole('heading', { level: 1 }).waitFor();
      if (path.length > 30) await page.locator('mark').first().waitFor();
      await expectCalm(browsing);
      expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(23, 20, 15)');
    }
    await browsing.close();
  });

  test('a person’s choice of light or dark holds against the system, and after a reload', async () => {
    const browsing = await browse({ colorScheme: 'dark' });
    const { page } = browsing;
    await logIn(page, world.url);
    await page.getByRole('button', { name: /settings and log-out/ }).click();
    await page.getByRole('menuitemradio', { name: 'Light' }).click();
    const background = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
    expect(await background()).toBe('rgb(251, 248, 240)');
    await page.reload();
    await page.getByRole('heading', { level: 1 }).waitFor();
    expect(await background()).toBe('rgb(251, 248, 240)');
    await browsing.close();
  });

  test('at 200 % zoom no page has to be scrolled sideways, and all of a message is there', async () => {
    const browsing = await browse({ viewport: { width: 640, height: 400 }, deviceScaleFactor: 2 });
    const { page } = browsing;
    await logIn(page, world.url);
    for (const path of [...places, `/messages/${message}`]) {
      await page.goto(world.url + path);
      await page.getByRole('heading', { level: 1 }).waitFor();
      expect([path, await sticksOut(page)]).toEqual([path, false]);
    }
    for (const words of ['Shore power 32 A', 'harbour-master-chat', 'what they ask for']) {
      const found = page.getByText(words).first();
      await found.scrollIntoViewIfNeeded();
      expect(await found.isVisible()).toBe(true);
    }
    await browsing.close();
  });
});
