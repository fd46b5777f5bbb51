import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
/** What somebody set up leads to: it redirects, or answers without end. */
let trap: Server;
const asked: string[] = [];
let behaviour: 'redirects' | 'goes on and on' = 'redirects';
beforeAll(async () => {
  trap = createServer((request, response) => {
    asked.push(request.url ?? '');
    if (request.url?.startsWith('/elsewhere')) return void response.end('{}');
    if (behaviour === 'redirects') return void response.writeHead(307, { location: '/elsewhere' }).end();
    response.writeHead(200, { 'content-type': 'application/json' });
    const more = () => {
      while (!response.destroyed && response.write(' '.repeat(64 * 1024)));
    };
    response.on('drain', more).on('error', () => undefined);
    more();
  });
  await new Promise<void>((resolve) => trap.listen(0, '127.0.0.1', resolve));
  world = await startWorld();
  await setUpBerths(world);
});
afterAll(async () => {
  trap.closeAllConnections();
  trap.close();
  await world.end();
});

const bytes = (text: string) => Buffer.from(text);
const trapUrl = () => `http://127.0.0.1:${(trap.address() as AddressInfo).port}`;
const connect = (name: string, body: Record<string, unknown> & { kind: string }) =>
  world.client.connections.put({ params: { name }, body });
const refused = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: { problem?: { code: string; status: number } }) => error.problem,
  );

/** A sieve that asks the model for its only field. */
const asking = (name: string) =>
  `sieve: ${name}\nlocale: en-GB\nfields: { vessel: { type: text } }\nrules:\n  - { kind: prompt, name: who, ask: Which vessel?, fills: [vessel] }\n`;

async function ask(name: string): Promise<string> {
  await world.client.sieves.put({ params: { name }, body: bytes(asking(name)) });
  await world.client.mailboxes.put({
    params: { name },
    body: bytes(`mailbox: ${name}\naddresses: [${name}@gannetbay.example]\nsieves: [${name}.sieve.yaml]\n`),
  });
  await sendRaw(world.smtpPort, `Subject: ${name}\r\n\r\nThe Tern comes.\r\n`, `${name}@gannetbay.example`);
  return until('the question was tried', async () => {
    const [row] = await world.sql<{ detail: string | null }>(
      'SELECT detail FROM want WHERE detail IS NOT NULL AND request LIKE ?',
      [`%Which vessel?%`],
    );
    return row?.detail;
  });
}

describe('the model', () => {
  test('gets the mail’s text at its own address, and nowhere that leads to', async () => {
    await connect('model', { kind: 'model', url: trapUrl(), model: 'trap', timeout_seconds: 5 });
    expect(await ask('asked')).toContain('307');
    expect(asked).toContain('/chat/completions');
    expect(asked.filter((path) => path.startsWith('/elsewhere'))).toEqual([]);
  });

  test('that answers without end is cut off', async () => {
    behaviour = 'goes on and on';
    await world.sql('DELETE FROM want');
    await connect('model', { kind: 'model', url: trapUrl(), model: 'trap-2', timeout_seconds: 5 });
    expect(await ask('asked-again')).toContain('shape');
  });

  test('has an address on the web, and a bounded patience', async () => {
    for (const change of [{ url: 'data:,x' }, { url: 'file:///etc/passwd' }, { timeout_seconds: 4000 }])
      expect(await refused(connect('other', { kind: 'model', url: trapUrl(), model: 'x', ...change }))).toMatchObject({
        code: 'YS-REQUEST-INVALID',
        status: 400,
      });
  });
});

describe('private addresses', () => {
  test('are refused to every kind of destination, and to the model, unless they are allowed', async () => {
    await world.restart({ YELLOW_SIEVE_PRIVATE_TARGETS: '' });
    const { client } = world;
    for (const name of ['harbour-master-chat', 'owners-crm', 'berth-table', 'harbour-master']) {
      const { ok, detail } = await client.destinations.test({ params: { name } });
      expect([name, ok, detail]).toEqual([name, false, expect.stringContaining('is a private one')]);
    }
    await world.sql('DELETE FROM want');
    expect(await ask('asked-privately')).toContain('is a private one');
    await world.restart();
  });
});

describe('mail that leaves', () => {
  const book = { params: { name: 'harbour-master' } };

  test('goes over TLS, or not at all, unless the connection says so; its test says which', async () => {
    const plain = { kind: 'smtp', host: '127.0.0.1', port: world.mail.smtpPort };
    await connect('outgoing-mail', { ...plain, user: 'nils', password: 'secret' });
    expect(await world.client.destinations.test(book)).toMatchObject({
      ok: false,
      detail: expect.stringContaining('no encryption'),
    });
    await connect('outgoing-mail', { ...plain, tls: 'none' });
    expect(await world.client.destinations.test(book)).toMatchObject({
      ok: true,
      detail: 'the mail server answers, without encryption',
    });
  });

  test('goes to one address, unless the route says that there may be several', async () => {
    const sieve = (more: string) =>
      `sieve: notice\nlocale: en-GB\nfields: { who: { type: text } }\nrules:\n  - { kind: template, layouts: [{ name: x, text: "Who: [[who]]" }] }\nroutes:\n  - { to: harbour-master, with: { to: "{{ who }}", subject: News, text: x${more} } }\n`;
    const put = (more: string) =>
      world.client.sieves.put({ params: { name: 'notice' }, body: bytes(sieve(more)), query: { live: 'true' } });
    await put('');
    await world.client.mailboxes.put({
      params: { name: 'notice' },
      body: bytes('mailbox: notice\naddresses: [notice@gannetbay.example]\nsieves: [notice.sieve.yaml]\n'),
    });
    const route = async (subject: string) => {
      const raw = `Subject: ${subject}\r\n\r\nWho: a@skerry.example, b@skerry.example\r\n`;
      await sendRaw(world.smtpPort, raw, 'notice@gannetbay.example');
      const { deliveries } = await settled(world.client, subject);
      return deliveries.map(({ state, answer }) => [state, answer]);
    };
    expect(await route('to two')).toEqual([['stopped', expect.stringContaining('There are 2 addresses in “to”')]]);
    await put(', several: "yes"');
    expect(await route('to two, as told')).toEqual([['delivered', expect.anything()]]);
  });
});

describe('what is put for the first time', () => {
  test('begins on trial, by API, unless it is told to be live', async () => {
    const put = (name: string, query = {}) =>
      world.client.sieves.put({
        params: { name },
        body: bytes(`sieve: ${name}\nfields: { a: { type: text } }\n`),
        query,
      });
    expect((await put('careful')).trial).not.toBeNull();
    expect((await put('careless', { live: 'true' })).trial).toBeNull();
    // Once it is live, a later version stays so.
    const again = await world.client.sieves.put({
      params: { name: 'careless' },
      body: bytes('sieve: careless\ntitle: Careless\nfields: { a: { type: text } }\n'),
    });
    expect(again.trial).toBeNull();
  });

  test('a destination of a connection that is not there is refused', async () => {
    const put = world.client.destinations.put({
      params: { name: 'nowhere' },
      body: bytes('destination: nowhere\nkind: chat\nconnection: nobody\n'),
    });
    expect(await refused(put)).toMatchObject({ code: 'YS-DESTINATION-CONNECTION' });
  });
});

describe('requests that are not as they should be', () => {
  const call = (method: string, path: string, headers: Record<string, string>, body?: string) =>
    fetch(`${world.url}/api/v1${path}`, {
      method,
      headers: { authorization: `Bearer ${world.token}`, ...headers },
      ...(body === undefined ? {} : { body }),
    }).then(async (response) => [response.status, ((await response.json()) as { code?: string }).code]);

  test.each([
    ['JSON where a message is wanted', '/mailboxes/berths/messages', 'application/json', '{"a":1}'],
    ['a message where JSON is wanted', '/invitations', 'message/rfc822', 'Subject: x'],
    ['a type nobody knows', '/mailboxes/berths/messages', 'image/png', 'x'],
  ])('%s is told', async (_, path, type, body) => {
    expect(await call('POST', path, { 'content-type': type }, body)).toEqual([
      415,
      expect.stringMatching(/^YS-REQUEST/),
    ]);
  });

  test('a parameter nobody knows is told', async () => {
    expect(await call('GET', '/messages?sate=done', {})).toEqual([400, 'YS-REQUEST-INVALID']);
    expect(await call('GET', '/mailboxes?x=1', {})).toEqual([400, 'YS-REQUEST-INVALID']);
  });

  test('a body a thousand levels deep is told', async () => {
    const deep = `${'['.repeat(1000)}${']'.repeat(1000)}`;
    const act = `{"source":"sieve: a","act":{"act":"set route","route":null,"value":{"to":"a","when":${deep}}}}`;
    expect(await call('POST', '/workbench/berth-request/edit', { 'content-type': 'application/json' }, act)).toEqual([
      400,
      'YS-REQUEST-INVALID',
    ]);
  });

  test('rows that are none are told', async () => {
    const { items } = await world.client.records.list({ query: {} });
    const enter = world.client.records.enter({
      params: { key: items[0]?.key ?? '' },
      body: { fields: { rows: '[{}]' } } as never,
    });
    expect(await refused(enter)).toMatchObject({ code: 'YS-EXPECTED', status: 422 });
  });
});
