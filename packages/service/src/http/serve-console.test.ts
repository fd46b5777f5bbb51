import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import Fastify, { type FastifyInstance } from 'fastify';
import { serveConsole } from './serve-console.js';

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-console-'));
let app: FastifyInstance;
beforeAll(async () => {
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<script nonce="__YELLOW_SIEVE_NONCE__" src="/assets/a.js"></script>');
  writeFileSync(join(folder, 'assets', 'a.js'), 'let a;');
  writeFileSync(join(folder, 'assets', 'a.js.gz'), gzipSync('let a;'));
  app = Fastify() as unknown as FastifyInstance;
  await serveConsole(app, folder);
});
afterAll(async () => {
  await app.close();
  rmSync(folder, { recursive: true });
});

const get = (url: string, headers: Record<string, string> = {}) => app.inject({ method: 'GET', url, headers });

describe('the console', () => {
  test.each(['/', '/messages', '/messages/1?state=done', '/welcome/x'])('%s is its page', async (url) => {
    const { statusCode, headers, body } = await get(url);
    expect(statusCode).toBe(200);
    expect(headers['cache-control']).toBe('no-store');
    const nonce = /'nonce-([^']+)'/.exec(String(headers['content-security-policy']))?.[1] ?? '';
    expect(nonce.length).toBeGreaterThanOrEqual(22);
    expect(body).toBe(`<script nonce="${nonce}" src="/assets/a.js"></script>`);
  });

  test('each response has a nonce of its own', async () => {
    const [first, second] = [await get('/'), await get('/')];
    expect(first.body).not.toBe(second.body);
  });

  test.each(['/api/v1/nothing', '/api', '/sheets/x', '/health', '/assets/none.js'])('%s is not', async (url) => {
    expect((await get(url)).statusCode).toBe(404);
  });

  test('its files are kept for ever, and sent compressed to who takes it so', async () => {
    const plain = await get('/assets/a.js');
    expect([plain.body, plain.headers['cache-control']]).toEqual(['let a;', expect.stringContaining('immutable')]);
    const packed = await get('/assets/a.js', { 'accept-encoding': 'gzip' });
    expect(packed.headers['content-encoding']).toBe('gzip');
  });

  test('is absent where it was not built, and the service runs without', async () => {
    const bare = Fastify() as unknown as FastifyInstance;
    await serveConsole(bare, join(folder, 'nowhere'));
    expect((await bare.inject({ method: 'GET', url: '/' })).statusCode).toBe(404);
  });
});
