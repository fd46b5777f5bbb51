import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type HookStandIn, startHook } from '@yellow-sieve/stand-ins';
import { type Fault, type FaultyLine, faultyLine } from './faulty.js';
import { demoFile, startWorld, until, type World } from './harness.js';
import { startPostgres } from './postgres.js';

// Each destination fails for an hour in several ways; the hour passes by what is due being moved, not by waiting.

let world: World;
let postgres: Awaited<ReturnType<typeof startPostgres>>;
let hook: HookStandIn;
const lines = new Map<string, FaultyLine>();
const secret = `whsec_${Buffer.from('a secret for faults, and no other').toString('base64')}`;

/** Where the last word on a boat stands, by destination; how often something came for it where that is all there is. */
const standing: Readonly<Record<string, (boat: string) => Promise<{ last?: string; times: number }>>> = {
  maria: async (boat) => lastOf(await world.sql<{ word: string }>('SELECT word FROM boats WHERE boat = ?', [boat])),
  postgres: async (boat) =>
    lastOf((await postgres.sql(`SELECT word FROM boats WHERE boat = '${boat}'`)) as { word: string }[]),
  desk: async (boat) =>
    lastOf(world.crm.contacts.filter(({ name }) => name === boat).map(({ notes }) => ({ word: String(notes) }))),
  sheet: async (boat) => {
    const { links } = await world.client.destinations.get({ params: { name: 'sheet' } });
    const text = await (await fetch(world.url + links[0])).text();
    const rows = text.split('\r\n').filter((line) => line.startsWith(`${boat},`));
    return lastOf(rows.map((line) => ({ word: line.split(',')[1] ?? '' })));
  },
  program: async (boat) => ({
    times: new Set(hook.received.filter(({ body }) => body.includes(boat)).map(({ id }) => id)).size,
  }),
  room: async (boat) => ({ times: world.chat.posts.filter(({ text }) => text.includes(boat)).length }),
  mail: async (boat) => ({ times: world.mail.arrived.filter(({ raw }) => raw.includes(boat)).length }),
};
const names = Object.keys(standing);
const lastOf = (rows: readonly { word: string }[]) => ({ last: rows[0]?.word ?? '', times: rows.length });

const sieve = `sieve: boats
locale: en-GB
fields: { boat: { type: text, required: true }, word: { type: text, required: true } }
rules:
  - { kind: pattern, name: boat, find: 'Boat: (?<boat>\\w+)' }
  - { kind: pattern, name: word, find: 'Word: (?<word>\\w+)' }
routes:
  - { to: sheet }
  - { to: maria }
  - { to: postgres }
  - { to: program }
  - { to: room, with: { text: "{{ boat }} says {{ word }}" } }
  - { to: mail, with: { to: desk@gannetbay.example, subject: "{{ boat }}", text: "{{ word }}" } }
  - { to: desk, with: { email: "{{ boat }}@skerry.example", name: "{{ boat }}", notes: "{{ word }}" } }
`;

async function line(name: string, to: number): Promise<number> {
  const made = await faultyLine(to);
  lines.set(name, made);
  return made.port;
}

beforeAll(async () => {
  [world, postgres, hook] = await Promise.all([startWorld(), startPostgres(), startHook(0, secret)]);
  const { client, database } = world;
  const at = { host: '127.0.0.1' };
  const connections = {
    maria: {
      kind: 'mariadb',
      ...at,
      port: await line('maria', database.port),
      user: 'app',
      password: database.password,
      database: world.name,
    },
    postgres: {
      kind: 'postgresql',
      ...at,
      port: await line('postgres', postgres.port),
      user: 'harbour',
      password: postgres.password,
      database: 'harbour',
    },
    mail: { kind: 'smtp', ...at, port: await line('mail', world.mail.smtpPort), tls: 'none' },
    program: { kind: 'webhook', url: `http://127.0.0.1:${await line('program', hook.port)}/events`, secret },
    room: { kind: 'chat', url: `http://127.0.0.1:${await line('room', world.chat.port)}/rooms/boats` },
    desk: {
      kind: 'crm',
      description: readFileSync(demoFile('crm', 'quayside-desk.crm.yaml'), 'utf8'),
      base: `http://127.0.0.1:${await line('desk', world.crm.port)}/api`,
      credentials: { key: world.crm.key },
    },
  };
  for (const [name, body] of Object.entries(connections)) await client.connections.put({ params: { name }, body });
  const files = {
    sheet: 'kind: sheet\nkey: [boat]',
    maria: 'kind: database\nconnection: maria\ntable: boats\nkey: [boat]',
    postgres: 'kind: postgresql\nconnection: postgres\ntable: boats\nkey: [boat]',
    mail: 'kind: mail\nconnection: mail\nfrom: office@gannetbay.example',
    program: 'kind: webhook\nconnection: program\ntype: example.boat',
    room: 'kind: chat\nconnection: room',
    desk: 'kind: crm\nconnection: desk\nentity: contact\nfind_by: email',
  };
  for (const [name, text] of Object.entries(files))
    await client.destinations.put({ params: { name }, body: Buffer.from(`destination: ${name}\n${text}\n`) });
  await client.sieves.put({ params: { name: 'boats' }, body: Buffer.from(sieve), query: { live: 'true' } });
  await client.mailboxes.put({
    params: { name: 'boats' },
    body: Buffer.from('mailbox: boats\naddresses: [boats@gannetbay.example]\nsieves: [boats]\n'),
  });
  await feed('calm', 'only');
  for (const name of names) await until(`${name} has it`, () => allThere(name));
});
afterAll(async () => {
  await world.end();
  await Promise.all([postgres.end(), hook.close(), ...[...lines.values()].map((one) => one.close())]);
});

let fed = 0;
const feed = async (boat: string, word: string) => {
  const raw = `From: a@moss.example\nSubject: ${boat} ${word}\nMessage-ID: <f${++fed}@moss.example>\n\nBoat: ${boat}\nWord: ${word}\n`;
  await world.client.messages.feed({ params: { mailbox: 'boats' }, body: Buffer.from(raw) });
};

/** So many minutes pass for everything that waits. */
const pass = (minutes: number) =>
  world.sql("UPDATE delivery SET due_at = due_at - INTERVAL ? MINUTE WHERE state IN ('retrying', 'uncertain')", [
    minutes,
  ]);

const statesOf = async (name: string) => (await world.client.destinations.get({ params: { name } })).states;

/** All that was fed is there, or was not written since something newer was. */
const allThere = async (name: string) => {
  const { delivered = 0, dropped = 0 } = await statesOf(name);
  return delivered + dropped === fed;
};

const faults: Fault[] = ['down', 'slow', 'garbage'];
const halves = [
  ['maria', 'program', 'mail'],
  ['postgres', 'room', 'desk'],
];

describe.each(faults)('for an hour a line is %s', (fault) => {
  test.each(halves)('to %s, %s and %s: the others go on, all arrives, the newest word stands', async (...victims) => {
    const boat = `${fault}${victims[0]}`;
    for (const name of victims) lines.get(name)?.turn(fault);
    const healthy = names.filter((name) => !victims.includes(name));
    await feed(boat, 'first');
    await feed(boat, 'second');
    for (const name of healthy) await until(`${name} has all`, () => allThere(name));
    for (const name of healthy)
      expect([name, (await standing[name]?.(boat))?.last ?? 'second']).toEqual([name, 'second']);
    for (let minutes = 0; minutes < 60; minutes += 15) {
      await pass(15);
      await until(
        'each was tried again, or is there',
        async () => (await Promise.all(victims.map(allThere))).every(Boolean) || (await tries(victims)) > minutes / 15,
      );
    }
    if (fault !== 'slow')
      for (const name of victims) expect([name, (await standing[name]?.(boat))?.times]).toEqual([name, 0]);
    for (const name of victims) lines.get(name)?.turn('none');
    await feed(boat, 'third');
    await until('all is there', async () => {
      await pass(60);
      return (await Promise.all(names.map(allThere))).every(Boolean);
    });
    for (const name of names) {
      const { last = 'third', times = 0 } = (await standing[name]?.(boat)) ?? {};
      // What is found by a key stands once; of events and posts there is one for each message.
      expect([name, last, times]).toEqual([
        name,
        'third',
        name === 'mail' ? expect.any(Number) : last && standsOnce(name) ? 1 : 3,
      ]);
    }
    expect((await standing.mail?.(boat))?.times).toBeGreaterThanOrEqual(3);
  });
});

const standsOnce = (name: string) => ['maria', 'postgres', 'desk', 'sheet'].includes(name);

/** Tries of open deliveries to some destinations. */
const tries = async (some: readonly string[]): Promise<number> => {
  const rows = await world.sql<{ n: number }>(
    "SELECT SUM(attempts) AS n FROM delivery WHERE destination IN (?) AND state IN ('retrying', 'uncertain')",
    [some],
  );
  return Number(rows[0]?.n ?? 0);
};

test('what limits or refuses for an hour gets all in the end: the one by itself, the other when it is tried again by hand', async () => {
  hook.mood.answer = 429;
  hook.mood.headers = { 'retry-after': '1800' };
  world.mail.mood({ refusing: true });
  await feed('limits', 'only');
  await until('the mail is refused', async () => (await statesOf('mail')).stopped === 1);
  const key = (await settledKey('limits only')) ?? '';
  const due = await world.sql<{ minutes: number }>(
    "SELECT TIMESTAMPDIFF(MINUTE, NOW(), due_at) AS minutes FROM delivery WHERE message_id = ? AND destination = 'program'",
    [key],
  );
  expect(due[0]?.minutes).toBeGreaterThanOrEqual(28);
  expect((await standing.program?.('limits'))?.times).toBe(1);
  hook.mood.answer = 200;
  world.mail.mood({ refusing: false });
  await pass(60);
  await world.client.destinations.retry({ params: { name: 'mail' } });
  await until('all is there', async () => (await Promise.all(names.map(allThere))).every(Boolean));
  expect((await standing.mail?.('limits'))?.times).toBe(1);
});

const settledKey = async (subject: string) =>
  until('the message is read', async () => {
    const { items } = await world.client.messages.list({ query: { limit: '5' } });
    const item = items.find((one) => one.subject === subject);
    if (!item) return null;
    const { deliveries } = await world.client.messages.get({ params: { key: item.key } });
    return deliveries.some(({ destination, state }) => destination === 'program' && state === 'retrying') && item.key;
  });
