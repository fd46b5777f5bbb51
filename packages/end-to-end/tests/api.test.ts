import { createHash, randomBytes } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createClient } from '@yellow-sieve/client';
import { roles } from '@yellow-sieve/contract';
import { demoMail, setUpBerths, startWorld, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
});
afterAll(() => world.end());

interface Document {
  openapi: string;
  paths: Record<string, Record<string, { 'x-role'?: string; summary?: string }>>;
}

async function tokenOf(role: string, expires: Date | null = null): Promise<string> {
  const token = randomBytes(16).toString('hex');
  await world.sql('INSERT INTO access_token (hash, name, role, expires_at, created_at) VALUES (?, ?, ?, ?, NOW(3))', [
    createHash('sha256').update(token).digest('hex'),
    role,
    role,
    expires,
  ]);
  return token;
}

const get = (path: string, token?: string) =>
  fetch(world.url + path, { headers: token ? { authorization: `Bearer ${token}` } : {} });
const documentOf = async () => (await (await get('/api/v1/openapi.json')).json()) as Document;

describe('roles', () => {
  test('every call of the document needs its role, and refuses less', async () => {
    const { paths } = await documentOf();
    const calls = Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, call]) => ({
        path: path.replace(/\{\w+\}/g, 'x'),
        method: method.toUpperCase(),
        role: call['x-role'] ?? '',
      })),
    );
    expect(calls.length).toBeGreaterThan(15);
    const tokens = Object.fromEntries(
      await Promise.all(roles.map(async (role) => [role, await tokenOf(role)] as const)),
    );
    for (const { path, method, role } of calls) {
      const ask = (token?: string) =>
        fetch(world.url + path, { method, headers: token ? { authorization: `Bearer ${token}` } : {} });
      if (role === 'anyone') continue;
      const rank = roles.indexOf(role as never);
      expect([path, rank >= 0]).toEqual([path, true]);
      expect([path, (await ask()).status]).toEqual([path, 401]);
      for (const [i, has] of roles.entries()) {
        const { status, body } = await ask(tokens[has]);
        // The live stream would go on.
        await body?.cancel();
        expect([path, has, status === 403]).toEqual([path, has, i > rank]);
      }
    }
  });

  test('nothing is open to anyone but log-in and one-time links', async () => {
    const { paths } = await documentOf();
    const open = Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods).flatMap(([method, call]) => (call['x-role'] === 'anyone' ? [`${method} ${path}`] : [])),
    );
    expect(open.sort()).toEqual([
      'get /api/v1/invitations/{secret}',
      'get /api/v1/session',
      'post /api/v1/invitations/{secret}',
      'post /api/v1/session',
    ]);
  });

  test('a token that is not known, or has expired, opens nothing', async () => {
    expect((await get('/api/v1/messages', 'guess')).status).toBe(401);
    expect((await get('/api/v1/messages', await tokenOf('owner', new Date(Date.now() - 1000)))).status).toBe(401);
    expect((await get('/api/v1/messages', await tokenOf('owner', new Date(Date.now() + 60_000)))).status).toBe(200);
  });
});

describe('the API', () => {
  test('publishes OpenAPI 3.1, with a summary for each call', async () => {
    const { openapi, paths } = await documentOf();
    expect(openapi).toBe('3.1.0');
    expect(
      Object.values(paths)
        .flatMap((methods) => Object.values(methods))
        .every(({ summary }) => summary),
    ).toBe(true);
  });

  test('answers trouble as problem details', async () => {
    const response = await get('/api/v1/messages/01a20773-0000-7000-8000-000000000000', world.token);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
    expect(await response.json()).toMatchObject({
      status: 404,
      code: 'YS-NOT-FOUND',
      title: expect.stringContaining('There is no message'),
    });
    expect(await (await get('/api/v1/nowhere')).json()).toMatchObject({ status: 404, code: 'YS-NOT-FOUND' });
    expect(await (await get('/api/v1/messages?limit=0', world.token)).json()).toMatchObject({
      status: 400,
      code: 'YS-REQUEST-INVALID',
    });
    expect(await (await get('/api/v1/messages?cursor=x', world.token)).json()).toMatchObject({
      status: 400,
      code: 'YS-REQUEST-CURSOR',
    });
  });

  test('pages through a listing without gap or overlap', async () => {
    for (let i = 0; i < 7; i++)
      await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('012') });
    const seen: string[] = [];
    let cursor: string | undefined;
    do {
      const page = await world.client.messages.list({ query: { limit: '3', ...(cursor ? { cursor } : {}) } });
      expect(page.items.length).toBeLessThanOrEqual(3);
      seen.push(...page.items.map(({ key }) => key));
      cursor = page.next ?? undefined;
    } while (cursor);
    const all = await world.client.messages.list({ query: { limit: '200' } });
    expect(seen).toEqual(all.items.map(({ key }) => key));
    expect(new Set(seen).size).toBe(7);
  });

  test('a sieve with mistakes is refused with every line, and the live version stays', async () => {
    const body = Buffer.from(
      'sieve: berth-request\nfields:\n  vessel: { type: tekst }\n  length: { type: number, unt: m }\nruls: []\n',
    );
    await expect(world.client.sieves.put({ params: { name: 'berth-request' }, body })).rejects.toMatchObject({
      problem: {
        status: 422,
        problems: [
          { code: 'YS-FIELD-TYPE', line: 3, text: expect.stringContaining('“text”') },
          { code: 'YS-FILE-UNKNOWN-KEY', line: 4, text: expect.stringContaining('did you mean “unit”?') },
          { code: 'YS-FILE-UNKNOWN-KEY', line: 5, text: expect.stringContaining('did you mean “rules”?') },
        ],
      },
    });
    expect((await world.client.sieves.get({ params: { name: 'berth-request' } })).version).toBe(1);
  });

  test('a sieve’s source comes back as it was put, comments and all; the same text is no new version', async () => {
    const { source } = await world.client.sieves.get({ params: { name: 'berth-request' } });
    expect(source).toContain('# Berth requests as the harbour');
    expect(
      (await world.client.sieves.put({ params: { name: 'berth-request' }, body: Buffer.from(source) })).version,
    ).toBe(1);
    const changed = await world.client.sieves.put({
      params: { name: 'berth-request' },
      body: Buffer.from(`${source}\n# one more line\n`),
    });
    expect(changed.version).toBe(2);
  });

  test.each([
    [
      'an address of another mailbox',
      'mailbox: thief\naddresses: [berths@gannetbay.example]\nsieves: []\n',
      'YS-MAILBOX-ADDRESS-TAKEN',
    ],
    [
      'a sieve that does not exist',
      'mailbox: thief\naddresses: [thief@gannetbay.example]\nsieves: [nothing]\n',
      'YS-MAILBOX-SIEVE',
    ],
    [
      'another name than its file says',
      'mailbox: other\naddresses: [thief@gannetbay.example]\nsieves: []\n',
      'YS-REQUEST-INVALID',
    ],
  ])('a mailbox with %s is refused', async (_, source, code) => {
    await expect(
      world.client.mailboxes.put({ params: { name: 'thief' }, body: Buffer.from(source) }),
    ).rejects.toMatchObject({ code });
  });

  test('what is secret in a connection never comes back out, and does not stand in the database', async () => {
    const answer = await (await get('/api/v1/connections', world.token)).text();
    expect(answer).toContain('harbour-database');
    expect(answer).not.toContain(world.database.password);
    const one = await (await get('/api/v1/connections/harbour-database', world.token)).text();
    expect(JSON.parse(one)).toMatchObject({ entries: { host: '127.0.0.1' }, secrets: ['password'] });
    expect(one).not.toContain(world.database.password);
    const rows = await world.sql<{ sealed: string }>('SELECT sealed FROM connection');
    expect(JSON.stringify(rows)).not.toContain(world.database.password);
  });

  test('is live, ready, and tells its metrics', async () => {
    expect((await get('/health/live')).status).toBe(200);
    expect((await get('/health/ready')).status).toBe(200);
    const metrics = await get('/metrics');
    expect(metrics.headers.get('content-type')).toContain('openmetrics-text');
    const text = await metrics.text();
    expect(text).toMatch(/yellow_sieve_messages\{mailbox="berths",state="review"\} \d+[\s\S]*# EOF/);
    expect(text).toMatch(/yellow_sieve_last_message_age_seconds\{mailbox="berths"\} \d+/);
    expect(text).toMatch(/yellow_sieve_review_age_seconds\{mailbox="berths"\} \d+/);
  });

  test('a client that finds nobody says so in a sentence', async () => {
    const lost = createClient({ url: 'http://127.0.0.1:9', token: 'x' });
    await expect(lost.messages.list()).rejects.toMatchObject({
      code: 'YS-CLI-UNREACHABLE',
      message: expect.stringContaining('No service answers at'),
    });
  });
});
