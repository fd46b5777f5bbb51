import {
  type Caller,
  invitationEndpoints,
  peopleEndpoints,
  sessionEndpoints,
  tokenEndpoints,
} from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { hashPassword, isPassword } from '../../people/password.js';
import { LogInThrottle } from '../../people/throttle.js';
import { invite, openInvitation, takeInvitation } from '../../store/invitation-store.js';
import { changeRole, listPeople, personByEmail, removePerson } from '../../store/people-store.js';
import { closeSession, openSession } from '../../store/session-store.js';
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
    const email = body.email.trim().toLowerCase();
    const place = exchange.request.ip;
    await throttle.begin(email, place);
    const person = await personByEmail(db, email);
    if (!(await isPassword(person?.password ?? null, body.password)) || !person) throw new YsError('YS-LOG-IN-WRONG');
    await throttle.passed(email, place);
    return logIn(db, exchange, person);
  });
  serveEndpoint(app, db, sessionEndpoints.close, async (_, { request, reply }) => {
    const secret = sessionSecretOf(request);
    if (secret !== null) await closeSession(db, secret);
    dropSession(request, reply);
    return { done: true as const };
  });
}

function serveInvitations({ app, db }: ServeContext): void {
  serveEndpoint(app, db, invitationEndpoints.get, async ({ params }) => {
    const { role, expires } = await openInvitation(db, params.secret);
    return { role, expires: expires.toISOString() };
  });
  serveEndpoint(app, db, invitationEndpoints.take, async ({ params, body }, exchange) => {
    await openInvitation(db, params.secret);
    const person = await takeInvitation(db, params.secret, { ...body, password: await hashPassword(body.password) });
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
  keepSession(request, reply, await openSession(db, id));
  return { kind: 'person', key: id, name, email, role };
}
