import * as v from 'valibot';
import type { Database } from '../../database/connect.js';
import type { Outgoing } from '../../outgoing/outgoing.js';
import { webAddress } from '../../outgoing/web-address.js';
import type { Secrets } from '../../secrets.js';

/** The kind of connections to mail servers that folders are taken from. */
export const imapKind = 'imap';

const optional = (title: string, description: string) =>
  v.optional(v.pipe(v.string(), v.title(title), v.description(description)));

/** How a mail server is reached, and how one logs in: with a password, or by a permission that is renewed (OAuth 2). */
export const imapEntries = {
  host: v.pipe(v.string(), v.title('Mail server')),
  user: v.pipe(v.string(), v.title('User')),
  password: v.optional(v.pipe(v.string(), v.title('Password'), v.metadata({ as: 'secret' }))),
  port: v.optional(v.pipe(v.number(), v.title('Port'), v.description('993 when empty; 143 with “starttls”.'))),
  tls: v.optional(
    v.pipe(
      v.picklist(['from the start', 'starttls', 'none']),
      v.title('Encryption'),
      v.description(
        '“from the start” where nothing is said; “none” sends mail and password readable for whoever listens.',
      ),
    ),
  ),
  certificate: optional('Certificate of who made its own', 'In PEM; only where it is none that computers know.'),
  token_address: v.optional(
    v.pipe(
      webAddress,
      v.title('Token address'),
      v.description('With OAuth 2 instead of a password: where tokens are given.'),
    ),
  ),
  client: optional('Client', 'With OAuth 2: the name this service has there.'),
  client_secret: v.optional(v.pipe(v.string(), v.title('Secret of the client'), v.metadata({ as: 'secret' }))),
  refresh_token: v.optional(v.pipe(v.string(), v.title('Refresh token'), v.metadata({ as: 'secret' }))),
};

export interface ImapConnection {
  host: string;
  port?: number;
  tls?: 'from the start' | 'starttls' | 'none';
  certificate?: string;
  user: string;
  password?: string;
  token_address?: string;
  client?: string;
  client_secret?: string;
  refresh_token?: string;
}

/** What reaching mail servers needs. */
export interface ImapTools {
  db: Database;
  secrets: Secrets;
  outgoing: Outgoing;
}
