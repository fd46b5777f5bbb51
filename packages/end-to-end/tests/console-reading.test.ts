import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { demoMail, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
let browsing: Browsing;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  await makeOwner(world);
  browsing = await browse();
  await logIn(browsing.page, world.url);
});
afterAll(async () => {
  await browsing.close();
  await world.end();
});

const form = ['Vessel: Skua', 'Length over all: 9 m', 'Arrives 3 June 2027 for four nights', 'E-mail: a@skua.example'];

/** Opens a message’s page once its proof is there. */
async function open(subject: string): Promise<void> {
  const { key } = await settled(world.client, subject);
  await browsing.page.goto(`${world.url}/messages/${key}`);
  await browsing.page.getByText('subject', { exact: true }).first().waitFor();
}

/** The words marked in a message’s original, in a browser of their own: the frame refuses scripts, and that is complained of. */
async function marksInOriginal(subject: string): Promise<string[]> {
  const { key } = await settled(world.client, subject);
  const { page, close } = await browse();
  await logIn(page, world.url, `/messages/${key}`);
  try {
    await page.getByRole('tab', { name: 'Original' }).click();
    const marks = page.frameLocator('iframe').locator('mark');
    await marks.first().waitFor();
    return await marks.allTextContents();
  } finally {
    await close();
  }
}

describe('a forwarded request on its page', () => {
  test('names each stretch in the margin, and says why rules look at the forward', async () => {
    await sendRaw(world.smtpPort, demoMail('014'));
    await open('Fwd: Berth request: Fulmar');
    const { page } = browsing;
    for (const name of ['signature', 'wrapper', 'forwarded'])
      await page.getByText(name, { exact: true }).first().waitFor();
    const reading = page.getByRole('listitem');
    await reading.filter({ hasText: 'Rules look at the forwarded message: the own words are a cover note' }).waitFor();
    await reading.filter({ hasText: 'Forwarded: from Website form, “Berth request: Fulmar”.' }).waitFor();
    await reading.filter({ hasText: 'Thread: new, because the subject says that it is forwarded.' }).waitFor();
    await expectCalm(browsing);
  });

  test('has the same words marked in its original', async () => {
    const words = await marksInOriginal('Fwd: Berth request: Fulmar');
    expect(words).toEqual(expect.arrayContaining(['Fulmar', '30 December 2026', 'Juniper Hale']));
  });

  test('attached as a message, it is marked in the HTML of all parts', async () => {
    const raw = [
      'From: Nils Aldous <n.aldous@gannetbay.example>',
      'Subject: Fwd: Berth request: Skua',
      'Content-Type: multipart/mixed; boundary=b',
      '',
      '--b',
      'Content-Type: text/html',
      '',
      '<div>For you<!-- never closed',
      '--b',
      'Content-Type: message/rfc822',
      '',
      'From: Ann Quill <a@skua.example>',
      'Subject: Berth request: Skua',
      '',
      ...form.map((line) => line.replace('Skua', 'Skua <b>& Sons')),
      '--b--',
    ];
    await sendRaw(world.smtpPort, raw.join('\r\n'));
    await open('Fwd: Berth request: Skua');
    const { outcome } = await settled(world.client, 'Fwd: Berth request: Skua');
    expect(outcome).toMatchObject({ fields: { vessel: 'Skua <b>& Sons', nights: 4, email: 'a@skua.example' } });
    await browsing.page.getByText('Skua <b>& Sons').first().waitFor();
    await expectCalm(browsing);
    expect(await marksInOriginal('Fwd: Berth request: Skua')).toEqual(
      expect.arrayContaining(['3 June 2027', 'a@skua.example']),
    );
  });
});

test('a skipped message is taken in by a button, which then is gone', async () => {
  const raw = [
    'From: form@gannetbay.example',
    'Subject: Berth request: away',
    'Auto-Submitted: auto-replied',
    '',
    ...form,
  ];
  await sendRaw(world.smtpPort, raw.join('\r\n'));
  await open('Berth request: away');
  const { page } = browsing;
  await page.getByText('It counts as automatic because its header says auto-replied').first().waitFor();
  await page.getByRole('button', { name: 'Take in' }).click();
  await until('the message is done', async () => {
    const { items } = await world.client.messages.list({ query: { limit: '50' } });
    return items.some(({ subject, state }) => subject === 'Berth request: away' && state === 'done');
  });
  await page.getByText('Skua', { exact: true }).first().waitFor();
  expect(await page.getByRole('button', { name: 'Take in' }).count()).toBe(0);
});
