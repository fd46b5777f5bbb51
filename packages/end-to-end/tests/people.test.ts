import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { roles } from '@yellow-sieve/contract';
import { setUpBerths, startWorld, type World } from './harness.js';

let world: World;
let ownerSecret: string;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  ownerSecret = world.ownerLink?.split('/').at(-1) ?? '';
});
afterAll(() => world.end());

const owner = { name: 'Nils Aldous', email: 'n.aldous@gannetbay.example', password: 'four grey gannets' };

interface Sent {
  body?: unknown;
  cookie?: string | undefined;
  site?: string;
}

const send = (method: string, path: string, { body, cookie, site }: Sent = {}) =>
  fetch(`${world.url}/api/v1${path}`, {
    method,
    headers: {
      ...(body ? { 'content-type': 'application/json' } : {}),
      ...(cookie ? { cookie } : {}),
      ...(site ? { 'sec-fetch-site': site } : {}),
    },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
const cookieOf = (response: Response) => response.headers.get('set-cookie')?.split(';')[0];
const logIn = (email: string, password: string) => send('POST', '/session', { body: { email, password } });
const codeOf = async (response: Response) => ((await response.json()) as { code: string }).code;

/** Somebody with a role, made through a one-time link. */
async function join(role: string, email: string): Promise<{ cookie: string | undefined; key: string }> {
  const { path } = await world.client.invitations.make({ body: { role: role as 'viewer' } });
  const taken = await send('POST', `/invitations/${path.split('/').at(-1)}`, {
    body: { name: `A ${role}`, email, password: 'a long enough password' },
  });
  return { cookie: cookieOf(taken), key: ((await taken.json()) as { key: string }).key };
}

describe('the first start', () => {
  test('gives a one-time link that makes the owner, once', async () => {
    expect(world.ownerLink).toMatch(/^http:\/\/127\.0\.0\.1:\d+\/welcome\/[\w-]{32}$/);
    expect(await (await send('GET', `/invitations/${ownerSecret}`)).json()).toMatchObject({ role: 'owner' });
    const short = await send('POST', `/invitations/${ownerSecret}`, { body: { ...owner, password: 'short' } });
    expect([short.status, await codeOf(short)]).toEqual([400, 'YS-REQUEST-INVALID']);
    const taken = await send('POST', `/invitations/${ownerSecret}`, { body: owner });
    expect(await taken.json()).toMatchObject({ kind: 'person', role: 'owner', email: owner.email });
    const again = await send('POST', `/invitations/${ownerSecret}`, {
      body: { ...owner, email: 'b@gannetbay.example' },
    });
    expect([again.status, await codeOf(again)]).toEqual([404, 'YS-INVITATION-SPENT']);
  });

  test('of many who take a link at once, one gets it', async () => {
    const { path } = await world.client.invitations.make({ body: { role: 'viewer' } });
    const tries = Array.from({ length: 6 }, (_, i) =>
      send('POST', `/invitations/${path.split('/').at(-1)}`, {
        body: { name: 'V', email: `v${i}@gannetbay.example`, password: 'a long enough password' },
      }),
    );
    expect((await Promise.all(tries)).map(({ status }) => status).sort()).toEqual([200, 404, 404, 404, 404, 404]);
  });

  test('a second start has no link: there are people', async () => {
    await world.restart();
    expect(world.ownerLink).toBeNull();
  });
});

describe('log-in', () => {
  test('keeps a cookie that no script sees and no other site sends; the database holds neither it nor the password', async () => {
    const response = await logIn('  N.Aldous@GannetBay.example ', owner.password);
    const cookie = response.headers.get('set-cookie') ?? '';
    expect(cookie).toMatch(/^ys_session=[\w-]{32};/);
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    const secret = cookie.slice('ys_session='.length, cookie.indexOf(';'));
    const kept = JSON.stringify([await world.sql('SELECT * FROM session'), await world.sql('SELECT * FROM user')]);
    expect(kept).toContain('$argon2id$');
    expect(kept).not.toContain(secret);
    expect(kept).not.toContain(owner.password);
  });

  test('says the same of a wrong password and of somebody unknown', async () => {
    const wrong = await logIn(owner.email, 'not the password');
    const unknown = await logIn('nobody@gannetbay.example', 'not the password');
    expect([wrong.status, await wrong.json()]).toEqual([unknown.status, await unknown.json()]);
    expect(wrong.status).toBe(401);
  });

  test('log-out ends the session, not only in this browser', async () => {
    const cookie = cookieOf(await logIn(owner.email, owner.password));
    expect((await send('GET', '/messages', { cookie })).status).toBe(200);
    expect((await send('DELETE', '/session', { cookie })).status).toBe(200);
    const after = await send('GET', '/messages', { cookie });
    expect([after.status, await codeOf(after)]).toEqual([401, 'YS-AUTH-SESSION']);
    expect(await (await send('GET', '/session', { cookie })).json()).toEqual({ caller: null });
  });

  test('a session that was not used for long has run out', async () => {
    const cookie = cookieOf(await logIn(owner.email, owner.password));
    await world.sql('UPDATE session SET seen_at = NOW(3) - INTERVAL 8 DAY');
    expect((await send('GET', '/messages', { cookie })).status).toBe(401);
  });

  test('a page of another site changes nothing, cookie or not', async () => {
    const cookie = cookieOf(await logIn(owner.email, owner.password));
    const foreign = await send('POST', '/invitations', { cookie, site: 'cross-site', body: { role: 'owner' } });
    expect([foreign.status, await codeOf(foreign)]).toEqual([403, 'YS-AUTH-FOREIGN-PAGE']);
    expect((await send('POST', '/invitations', { cookie, site: 'same-origin', body: { role: 'viewer' } })).status).toBe(
      200,
    );
    expect((await send('POST', '/session', { site: 'cross-site', body: owner })).status).toBe(403);
  });

  test('who guesses is slowed down, even with the right password at last; others are not', async () => {
    const { cookie: _, key } = await join('viewer', 'guessed@gannetbay.example');
    const tries = await Promise.all(
      Array.from({ length: 12 }, (_, i) => logIn('guessed@gannetbay.example', `guess ${i}`)),
    );
    // Of tries at the very same moment all may be refused, and such tries do not count: guess on, one by one.
    for (let i = 12; i < 21; i++) tries.push(await logIn('guessed@gannetbay.example', `guess ${i}`));
    expect(tries.at(-1)?.status).toBe(429);
    expect(tries.filter(({ status }) => status === 401).length).toBe(8);
    const right = await logIn('guessed@gannetbay.example', 'a long enough password');
    expect([right.status, await codeOf(right)]).toEqual([429, 'YS-LOG-IN-THROTTLED']);
    expect((await logIn(owner.email, owner.password)).status).toBe(200);
    await world.sql('UPDATE failed_log_in SET at = at - INTERVAL 16 MINUTE');
    expect((await logIn('guessed@gannetbay.example', 'a long enough password')).status).toBe(200);
    await world.client.people.remove({ params: { key } });
  });
});

describe('people and tokens', () => {
  test('a person may do what their role allows, and no more', async () => {
    const needs = {
      viewer: 'GET /messages',
      author: 'POST /destinations/berth-book/test',
      owner: 'GET /people',
    } as const;
    for (const role of roles) {
      const { cookie } = await join(role, `${role}@gannetbay.example`);
      for (const [least, call] of Object.entries(needs)) {
        const [method = '', path = ''] = call.split(' ');
        const allowed = roles.indexOf(role) <= roles.indexOf(least as 'viewer');
        expect([role, call, (await send(method, path, { cookie })).status]).toEqual([role, call, allowed ? 200 : 403]);
      }
    }
  });

  test('a changed role holds at once, and a removed person is out at once', async () => {
    const { cookie, key } = await join('author', 'promoted@gannetbay.example');
    await world.client.people.change({ params: { key }, body: { role: 'owner' } });
    expect((await send('GET', '/people', { cookie })).status).toBe(200);
    await world.client.people.remove({ params: { key } });
    expect((await send('GET', '/messages', { cookie })).status).toBe(401);
  });

  test('the last owner stays one', async () => {
    const { items } = await world.client.people.list();
    const owners = items.filter(({ role }) => role === 'owner');
    const results = await Promise.allSettled(
      owners.map(({ key }) => world.client.people.change({ params: { key }, body: { role: 'viewer' } })),
    );
    const refused = results.filter(({ status }) => status === 'rejected');
    expect(refused).toMatchObject([{ reason: { code: 'YS-PERSON-LAST-OWNER' } }]);
    const left = (await world.client.people.list()).items.filter(({ role }) => role === 'owner');
    expect(left).toHaveLength(1);
    await expect(world.client.people.remove({ params: { key: left[0]?.key ?? '' } })).rejects.toMatchObject({
      code: 'YS-PERSON-LAST-OWNER',
    });
  });

  test('an address belongs to one person', async () => {
    const { path } = await world.client.invitations.make({ body: { role: 'viewer' } });
    const secret = path.split('/').at(-1);
    const taken = await send('POST', `/invitations/${secret}`, {
      body: { ...owner, email: 'Viewer@gannetbay.example' },
    });
    expect([taken.status, await codeOf(taken)]).toEqual([409, 'YS-PERSON-EMAIL-TAKEN']);
    // The link was not spent on it.
    expect((await send('GET', `/invitations/${secret}`)).status).toBe(200);
  });

  test('a token is shown once, works with its role, and not after it was revoked', async () => {
    const made = await world.client.tokens.make({ body: { name: 'night script', role: 'viewer', days: 1 } });
    const call = (method: string) =>
      fetch(`${world.url}/api/v1/tokens`, { method, headers: { authorization: `Bearer ${made.token}` } });
    const listed = (await world.client.tokens.list()).items.find(({ key }) => key === made.key);
    expect(listed).toMatchObject({ name: 'night script', role: 'viewer' });
    expect(JSON.stringify(listed)).not.toContain(made.token);
    expect((await call('GET')).status).toBe(403);
    await world.client.tokens.revoke({ params: { key: made.key } });
    expect((await call('GET')).status).toBe(401);
  });
});
