import type { FastifyReply, FastifyRequest } from 'fastify';
import '@fastify/cookie';

const name = 'ys_session';
const days = 30;

/** What the browser keeps of a session, or null. */
export const sessionSecretOf = (request: FastifyRequest): string | null => request.cookies[name] ?? null;

/** No script sees the cookie, no other site's page sends it, and over TLS it never goes without. */
const options = (request: FastifyRequest) =>
  ({ path: '/', httpOnly: true, sameSite: 'strict', secure: request.protocol === 'https' }) as const;

export function keepSession(request: FastifyRequest, reply: FastifyReply, secret: string): void {
  reply.setCookie(name, secret, { ...options(request), maxAge: days * 24 * 3600 });
}

export function dropSession(request: FastifyRequest, reply: FastifyReply): void {
  reply.clearCookie(name, options(request));
}
