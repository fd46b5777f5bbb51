import {
  type Caller,
  invitationEndpoints,
  peopleEndpoints,
  sessionEndpoints,
  tokenEndpoints,
} from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import type { FastifyRequest } from 'fastify';
import { foldEmail } from '../../people/fold-email.js';
import { hashPassword, isPassword } from '../../people/password.js';
import { LogInThrottle } from '../../people/throttle.js';
import { invite, openInvitation, takeInvitation } from '../../store/invitation-store.js';
import {
  changePassword,
  changeRole,
  listPeople,
  passwordOf,
  personByEmail,
  removePerson,
} from '../../store/people-store.js';
import { closeOtherSessions, closeSession, openSession } from '../../store/session-store.js';
import { listTokens, makeToken, revokeToken } from '../../store/token-store.js';
import { knownCaller } from '../auth.js';
import type { ServeContext } from '../serve-context.js';
import { type Exchange, serveEndpoint } from '../serve-endpoint.js';
import { dropSession, keepSession, sessionSecretOf } from '../session-cookie.js';

const dayMs = 24 * 3600_000;

/** Log-in and log-out, one-time links, people and access tokens. */
export function servePeople(context: ServeContext): void {
  serveSessions(context);
  serveInvitations(context);
  const { app, db } = context;
  serveEndpoint(app, db, peopleEndpoints.list, async () => ({ items: await listPeople(db), next: null }));
  serveEndpoint(app, db, peopleEndpoints.change, ({ params, body }) => changeRole(db, params.key, body.role));
  serveEndpoint(app, db, peopleEndpoints.remove, async ({ params }) => {
    await removePerson(db, params.key);
    return { done: true as const };
  });
  serveEndpoint(app, db, tokenEndpoints.list, async () => ({ items: await listTokens(db), next: null }));
  serveEndpoint(app, db, tokenEndpoints.make, ({ body: { name, role, days } }) =>
    makeToken(db, name, role, days === undefined ? null : new Date(Date.now() + days * dayMs)),
  );
  serveEndpoint(app, db, tokenEndpoints.revoke, async ({ params }) => {
    await revokeToken(db, params.key);
    return { done: true as const };
  });
}

function serveSessions({ app, db }: ServeContext): void {
  const throttle = new LogInThrottle(db);
  serveEndpoint(app, db, sessionEndpoints.get, async (_, { request }) => ({ caller: await knownCaller(db, request) }));
  serveEndpoint(app, db, sessionEndpoints.open, async ({ body }, exchange) => {
    const email = foldEmail(body.email);
    const person = await personByEmail(db, email);
    const tried = { person: person?.id ?? null, email, place: exchange.request.ip };
    await throttle.begin(tried);
    if (!(await isPassword(person?.password ?? null, body.password)) || !person) throw new YsError('YS-LOG-IN-WRONG');
    await throttle.passed({ ...tried, person: person.id });
    return logIn(db, exchange, person);
  });
  serveEndpoint(app, db, sessionEndpoints.password, async ({ body }, { caller, request }) => {
    const { key, email, secret } = personHere(caller, request);
    const tried = { person: key, email, place: request.ip };
    await throttle.begin(tried);
    if (!(await isPassword(await passwordOf(db, key), body.now))) throw new YsError('YS-PASSWORD-WRONG');
    await throttle.passed(tried);
    await changePassword(db, key, await hashPassword(body.new));
    return { ended: await closeOtherSessions(db, key, secret) };
  });
  serveEndpoint(app, db, sessionEndpoints.closeOthers, async (_, { caller, request }) => {
    const { key, secret } = personHere(caller, request);
    return { ended: await closeOtherSessions(db, key, secret) };
  });
  serveEndpoint(app, db, sessionEndpoints.close, async (_, { request, reply }) => {
    const secret = sessionSecretOf(request);
    if (secret !== null) await closeSession(db, secret);
    dropSession(request, reply);
    return { done: true as const };
  });
}

/** The person whose session this is. @throws YsError YS-AUTH-SESSION for a token, which has neither password nor sessions. */
function personHere(caller: Caller | null, request: FastifyRequest): { key: string; email: string; secret: string } {
  const secret = sessionSecretOf(request);
  if (!caller || caller.key === null || secret === null) throw new YsError('YS-AUTH-SESSION');
  return { key: caller.key, email: caller.email ?? '', secret };
}

function serveInvitations({ app, db }: ServeContext): void {
  serveEndpoint(app, db, invitationEndpoints.get, async ({ params }) => {
    const { role, expires } = await openInvitation(db, params.secret);
    return { role, expires: expires.toISOString() };
  });
  serveEndpoint(app, db, invitationEndpoints.take, async ({ params, body }, exchange) => {
    await openInvitation(db, params.secret);
    const person = await takeInvitation(db, params.secret, {
      ...body,
      email: foldEmail(body.email),
      password: await hashPassword(body.password),
    });
    return logIn(db, exchange, person);
  });
  serveEndpoint(app, db, invitationEndpoints.make, async ({ body }) => {
    const { secret, expires } = await invite(db, body.role);
    return { path: welcomePath(secret), expires: expires.toISOString() };
  });
}

/** Where a one-time link leads in the console. */
export const welcomePath = (secret: string): string => `/welcome/${secret}`;

async function logIn(
  db: ServeContext['db'],
  { request, reply }: Exchange,
  { id, name, email, role }: Pick<Caller, 'name' | 'role'> & { id: string; email: string },
): Promise<Caller> {
  // Whoever was logged in here before is not any more.
  const before = sessionSecretOf(request);
  if (before !== null) await closeSession(db, before);
  keepSession(request, reply, await openSession(db, id));
  return { kind: 'person', key: id, name, email, role };
}
