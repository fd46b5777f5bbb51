import { createHash } from 'node:crypto';
import { say } from '@yellow-sieve/core';
import type { Outgoing } from '../../outgoing/outgoing.js';
import type { Tried } from '../destination-kind.js';

/** What a token is asked for with. */
export interface ClientCredentials {
  url: string;
  client: string;
  secret: string;
  scope?: string | undefined;
  send: 'basic' | 'body';
}

type Given = { token: string } | { tried: Exclude<Tried, { result: 'delivered' | 'later' }> };

interface Kept {
  token: string;
  until: number;
}

/** Tokens by what they were asked for with; they live in memory alone. */
const kept = new Map<string, Kept>();
const maxKept = 200;
/** What is being asked for now. */
const underWay = new Map<string, Promise<Given>>();
/** Seconds a token has to be good for still, so that it lasts for what it is taken for. */
const spareSeconds = 30;
/** Seconds a token is kept whose life nobody told. */
const usualSeconds = 300;

const nameOf = (credentials: ClientCredentials) =>
  createHash('sha256').update(JSON.stringify(credentials)).digest('hex');

/** Drops a token that was refused. */
export const forgetToken = (credentials: ClientCredentials) => void kept.delete(nameOf(credentials));

/** An access token by client credentials (RFC 6749, 4.4): the one that is kept while it is good, else a new one; or why there is none. */
export async function accessToken(outgoing: Outgoing, credentials: ClientCredentials): Promise<Given> {
  const name = nameOf(credentials);
  const known = kept.get(name);
  if (known && known.until > Date.now()) return { token: known.token };
  // Several deliveries at once ask once.
  const asked = underWay.get(name) ?? ask(outgoing, credentials, name).finally(() => underWay.delete(name));
  underWay.set(name, asked);
  return asked;
}

async function ask(outgoing: Outgoing, credentials: ClientCredentials, name: string): Promise<Given> {
  const { url, client, secret, scope, send } = credentials;
  const form = new URLSearchParams({ grant_type: 'client_credentials', ...(scope ? { scope } : {}) });
  if (send === 'body') {
    form.set('client_id', client);
    form.set('client_secret', secret);
  }
  // Both are written as a form writes them before they are joined (RFC 6749, 2.3.1).
  const pair = [client, secret].map(encodeURIComponent).join(':');
  const headers: Record<string, string> =
    send === 'basic' ? { authorization: `Basic ${Buffer.from(pair).toString('base64')}` } : {};
  const answer = await outgoing.send({ method: 'POST', url, headers, form });
  if (answer.kind === 'private') return { tried: { result: 'refused', answer: answer.detail } };
  if (answer.kind !== 'answer') return unreachable(answer.detail);
  const said = jsonOf(answer.text);
  if (answer.status === 429 || answer.status >= 500) return unreachable(`it answered ${answer.status}`);
  if (typeof said?.access_token !== 'string')
    return { tried: { result: 'refused', answer: say('YS-CRM-TOKEN', { detail: reasonOf(said, answer.status) }) } };
  const seconds = typeof said.expires_in === 'number' ? said.expires_in : usualSeconds;
  if (kept.size >= maxKept) kept.clear();
  kept.set(name, { token: said.access_token, until: Date.now() + Math.max(0, seconds - spareSeconds) * 1000 });
  return { token: said.access_token };
}

const unreachable = (detail: string) => ({
  tried: {
    result: 'unreachable' as const,
    answer: say('YS-DELIVERY-UNREACHABLE', { detail: `no access token: ${detail}` }),
  },
});

const reasonOf = (said: Record<string, unknown> | null, status: number): string => {
  const words = [said?.error, said?.error_description].filter((one): one is string => typeof one === 'string');
  return (words.length > 0 ? words.join(': ') : `it answered ${status}`).slice(0, 300);
};

function jsonOf(text: string): Record<string, unknown> | null {
  try {
    const data: unknown = JSON.parse(text);
    return typeof data === 'object' && data !== null ? (data as Record<string, unknown>) : null;
  } catch {
    return null;
  }
}
