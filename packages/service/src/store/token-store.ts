import { createHash, randomBytes } from 'node:crypto';
import type { Role } from '@yellow-sieve/contract';
import { count, eq } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { accessToken } from '../database/schema.js';

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Makes an access token. Only its hash is kept; the token itself is shown this once. */
export async function makeToken(
  db: Database,
  name: string,
  role: Role,
  expiresAt: Date | null = null,
): Promise<string> {
  const token = `ys_${randomBytes(24).toString('base64url')}`;
  await db.insert(accessToken).values({ hash: hashOf(token), name, role, expiresAt, createdAt: new Date() });
  return token;
}

/** The role of a token, or null when it is not known or has expired. */
export async function roleOfToken(db: Database, token: string): Promise<Role | null> {
  const [row] = await db
    .select()
    .from(accessToken)
    .where(eq(accessToken.hash, hashOf(token)));
  return row && (row.expiresAt === null || row.expiresAt > new Date()) ? row.role : null;
}

export async function hasTokens(db: Database): Promise<boolean> {
  const [row] = await db.select({ tokens: count() }).from(accessToken);
  return (row?.tokens ?? 0) > 0;
}
