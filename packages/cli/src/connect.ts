import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { type Client, createClient } from '@yellow-sieve/client';
import { CallError } from './call-error.js';

/** The service named by YELLOW_SIEVE_URL and YELLOW_SIEVE_TOKEN, else by `.yellow-sieve/client.json` here or above. */
export function connectService(env: NodeJS.ProcessEnv, folder: string): Client {
  const { YELLOW_SIEVE_URL: url, YELLOW_SIEVE_TOKEN: token } = env;
  if (url && token) return createClient({ url, token });
  const file = findUp(folder);
  if (!file) throw new CallError('YS-CLI-NO-SERVICE');
  const found = JSON.parse(readFileSync(file, 'utf8')) as { url: string; token: string };
  return createClient({ url: url ?? found.url, token: token ?? found.token });
}

function findUp(folder: string): string | null {
  for (let at = folder; ; at = dirname(at)) {
    const file = join(at, '.yellow-sieve', 'client.json');
    if (existsSync(file)) return file;
    if (at === dirname(at)) return null;
  }
}
