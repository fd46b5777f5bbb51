import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { person } from './browser.js';
import { setUpBerths, startWorld, type World } from './harness.js';

let world: World;
let links: (string | null)[];
beforeAll(async () => {
  world = await startWorld();
  links = [world.ownerLink];
  await world.restart();
  links.push(world.ownerLink);
  await setUpBerths(world);
});
afterAll(() => world.end());

const send = (method: string, path: string, body?: unknown, headers: Record<string, string> = {}) =>
  fetch(`${world.url}/api/v1${path}`, {
    method,
    headers: { ...(body ? { 'content-type': 'application/json' } : {}), ...headers },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
const answerOf = async (response: Response) => [response.status, ((await response.json()) as { code?: string }).code];
const cookieOf = (response: Response) => response.headers.get('set-cookie')?.split(';')[0] ?? '';
const secretOf = (link: string | null | undefined) => link?.split('/').at(-1) ?? '';
const logIn = (email: string, password: string, headers = {}) => send('POST', '/session', { email, password }, headers);
const callerOf = async (cookie: string) =>
  ((await (await send('GET', '/session', undefined, { cookie })).json()) as { caller: { email: string } | null })
    .caller;

describe('the link for the first owner', () => {
  test('is one at a time: a later start makes the earlier one open nothing', async () => {
    expect(links[0]).not.toBe(links[1]);
    expect(await answerOf(await send('GET', `/invitations/${secretOf(links[0])}`))).toEqual([
      404,
      'YS-INVITATION-SPENT',
    ]);
    expect((await send('GET', `/invitations/${secretOf(links[1])}`)).status).toBe(200);
  });

  test('is gone once there is an owner, even one made by another link', async () => {
    const { path } = await world.client.invitations.make({ body: { role: 'owner' } });
    expect((await send('POST', `/invitations/${secretOf(path)}`, person)).status).toBe(200);
    const late = { ...person, email: 'late@gannetbay.example' };
    expect(await answerOf(await send('POST', `/invitations/${secretOf(links[1])}`, late))).toEqual([
      404,
      'YS-INVITATION-SPENT',
    ]);
  });
});

describe('tries to log in', () => {
  test('are counted by the person found, however the address is written', async () => {
    const { path } = await world.client.invitations.make({ body: { role: 'viewer' } });
    await send('POST', `/invitations/${secretOf(path)}`, { ...person, email: 'vera@gannetbay.example' });
    const ways = [
      'vera@gannetbay.example',
      'VERA@gannetbay.example',
      'v\u200bera@gannetbay.example',
      'vera@gannet\u00adbay.example',
      '\uff56era@gannetbay.example',
      'vera@gannetbay.example\u0000',
      ' vera@gannetbay.example',
      've\u2060ra@gannetbay.example',
    ];
    for (const email of ways) expect(await answerOf(await logIn(email, 'wrong'))).toEqual([401, 'YS-LOG-IN-WRONG']);
    for (const email of ways) expect(await answerOf(await logIn(email, 'wrong'))).toEqual([429, 'YS-LOG-IN-THROTTLED']);
  });

  test('by an address that only looks like somebody’s are nobody’s', async () => {
    for (const email of ['n.áldous@gannetbay.example', 'ñ.aldous@gannetbay.example'])
      expect(await answerOf(await logIn(email, person.password))).toEqual([401, 'YS-LOG-IN-WRONG']);
    expect((await logIn(person.email, person.password)).status).toBe(200);
  });

  test('that fail from everywhere do not lock a person out where they logged in before', async () => {
    const [{ id } = { id: '' }] = await world.sql<{ id: string }>('SELECT id FROM user WHERE email = ?', [
      person.email,
    ]);
    const { createHash, randomUUID } = await import('node:crypto');
    const counted = createHash('sha256').update(`person\0${id}`).digest('hex');
    const failed = Array.from({ length: 250 }, () => [randomUUID(), counted, new Date()]);
    await world.sql('INSERT INTO failed_log_in (id, counted, at) VALUES ?', [failed]);
    expect((await logIn(person.email, person.password)).status).toBe(200);
    await world.sql('INSERT INTO failed_log_in (id, counted, at) VALUES ?', [
      failed.map(([, ...rest]) => [randomUUID(), ...rest]),
    ]);
    await world.sql('DELETE FROM known_place');
    expect(await answerOf(await logIn(person.email, person.password))).toEqual([429, 'YS-LOG-IN-THROTTLED']);
    await world.sql('DELETE FROM failed_log_in');
  });
});

describe('sessions', () => {
  test('a browser that logs in again has one, not two', async () => {
    const first = cookieOf(await logIn(person.email, person.password));
    const second = cookieOf(await logIn(person.email, person.password, { cookie: first }));
    expect([await callerOf(first), (await callerOf(second))?.email]).toEqual([null, person.email]);
  });

  test('a person ends those elsewhere, and keeps their own', async () => {
    const [here, there] = [
      cookieOf(await logIn(person.email, person.password)),
      cookieOf(await logIn(person.email, person.password)),
    ];
    const ended = await send('DELETE', '/session/others', undefined, { cookie: here });
    expect(((await ended.json()) as { ended: number }).ended).toBeGreaterThan(0);
    expect([(await callerOf(here))?.email, await callerOf(there)]).toEqual([person.email, null]);
  });

  test('a password is changed by who knows it, and other sessions end', async () => {
    const [here, there] = [
      cookieOf(await logIn(person.email, person.password)),
      cookieOf(await logIn(person.email, person.password)),
    ];
    const change = (now: string, next: string) =>
      send('PUT', '/session/password', { now, new: next }, { cookie: here });
    expect(await answerOf(await change('not my password', 'five grey gannets'))).toEqual([403, 'YS-PASSWORD-WRONG']);
    expect(await answerOf(await change(person.password, 'short'))).toEqual([400, 'YS-REQUEST-INVALID']);
    expect((await change(person.password, 'five grey gannets')).status).toBe(200);
    expect([(await callerOf(here))?.email, await callerOf(there)]).toEqual([person.email, null]);
    expect((await logIn(person.email, person.password)).status).toBe(401);
    expect((await logIn(person.email, 'five grey gannets')).status).toBe(200);
  });

  test('a token has neither password nor sessions', async () => {
    const headers = { authorization: `Bearer ${world.token}` };
    const answer = await send('PUT', '/session/password', { now: 'x', new: 'five grey gannets' }, headers);
    expect(await answerOf(answer)).toEqual([401, 'YS-AUTH-SESSION']);
  });
});

describe('the link of a sheet', () => {
  const params = { name: 'berth-book' };
  const statusOf = async (link: string | undefined) => (await fetch(`${world.url}${link}`)).status;

  test('opens nothing once another was made, or it was withdrawn', async () => {
    const { links: before } = await world.client.destinations.get({ params });
    expect(await statusOf(before[0])).toBe(200);
    const { links: anew } = await world.client.destinations.renewLink({ params });
    expect([await statusOf(before[0]), await statusOf(anew[0])]).toEqual([404, 200]);
    const { links: none } = await world.client.destinations.withdrawLink({ params });
    expect([none, await statusOf(anew[0]), await statusOf('/sheets/.csv')]).toEqual([[], 404, 404]);
    expect(await statusOf((await world.client.destinations.renewLink({ params })).links[0])).toBe(200);
  });

  test('is no matter of other kinds', async () => {
    await expect(world.client.destinations.renewLink({ params: { name: 'owners-crm' } })).rejects.toMatchObject({
      code: 'YS-DESTINATION-NO-LINK',
    });
  });
});
