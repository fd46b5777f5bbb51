import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ImapFlow } from 'imapflow';
import { runCommand, serviceEnv } from './command-line.js';
import { type MailServer, passwordLogin, startDovecot } from './dovecot.js';
import { startWorld, until, type World } from './harness.js';

let world: World;
let server: MailServer;
const params = { name: 'desk' };
const inbox = { connection: 'mail-server', folder: 'INBOX' };

const mailbox = `mailbox: desk
title: Desk
addresses: [desk@gannetbay.example]
sieves: []
otherwise: done
routes:
  - to: log
    with: { Subject: "{{ message.subject }}", Received: "{{ message.received }}" }
  - to: room
    with: { text: "{{ message.subject }}" }
`;

beforeAll(async () => {
  [world, server] = await Promise.all([startWorld({ YELLOW_SIEVE_LEASE_SECONDS: '4' }), startDovecot()]);
  const { client, chat } = world;
  await client.connections.put({ params: { name: 'mail-server' }, body: passwordLogin(server.port) });
  await client.connections.put({
    params: { name: 'chat' },
    body: { kind: 'chat', url: `http://127.0.0.1:${chat.port}/rooms/desk` },
  });
  const sheet = 'destination: log\nkind: sheet\n';
  await client.destinations.put({ params: { name: 'log' }, body: Buffer.from(sheet) });
  const room = 'destination: room\nkind: chat\nconnection: chat\n';
  await client.destinations.put({ params: { name: 'room' }, body: Buffer.from(room) });
  await client.mailboxes.put({ params, body: Buffer.from(mailbox) });
});
afterAll(async () => {
  await Promise.all([world.end(), server.end()]);
});

const raw = (subject: string) =>
  `From: a@moss.example\r\nSubject: ${subject}\r\nMessage-ID: <${subject.replaceAll(' ', '-')}@moss.example>\r\n\r\nHello\r\n`;
const append = (client: ImapFlow, subject: string, { folder = 'INBOX', flags = [] as string[], day = 1 } = {}) =>
  client.append(folder, raw(subject), flags, new Date(Date.UTC(2026, 0, day, 9)));
const put = (...subjects: string[]) =>
  server.as(async (client) => {
    for (const subject of subjects) await append(client, subject);
  });
const subjects = async (like = '%') =>
  (
    await world.sql<{ subject: string | null }>(
      "SELECT subject FROM message WHERE intake = 'imap' AND state <> 'skipped' AND subject LIKE ? ORDER BY subject",
      [like],
    )
  ).map(({ subject }) => subject);
const folder = async () => {
  const { items } = await world.client.folders.list({ params });
  return items.find((one) => one.folder === 'INBOX');
};
const stateIs = (wanted: string) =>
  until(`the folder is ${wanted}`, async () => {
    const found = await folder();
    return found?.state === wanted && found;
  });
const jobOver = (key: string) =>
  until('the job is over', async () => {
    const job = await world.client.jobs.get({ params: { key } });
    return ['done', 'failed', 'stopped'].includes(job.state) && job;
  });
const flagsOf = (subject: string, path = 'INBOX') =>
  server.as(async (client) => {
    const paths = (await client.list()).map((one) => one.path);
    if (!paths.includes(path)) return undefined;
    await client.mailboxOpen(path);
    const all = await client.fetchAll('1:*', { envelope: true, flags: true });
    return all.find(({ envelope }) => envelope?.subject === subject)?.flags;
  });

describe('a folder of a mail server', () => {
  test('is looked at before anything is taken', async () => {
    await server.as(async (client) => {
      await append(client, 'old 1', { day: 1, flags: ['\\Seen'] });
      await append(client, 'old 2', { day: 2 });
      await append(client, 'old 3', { day: 3 });
    });
    const { items } = await world.client.folders.offered({ params: { name: 'mail-server' } });
    expect(items).toEqual([{ folder: 'INBOX', messages: 3, unread: 2 }]);
    const look = await world.client.folders.look({ params, body: { ...inbox, unread: true } });
    expect(look).toMatchObject({ messages: 3, unread: 2, selected: 2, known: 0, newest: '2026-01-03T09:00:00.000Z' });
    expect(look.routes).toEqual([
      { route: 'mailbox desk/log', destination: 'log', kind: 'sheet', tells: false, would: 2 },
      { route: 'mailbox desk/room', destination: 'room', kind: 'chat', tells: true, would: 2 },
    ]);
    // What lies there is tried on the rules, so that a condition shows.
    const some = { name: 'some' };
    const file = `mailbox: some
addresses: [some@gannetbay.example]
sieves: []
otherwise: done
routes: [{ to: log }, { to: room, when: [message.subject, contains, old 3] }]
`;
    await world.client.mailboxes.put({ params: some, body: Buffer.from(file) });
    const tried = await world.client.folders.look({ params: some, body: inbox });
    expect(tried).toMatchObject({ tried: 3, unasked: 0, routes: [{ would: 3 }, { would: 1 }] });
    expect(await subjects()).toEqual([]);
  });

  test('is watched from the next message on, each is taken once, and its file says so', async () => {
    await world.client.folders.put({ params, body: { ...inbox, after: 'mark read' } });
    expect((await world.client.mailboxes.get({ params })).source).toContain('folder: INBOX');
    await stateIs('watched');
    await put('new 1', 'new 2');
    await until('both are taken', async () => (await subjects('new%')).length === 2);
    expect(await subjects('old%')).toEqual([]);
    await until('they are read', async () => (await flagsOf('new 2'))?.has('\\Seen'));
    expect((await flagsOf('old 2'))?.has('\\Seen')).toBe(false);
    const { items } = await world.client.messages.list({ query: {} });
    expect(items.find(({ subject }) => subject === 'new 1')).toMatchObject({
      intake: 'imap',
      received: '2026-01-01T09:00:00.000Z',
      recipient: 'desk@gannetbay.example',
    });
    expect(await folder()).toMatchObject({ taken: 2, failed: 0, detail: null });
  });

  test('what comes now tells people; what lay there is taken by a job, and told to nobody unless that is said', async () => {
    await until('the room heard of both', async () => world.chat.posts.length === 2);
    const { job } = await world.client.folders.backfill({ params, body: { ...inbox, tells: [] } });
    const done = await jobOver(job);
    expect(done).toMatchObject({ state: 'done', total: 5, done: 5, result: { taken: 3 } });
    await until('they are handled', async () => {
      const { items } = await world.client.messages.list({ query: { state: 'done' } });
      return items.length === 5;
    });
    expect(await subjects('old%')).toEqual(['old 1', 'old 2', 'old 3']);
    const { items } = await world.client.deliveries.list({ query: { state: 'kept back' } });
    expect(items.map(({ destination }) => destination)).toEqual(['room', 'room', 'room']);
    expect(items[0]?.answer).toContain('of the past');
    expect(world.chat.posts).toHaveLength(2);
    // Once more finds nothing new.
    const again = await world.client.folders.backfill({ params, body: { ...inbox, tells: [] } });
    expect(await jobOver(again.job)).toMatchObject({ total: 5, result: { taken: 0 } });
  });

  test('what is wrong is said at the mailbox, with the time of the next try; mended, it goes on by itself', async () => {
    const login = passwordLogin(server.port);
    await world.client.connections.put({ params: { name: 'mail-server' }, body: { ...login, password: 'wrong' } });
    await server.stop();
    const unreachable = await stateIs('trouble');
    expect(unreachable.detail).toContain('cannot be reached');
    expect(Date.parse(unreachable.next_try ?? '')).toBeGreaterThan(Date.now() - 5000);
    await server.start();
    const refused = await until('the login is refused', async () => {
      const found = await folder();
      return found?.detail?.includes('refuses the login') && found;
    });
    expect(Date.parse(refused.next_try ?? '')).toBeGreaterThan(Date.now() + 60_000);
    await put('meanwhile');
    await world.client.connections.put({ params: { name: 'mail-server' }, body: login });
    await stateIs('watched');
    await until('what came meanwhile is taken', async () => (await subjects('meanwhile')).length === 1);
    await expect(world.client.folders.put({ params, body: { ...inbox, folder: 'Nowhere' } })).rejects.toThrow(
      'It has: INBOX',
    );
  });

  test('a folder that is numbered anew is known again: nothing twice, nothing lost', async () => {
    const before = await subjects();
    await server.renumber('INBOX');
    await until('it is said', async () => (await folder())?.remark?.includes('anew'));
    await put('after it');
    await until('the next is taken', async () => (await subjects('after it')).length === 1);
    expect((await subjects()).filter((one) => one !== 'after it')).toEqual(before);
    expect(await world.sql('SELECT subject, state, reasons FROM message')).toHaveLength(before.length + 1);
  });

  test('messages can be moved when they are taken, and only the unread ones can be meant', async () => {
    await world.client.folders.put({ params, body: { ...inbox, unread: true, after: { move: 'Taken' } } });
    await server.as(async (client) => {
      await append(client, 'seen by somebody', { flags: ['\\Seen'] });
      await append(client, 'unseen');
    });
    await until('it is taken', async () => (await subjects('unseen')).length === 1);
    await until('it lies where it belongs', async () => (await flagsOf('unseen', 'Taken')) !== undefined);
    expect(await flagsOf('seen by somebody')).toBeDefined();
    expect(await subjects('seen by%')).toEqual([]);
  });

  test('the command line does the same', async () => {
    const run = (...argv: string[]) => runCommand(argv, { env: serviceEnv(world) });
    expect((await run('folder', 'offered', 'mail-server')).out).toMatch(/INBOX +\d+ +\d+/);
    expect((await run('folder', 'desk')).out).toMatch(/mail-server +INBOX +watched/);
    const dry = await run('folder', 'take', 'desk', 'mail-server', 'INBOX', '--newest', '2', '--dry');
    expect(dry.out).toContain('Meant are 2');
    expect(dry.out).toContain('room (chat), by mailbox desk/room; kept back, since people read it');
    const taken = await run('folder', 'take', 'desk', 'mail-server', 'INBOX', '--newest', '2', '--yes', '--wait');
    expect([taken.exit, taken.out]).toEqual([0, expect.stringContaining('done, 2 of 2 messages')]);
    const wrong = await run('folder', 'take', 'desk', 'mail-server', 'INBOX', '--since', 'yesterday', '--dry');
    expect(wrong.err).toContain('“yesterday” is no moment');
    expect((await run('folder', 'add', 'desk', 'nowhere', 'INBOX')).err).toContain('no connection “nowhere”');
  });

  test('it is no longer watched once it is removed; what was taken stays', async () => {
    await until('what was taken is read', async () => {
      const waiting = await world.sql("SELECT id FROM message WHERE state = 'waiting'");
      return waiting.length === 0;
    });
    const before = await subjects();
    await world.client.folders.remove({ params, body: inbox });
    expect(await folder()).toBeUndefined();
    expect((await world.client.mailboxes.get({ params })).source).not.toContain('folders');
    expect(await subjects()).toEqual(before);
  });

  test('a message that the server cannot hand over is said, and holds up no other', async () => {
    await put('good before', 'spoiled one', 'good after');
    server.spoil('spoiled one');
    await world.client.folders.put({ params, body: inbox });
    await stateIs('watched');
    const { job: key } = await world.client.folders.backfill({ params, body: { ...inbox, newest: 3, tells: [] } });
    const job = await jobOver(key);
    await until('both others are read', async () => (await subjects('good%')).length === 2);
    expect(await subjects('spoiled%')).toEqual([]);
    expect(job).toMatchObject({ state: 'done', total: 3, done: 3 });
    expect((await folder())?.troubles.at(-1)).toMatch(/^Message \d+ of the folder could not be taken: /);
    await put('after all that');
    await until('the watching goes on', async () => (await subjects('after all that')).length === 1);
  });
});
