import { connect as connectTo, type Socket } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createClient } from '@yellow-sieve/client';
import { startBlackHole } from '../../../bench/siege/black-hole.mjs';
import { hostileMails, hostileTexts } from '../../../bench/siege/hostile.mjs';
import { form, setUpSiege } from '../../../bench/siege/set-up.mjs';
import { sendRaw, startWorld, until, type World } from './harness.js';

/** The variants of each run; printed, so that one that fails can be run again. */
const seed = Number(process.env.TEST_SEED ?? Math.floor(Math.random() * 1e6));

let world: World;
let hole: Awaited<ReturnType<typeof startBlackHole>>;
beforeAll(async () => {
  console.info(`TEST_SEED=${seed}`);
  hole = await startBlackHole();
  // Nobody is a relay here: the tests' own connections are counted like a stranger's.
  world = await startWorld({ YELLOW_SIEVE_RELAYS: '', YELLOW_SIEVE_SIFT_SECONDS: '10', YELLOW_SIEVE_THREADS: '2' });
  await setUpSiege(world.client, hole.port);
});
afterAll(async () => {
  // Stopping would wait for answers that never come.
  await world.kill();
  await world.end();
  await hole.close();
});

const bytes = (text: string) => Buffer.from(text);
/** Sends some messages as others would, and waits until each is a record that is delivered. */
async function othersGetThrough(prefix: string, count = 8): Promise<void> {
  const subjects = Array.from({ length: count }, (_, i) => `${prefix} ${i}`);
  for (const subject of subjects) await sendRaw(world.smtpPort, form(subject), 'quiet@gannetbay.example');
  for (const subject of subjects) {
    const item = await until(`“${subject}” is handled`, async () => {
      const { items } = await world.client.messages.list({ query: { mailbox: 'quiet', limit: '200' } });
      return items.find((one) => one.subject === subject && one.state !== 'waiting');
    });
    expect([subject, item.state]).toEqual([subject, 'done']);
    await until(`“${subject}” is delivered`, async () => {
      const { deliveries } = await world.client.messages.get({ params: { key: item.key } });
      return deliveries.every(({ state }) => state === 'delivered');
    });
  }
}

describe('while one tries to hold the service up', () => {
  test('by mail, nobody else’s fails, and each of theirs ends in a state with a reason', async () => {
    const mails = hostileMails(seed, 9, 400_000);
    const sending = Promise.all(mails.map(({ raw }) => sendRaw(world.smtpPort, raw, 'loud@gannetbay.example')));
    await othersGetThrough('beside mail');
    await sending;
    for (const { subject } of mails) {
      const item = await until(`“${subject}” is handled`, async () => {
        const { items } = await world.client.messages.list({ query: { mailbox: 'loud', limit: '200' } });
        return items.find((one) => one.subject === subject && one.state !== 'waiting');
      });
      expect([subject, item.state, item.reasons.length > 0]).toEqual([subject, 'review', true]);
    }
  });

  test('by a page that shows a hostile message, other pages are shown', async () => {
    const { items } = await world.client.messages.list({ query: { limit: '200' } });
    const hostile = items.filter(({ subject }) => subject?.startsWith('hostile'));
    const quiet = items.filter(({ subject }) => subject?.startsWith('beside'));
    expect(hostile.length).toBeGreaterThan(0);
    expect(quiet.length).toBeGreaterThan(2);
    const { token } = await world.client.tokens.make({ body: { name: 'a viewer', role: 'viewer' } });
    const viewer = createClient({ url: world.url, token });
    const theirs = Promise.allSettled(hostile.map(({ key }) => viewer.messages.reading({ params: { key } })));
    for (const { key } of quiet) await world.client.messages.reading({ params: { key } });
    await theirs;
  });

  test('by texts, each is answered or refused with a code, and nobody else waits for ever', async () => {
    const sent = hostileTexts(seed, 9, 200_000).map(({ text }) =>
      world.client.workbench.outline({ body: { source: text } }).then(
        ({ problems }) => problems[0]?.code ?? 'taken',
        (error: { problem: { code: string } }) => error.problem.code,
      ),
    );
    expect((await fetch(`${world.url}/health/live`)).status).toBe(200);
    await othersGetThrough('beside texts', 3);
    for (const code of await Promise.all(sent)) expect(code).toMatch(/^YS-(?!LIVE)|^taken$/);
  });

  test('a text that nobody could compile in time is refused before anything is done with it', async () => {
    const keys = Array.from({ length: 15_000 }, (_, i) => `k${i}: 1`).join('\n');
    const { sieves, mailboxes, destinations } = world.client;
    const call = { params: { name: 'x' }, body: bytes(keys) };
    for (const put of [sieves.put, sieves.putDraft, mailboxes.put, destinations.put])
      await expect(put(call)).rejects.toMatchObject({ problem: { code: 'YS-FILE-TOO-MANY', status: 422 } });
  });

  test('by a destination that never answers, others are delivered to, and Overview names it', async () => {
    for (let i = 0; i < 30; i++) await sendRaw(world.smtpPort, form(`stuck ${i}`), 'stuck@gannetbay.example');
    await until('it hangs', async () => hole.open() > 0);
    await othersGetThrough('beside a hole');
    // No more than a few at once, so that there are slots for others.
    expect(hole.open()).toBeLessThanOrEqual(4);
    const { troubled } = await until('Overview names it', async () => {
      const overview = await world.client.overview.get({ query: {} });
      return overview.troubled.length > 0 && overview;
    });
    expect(troubled).toEqual([
      {
        destination: 'hole',
        count: expect.any(Number),
        answer: expect.stringMatching(/\S/),
        since: expect.any(String),
      },
    ]);
  });
});

describe('connections that say nothing', () => {
  const sockets: Socket[] = [];
  afterAll(() => sockets.forEach((socket) => void socket.destroy()));

  /** Opens connections from an address; tells what each was greeted with, or that it was closed. */
  const hold = (port: number, localAddress: string, count: number, words = '') =>
    Promise.all(
      Array.from(
        { length: count },
        () =>
          new Promise<string>((resolve) => {
            const socket = connectTo({ port, host: '127.0.0.1', localAddress });
            sockets.push(socket);
            socket.on('error', () => resolve('closed')).on('close', () => resolve('closed'));
            socket.on('data', (said) => resolve(said.toString().slice(0, 3)));
            if (words !== '') socket.write(words, () => setTimeout(() => resolve('held'), 500));
          }),
      ),
    );

  test('of one address are so many by SMTP, and others get through', async () => {
    const greeted = await hold(world.smtpPort, '127.0.0.2', 30);
    expect(greeted.filter((said) => said === '220')).toHaveLength(20);
    expect(greeted.filter((said) => said === '421')).toHaveLength(10);
    await othersGetThrough('beside silence', 3);
  });

  test('nor can one address take all of HTTP by bodies that never come', async () => {
    const head =
      'POST /api/v1/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 99\r\n\r\n{';
    const held = await hold(world.httpPort, '127.0.0.3', 110, head);
    expect(held.filter((said) => said === 'held')).toHaveLength(100);
    expect((await fetch(`${world.url}/health/live`)).status).toBe(200);
  });

  test('one that asks for address after address is hung up on', async () => {
    const answers = await new Promise<string>((resolve) => {
      const socket = connectTo({ port: world.smtpPort, host: '127.0.0.1', localAddress: '127.0.0.4' });
      sockets.push(socket);
      let all = '';
      const asks = [
        'EHLO x',
        'MAIL FROM:<a@x.example>',
        ...Array.from({ length: 40 }, (_, i) => `RCPT TO:<n${i}@gannetbay.example>`),
      ];
      socket.on('data', (said) => {
        all += said;
        const next = asks.shift();
        if (
          next !== undefined &&
          !/^\d{3}-[^\n]*\r\n$/.test(
            said
              .toString()
              .split(/(?<=\r\n)/)
              .at(-1) ?? '',
          )
        )
          socket.write(`${next}\r\n`);
      });
      socket.on('close', () => resolve(all)).on('error', () => resolve(all));
    });
    expect(answers.match(/^550/gm)).toHaveLength(19);
    expect(answers.match(/^421/gm)).toHaveLength(1);
  });

  test('streams of one token are so many, and end when it is revoked', async () => {
    const { key, token } = await world.client.tokens.make({ body: { name: 'a listener', role: 'viewer' } });
    const listening = Array.from({ length: 31 }, () =>
      fetch(`${world.url}/api/v1/live`, { headers: { authorization: `Bearer ${token}` } }),
    );
    const answers = await Promise.all(listening);
    expect(answers.map(({ status }) => status).sort()).toEqual([...Array<number>(30).fill(200), 429]);
    await world.client.tokens.revoke({ params: { key } });
    const open = answers.filter(({ status }) => status === 200);
    // Each is read to its end: a stream that went on would keep this test for ever.
    const ends = await Promise.all(open.map((answer) => answer.text()));
    expect(ends).toHaveLength(30);
    for (const text of ends) expect(text).toContain('event: hello');
  });
});
