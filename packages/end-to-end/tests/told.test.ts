import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { runCommand, serviceEnv } from './command-line.js';
import { sendRaw, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_NOTICE_SECONDS: '1', YELLOW_SIEVE_NOTICE_GATHER_SECONDS: '2' });
  await setUpBerths(world);
}, 60_000);
afterAll(() => world.end());

const list = async (past = false) =>
  (await world.client.notices.list({ query: { past: past ? 'true' : 'false' } })).items;
const about = (name: string) => async () => (await list()).find((notice) => notice.about === name) ?? null;
const mailsTo = (address: string) => world.mail.arrived.filter(({ to }) => to.includes(address));

const command = (argv: string[]) => runCommand(argv, { env: serviceEnv(world) });

/** Times are moved back, as if they had passed. */
const past = (table: string, column: string, hours: number, where: string) =>
  world.sql(`UPDATE ${table} SET ${column} = NOW(3) - INTERVAL ${hours} HOUR WHERE ${where}`);

describe('what people should hear of', () => {
  test('is refused by what nobody reads, without an address, and into a mailbox of the service', async () => {
    const put = (body: object) => world.client.notices.putPlan({ params: { name: 'x' }, body: body as never });
    await expect(put({ destination: 'berth-book' })).rejects.toMatchObject({ code: 'YS-NOTICE-DESTINATION' });
    await expect(put({ destination: 'harbour-master' })).rejects.toMatchObject({ code: 'YS-NOTICE-ADDRESS' });
    await expect(put({ destination: 'harbour-master', to: 'Berths+x@gannetbay.example' })).rejects.toMatchObject({
      code: 'YS-NOTICE-OWN',
    });
  });

  test('deliveries that stopped: told once by mail and in the room, gathered, and over when they are seen to', async () => {
    const { client } = world;
    await client.notices.putPlan({
      params: { name: 'ada' },
      body: { destination: 'harbour-master', to: 'ada@skerry.example' },
    });
    await client.notices.putPlan({
      params: { name: 'room' },
      body: { destination: 'harbour-master-chat', kinds: ['delivery stopped'] },
    });
    await sendRaw(
      world.smtpPort,
      'Subject: Berth request: Tern\r\n\r\nVessel: Tern\r\nLength over all: 9 m\r\nArrives 3 June 2027 for 4 nights\r\nWanted pier: North\r\nE-mail: tern@b.example\r\n',
    );
    const [delivery] = await until('it is delivered', async () => {
      const { items } = await client.deliveries.list({ query: { destination: 'berth-table', state: 'delivered' } });
      return items.length > 0 && items;
    });
    await world.sql(
      `UPDATE delivery SET state = 'stopped', answer = 'the table is gone' WHERE id = '${delivery?.key}'`,
    );
    const found = await until('it is noticed', about('berth-table'));
    expect(found).toMatchObject({ kind: 'delivery stopped', count: 1, ended: null, muted: false });
    expect(found.text).toContain('the table is gone');
    // The CRM wants a skipper, and may have said so in a mail of its own before.
    const ofTheTable = () =>
      mailsTo('ada@skerry.example').filter(({ raw }) => /destinations\?destination=(?:3D)?berth-table/.test(raw));
    await until('both are told', async () => ofTheTable().length > 0 && world.chat.posts.length > 0);
    expect(JSON.stringify(world.chat.posts)).toContain('have stopped');
    await until('some rounds went by', async () => {
      await new Promise((resolve) => setTimeout(resolve, 2500));
      return true;
    });
    expect(ofTheTable()).toHaveLength(1);
    await world.sql(`UPDATE delivery SET state = 'delivered' WHERE id = '${delivery?.key}'`);
    await until('it is over', async () => (await about('berth-table')()) === null);
    expect((await list(true)).find((notice) => notice.about === 'berth-table')?.ended).not.toBeNull();
  });

  test('a plan that is new hears of what holds, and nothing of what is over', async () => {
    await world.client.notices.putPlan({
      params: { name: 'bea' },
      body: { destination: 'harbour-master', to: 'bea@skerry.example' },
    });
    // That the CRM wants a skipper holds still.
    const told = await until('it hears', async () => {
      const mails = mailsTo('bea@skerry.example').map(({ raw }) => raw.replaceAll('=\r\n', ''));
      return mails.length > 0 && mails;
    });
    expect(told[0]).toContain('Quayside desk');
    expect(told.join()).not.toContain('the table is gone');
    await world.client.notices.removePlan({ params: { name: 'bea' } });
  });

  test('messages that wait for review, and a mailbox that fell silent against its own past', async () => {
    const { client } = world;
    await client.notices.mute({ body: { kind: 'mailbox silent' } });
    for (let day = 8; day >= 1; day--) {
      const body = Buffer.from(`Subject: day ${day}\r\n\r\nhello ${day}\r\n`);
      const received = new Date(Date.now() - (day * 24 + 24 * 3) * 3600_000).toISOString();
      await client.messages.feed({ params: { mailbox: 'berths' }, query: { received }, body });
    }
    // What came today by mail would say that it is not silent.
    await world.sql("DELETE FROM message WHERE subject LIKE 'Berth request%'");
    await until('they are read', async () => {
      const { items } = await client.messages.list({ query: { mailbox: 'berths', state: 'waiting' } });
      return items.length === 0;
    });
    await past('message', 'updated_at', 30, "state = 'review'");
    const silent = await until(
      'it is missed',
      async () => (await list()).find(({ kind }) => kind === 'mailbox silent') ?? null,
    );
    expect(silent).toMatchObject({ about: 'berths', path: '/mailboxes/berths', muted: true });
    const waits = await until('it is noticed', async () =>
      (await list()).find(({ kind }) => kind === 'review waiting'),
    );
    expect(waits).toMatchObject({ about: 'berths', path: '/review?mailbox=berths' });
    expect(waits.text).toMatch(/8 of them for more than 24 hours/);
  });

  test('by command line: listed, a plan made, tried and removed', async () => {
    const said = await command(['notices']);
    expect(said.out).toContain('mailbox silent');
    expect(
      (await command(['notices', 'tell', 'desk', '--by', 'harbour-master-chat', '--of', 'drift,tea'])).err,
    ).toContain('YS-CLI-NOTICE-KIND');
    await command(['notices', 'tell', 'desk', '--by', 'harbour-master-chat', '--of', 'drift', '--daily', '7']);
    expect((await command(['notices', 'plans'])).out).toMatch(/desk.*harbour-master-chat.*drift.*daily at 7:00 UTC/);
    expect((await command(['notices', 'try', 'desk'])).out).toContain('Sent by');
    expect((await command(['notices', 'remove', 'desk'])).out).toContain('Nobody is told by desk');
  });
});
