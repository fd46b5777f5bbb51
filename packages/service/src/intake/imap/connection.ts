import { isIP } from 'node:net';
import { YsError } from '@yellow-sieve/core';
import { eq } from 'drizzle-orm';
import { AuthenticationFailure, ImapFlow } from 'imapflow';
import { connection } from '../../database/schema.js';
import { accessToken, forgetToken } from './access-token.js';
import { type ImapConnection, type ImapTools, imapKind } from './settings.js';

/** @throws YsError YS-FOLDER-CONNECTION where there is none of that name and kind */
export async function imapConnection({ db, secrets }: ImapTools, name: string): Promise<ImapConnection> {
  const [found] = await db.select().from(connection).where(eq(connection.name, name));
  if (found?.kind !== imapKind) throw new YsError('YS-FOLDER-CONNECTION', { connection: name });
  return secrets.open(found.sealed) as ImapConnection;
}

/** Milliseconds of silence after which a server is given up: others wait for the same hand. */
const usualSilenceMs = 30_000;

/**
 * Logs in to a mail server. The caller closes it.
 * @throws YsError with what is wrong, in words: YS-FOLDER-LOGIN, -TOKEN, -UNREACHABLE, -CERTIFICATE, -TLS, YS-DESTINATION-PRIVATE
 */
export async function openImap(tools: ImapTools, name: string, silenceMs = usualSilenceMs): Promise<ImapFlow> {
  const settings = await imapConnection(tools, name);
  const { host, tls = 'from the start', port = tls === 'starttls' ? 143 : 993, certificate, user } = settings;
  const auth = settings.token_address
    ? { user, accessToken: (await accessToken(tools, name, settings)).token }
    : { user, pass: settings.password ?? '' };
  const client = new ImapFlow({
    host: await tools.outgoing.addressOf(host).catch((error: unknown) => {
      throw inWords(error, name, host);
    }),
    port,
    secure: tls === 'from the start',
    doSTARTTLS: tls === 'starttls',
    // The address was looked up already; the certificate is held against the name.
    ...(isIP(host) === 0 ? { servername: host } : {}),
    tls: certificate ? { ca: certificate } : {},
    auth,
    logger: false,
    clientInfo: { name: 'Yellow Sieve' },
    disableAutoIdle: true,
    maxIdleTime: 5 * 60_000,
    connectionTimeout: 15_000,
    greetingTimeout: 15_000,
    socketTimeout: silenceMs,
  });
  // Trouble between two commands is noticed by the next of them; unheard it would end the process.
  client.on('error', () => undefined);
  try {
    await client.connect();
    return client;
  } catch (error) {
    client.close();
    if (error instanceof AuthenticationFailure) forgetToken(name);
    throw inWords(error, name, host);
  }
}

const certificateTrouble = /CERT|SELF_SIGNED|UNABLE_TO_VERIFY|UNABLE_TO_GET_ISSUER|ALTNAME|EPROTO|SSL/;

interface ServerError {
  code?: string;
  message?: string;
  responseText?: string;
  response?: string;
  authenticationFailed?: boolean;
  tlsFailed?: boolean;
}

/** An error of a mail server as a person is told it. */
export function inWords(error: unknown, connectionName: string, host: string): YsError {
  if (error instanceof YsError) return error;
  const { code = '', message = '', responseText, authenticationFailed, tlsFailed } = error as ServerError;
  const detail = (responseText ?? (message || code))
    .replace(/\s+/g, ' ')
    .replace(/[.\s]+$/, '')
    .slice(0, 300);
  if (authenticationFailed) return new YsError('YS-FOLDER-LOGIN', { connection: connectionName, detail });
  if (certificateTrouble.test(code))
    return new YsError('YS-FOLDER-CERTIFICATE', { host, connection: connectionName, detail });
  if (tlsFailed) return new YsError('YS-FOLDER-TLS', { host });
  return new YsError('YS-FOLDER-UNREACHABLE', { host, detail: detail || 'it does not answer' });
}
