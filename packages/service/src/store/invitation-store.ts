import type { Role } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { and, eq, gt, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { invitation } from '../database/schema.js';
import { digestOfSecret, newSecret } from '../people/secret.js';
import { addPerson, hasOwner } from './people-store.js';

const validDays = 7;

export interface Invitation {
  role: Role;
  expires: Date;
}

/** Makes a one-time link; only its digest is kept. */
export async function invite(db: Database, role: Role): Promise<{ secret: string; expires: Date }> {
  const secret = newSecret();
  await keep(db, secret, { role, first: false });
  return { secret, expires: (await openInvitation(db, secret)).expires };
}

/** Makes the link for the first owner, in place of the one that an earlier start made. */
export async function inviteFirstOwner(db: Database): Promise<{ secret: string }> {
  const secret = newSecret();
  await db.transaction(async (tx) => {
    await tx.delete(invitation).where(eq(invitation.first, true));
    await keep(tx, secret, { role: 'owner', first: true });
  });
  return { secret };
}

const keep = (db: Executor, secret: string, what: { role: Role; first: boolean }) =>
  db.insert(invitation).values({
    hash: digestOfSecret(secret),
    ...what,
    createdAt: sql`NOW(3)`,
    expiresAt: sql`NOW(3) + INTERVAL ${validDays} DAY`,
  });

/** @throws YsError YS-INVITATION-SPENT when it was used, has run out, or never was. */
export async function openInvitation(db: Executor, secret: string): Promise<Invitation> {
  const [row] = await db.select().from(invitation).where(holds(secret));
  if (!row) throw new YsError('YS-INVITATION-SPENT');
  return { role: row.role, expires: row.expiresAt };
}

/** Spends a one-time link for a person; of two who try at once, one gets it. Returns the person's id. */
export async function takeInvitation(
  db: Database,
  secret: string,
  person: { name: string; email: string; password: string },
) {
  return db.transaction(async (tx) => {
    const [row] = await tx.select().from(invitation).where(holds(secret)).for('update');
    if (!row) throw new YsError('YS-INVITATION-SPENT');
    if (row.first && (await hasOwner(tx))) throw new YsError('YS-INVITATION-SPENT');
    await tx.delete(invitation).where(eq(invitation.hash, row.hash));
    // Whoever becomes an owner, and however: the link for the first one opens nothing any more.
    if (row.role === 'owner') await tx.delete(invitation).where(eq(invitation.first, true));
    return addPerson(tx, { ...person, role: row.role });
  });
}

const holds = (secret: string) =>
  and(eq(invitation.hash, digestOfSecret(secret)), gt(invitation.expiresAt, sql`NOW(3)`));
