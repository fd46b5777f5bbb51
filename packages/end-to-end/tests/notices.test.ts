import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { demoFile, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
const params = { name: 'notice-digest' };
const digest = (number: string) => readFileSync(demoFile('notices', 'messages', `${number}.eml`));

beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  const { client } = world;
  for (const name of ['notices-table', 'notice-weeks'])
    await client.destinations.put({
      params: { name },
      body: readFileSync(demoFile('destinations', `${name}.destination.yaml`)),
    });
  await client.sieves.put({
    params,
    body: readFileSync(demoFile('notices', 'notice-digest.sieve.yaml')),
    query: { live: 'true' },
  });
  await client.mailboxes.put({
    params: { name: 'notices' },
    body: readFileSync(demoFile('notices', 'notices.mailbox.yaml')),
  });
});
afterAll(() => world.end());

const send = async (raw: Buffer | string, subject: string) => {
  await sendRaw(world.smtpPort, raw, 'notices@gannetbay.example');
  return settled(world.client, subject);
};
const stored = () =>
  world.sql<Record<string, unknown>>(
    `SELECT number, area, object, cancels, link, digest FROM ${world.name}.notices ORDER BY number`,
  );

describe('a digest of cards', () => {
  test('is a line a notice, with the key of its record, which has a line of its own', async () => {
    const { record } = await send(digest('n01'), 'Notices of week 44');
    const rows = await until('four notices', async () => {
      const found = await stored();
      return found.length === 4 && found;
    });
    expect(rows[0]).toMatchObject({
      number: 231,
      area: 'Outer roads',
      object: 'Wreck, marked',
      cancels: null,
      link: 'https://notices.example/2026/231',
      digest: record,
    });
    expect(await world.sql(`SELECT week, notices FROM ${world.name}.notice_weeks WHERE record = ?`, [record])).toEqual([
      { week: 44, notices: 4 },
    ]);
  });

  test('as text gives the same', async () => {
    await send(digest('n03'), 'Notices of week 46');
    await until('four more', async () => (await stored()).length === 8);
    expect((await stored()).find(({ number }) => Number(number) === 242)).toMatchObject({ cancels: 236, link: null });
  });

  test('a notice of a later digest replaces what an earlier one said, and never the other way round', async () => {
    const later = digest('n01')
      .toString()
      .replace('Wreck, marked', 'Wreck, lit')
      .replace('<n01@', '<n01b@')
      .replace('of week 44', 'of week 44, corrected');
    await send(later, 'Notices of week 44, corrected');
    const objectOf = async () => (await stored()).find(({ number }) => Number(number) === 231)?.object;
    await until('the later one stands', async () => (await objectOf()) === 'Wreck, lit');
    expect(await stored()).toHaveLength(8);

    // The earlier digest once more, with other words of its own: too late, as it was.
    const { client } = world;
    const source = readFileSync(demoFile('notices', 'notice-digest.sieve.yaml'), 'utf8');
    await client.sieves.put({
      params,
      body: Buffer.from(source.replace('area: "{{ area }}"', 'area: "{{ area | upcase }}"')),
      query: { why: 'a test' },
    });
    const { items } = await client.messages.list({ query: { mailbox: 'notices' } });
    const key = items.find(({ subject }) => subject === 'Notices of week 44')?.key ?? '';
    await client.messages.again({ params: { key } });
    const answers = await until('the second try came to rest', async () => {
      const { deliveries, revision } = await client.messages.get({ params: { key } });
      const resting = deliveries.every(({ state }) => !['waiting', 'retrying'].includes(state));
      const ofNotices = deliveries.filter(({ destination }) => destination === 'notices-table');
      return revision === 2 && resting && ofNotices.map(({ state, answer }) => [state, answer]);
    });
    expect(answers).toEqual(Array(4).fill(['dropped', 'newer already there']));
    expect((await stored()).find(({ number }) => Number(number) === 231)).toMatchObject({ area: 'Outer roads' });
    await client.sieves.put({ params, body: Buffer.from(source), query: { why: 'as it was' } });
  });

  test.each([
    ['n04', 'Notices of week 47', 'A notice stands twice'],
    ['n05', 'Notices of week 48', 'Not as many notices as the digest says'],
  ])('%s waits for a person: %s', async (file, subject, reason) => {
    const { state, reasons } = await send(digest(file), subject);
    expect([state, JSON.stringify(reasons)]).toEqual(['review', expect.stringContaining(reason)]);
    expect(await stored()).toHaveLength(8);
  });

  test('a notice without a number cannot be found again, so it is stopped with the reason', async () => {
    const { client } = world;
    const source = readFileSync(demoFile('notices', 'notice-digest.sieve.yaml'), 'utf8');
    await client.sieves.put({
      params,
      body: Buffer.from(source.replace('number: "{{ number }}"', 'number: "{{ cancels }}"')),
      query: { why: 'a test' },
    });
    const { key } = await send(digest('n02'), 'Notices of week 45');
    const stopped = await until('some are stopped', async () => {
      const { deliveries } = await client.messages.get({ params: { key } });
      const found = deliveries.filter(({ state }) => state === 'stopped');
      return deliveries.every(({ state }) => state !== 'waiting') && found;
    });
    expect(stopped).toHaveLength(4);
    expect(stopped[0]?.answer).toContain('“number”');
  });
});
