import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { runCommand, serviceEnv } from './command-line.js';
import { startWorld, until, type World } from './harness.js';

/** A model of another make: it knows no schemas, fences its JSON, orders it in its own way, and tells one number of tokens. */
interface OtherModel {
  url: string;
  /** What it was asked, as the bodies came. */
  bodies: { response_format?: unknown; model: string; messages: { content: string }[] }[];
  headers: IncomingMessage['headers'][];
  /** The most questions it had before it at once. */
  most: number;
  /** Milliseconds it takes. */
  slow: number;
  server: Server;
}

async function startOther(): Promise<OtherModel> {
  const other = { bodies: [], headers: [], most: 0, slow: 0 } as unknown as OtherModel;
  let now = 0;
  other.server = createServer(async (request, response) => {
    other.most = Math.max(other.most, ++now);
    let text = '';
    for await (const piece of request) text += piece;
    other.bodies.push(JSON.parse(text));
    other.headers.push(request.headers);
    await sleep(other.slow);
    const shown = JSON.parse(text).messages.at(-1).content as string;
    const vessel = /boat (\w+)/.exec(shown)?.[1];
    const jobs = [...shown.matchAll(/(\d+) (cleats|oars)/g)].map(
      ([quote, pieces, job]) =>
        `{"pieces": {"quote": "${quote}", "value": ${pieces}}, "job": {"quote": "${job}", "value": "${job}"},}`,
    );
    const said = vessel ? `{"quote": "${vessel}", "value": "${vessel}"}` : '{"value": "not stated", "quote": "n/a"}';
    const content = `Of course!\n\`\`\`json\n{"rows": [${jobs.join(', ')}], "vessel": ${said}}\n\`\`\``;
    now--;
    response.writeHead(200, { 'content-type': 'application/json' });
    response.end(JSON.stringify({ choices: [{ message: { content } }], usage: { total_tokens: 500 } }));
  });
  await new Promise<void>((resolve) => other.server.listen(0, '127.0.0.1', resolve));
  other.url = `http://127.0.0.1:${(other.server.address() as AddressInfo).port}/v1`;
  return other;
}

let world: World;
let other: OtherModel;
beforeAll(async () => {
  [world, other] = [await startWorld({ YELLOW_SIEVE_LEASE_SECONDS: '2' }), await startOther()];
});
afterEach(() => {
  Object.assign(other, { bodies: [], headers: [], most: 0, slow: 0 });
});
afterAll(async () => {
  other.server.closeAllConnections();
  other.server.close();
  await world.end();
});

const bytes = (text: string) => Buffer.from(text);
/** Two pence for a thousand tokens, so one answer is a penny. */
const connect = (more: Record<string, unknown> = {}) =>
  world.client.connections.put({
    params: { name: 'model' },
    body: {
      kind: 'model',
      url: other.url,
      model: 'other',
      schema: false,
      price_per_1000_tokens: 0.02,
      currency: 'GBP',
      ...more,
    },
  });

const source = (name: string, ceiling = '', ask = 'Which boat, and which jobs?') =>
  [
    `sieve: ${name}`,
    'locale: en-GB',
    'fields: { vessel: { type: text } }',
    'rows: { columns: { job: { type: text }, pieces: { type: integer } } }',
    `rules: [{ kind: prompt, name: jobs, ask: "${ask}", fills: [vessel, rows] }]`,
    'review: { prompt: false }',
    ceiling,
  ].join('\n');

async function setUp(name: string, ceiling = ''): Promise<void> {
  await world.client.sieves.put({ params: { name }, body: bytes(source(name, ceiling)) });
  const mailbox = `mailbox: ${name}\naddresses: [${name}@gannetbay.example]\nsieves: [${name}]\n`;
  await world.client.mailboxes.put({ params: { name }, body: bytes(mailbox) });
}

const feed = async (mailbox: string, vessel: string) =>
  (
    await world.client.messages.feed({
      params: { mailbox },
      body: bytes(
        `Subject: Jobs\nDate: Mon, 5 Apr 2027 09:00:00 +0100\n\nOur boat ${vessel} wants 12 cleats and 2 oars.\n`,
      ),
    })
  ).key;
const look = (key: string) => world.client.messages.get({ params: { key } });
const done = (key: string) =>
  until('it is settled', async () => {
    const found = await look(key);
    return found.state !== 'waiting' && found;
  });

describe('a model of another make', () => {
  test('is told the schema in words, and its answer is read for what it is', async () => {
    await connect({ headers: { 'x-project': 'harbour' }, key: 'k-1' });
    await setUp('yard');
    const detail = await done(await feed('yard', 'Merganser'));
    expect(detail.outcome).toMatchObject({
      verdict: 'sound',
      fields: { vessel: 'Merganser' },
      rows: [
        { job: 'cleats', pieces: 12 },
        { job: 'oars', pieces: 2 },
      ],
    });
    const [body] = other.bodies;
    expect(body).not.toHaveProperty('response_format');
    expect(body?.messages[0]?.content).toContain('"stated number of rows"');
    expect(other.headers[0]).toMatchObject({ 'x-project': 'harbour', authorization: 'Bearer k-1' });
  });

  test('is asked as many questions at once as its connection says', async () => {
    await connect({ parallel: 2 });
    other.slow = 700;
    const keys = await Promise.all(['Aa', 'Bb', 'Cc', 'Dd', 'Ee', 'Ff'].map((vessel) => feed('yard', vessel)));
    await Promise.all(keys.map(done));
    expect(other.bodies).toHaveLength(6);
    expect(other.most).toBe(2);
  });
});

test('killed while it asks, the service asks again, and the message goes through once', async () => {
  await connect();
  other.slow = 1500;
  const key = await feed('yard', 'Interrupted');
  await until('it is being asked', async () => other.bodies.length > 0);
  await world.kill();
  other.slow = 0;
  await world.restart();
  const detail = await done(key);
  expect([detail.outcome?.fields.vessel, detail.revision]).toEqual(['Interrupted', 1]);
  expect(other.bodies.length).toBeLessThanOrEqual(2);
});

describe('the connection', () => {
  const env = () => ({ env: serviceEnv(world) });

  test('comes by file, with its key from the environment, and is tried with a few words', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'connection-')), 'model.connection.yaml');
    writeFileSync(
      file,
      `connection: model\nkind: model\nurl: ${other.url}\nmodel: other\nkey: { secret: HARBOUR_KEY }\nschema: false\n`,
    );
    const lacking = await runCommand(['connection', 'put', file], env());
    expect([lacking.exit, lacking.err]).toEqual([2, expect.stringContaining('HARBOUR_KEY')]);
    process.env.HARBOUR_KEY = 'k-2';
    try {
      expect((await runCommand(['connection', 'put', file], env())).exit).toBe(0);
    } finally {
      delete process.env.HARBOUR_KEY;
    }
    const tried = await runCommand(['connection', 'test', 'model'], env());
    expect([tried.exit, tried.out]).toEqual([
      0,
      expect.stringMatching(/^Works: “other” answers, in \d\.\d s, 500 tokens\./),
    ]);
    expect(other.headers.at(-1)).toMatchObject({ authorization: 'Bearer k-2' });
  });

  test('that cannot be reached says so', async () => {
    await connect({ url: 'http://127.0.0.1:9/v1' });
    const tried = await runCommand(['connection', 'test', 'model'], env());
    expect([tried.exit, tried.out]).toEqual([1, expect.stringContaining('cannot be reached')]);
  });

  test('may forbid that mail is sent; then messages wait, and go on when it allows it', async () => {
    await connect({ may_ask: false });
    const key = await feed('yard', 'Forbidden');
    const waits = await until('it is told', async () => {
      const { asking } = await world.client.overview.get();
      return asking.find(({ sieve }) => sieve === 'yard');
    });
    expect(waits).toMatchObject({ messages: 1, held: true, detail: expect.stringContaining('does not allow') });
    expect(other.bodies).toEqual([]);
    await connect();
    expect((await done(key)).outcome?.fields.vessel).toBe('Forbidden');
  });
});

describe('what asking costs', () => {
  test('is counted by rule, sieve and day', async () => {
    await connect();
    await setUp('counted');
    await done(await feed('counted', 'Tern'));
    // The same question again is answered by what is kept.
    await done(await feed('counted', 'Tern'));
    const { items } = await world.client.model.use();
    const own = items.filter(({ sieve }) => sieve === 'counted');
    expect(own).toEqual([
      expect.objectContaining({ rule: 'jobs', asked: 1, tokens: 500, price: { value: 0.01, currency: 'GBP' } }),
    ]);
    const { out } = await runCommand(['model'], { env: serviceEnv(world) });
    expect(out).toMatch(/counted\s.*jobs\s.*500\s.*0\.0100 GBP/);
  });

  test('stays under the ceiling: messages wait, other sieves do not, and go on once when it is raised', async () => {
    await connect({ parallel: 1 });
    await setUp('bounded', 'asking: { ceiling: 0.02 }');
    const keys: string[] = [];
    for (const vessel of ['One', 'Two', 'Three', 'Four']) keys.push(await feed('bounded', vessel));
    const waits = await until('two of them are held', async () => {
      const { asking } = await world.client.overview.get();
      return asking.find(({ sieve, held, messages }) => sieve === 'bounded' && held && messages === 2);
    });
    expect(waits.detail).toContain('ceiling of 0.02 GBP a day is reached');
    expect((await done(await feed('yard', 'Unbounded'))).outcome?.fields.vessel).toBe('Unbounded');
    const states = async () => (await Promise.all(keys.map(look))).map(({ state }) => state).sort();
    expect(await states()).toEqual(['done', 'done', 'waiting', 'waiting']);
    await world.client.sieves.put({
      params: { name: 'bounded' },
      body: bytes(source('bounded', 'asking: { ceiling: 5 }')),
    });
    await Promise.all(keys.map(done));
    expect(
      other.bodies.filter(({ messages }) => /boat (One|Two|Three|Four) /.test(messages.at(-1)?.content ?? '')),
    ).toHaveLength(4);
  });

  test('without a price a ceiling holds, and says what is missing', async () => {
    await connect({ price_per_1000_tokens: undefined });
    await setUp('unpriced', 'asking: { ceiling: 1 }');
    const key = await feed('unpriced', 'Penniless');
    const waits = await until('it is held', async () =>
      (await world.client.overview.get()).asking.find(({ sieve }) => sieve === 'unpriced'),
    );
    expect(waits.detail).toContain('no price and currency');
    await connect();
    expect((await done(key)).state).toBe('done');
  });
});

describe('trying a text that asks', () => {
  test('tells the price first, asks when told to, and never twice', async () => {
    await connect();
    await setUp('tried');
    const keys = [await feed('tried', 'Kittiwake'), await feed('tried', 'Fulmar')];
    await Promise.all(keys.map(done));
    const draft = source('tried', '', 'Name the boat and its jobs.');
    const ask = (dry: boolean) =>
      world.client.model.ask({
        params: { name: 'tried' },
        body: { source: draft, messages: keys.map((message) => ({ message })), live: true, dry },
      });
    const before = await ask(true);
    // What the live version asked is kept; the draft's questions are new.
    expect(before).toMatchObject({ questions: 4, answered: 2, waiting: 0, detail: null });
    expect(before.estimate.price?.value).toBeGreaterThan(0);
    const asked = other.bodies.length;
    await ask(false);
    const after = await until('both are answered', async () => {
      const now = await ask(true);
      return now.answered === 4 && now;
    });
    expect(after).toMatchObject({
      estimate: { tokens: 0 },
      used: { tokens: 2000, price: { value: 0.04, currency: 'GBP' } },
    });
    expect(other.bodies.length - asked).toBe(2);
    await ask(false);
    expect(other.bodies.length - asked).toBe(2);
    const shown = await world.client.workbench.shown({
      params: { name: 'tried' },
      body: { source: draft, message: { message: keys[0] ?? '' } },
    });
    expect([shown.tried, shown.outcome?.fields]).toEqual([true, { vessel: 'Kittiwake' }]);
  });
});
