import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { LiveChange } from '@yellow-sieve/contract';
import { demoMail, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
});
afterAll(() => world.end());

interface News {
  event: string;
  data: Partial<LiveChange>;
}

/** Listens as a browser does, and collects what it hears. */
async function listen(url: string): Promise<{ heard: News[]; hangUp(): void }> {
  const stop = new AbortController();
  const response = await fetch(`${url}/api/v1/live`, {
    headers: { authorization: `Bearer ${world.token}` },
    signal: stop.signal,
  });
  expect(response.headers.get('content-type')).toBe('text/event-stream');
  const heard: News[] = [];
  void collect(response, heard).catch(() => undefined);
  await until('the stream greets', async () => heard.some(({ event }) => event === 'hello'));
  return { heard, hangUp: () => stop.abort() };
}

async function collect(response: Response, heard: News[]): Promise<void> {
  let open = '';
  const decoder = new TextDecoder();
  for await (const piece of response.body as unknown as AsyncIterable<Uint8Array>) {
    const events = (open + decoder.decode(piece, { stream: true })).split('\n\n');
    open = events.pop() ?? '';
    for (const text of events) {
      const event = /^event: (.*)$/m.exec(text)?.[1];
      if (event) heard.push({ event, data: JSON.parse(/^data: (.*)$/m.exec(text)?.[1] ?? '{}') });
    }
  }
}

const about = (heard: readonly News[], kind: string, what?: string) =>
  heard.filter(({ data }) => data.kind === kind && (what === undefined || data.what === what));

test('every browser hears of a message and its deliveries, whichever process handled it', async () => {
  const other = await world.beside('web');
  try {
    const [here, there] = [await listen(world.url), await listen(other.url)];
    await sendRaw(world.smtpPort, demoMail('001'));
    const { key, deliveries } = await settled(world.client, 'Berth request: Kittiwake');
    for (const { heard } of [here, there]) {
      // It arrived, and it was handled.
      await until('both changes are heard', async () => about(heard, 'message', key).length >= 2);
      for (const delivery of deliveries)
        await until('its deliveries are heard', async () => about(heard, 'delivery', delivery.key).length >= 2);
    }
    here.hangUp();
    there.hangUp();
  } finally {
    await other.stop();
  }
});

test('no change is told twice to one who stays', async () => {
  const { heard, hangUp } = await listen(world.url);
  const { key } = await settled(world.client, 'Berth request: Kittiwake');
  const before = heard.length;
  await world.client.messages.again({ params: { key } });
  await until('it is heard', async () => about(heard.slice(before), 'message', key).length >= 2);
  // Two more looks of the service, in which each change would be read again.
  await new Promise((resolve) => setTimeout(resolve, 1200));
  expect(about(heard.slice(before), 'message', key)).toHaveLength(2);
  hangUp();
});

test('the service stops although somebody listens', async () => {
  const { heard } = await listen(world.url);
  await world.restart();
  expect(heard[0]?.event).toBe('hello');
});

test('counts are those of the tables, folded or not', async () => {
  const files = ['001', '002', '003', '005', '006', '012', '013'];
  for (const file of files) await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail(file) });
  await settledAll();
  const { items } = await world.client.messages.list({ query: { limit: '200' } });
  // What is put through again leaves one state and takes another.
  for (const { key } of items.slice(0, 3)) await world.client.messages.again({ params: { key } });
  await settledAll();
  const [stopped] = (await world.client.deliveries.list({ query: { state: 'stopped' } })).items;
  await world.client.deliveries.retry({ params: { key: stopped?.key ?? '' } });
  await settledAll();
  const fresh = await countsBoth();
  expect(fresh.kept).toEqual(fresh.counted);
  await world.sql('UPDATE `change` SET at = at - INTERVAL 1 HOUR');
  await until('all changes are folded', async () => {
    const [row] = await world.sql<{ open: number }>('SELECT COUNT(*) AS open FROM `change`');
    return row?.open === 0;
  });
  const folded = await countsBoth();
  expect(folded.kept).toEqual(fresh.counted);
  // An automatic reply, and a twin of what an earlier test sent.
  expect(folded.kept.messages).toMatchObject({ done: expect.any(Number), skipped: 2 });
});

async function settledAll(): Promise<void> {
  await until('nothing is on its way', async () => {
    const messages = await world.client.messages.list({ query: { state: 'waiting' } });
    const deliveries = await world.client.deliveries.list({ query: { state: 'waiting' } });
    return messages.items.length + deliveries.items.length === 0;
  });
}

/** States with their counts: as the overview keeps them, and as counting the tables gives them. */
async function countsBoth() {
  const count = async (table: string) =>
    Object.fromEntries(
      (await world.sql<{ state: string; n: number }>(`SELECT state, COUNT(*) AS n FROM ${table} GROUP BY state`)).map(
        ({ state, n }) => [state, Number(n)],
      ),
    );
  const { messages, wants } = await world.client.overview.get({ query: { days: '90' } });
  const some = (counts: Record<string, number>) =>
    Object.fromEntries(Object.entries(counts).filter(([, n]) => n !== 0));
  return {
    kept: { messages: some(messages), deliveries: some(wants.deliveries) },
    counted: { messages: await count('message'), deliveries: await count('delivery') },
  };
}
