import { text as textOf } from 'node:stream/consumers';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Evidence } from '@yellow-sieve/core';
import { type Browsing, browse, expectCalm, logIn, person } from './browser.js';
import { demoFile, demoMail, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
let browsing: Browsing;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  for (const file of ['001', '003', '006', '007', '010', '013'])
    await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail(file) });
  await settled(world.client, 'Berth request: Storm Petrel');
  browsing = await browse();
});
afterAll(async () => {
  await browsing.close();
  await world.end();
});

const rows = () => browsing.page.getByRole('grid').getByRole('row');

describe('the way in', () => {
  test('the one-time link makes the owner and leads inside', async () => {
    const { page, errors } = browsing;
    await page.goto(world.ownerLink ?? '');
    await page.getByLabel('Your name').fill(person.name);
    await page.getByLabel('E-mail address').fill(person.email);
    await page.getByLabel('Password').fill(person.password);
    await expectCalm(browsing);
    await page.getByRole('button', { name: 'Make the log-in' }).click();
    await page.getByRole('heading', { name: 'What came in, and what became of it' }).waitFor();
    expect(errors.splice(0)).toEqual([]);
  });

  test('log-out leads to the log-in; a wrong password is told; the page asked for follows', async () => {
    const { page, errors } = browsing;
    await page.goto(`${world.url}/records`);
    await rows().filter({ hasText: 'Kittiwake' }).waitFor();
    await page.getByRole('button', { name: /settings and log-out/ }).click();
    await page.getByRole('menuitem', { name: 'Log out' }).click();
    await page.getByRole('heading', { name: 'Log in' }).waitFor();
    // The stream of news ends with the session, which the browser notes where the page has not closed it before.
    errors.splice(0, errors.length, ...errors.filter((error) => !error.includes('/api/v1/live')));
    await expectCalm(browsing);
    await page.goto(`${world.url}/destinations`);
    await page.getByLabel('E-mail address').fill(person.email);
    await page.getByLabel('Password').fill('not the password');
    await page.keyboard.press('Enter');
    await page.getByText('do not belong together').waitFor();
    // The browser itself notes an answer of 401 as an error; nothing else may be there.
    expect(errors.splice(0)).toEqual([expect.stringContaining('401')]);
    await page.getByLabel('Password').fill(person.password);
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: 'Destinations', exact: true }).waitFor();
  });

  test('pages come with a policy that lets nothing foreign in, and a nonce of their own', async () => {
    const policies = await Promise.all(
      [1, 2].map(async () => (await fetch(`${world.url}/messages`)).headers.get('content-security-policy') ?? ''),
    );
    expect(policies[0]).toMatch(/default-src 'none'; script-src 'self' 'nonce-[\w+/=]{24}'/);
    expect(policies[0]).not.toContain('unsafe');
    expect(policies[0]).not.toBe(policies[1]);
  });
});

describe('messages', () => {
  test('a mail sent by SMTP appears without a reload, and says what became of it', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/messages`);
    await page.getByText('6 in all').waitFor();
    await page.evaluate(() => Object.assign(window, { stayed: true }));
    await sendRaw(world.smtpPort, demoMail('002'));
    const row = rows().filter({ hasText: 'Selkie of Skerry' });
    await row.filter({ hasText: 'done' }).waitFor();
    await page.getByText('7 in all').waitFor();
    expect(await page.evaluate(() => 'stayed' in window)).toBe(true);
    await expectCalm(browsing);
  });

  test('the proof of every message underlines exactly the words each value was read from', async () => {
    const { page } = browsing;
    const { items } = await world.client.messages.list();
    for (const { key } of items) {
      const { outcome } = await world.client.messages.get({ params: { key } });
      const { evidence } = outcome as { evidence: Record<string, Evidence[]> };
      const wanted = Object.entries(evidence).flatMap(([field, places]) => {
        const here = places.filter((place) => place.in === 'message.text' && place.start !== place.end);
        return here.length > 0
          ? [
              [
                field,
                here
                  .map(({ raw }) => raw)
                  .join('')
                  .replace(/\s+/g, ' '),
              ],
            ]
          : [];
      });
      expect(wanted.length).toBeGreaterThan(3);
      await page.goto(`${world.url}/messages/${key}`);
      await page.locator('mark').first().waitFor();
      const marked = await page
        .locator('mark')
        .evaluateAll((marks) => marks.map((mark) => [mark.getAttribute('data-field'), mark.textContent]));
      // A value of several lines has a mark on each.
      const joined = new Map<string, string>();
      for (const [field = '', text] of marked as string[][])
        joined.set(field, [joined.get(field), text].filter(Boolean).join(' ').replace(/\s+/g, ' '));
      expect(Object.fromEntries(joined)).toEqual(Object.fromEntries(wanted));
    }
  });

  test('lines that no field took are ruled, and say so; dates say what they count from', async () => {
    const { page } = browsing;
    const { key, outcome } = await settled(world.client, 'Berth request: Selkie of Skerry');
    const { leftovers, evidence } = outcome as {
      leftovers: { text: string }[];
      evidence: Record<string, (Evidence & { counted_from?: string })[]>;
    };
    expect(leftovers.map(({ text }) => text)).toContain('Draught: 2.4 m');
    await page.goto(`${world.url}/messages/${key}`);
    await page.locator('mark').first().waitFor();
    const ruled = await page.getByTitle('No field took this line.').allTextContents();
    expect(ruled).toEqual(leftovers.map(({ text }) => text));
    const day = evidence.arrival?.[0]?.counted_from;
    expect(day).toMatch(/^\d{4}-\d{2}-\d{2}$/);
    const arrival = page.getByRole('row', { name: 'arrival' });
    await arrival.click();
    await arrival.filter({ hasText: `counted from ${day}` }).waitFor();
  });

  test('a message shows values with how and rule, problems, deliveries, trace, headers and the raw mail', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/messages?state=review`);
    await rows().filter({ hasText: 'Razorbill' }).click();
    const fields = page.getByRole('region', { name: 'Fields' });
    await fields.getByRole('row', { name: 'vessel' }).filter({ hasText: 'read · website form' }).waitFor();
    expect(await fields.getByRole('row', { name: 'arrival' }).textContent()).toContain('not readable as a date');
    await page.getByRole('region', { name: 'Deliveries' }).getByText('would go to berth-book').waitFor();
    await page.getByRole('button', { name: /website form/ }).click();
    await page.getByRole('cell', { name: 'what follows “Vessel:” on its line' }).waitFor();
    await expectCalm(browsing);
    await page.getByRole('tab', { name: 'Headers' }).click();
    await page.getByText('<f7@form.gannetbay.example>').waitFor();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Download raw' }).click(),
    ]);
    expect(download.suggestedFilename()).toMatch(/\.eml$/);
  });

  test('choosing a value washes its words, and the other way round', async () => {
    const { page } = browsing;
    const { key } = await settled(world.client, 'Berth request: Kittiwake');
    await page.goto(`${world.url}/messages/${key}`);
    const mark = page.locator('mark[data-field="skipper"]');
    await mark.waitFor();
    const wash = () => mark.evaluate((element) => getComputedStyle(element).backgroundColor);
    const before = await wash();
    await page.getByRole('row', { name: 'skipper' }).click();
    expect(await wash()).not.toBe(before);
    await page.locator('mark[data-field="vessel"]').click();
    expect(await page.getByRole('row', { name: 'vessel' }).getAttribute('aria-selected')).toBe('true');
    expect(await wash()).toBe(before);
  });

  test('put through again makes the next revision, which shows by itself', async () => {
    const { page } = browsing;
    await page.getByText('Revision 1,').waitFor();
    await page.getByRole('button', { name: 'Put through again' }).click();
    await page.getByText('Revision 2,').waitFor();
  });

  test('filters narrow the list, live in the address, and lead back from a message', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/messages`);
    await page.getByRole('button', { name: /State/ }).click();
    await page.getByRole('option', { name: 'wants review' }).click();
    await page.waitForURL(/state=review/);
    await rows().filter({ hasText: 'Turnstone' }).waitFor();
    await rows().filter({ hasText: 'Kittiwake' }).waitFor({ state: 'detached' });
    await page.reload();
    await rows().filter({ hasText: 'Turnstone' }).click();
    await page.getByRole('region', { name: 'Fields' }).waitFor();
    await page.getByRole('main').getByRole('link', { name: 'Messages', exact: true }).click();
    await page.waitForURL(/state=review/);
  });

  test('the keyboard alone is enough', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/messages`);
    await rows().nth(2).waitFor();
    await page.keyboard.press('Tab');
    expect(await page.evaluate(() => document.activeElement?.textContent)).toBe('Skip to the page');
    const focused = () => page.evaluate(() => document.activeElement?.closest('[role="row"]')?.textContent ?? '');
    for (let i = 0; i < 40 && !(await focused()); i++) await page.keyboard.press('Tab');
    await page.keyboard.press('ArrowDown');
    const chosen = await focused();
    expect(chosen).toContain('Berth request');
    await page.keyboard.press('Enter');
    await page.waitForURL(/messages\/[0-9a-f-]{36}/);
    await page.locator('mark').first().waitFor();
    const subject = await page.getByRole('heading', { level: 1 }).textContent();
    expect(chosen).toContain(subject);
    await page.keyboard.press('j');
    await until(
      'the older message is shown',
      async () => (await page.getByRole('heading', { level: 1 }).textContent()) !== subject,
    );
    await page.keyboard.press('k');
    await until(
      'the newer one is back',
      async () => (await page.getByRole('heading', { level: 1 }).textContent()) === subject,
    );
    await page.keyboard.press('u');
    await page.waitForURL(/messages$/);
  });

  test('single-key shortcuts can be switched off', async () => {
    const { page } = browsing;
    await rows().filter({ hasText: 'Kittiwake' }).click();
    await page.locator('mark').first().waitFor();
    const subject = () => page.getByRole('heading', { level: 1 }).textContent();
    const before = await subject();
    const toggle = async () => {
      await page.getByRole('button', { name: /settings and log-out/ }).click();
      await page.getByRole('menuitemcheckbox', { name: 'Single-key shortcuts' }).click();
      await page.keyboard.press('Escape');
    };
    await toggle();
    await page.keyboard.press('u');
    await page.waitForTimeout(300);
    expect([await subject(), new URL(page.url()).pathname]).toEqual([before, expect.stringMatching(/messages\/./)]);
    await toggle();
    await page.keyboard.press('u');
    await page.waitForURL(/messages$/);
  });
});

describe('records', () => {
  test('are a table of the sieve’s fields, filtered by a value', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/records`);
    await rows().filter({ hasText: 'Storm Petrel' }).waitFor();
    await expectCalm(browsing);
    await page.getByRole('button', { name: /Field/ }).click();
    await page.getByRole('option', { name: 'length' }).click();
    await page.getByRole('button', { name: /Test/ }).click();
    await page.getByRole('option', { name: 'is at least' }).click();
    await page.getByRole('textbox', { name: 'Value' }).fill('20');
    await page.keyboard.press('Enter');
    await until('only the long ones are left', async () => (await rows().count()) === 3);
    const vessels = await rows().allInnerTexts();
    expect(vessels.join()).toContain('Storm Petrel');
    expect(vessels.join()).toContain('Selkie of Skerry');
  });

  test('come as files with the filters and columns in sight', async () => {
    const { page } = browsing;
    await page.getByRole('button', { name: 'Columns' }).click();
    await page.getByRole('menuitemcheckbox', { name: 'remarks' }).click();
    await page.keyboard.press('Escape');
    await page.waitForURL(/hidden=remarks/);
    await page.getByRole('button', { name: 'Download' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: 'CSV' }).click(),
    ]);
    const file = await textOf(await download.createReadStream());
    const [header = '', ...lines] = file.trim().split('\r\n');
    expect(header.replace('\ufeff', '').split(',').slice(0, 4)).toEqual(['received', 'verdict', 'vessel', 'length']);
    expect(header).not.toContain('remarks');
    expect(lines).toHaveLength(2);
  });
});

describe('destinations and mailboxes', () => {
  test('a destination is tested, and a stopped delivery tells its answer and is tried again', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/destinations?state=stopped`);
    const stopped = rows().filter({ hasText: 'Storm Petrel' });
    await stopped.filter({ hasText: '“length” can be 40 at the most' }).waitFor();
    await expectCalm(browsing);
    await page.getByRole('button', { name: 'Test: Quayside desk, contact' }).click();
    await page.getByText('Quayside desk answers, and takes the credentials').waitFor();
    await stopped.click();
    const dialog = page.getByRole('dialog');
    await dialog.getByText('r.tarn@petrelhouse.example').waitFor();
    await expectCalm(browsing);
    await dialog.getByRole('button', { name: 'Try now' }).click();
    // Tried a second time, and refused again.
    await until('the second try is listed', async () => (await dialog.getByRole('listitem').count()) === 2);
    await page.keyboard.press('Escape');
    await dialog.waitFor({ state: 'detached' });
  });

  test('a mailbox is made, waits for its first message, and takes an upload and a pasted text', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/mailboxes`);
    await page.getByRole('button', { name: 'Make a mailbox' }).click();
    await page.getByLabel('Title').fill('Harbour office');
    await page.getByLabel('Name').fill('office');
    await page.getByLabel('Addresses').fill('office@gannetbay.example\nhello@gannetbay.example');
    await page.getByRole('button', { name: 'Make it' }).click();
    await page.getByRole('heading', { name: 'Waiting for the first message' }).waitFor();
    await expectCalm(browsing);
    await page.getByRole('link', { name: 'All mailboxes' }).click();
    const office = page.getByRole('region', { name: 'Harbour office' });
    await office.getByText('Waiting for the first message').waitFor();
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      office.getByRole('button', { name: 'Choose .eml or .zip files', exact: true }).click(),
    ]);
    await chooser.setFiles([demoFile('berths', 'messages', '012.eml'), demoFile('berths', 'messages', '001.eml')]);
    await office.getByText('2 messages').waitFor();
    await office.getByRole('button', { name: 'Paste a text' }).click();
    await page.getByLabel('From').fill('somebody@skerry.example');
    await page.getByLabel('Subject').fill('Left my gloves');
    await page.getByRole('textbox', { name: 'Text', exact: true }).fill('Grey ones, at the fuel dock.\nThank you!');
    await expectCalm(browsing);
    await page.getByRole('button', { name: 'Put it in' }).click();
    await page.getByRole('heading', { name: 'Left my gloves' }).waitFor();
    await page.getByText('Grey ones, at the fuel dock.').waitFor();
  });

  test('a file dropped on a mailbox is taken in', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/mailboxes`);
    const office = page.getByRole('region', { name: 'Harbour office' });
    await office.getByText('3 messages').waitFor();
    const box = await office.getByText('or drop files here').boundingBox();
    const devtools = await page.context().newCDPSession(page);
    const file = demoFile('berths', 'messages', '004.eml');
    for (const type of ['dragEnter', 'dragOver', 'drop'] as const)
      await devtools.send('Input.dispatchDragEvent', {
        type,
        x: (box?.x ?? 0) + 5,
        y: (box?.y ?? 0) + 5,
        data: { items: [], files: [file], dragOperationsMask: 1 },
      });
    await office.getByText('4 messages').waitFor();
  });
});

test('people and tokens are the owner’s: a link is made, a token is made and revoked', async () => {
  const { page } = browsing;
  await page.goto(`${world.url}/people`);
  await page.getByRole('button', { name: 'Make a one-time link' }).click();
  await page.getByText(`${world.url}/welcome/`).waitFor();
  await page.getByLabel('What it is for').fill('night script');
  await page.getByRole('button', { name: 'Make a token' }).click();
  await page.getByText(/^ys_/).waitFor();
  await expectCalm(browsing);
  await page.getByRole('button', { name: 'Revoke: night script' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Revoke' }).click();
  await page.getByRole('rowheader', { name: 'night script' }).waitFor({ state: 'detached' });
  await page.getByRole('button', { name: `Remove: ${person.name}` }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Remove' }).click();
  await page.getByText('This is the last owner').waitFor();
  // The browser itself notes the refusal.
  expect(browsing.errors.splice(0)).toEqual([expect.stringContaining('409')]);
});

test('the overview counts what came, and leads to what wants a hand', async () => {
  const { page } = browsing;
  await page.goto(world.url);
  await page.getByText('records and messages to review').waitFor();
  await page.getByRole('button', { name: 'Show as a table' }).click();
  await page.getByRole('table', { name: /Messages per day/ }).waitFor();
  await expectCalm(browsing);
  await page.getByRole('link', { name: /Look: 1 deliveries stopped/ }).click();
  await page.waitForURL(/destinations\?state=stopped/);
});

test('a viewer sees everything and is offered no act', async () => {
  const { path } = await world.client.invitations.make({ body: { role: 'viewer' } });
  const other = await browse();
  await other.page.goto(world.url + path);
  await other.page.getByLabel('Your name').fill('Vera');
  await other.page.getByLabel('E-mail address').fill('vera@gannetbay.example');
  await other.page.getByLabel('Password').fill('a long enough password');
  await other.page.getByRole('button', { name: 'Make the log-in' }).click();
  await other.page.getByRole('navigation', { name: 'Places' }).waitFor();
  await other.page.goto(`${world.url}/messages`);
  await other.page.getByRole('row').filter({ hasText: 'Storm Petrel' }).click();
  await other.page.locator('mark').first().waitFor();
  expect(await other.page.getByRole('button', { name: 'Put through again' }).count()).toBe(0);
  await other.page.goto(`${world.url}/destinations`);
  await other.page.getByText('Quayside desk, contact').first().waitFor();
  expect(await other.page.getByRole('button', { name: /^Test/ }).count()).toBe(0);
  await expectCalm(other);
  await other.close();
});

test('all tabs of a browser share one stream, and all hear the news', async () => {
  const { page, asked } = browsing;
  await page.goto(`${world.url}/messages`);
  await page.getByText('in all').waitFor();
  const second = await page.context().newPage();
  asked.length = 0;
  await second.goto(`${world.url}/messages`);
  await second.getByText('in all').waitFor();
  await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('011') });
  for (const tab of [page, second]) await tab.getByText('Berth request: Sandpiper').waitFor();
  expect(asked.filter((url) => url.endsWith('/api/v1/live'))).toEqual([]);
  // When the tab that holds the stream closes, another takes it over.
  await page.close();
  browsing.page = second;
  await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('004') });
  await second.getByText('Berth request: Merganser').first().waitFor();
});

test('a session that ended elsewhere leads to the log-in, and back', async () => {
  const { page } = browsing;
  await world.sql('DELETE FROM session');
  await page.goto(`${world.url}/messages`);
  await page.getByRole('heading', { name: 'Log in' }).waitFor();
  await logIn(page, world.url, '/records');
  await page.getByRole('heading', { name: 'Records' }).waitFor();
});
