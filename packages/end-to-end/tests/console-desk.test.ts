import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { deskAndChat, startWorld, until, type World } from './harness.js';

const bytes = (text: string) => Buffer.from(text);

/** One sieve for each of four causes; two more come of the mailbox and of a check. */
const fields = `fields:
  vessel: { type: text, required: true }
  nights: { type: integer }
  arrival: { type: date }
`;
const rules = `rules:
  - kind: template
    name: forms
    layouts:
      - { name: form, text: "Vessel: [[vessel]]\\nNights: [[nights]]\\nArrival: [[arrival]]\\n" }
`;
const sieve = `sieve: berths
locale: en-GB
${fields}accept: [message.subject, contains, berth]
${rules}checks:
  - { that: [nights, at most, 30], say: 'Nobody stays that long.' }
review: { always: true }
routes: [{ to: book }]
`;
const toDesk = `sieve: desk
locale: en-GB
fields: { name: { type: text } }
rules: [{ kind: pattern, find: 'Name: (?<name>.+)' }]
review: { always: true }
routes: [{ to: contacts, with: { name: '{{ name }}' } }]
`;

let world: World;
let browsing: Browsing;
let page: Page;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_UNDO_SECONDS: '2' });
  await makeOwner(world);
  const { client, crm, chat } = world;
  const connections = deskAndChat(crm, chat);
  await client.connections.put({ params: { name: 'quayside-desk' }, body: connections['quayside-desk'] as never });
  await client.destinations.put({ params: { name: 'book' }, body: bytes('destination: book\nkind: sheet\n') });
  await client.destinations.put({
    params: { name: 'contacts' },
    body: bytes('destination: contacts\nkind: crm\nconnection: quayside-desk\nentity: contact\nfind_by: email\n'),
  });
  for (const [name, source] of [
    ['berths', sieve],
    ['desk', toDesk],
  ] as const) {
    await client.sieves.put({ params: { name }, body: bytes(source), query: { live: 'true' } });
    const mailbox = `mailbox: ${name}\naddresses: [${name}@gannetbay.example]\nsieves: [${name}]\n`;
    await client.mailboxes.put({ params: { name }, body: bytes(mailbox) });
  }
  browsing = await browse();
  page = browsing.page;
  await logIn(page, world.url, '/review');
});
afterAll(async () => {
  await browsing.close();
  await world.end();
});

let fed = 0;
async function put(text: string, subject: string, mailbox = 'berths'): Promise<string> {
  const { key } = await world.client.messages.feed({
    params: { mailbox },
    body: bytes(`Subject: ${subject}\nMessage-ID: <${++fed}@x.example>\n\n${text}\n`),
  });
  return key;
}
const inReview = (key: string) => until('it is in review', async () => (await look(key)).state === 'review');
async function feed(text: string, subject: string, mailbox?: string): Promise<string> {
  const key = await put(text, subject, mailbox);
  await inReview(key);
  return key;
}
const look = (key: string) => world.client.messages.get({ params: { key } });
const form = (vessel: string, nights: string, arrival: string) =>
  `Vessel: ${vessel}\nNights: ${nights}\nArrival: ${arrival}`;
const heading = (subject: string) => page.getByRole('link', { name: subject, exact: true });

/** Presses keys, and counts them; what is typed into a box is not counted. */
class Keys {
  pressed = 0;
  async press(key: string) {
    this.pressed++;
    await page.keyboard.press(key);
  }
}

describe('the desk', () => {
  const records = 12;

  test('twelve records of six causes are worked off by keys alone, in under four a record', async () => {
    const kinds: [cause: string, text: (i: number) => string, subject: string][] = [
      ['all is well', (i) => form(`Tern ${i}`, '3', '16 May 2027'), 'berth'],
      ['a field is missing', () => 'Nights: 3\nArrival: 16 May 2027', 'berth'],
      ['a date that is none', (i) => form(`Gull ${i}`, '3', 'some day'), 'berth'],
      ['a check does not hold', (i) => form(`Auk ${i}`, '300', '16 May 2027'), 'berth'],
      ['another layout', (i) => `We are the ${i} and come soon.`, 'berth'],
      ['nothing takes it', () => 'Buy our paint!', 'paint'],
    ];
    const keys: string[] = [];
    for (let i = 0; i < records; i++) {
      const [cause, text, subject] = kinds[i % 6] as (typeof kinds)[number];
      keys.push(await put(text(i), `${subject}: ${cause} ${i}`));
    }
    for (const key of keys) await inReview(key);
    const hand = new Keys();
    await page.goto(`${world.url}/review`);
    await page.getByRole('button', { name: /Go through them/ }).waitFor();
    await hand.press('Enter');
    for (let i = 0; i < records; i++) {
      const [cause, , subject] = kinds[i % 6] as (typeof kinds)[number];
      await heading(`${subject}: ${cause} ${i}`).waitFor();
      if (i === 3) await expectCalm(browsing);
      if (i % 6 === 5) {
        await page.getByText('There is no record to write in.').waitFor();
        await hand.press('x');
        await page.keyboard.type('an advertisement');
        await hand.press('Enter');
      } else if (i % 6 === 0) {
        await page.getByLabel('vessel').waitFor();
        await hand.press('Enter');
      } else {
        await page.getByLabel('vessel').waitFor();
        await hand.press('e');
        await page.keyboard.type(i % 6 === 2 ? '16 May 2027' : i % 6 === 3 ? '3' : `Written ${i}`);
        await hand.press('Control+Enter');
      }
    }
    await page.getByText('Nothing is left here.').waitFor();
    expect(hand.pressed).toBeLessThan(records * 4);
    const states = await Promise.all(keys.map(async (key) => (await look(key)).state));
    expect(states.filter((state) => state === 'skipped')).toHaveLength(records / 6);
    await until('all the others leave', async () => {
      const found = await Promise.all(keys.map(look));
      return found
        .filter(({ state }) => state === 'done')
        .every(({ deliveries }) => deliveries[0]?.state === 'delivered');
    });
    const third = await look(keys[3] ?? '');
    expect([third.outcome?.fields.nights, third.outcome?.evidence.nights?.[0]?.how]).toEqual([3, 'entered']);
  });

  test('what was settled last is taken back by Z, and stands there again', async () => {
    const key = await feed(form('Undone', '2', '16 May 2027'), 'berth: undone');
    await page.goto(`${world.url}/review/desk`);
    await heading('berth: undone').waitFor();
    await page.getByLabel('vessel').waitFor();
    await page.keyboard.press('Enter');
    await page.getByText(/is confirmed; it leaves in [12] s\./).waitFor();
    await page.getByText('Nothing is left here.').waitFor();
    await page.keyboard.press('z');
    await heading('berth: undone').waitFor();
    await page.getByText('1 of 1').waitFor();
    await until('it is in review', async () => (await look(key)).state === 'review');
    await page.keyboard.press('x');
    await page.keyboard.type('not ours');
    await page.keyboard.press('Enter');
    await until('it is laid aside', async () => (await look(key)).state === 'skipped');
  });

  test('two people at once work on different ones, and each is told how many the other has', async () => {
    await feed(form('First', '2', '16 May 2027'), 'berth: first');
    await feed(form('Second', '2', '16 May 2027'), 'berth: second');
    const other = await browse();
    await logIn(other.page, world.url, '/review/desk');
    await other.page.getByRole('link', { name: 'berth: first', exact: true }).waitFor();
    await page.goto(`${world.url}/review/desk`);
    await heading('berth: second').waitFor();
    await page.getByText('others have 1 open').waitFor();
    await page.keyboard.press('l');
    await page.getByText('Nothing is left here.').waitFor();
    // Leaving the page ends what it holds.
    await other.page.goto(`${world.url}/messages`);
    await until('it is free', async () => (await world.sql('SELECT 1 FROM review_hold')).length === 0);
    await other.close();
    await page.getByRole('button', { name: 'Begin again at the oldest' }).click();
    for (const subject of ['berth: first', 'berth: second']) {
      await heading(subject).waitFor();
      await page.getByLabel('vessel').waitFor();
      await page.keyboard.press('Enter');
    }
    await page.getByText('Nothing is left here.').waitFor();
  });

  test('who confirms in one go with writing need not press again, but where what they wrote is wrong too', async () => {
    const key = await feed(form('Overlong', '300', '16 May 2027'), 'berth: in one go');
    await page.goto(`${world.url}/review/desk`);
    await heading('berth: in one go').waitFor();
    await page.getByLabel('nights').fill('400');
    await page.getByLabel('nights').press('Control+Enter');
    const confirm = page.locator('button:not([data-disabled]):not([data-pending])', { hasText: 'Confirm and send' });
    await page.getByText(/written by you/).waitFor();
    await confirm.waitFor();
    await heading('berth: in one go').waitFor();
    expect((await look(key)).confirmed).toBe(null);
    await page.getByLabel('nights').fill('4');
    await page.getByLabel('nights').press('Control+Enter');
    const done = await until('it is done', async () => {
      const found = await look(key);
      return found.state === 'done' && found;
    });
    expect(done.outcome?.fields).toMatchObject({ nights: 4 });
  });

  test('a revision that arrives while one writes is shown; what was written is kept, and neither is confirmed unseen', async () => {
    const key = await feed(form('Held', '2', '16 May 2027'), 'berth: held');
    await page.goto(`${world.url}/review/desk`);
    await heading('berth: held').waitFor();
    await page.getByLabel('nights').fill('5');
    await page.getByText(/written by you/).waitFor();
    const { record } = await look(key);
    await world.client.records.enter({
      params: { key: record ?? '' },
      body: { fields: { vessel: 'Held Fast' }, take_back: [] },
    });
    await page
      .getByRole('alert')
      .getByText(/became revision 2/)
      .waitFor();
    await page.keyboard.press('Control+Enter');
    await page.waitForTimeout(300);
    expect((await look(key)).confirmed).toBe(null);
    await page.getByRole('button', { name: 'Look at it' }).click();
    expect(await page.getByLabel('nights').inputValue()).toBe('5');
    expect(await page.getByLabel('vessel').inputValue()).toBe('Held Fast');
    await page.locator('button:not([data-disabled])', { hasText: 'Confirm and send' }).waitFor();
    await page.getByLabel('nights').press('Control+Enter');
    const done = await until('it is done', async () => {
      const found = await look(key);
      return found.state === 'done' && found;
    });
    expect(done.outcome?.fields).toMatchObject({ vessel: 'Held Fast', nights: 5 });
  });

  test('where a destination refuses what was confirmed, that is told, and nothing else is lost by it', async () => {
    const key = await feed('Name: Nobody', 'no address', 'desk');
    await page.goto(`${world.url}/review/desk?sieve=desk`);
    await heading('no address').waitFor();
    await page.getByText(/on your word it goes to contacts/).waitFor();
    await page.getByLabel('name').waitFor();
    await page.keyboard.press('Enter');
    await page.getByText('Nothing is left here.').waitFor();
    const refused = await until('it is refused', async () => {
      const found = await look(key);
      return found.deliveries[0]?.state === 'stopped' && found;
    });
    await page.goto(`${world.url}/records/${refused.record}`);
    await page.getByText(String(refused.deliveries[0]?.answer)).first().waitFor();
    await expectCalm(browsing);
    await page.getByLabel('A note').fill('asked for an address');
    await page.keyboard.press('Enter');
    await page.getByText('asked for an address').waitFor();
  });
});

test('alike ones are looked over in a table and confirmed together, but for those left out', async () => {
  const keys: string[] = [];
  for (const vessel of ['Wigeon', 'Pochard', 'Gadwall'])
    keys.push(await feed(form(vessel, '2', '16 May 2027'), `berth: ${vessel}`));
  await page.goto(`${world.url}/review`);
  await page.getByRole('link', { name: /^Table of 3/ }).click();
  await page.getByRole('checkbox', { name: 'Confirm berth: Pochard' }).waitFor();
  await expectCalm(browsing);
  await page.locator('label', { has: page.getByRole('checkbox', { name: 'Confirm berth: Pochard' }) }).click();
  await page.getByRole('button', { name: 'Confirm 2 as they stand' }).click();
  await page.getByText('2 are confirmed.').waitFor();
  await until('they are done', async () => {
    const states = await Promise.all(keys.map(async (key) => (await look(key)).state));
    return states.join() === 'done,review,done';
  });
});

test('a message is found from any page by “/”, its words too, and the choice is saved with an address', async () => {
  await feed(`${form('Selkie', '2', '16 May 2027')}\nWe need shore power.`, 'berth: \u202Eklaes');
  await page.goto(`${world.url}/destinations`);
  await page.getByRole('heading', { name: 'Destinations' }).waitFor();
  await page.keyboard.press('/');
  await page.keyboard.type('selkie');
  await page.keyboard.press('Enter');
  const row = page.getByRole('row', { name: /klaes/ });
  await row.waitFor();
  // What would turn the subject around is shown, and not obeyed.
  expect(await row.textContent()).toContain('RLO');
  await page.keyboard.press('/');
  await page.keyboard.type('"shore power"');
  await page.keyboard.press('Enter');
  await page.getByRole('region', { name: 'In the texts of messages' }).getByText('We need', { exact: false }).waitFor();
  await page.getByText(/^All \d+ looked through\./).waitFor();
  await expectCalm(browsing);
  await page.getByRole('button', { name: 'Save as a view …' }).click();
  await page.getByLabel('What it is called').fill('Shore power');
  await page.getByRole('button', { name: 'Save it' }).click();
  await page.getByRole('link', { name: 'Shore power' }).waitFor();
  await page.goto(`${world.url}/views/shore-power`);
  await page.getByText('We need', { exact: false }).waitFor();
  expect(page.url()).toContain('/messages?find=');
});

test('how right the sieves are is shown by field', async () => {
  await page.goto(`${world.url}/review/right`);
  await page.getByRole('row', { name: /nights/ }).waitFor();
  await expectCalm(browsing);
});
