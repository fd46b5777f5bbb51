import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { startWorld, type World } from './harness.js';

describe('with nothing in it', () => {
  let world: World;
  let browsing: Browsing;
  beforeAll(async () => {
    world = await startWorld();
    await makeOwner(world);
    browsing = await browse();
    await logIn(browsing.page, world.url);
  });
  afterAll(async () => {
    await browsing.close();
    await world.end();
  });

  test.each([
    ['/', 'No mailbox yet'],
    ['/mailboxes', 'No mailbox yet'],
    ['/messages', 'No message yet'],
    ['/records', 'No record yet'],
    ['/destinations', 'No destination yet'],
    ['/nowhere', 'There is no such page'],
  ])('%s says so, and what to do', async (path, words) => {
    await browsing.page.goto(world.url + path);
    await browsing.page.getByText(words).first().waitFor();
    await expectCalm(browsing);
  });

  test('the first load takes at most 300 kB over the wire', async () => {
    const first = await browse();
    await logIn(first.page, world.url);
    await first.page.getByText('No mailbox yet').waitFor();
    const files = [...new Set(first.asked)].filter((url) => url.includes('/assets/'));
    await first.close();
    const headers = { 'accept-encoding': 'gzip' };
    const sizes = await Promise.all(
      files.map(async (url) => Number((await fetch(url, { headers })).headers.get('content-length'))),
    );
    expect(sizes.length).toBeGreaterThan(5);
    expect(sizes.every((size) => size > 0)).toBe(true);
    expect(sizes.reduce((sum, size) => sum + size, 0)).toBeLessThanOrEqual(300_000);
  });
});
