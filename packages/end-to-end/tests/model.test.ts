import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { Mood } from '@yellow-sieve/stand-ins';
import { setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
});
beforeEach(() => mood('well'));
afterAll(() => world.end());

async function mood(wanted: Mood): Promise<void> {
  await fetch(`http://127.0.0.1:${world.model.port}/mood`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ mood: wanted }),
  });
}

const asked = async () =>
  ((await (await fetch(`http://127.0.0.1:${world.model.port}/`)).json()) as { asked: number }).asked;
const mail = (vessel: string) =>
  `Subject: A berth please\r\nFrom: a@b.example\r\n\r\nWe want a berth for our boat ${vessel}. We arrive on 3 June 2027 and stay for 3 nights. Write to a@b.example.\r\n`;
const feed = async (vessel: string) =>
  (await world.client.messages.feed({ params: { mailbox: 'berths' }, body: Buffer.from(mail(vessel)) })).key;
const look = (key: string) => world.client.messages.get({ params: { key } });
const done = (key: string) =>
  until('it is settled', async () => {
    const found = await look(key);
    return found.state !== 'waiting' && found;
  });
const open = (key: string) =>
  world.sql<{ attempts: number; state: string }>(
    'SELECT attempts, state FROM want JOIN message_want USING (digest) WHERE message_id = ?',
    [key],
  );

describe('a model that does not do well', () => {
  test.each<Mood>(['fail', 'limit', 'stall'])(
    'told to %s, it delays the message, which goes on once the model is well',
    async (wanted) => {
      await mood(wanted);
      const key = await feed(`Marigold${wanted}`);
      await until('it was tried', async () => ((await open(key))[0]?.attempts ?? 0) > 0);
      expect((await look(key)).state).toBe('waiting');
      // Other mail does not wait for it.
      const plain = await world.client.messages.feed({
        params: { mailbox: 'berths' },
        body: Buffer.from('Subject: Noise\r\n\r\nThe pump ran until midnight.'),
      });
      expect((await done(plain.key)).state).toBe('review');
      await mood('well');
      expect((await done(key)).outcome).toMatchObject({ fields: { vessel: `Marigold${wanted}`, nights: 3 } });
    },
  );

  test.each<[Mood, string]>([
    ['nonsense', 'YS-PROMPT-ANSWER'],
    ['overrun', 'YS-PROMPT-CUT-OFF'],
  ])('told to give %s, nothing of it is taken, and a person is asked', async (wanted, code) => {
    await mood(wanted);
    const detail = await done(await feed(`Marigold${wanted}`));
    expect(detail.state).toBe('review');
    expect(detail.reasons.map((reason) => reason.code)).toContain(code);
    expect(detail.outcome).toMatchObject({ fields: { vessel: null } });
  });

  test('the same question is asked once', async () => {
    const before = await asked();
    const [first, second] = [await feed('Twice'), await feed('Twice')];
    await Promise.all([done(first), done(second)]);
    expect((await asked()) - before).toBe(1);
  });

  test('a question that was given up ends in review, for every message that asks it, and is asked anew when put through again', async () => {
    await world.sql("DELETE FROM connection WHERE name = 'model'");
    const [first, second] = [await feed('Forlorn'), await feed('Forlorn')];
    for (const key of [first, second, await feed('Forlorn')]) {
      expect((await done(key)).reasons.map(({ code }) => code)).toContain('YS-PROMPT-FAILED');
    }
    await setUpBerths(world);
    await world.client.messages.again({ params: { key: first } });
    await until('it was answered', async () => (await look(first)).outcome?.fields.vessel === 'Forlorn');
  });
});
