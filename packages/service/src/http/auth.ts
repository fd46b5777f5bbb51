import { type Caller, type Endpoint, roles } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import type { FastifyRequest } from 'fastify';
import type { Database } from '../database/connect.js';
import { personOfSession } from '../store/session-store.js';
import { openToken } from '../store/token-store.js';
import { sessionSecretOf } from './session-cookie.js';

/** Lets a request pass whose caller has at least the role. Returns the caller, or null where anyone may call. */
export async function requireRole(
  db: Database,
  request: FastifyRequest,
  role: Endpoint['role'],
): Promise<Caller | null> {
  if (role === 'anyone') {
    refuseForeignPage(request);
    return null;
  }
  const caller = await callerOf(db, request);
  allow(caller, role);
  return caller;
}

/**
 * For a call that asks for more than its endpoint in some cases.
 * @throws YsError YS-AUTH-ROLE for a caller with a lesser role
 */
export function allow(caller: Caller | null, role: Caller['role']): void {
  const has = caller?.role;
  if (!has || roles.indexOf(has) > roles.indexOf(role)) throw new YsError('YS-AUTH-ROLE', { role, has: has ?? 'none' });
}

/** The caller, or null when nobody is named, or one who is not known (any more). */
export async function knownCaller(db: Database, request: FastifyRequest): Promise<Caller | null> {
  try {
    return await callerOf(db, request);
  } catch (error) {
    if (error instanceof YsError && error.status === 401) return null;
    throw error;
  }
}

/** Whether the one who made a request, some time ago, would still be let in; that they are asked for does not count as use. */
export async function isStillKnown(db: Database, request: FastifyRequest): Promise<boolean> {
  const token = bearerOf(request);
  if (token !== undefined) return (await openToken(db, token)) !== null;
  const secret = sessionSecretOf(request);
  return secret !== null && (await personOfSession(db, secret, { use: false })) !== null;
}

const bearerOf = ({ headers }: FastifyRequest) => /^Bearer (\S+)$/.exec(headers.authorization ?? '')?.[1];

/** @throws YsError when nobody is named, or the one who is named is not known. */
async function callerOf(db: Database, request: FastifyRequest): Promise<Caller> {
  const token = bearerOf(request);
  if (token !== undefined) {
    const known = await openToken(db, token);
    if (!known) throw new YsError('YS-AUTH-WRONG');
    return { kind: 'token', key: null, email: null, ...known };
  }
  const secret = sessionSecretOf(request);
  if (secret === null) throw new YsError('YS-AUTH-MISSING');
  refuseForeignPage(request);
  const person = await personOfSession(db, secret);
  if (!person) throw new YsError('YS-AUTH-SESSION');
  const { id, name, email, role } = person;
  return { kind: 'person', key: id, name, email, role };
}

const reading = new Set(['GET', 'HEAD', 'OPTIONS']);

/** A browser says where a request comes from: pages of others change nothing, even should they get hold of a cookie. */
function refuseForeignPage(request: FastifyRequest): void {
  if (reading.has(request.method)) return;
  const site = request.headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none') throw new YsError('YS-AUTH-FOREIGN-PAGE');
}
