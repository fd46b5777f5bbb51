import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import staticFiles from '@fastify/static';
import type { FastifyInstance, FastifyReply } from 'fastify';

const builtFolder = fileURLToPath(new URL('../../../console/dist', import.meta.url));
/** Stands in the built page where the nonce of each response goes. */
const nonceMark = '__YELLOW_SIEVE_NONCE__';
/** Paths that are no pages: what is not found below them is an error, not the console. */
const noPages = /^\/(api|assets|sheets|health|metrics)(\/|$)/;

/** Serves the built console: its files for ever, its page with a fresh nonce each time, at every path that is a page. */
export async function serveConsole(app: FastifyInstance, folder = builtFolder): Promise<void> {
  const file = join(folder, 'index.html');
  if (!existsSync(file)) return;
  const page = readFileSync(file, 'utf8');
  await app.register(staticFiles, {
    root: join(folder, 'assets'),
    prefix: '/assets/',
    immutable: true,
    maxAge: '365d',
    preCompressed: true,
    decorateReply: false,
  });
  app.get('/*', { schema: { hide: true } }, (request, reply) =>
    noPages.test(request.url.split('?')[0] ?? '') ? reply.callNotFound() : sendPage(reply, page),
  );
}

function sendPage(reply: FastifyReply, page: string): FastifyReply {
  const nonce = randomBytes(16).toString('base64');
  return reply
    .type('text/html; charset=utf-8')
    .headers({
      'content-security-policy': policy(nonce),
      'cache-control': 'no-store',
      'referrer-policy': 'no-referrer',
    })
    .send(page.replaceAll(nonceMark, nonce));
}

/** Only what the service itself serves, and what carries this response's nonce. */
const policy = (nonce: string): string =>
  [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}'`,
    `style-src 'self' 'nonce-${nonce}'`,
    "font-src 'self'",
    "img-src 'self' data:",
    "connect-src 'self'",
    "frame-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ');
