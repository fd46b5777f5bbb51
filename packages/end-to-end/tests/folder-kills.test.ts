import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import Fastify, { type FastifyInstance } from 'fastify';
import { type MailServer, passwordLogin, startDovecot } from './dovecot.js';
import { startWorld, until, type World } from './harness.js';

const params = { name: 'desk' };
const inbox = { connection: 'mail-server', folder: 'INBOX' };
const mailbox = 'mailbox: desk\naddresses: [desk@gannetbay.example]\nsieves: []\notherwise: done\n';

/** Gives out tokens and says whose they are, as a server for permissions does. */
async function startTokens() {
  const app: FastifyInstance = Fastify({ forceCloseConnections: true });
  app.addContentTypeParser('application/x-www-form-urlencoded', { parseAs: 'string' }, (_, body, done) =>
    done(null, Object.fromEntries(new URLSearchParams(String(body)))),
  );
  const state = { given: 0, refresh: 'first permission', good: new Set<string>(), lasts: 3600 };
  app.post<{ Body: Record<string, string> }>('/token', async ({ body }, reply) => {
    if (body.refresh_token !== state.refresh || body.client_secret !== 'known only to us')
      return reply.status(400).send({ error: 'invalid_grant', error_description: 'the permission was withdrawn' });
    const token = `token-${++state.given}`;
    state.good.add(token);
    state.refresh = `permission ${state.given}`;
    return {
      access_token: token,
      token_type: 'Bearer',
      expires_in: state.lasts,
      refresh_token: state.refresh,
      refresh_token_expires_in: 3 * 24 * 3600,
    };
  });
  app.post<{ Body: Record<string, string> }>('/introspect', async ({ body }) =>
    state.good.has(body.token ?? '') ? { active: true, username: 'desk' } : { active: false },
  );
  await app.listen({ host: '127.0.0.1', port: 0 });
  const { port } = app.server.address() as { port: number };
  return { state, address: `http://127.0.0.1:${port}`, close: () => app.close() };
}

/** How many lie there; 20,000 take some minutes: `FOLDER_MESSAGES=20000 npm test -- folder-kills`. */
const count = Number(process.env.FOLDER_MESSAGES ?? 500);
const patience = Math.max(60, count / 20);

describe('a folder of many messages', () => {
  let world: World;
  let server: MailServer;
  beforeAll(async () => {
    [world, server] = await Promise.all([startWorld({ YELLOW_SIEVE_LEASE_SECONDS: '2' }), startDovecot()]);
    await world.client.connections.put({ params: { name: 'mail-server' }, body: passwordLogin(server.port) });
    await world.client.mailboxes.put({ params, body: Buffer.from(mailbox) });
  });
  afterAll(async () => {
    await Promise.all([world.end(), server.end()]);
  });

  test(
    'is taken while the service is killed three times and the server twice: each once, none missing',
    async () => {
      await server.as(async (client) => {
        for (let n = 1; n <= count; n++)
          await client.append(
            'INBOX',
            `Subject: mail ${n}\r\nMessage-ID: <${n}@moss.example>\r\n\r\n${'Hello. '.repeat(n % 40)}\r\n`,
          );
      });
      await world.client.folders.put({ params, body: inbox });
      const { job } = await world.client.folders.backfill({ params, body: { ...inbox, tells: [] } });
      const stored = async () =>
        Number((await world.sql<{ count: number }>('SELECT COUNT(*) AS count FROM message'))[0]?.count);
      const past = (part: number) =>
        until(`${part} of 500 are there`, async () => (await stored()) >= (part * count) / 500, patience);
      await past(500 / count);
      await world.kill();
      await world.restart();
      await past(120);
      await server.stop();
      await server.start();
      await past(200);
      await world.kill();
      await world.restart();
      await past(300);
      await server.stop();
      await server.start();
      await past(400);
      await world.kill();
      await world.restart();
      const over = await until(
        'the job is over',
        async () => {
          const found = await world.client.jobs.get({ params: { key: job } });
          return found.finished !== null && found;
        },
        patience,
      );
      expect(over).toMatchObject({ state: 'done', total: count, done: count });
      await until(
        'all are handled',
        async () => {
          const [row] = await world.sql<{ count: number }>(
            "SELECT COUNT(*) AS count FROM message WHERE state = 'done'",
          );
          return Number(row?.count) === count;
        },
        patience,
      );
      const rows = await world.sql<{ subject: string; count: number }>(
        'SELECT subject, COUNT(*) AS count FROM message GROUP BY subject HAVING count > 1',
      );
      expect(rows).toEqual([]);
      expect(await stored()).toBe(count);
    },
    patience * 10_000,
  );
});

describe('with a permission instead of a password (OAuth 2)', () => {
  let world: World;
  let server: MailServer;
  let tokens: Awaited<ReturnType<typeof startTokens>>;
  const login = () => ({
    kind: 'imap',
    host: '127.0.0.1',
    port: server.port,
    tls: 'none',
    user: 'desk',
    token_address: `${tokens.address}/token`,
    client: 'yellow-sieve',
    client_secret: 'known only to us',
    refresh_token: 'first permission',
  });
  const folder = async () => (await world.client.folders.list({ params })).items[0];
  beforeAll(async () => {
    tokens = await startTokens();
    [world, server] = await Promise.all([startWorld(), startDovecot({ oauth: `${tokens.address}/introspect` })]);
    await world.client.connections.put({ params: { name: 'mail-server' }, body: login() });
    await world.client.mailboxes.put({ params, body: Buffer.from(mailbox) });
  });
  afterAll(async () => {
    await Promise.all([world.end(), server.end(), tokens.close()]);
  });

  test('a folder is watched, and the end of the permission is said before it comes', async () => {
    await world.client.folders.put({ params, body: inbox });
    const watched = await until('it is watched', async () => {
      const found = await folder();
      return found?.state === 'watched' && found;
    });
    expect(watched.remark).toMatch(/ends on \d{4}-\d\d-\d\d/);
    await server.as((client) => client.append('INBOX', 'Subject: by token\r\n\r\nHello\r\n'));
    await until('it is taken', async () => ((await folder())?.taken ?? 0) === 1);
  });

  test('a new permission takes the place of the old one, also across a restart', async () => {
    const { given } = tokens.state;
    await world.restart();
    await until('another token was asked for', async () => tokens.state.given > given);
    await until('it is watched again', async () => (await folder())?.state === 'watched');
  });

  test('a permission that was withdrawn is said, and a new one mends it', async () => {
    tokens.state.good.clear();
    tokens.state.refresh = 'another';
    await world.restart();
    const trouble = await until('it is said', async () => {
      const found = await folder();
      return found?.state === 'trouble' && found.detail?.includes('withdrawn') && found;
    });
    expect(trouble.detail).toContain('cannot be renewed');
    await world.client.connections.put({
      params: { name: 'mail-server' },
      body: { ...login(), refresh_token: 'another' },
    });
    await until('it is watched again', async () => (await folder())?.state === 'watched');
  });
});
