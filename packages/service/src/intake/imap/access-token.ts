import { YsError } from '@yellow-sieve/core';
import { eq } from 'drizzle-orm';
import * as v from 'valibot';
import { connection } from '../../database/schema.js';
import type { ImapConnection, ImapTools } from './settings.js';

/** An access token, and until when it and the permission behind it are good; null where the server does not say. */
export interface AccessToken {
  token: string;
  until: number | null;
  permissionUntil: number | null;
}

/** Tokens by connection; each process asks for its own. */
const tokens = new Map<string, AccessToken>();
/** A token this near to its end may not outlive the login. */
const marginMs = 60_000;

const answer = v.object({
  access_token: v.pipe(v.string(), v.minLength(1)),
  expires_in: v.optional(v.number()),
  refresh_token: v.optional(v.string()),
  refresh_token_expires_in: v.optional(v.number()),
});
const refusal = v.object({ error: v.string(), error_description: v.optional(v.string()) });

/** Has one asked for anew: the mail server refused it. */
export const forgetToken = (name: string): boolean => tokens.delete(name);

/** What is known of a connection’s permission. */
export const knownToken = (name: string): AccessToken | undefined => tokens.get(name);

/**
 * An access token by the refresh token of a connection (RFC 6749, section 6). A new refresh token takes the place of the old one.
 * @throws YsError YS-FOLDER-TOKEN with what the server says
 */
export async function accessToken(tools: ImapTools, name: string, settings: ImapConnection): Promise<AccessToken> {
  const known = tokens.get(name);
  if (known && (known.until === null || known.until - marginMs > Date.now())) return known;
  const { token_address: url = '', client = '', client_secret: secret, refresh_token: refresh = '' } = settings;
  const form = new URLSearchParams({
    grant_type: 'refresh_token',
    refresh_token: refresh,
    client_id: client,
    ...(secret ? { client_secret: secret } : {}),
  });
  const sent = await tools.outgoing.send({ method: 'POST', url, headers: {}, form });
  const fail = (detail: string) => new YsError('YS-FOLDER-TOKEN', { connection: name, detail });
  if (sent.kind !== 'answer') throw fail(`the token address does not answer (${sent.detail.replace(/\.$/, '')})`);
  const parsed = v.safeParse(v.pipe(v.string(), v.parseJson(), answer), sent.text);
  if (!parsed.success || sent.status !== 200) {
    const refused = v.safeParse(v.pipe(v.string(), v.parseJson(), refusal), sent.text);
    const { error = '', error_description: why } = refused.success ? refused.output : {};
    throw fail(why ?? (error || `the token address answered ${sent.status}`));
  }
  const { access_token: token, expires_in: seconds, refresh_token: next } = parsed.output;
  const { refresh_token_expires_in: permission } = parsed.output;
  const after = (some: number | undefined) => (some === undefined ? null : Date.now() + some * 1000);
  const made = { token, until: after(seconds), permissionUntil: after(permission) };
  tokens.set(name, made);
  if (next !== undefined && next !== refresh) {
    const { db, secrets } = tools;
    const sealed = secrets.seal({ ...settings, refresh_token: next });
    await db.update(connection).set({ sealed, updatedAt: new Date() }).where(eq(connection.name, name));
  }
  return made;
}
