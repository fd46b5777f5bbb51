import type { Role, Token } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { asc, count, eq, like } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { accessToken } from '../database/schema.js';
import { digestOfSecret, newSecret } from '../people/secret.js';
import { noteAccess } from './change-store.js';

type TokenRow = typeof accessToken.$inferSelect;

const published = ({ hash, name, role, expiresAt, createdAt }: TokenRow): Token => ({
  key: hash.slice(0, 16),
  name,
  role,
  expires: expiresAt?.toISOString() ?? null,
  created: createdAt.toISOString(),
});

/** Makes an access token. Only its digest is kept; the token itself is shown this once. */
export async function makeToken(
  db: Database,
  name: string,
  role: Role,
  expiresAt: Date | null = null,
): Promise<Token & { token: string }> {
  const token = `ys_${newSecret()}`;
  const row = { hash: digestOfSecret(token), name, role, expiresAt, createdAt: new Date() };
  await db.insert(accessToken).values(row);
  return { ...published(row), token };
}

/** The name and role of a token, or null when it is not known or has expired. */
export async function openToken(db: Database, token: string): Promise<{ name: string; role: Role } | null> {
  const [row] = await db
    .select()
    .from(accessToken)
    .where(eq(accessToken.hash, digestOfSecret(token)));
  return row && (row.expiresAt === null || row.expiresAt > new Date()) ? { name: row.name, role: row.role } : null;
}

export async function listTokens(db: Database): Promise<Token[]> {
  return (await db.select().from(accessToken).orderBy(asc(accessToken.createdAt))).map(published);
}

/** Revokes the token whose digest begins with the key. */
export async function revokeToken(db: Database, key: string): Promise<void> {
  const [done] = await db.delete(accessToken).where(like(accessToken.hash, `${key}%`));
  if (done.affectedRows === 0) throw new YsError('YS-NOT-FOUND', { what: 'token', name: key });
  await noteAccess(db);
}

export async function hasTokens(db: Database): Promise<boolean> {
  const [row] = await db.select({ tokens: count() }).from(accessToken);
  return (row?.tokens ?? 0) > 0;
}
