import { type Role, roles } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import type { FastifyRequest } from 'fastify';
import type { Database } from '../database/connect.js';
import { roleOfToken } from '../store/token-store.js';

/** Lets a request pass whose bearer token has at least the role. */
export async function requireRole(db: Database, request: FastifyRequest, role: Role): Promise<void> {
  const token = /^Bearer (\S+)$/.exec(request.headers.authorization ?? '')?.[1];
  if (token === undefined) throw new YsError('YS-AUTH-MISSING');
  const has = await roleOfToken(db, token);
  if (has === null) throw new YsError('YS-AUTH-WRONG');
  if (roles.indexOf(has) > roles.indexOf(role)) throw new YsError('YS-AUTH-ROLE', { role, has });
}
