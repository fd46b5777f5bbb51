import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { ClientError } from '@yellow-sieve/client';
import { type HookStandIn, startHook } from '@yellow-sieve/stand-ins';
import { Webhook } from 'standardwebhooks';
import { startWorld, until, type World } from './harness.js';

let world: World;
let hook: HookStandIn;
const secretOf = (seed: string) => `whsec_${Buffer.from(seed.padEnd(32, '.')).toString('base64')}`;
const [first, second] = [secretOf('first'), secretOf('second')];
const source = 'https://sieve.gannetbay.example';

const sieve = `sieve: gauge
locale: en-GB
fields:
  station: { type: text, required: true }
  height: { type: number, required: true }
  fee: { type: amount }
  kind: { type: choice, choices: [spring, neap] }
rules:
  - kind: pattern
    name: line
    find: '(?<station>[A-Z][a-z]+) stands at (?<height>~number~)(?: for (?<fee>~amount~))?(?:, (?<kind>spring|neap))?'
routes:
  - { to: program, name: readings }
`;

beforeAll(async () => {
  [world, hook] = await Promise.all([startWorld(), startHook(0, first)]);
  const { client } = world;
  await connect({ secret: first });
  await client.destinations.put({
    params: { name: 'program' },
    body: Buffer.from(
      `destination: program\nkind: webhook\nconnection: program\ntype: example.gauge\nsource: ${source}/\n`,
    ),
  });
  await client.sieves.put({ params: { name: 'gauge' }, body: Buffer.from(sieve), query: { live: 'true' } });
  await client.mailboxes.put({
    params: { name: 'gauges' },
    body: Buffer.from('mailbox: gauges\naddresses: [gauges@gannetbay.example]\nsieves: [gauge]\n'),
  });
});
afterAll(() => Promise.all([world.end(), hook.close()]));
beforeEach(() => void Object.assign(hook.mood, { answer: 200, headers: {} }));

const connect = (secrets: object, url = `http://127.0.0.1:${hook.port}/events`) =>
  world.client.connections.put({ params: { name: 'program' }, body: { kind: 'webhook', url, ...secrets } });
let fed = 0;
const feed = async (text: string) => {
  const raw = `From: a@moss.example\nSubject: Gauge\nMessage-ID: <${++fed}@moss.example>\n\n${text}\n`;
  return (await world.client.messages.feed({ params: { mailbox: 'gauges' }, body: Buffer.from(raw) })).key;
};
const deliveryIs = (key: string, state: string) =>
  until(`it is ${state}`, async () => {
    const [delivery] = (await world.client.messages.get({ params: { key } })).deliveries;
    return delivery?.state === state && delivery;
  });

describe('an event to a program', () => {
  test('is known by its schema and an example before the first message', async () => {
    const params = { name: 'gauge', route: 'readings' };
    const schema = await world.client.sieves.routeSchema({ params });
    expect(schema).toMatchObject({
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      required: ['station', 'height', 'fee', 'kind'],
      properties: {
        height: { anyOf: [{ type: 'number' }, { type: 'null' }] },
        kind: { anyOf: [{ enum: ['spring', 'neap'] }, { type: 'null' }] },
      },
    });
    expect(await world.client.sieves.routeExample({ params })).toEqual({
      station: 'Selkie',
      height: 11.5,
      fee: { value: 40, currency: 'GBP' },
      kind: 'spring',
    });
  });

  test('is a cloud event, signed so that the published library verifies it', async () => {
    const key = await feed('Skerry stands at 4.20 for £ 3.50, spring');
    const { answer } = await deliveryIs(key, 'delivered');
    expect(answer).toContain('"taken":true');
    const [event] = hook.received;
    const { received } = await world.client.messages.get({ params: { key } });
    expect(JSON.parse(event?.body ?? '')).toEqual({
      specversion: '1.0',
      id: event?.id,
      source,
      type: 'example.gauge',
      time: received,
      datacontenttype: 'application/json',
      dataschema: `${source}/api/v1/sieves/gauge/routes/readings/schema`,
      data: { station: 'Skerry', height: 4.2, fee: { value: 3.5, currency: 'GBP' }, kind: 'spring' },
    });
    expect(event?.headers['content-type']).toContain('application/cloudevents+json');
    expect(new Webhook(first).verify(event?.body ?? '', event?.headers ?? {})).toBeDefined();
    expect(() => new Webhook(second).verify(event?.body ?? '', event?.headers ?? {})).toThrow();
  });

  test('secrets are changed with an overlap: both sign', async () => {
    await connect({ secret: second, old_secret: first });
    await deliveryIs(await feed('Skerry stands at 4.30'), 'delivered');
    const [event] = hook.received;
    for (const secret of [first, second])
      expect(new Webhook(secret).verify(event?.body ?? '', event?.headers ?? {})).toBeDefined();
    await expect(connect({ secret: 'whsec_short' })).rejects.toThrow('24 to 64 bytes');
  });

  test('that finds no room is tried again under the same id; what is refused stops with what was said', async () => {
    Object.assign(hook.mood, { answer: 429, headers: { 'retry-after': '1' } });
    const key = await feed('Skerry stands at 4.40');
    await deliveryIs(key, 'retrying');
    const before = hook.received[0]?.id;
    Object.assign(hook.mood, { answer: 200, headers: {} });
    await deliveryIs(key, 'delivered');
    expect(hook.received[0]?.id).toBe(before);
    hook.mood.answer = 400;
    const { answer } = await deliveryIs(await feed('Skerry stands at 4.50'), 'stopped');
    expect(answer).toContain('400: {"taken":false}');
  });

  test('follows no redirect, and reaches no private address that was not allowed', async () => {
    Object.assign(hook.mood, { answer: 302, headers: { location: 'http://127.0.0.1:1/' } });
    const { answer } = await deliveryIs(await feed('Skerry stands at 4.60'), 'stopped');
    expect(answer).toContain('leads elsewhere');
    await connect({ secret: second }, 'http://10.1.2.3/events');
    const refused = await deliveryIs(await feed('Skerry stands at 4.70'), 'stopped');
    expect(refused.answer).toContain('10.1.2.3');
    await connect({ secret: second, old_secret: first });
    const error = await world.client.sieves
      .routeSchema({ params: { name: 'gauge', route: 'nowhere' } })
      .catch((reason: ClientError) => reason);
    expect(error).toMatchObject({ code: 'YS-NOT-FOUND' });
  });

  test('a record that changes is another event', async () => {
    const key = await feed('Skerry stands at 5.10');
    await deliveryIs(key, 'delivered');
    const { record } = await world.client.messages.get({ params: { key } });
    const before = hook.received.length;
    await world.client.records.enter({ params: { key: record ?? '' }, body: { fields: { station: 'Holm' } } });
    await until('it came', async () => hook.received.length > before);
    expect(JSON.parse(hook.received[0]?.body ?? '').data.station).toBe('Holm');
    // One that goes back to what it said is a third event, and not the first once more.
    await world.client.records.enter({ params: { key: record ?? '' }, body: { fields: { station: 'Skerry' } } });
    await until('it came', async () => hook.received.length > before + 1);
    const ids = hook.received.slice(0, 3).map(({ id }) => id);
    expect(new Set(ids).size).toBe(3);
    expect(new Set(ids.map((id) => id.split('.')[0])).size).toBe(1);
  });
});
