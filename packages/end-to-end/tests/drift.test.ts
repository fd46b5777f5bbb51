import { isDeepStrictEqual } from 'node:util';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { runCommand, serviceEnv } from './command-line.js';
import { sendRaw, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
let browsing: Browsing;
let sent = 0;

/** A berth request by the website's form, with more lines at its end. */
const mail = (i: number, more = '', email = `E-mail: a${i}@b.example\r\n`) =>
  `Subject: Berth request: Vessel${i}\r\nDate: Mon, 3 May 2027 09:12:00 +0100\r\n\r\nVessel: Vessel${i}\r\nLength over all: 9 m\r\nArrives 3 June 2027 for 4 nights\r\nWanted pier: North\r\n${email}${more}`;

async function send(count: number, made: (i: number) => string): Promise<void> {
  for (let left = count; left > 0; left -= 20)
    await Promise.all(Array.from({ length: Math.min(20, left) }, () => sendRaw(world.smtpPort, made(sent++))));
  await until('all are handled', async () => {
    const [row] = await world.sql<{ n: number }>("SELECT COUNT(*) AS n FROM message WHERE state IN ('done', 'review')");
    return row?.n === sent;
  });
}

/** What is told, once it is of these things in as many messages. */
const told = (wanted: Record<string, number>) =>
  until(
    `the drift is ${JSON.stringify(wanted)}`,
    async () => {
      const { items } = await world.client.drift.list();
      const found = Object.fromEntries(items.map(({ what, now }) => [what, now.count]));
      return isDeepStrictEqual(found, wanted) && items;
    },
    20,
  );

beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_DRIFT_SECONDS: '1' });
  await setUpBerths(world);
  await send(60, (i) => mail(i));
  browsing = await browse();
  await makeOwner(world);
}, 120_000);
afterAll(async () => {
  await browsing?.close();
  await world.end();
});

describe('drift', () => {
  test('mail as it always was is told nothing of', async () => {
    await send(15, (i) => mail(i));
    expect((await world.client.overview.get()).drift).toEqual([]);
    expect((await runCommand(['drift'], { env: serviceEnv(world) })).out).toContain('as it was');
  });

  test('a new line is told in the overview, with how often and an example', async () => {
    await send(14, (i) => mail(i, 'Draught: 2.4 m\r\n'));
    const [found] = await told({ Draught: 14 });
    expect(found).toMatchObject({
      mailbox: 'berths',
      sieve: 'berth-request',
      kind: 'leftover',
      what: 'Draught',
      now: { count: 14, of: 40 },
      text: 'A new line “Draught:” stands in 14 of the last 40 messages, and no field takes it.',
      seen_by: null,
    });
    const example = await world.client.messages.get({ params: { key: found?.message ?? '' } });
    expect(JSON.stringify(example.outcome)).toContain('Draught: 2.4 m');
    expect((await world.client.overview.get()).drift).toEqual([found]);
    const listed = await runCommand(['drift'], { env: serviceEnv(world) });
    expect([listed.exit, listed.out]).toEqual([1, expect.stringContaining('A new line “Draught:”')]);
  });

  test('a person sees it in the console, and says so once', async () => {
    const { page } = browsing;
    await logIn(page, world.url);
    const row = page.getByText('A new line “Draught:” stands in 14 of the last 40 messages');
    await row.waitFor();
    await expectCalm(browsing);
    await page.getByRole('button', { name: /^Seen: A new line/ }).click();
    await row.waitFor({ state: 'detached' });
    const { items } = await world.client.drift.list();
    expect(items).toMatchObject([{ what: 'Draught', seen_by: 'Nils Aldous' }]);
    expect((await world.client.overview.get()).drift).toEqual([]);
  });

  test('what was seen stays seen; a field that is found no more is told as well', async () => {
    await send(12, (i) => mail(i, 'Draught: 2.4 m\r\n', ''));

    const items = await told({ Draught: 26, email: 28 });
    expect(items.find(({ kind }) => kind === 'leftover')?.seen_by).toBe('Nils Aldous');
    expect(items.find(({ kind }) => kind === 'filled')).toMatchObject({
      what: 'email',
      text: '“email” was found in 28 of the last 40 messages, and before it was in 100 %. Look at one that lacks it.',
    });
  });

  test('when the mail is as before, it goes by itself', async () => {
    await send(40, (i) => mail(i));
    expect(await told({})).toEqual([]);
    const gone = await runCommand(['drift', 'seen', '01990000-0000-7000-8000-000000000000'], {
      env: serviceEnv(world),
    });
    expect([gone.exit, gone.err]).toEqual([1, expect.stringContaining('no drift')]);
  });
});
