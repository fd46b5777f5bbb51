import type { Role } from '@yellow-sieve/contract';
import { and, eq, gt, lt, ne, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { failedLogIn, invitation, knownPlace, session, user } from '../database/schema.js';
import { digestOfSecret, newSecret } from '../people/secret.js';
import { noteAccess } from './change-store.js';

/** A session ends when it was not used for this long, and after `longestDays` in any case. */
const idleDays = 7;
const longestDays = 30;
/** Days a place is known after the last log-in from it. */
const placeDays = 90;
/** How exactly is kept when a session was used last. */
const seenMinutes = 5;

/** Begins a session; returns what the browser keeps. */
export async function openSession(db: Executor, userId: string): Promise<string> {
  const secret = newSecret();
  await db.insert(session).values({
    hash: digestOfSecret(secret),
    userId,
    createdAt: sql`NOW(3)`,
    seenAt: sql`NOW(3)`,
    expiresAt: sql`NOW(3) + INTERVAL ${longestDays} DAY`,
  });
  return secret;
}

export interface SessionPerson {
  id: string;
  name: string;
  email: string;
  role: Role;
}

/** The person of a session that still holds, or null. */
export async function personOfSession(
  db: Database,
  secret: string,
  { use }: { use: boolean } = { use: true },
): Promise<SessionPerson | null> {
  const hash = digestOfSecret(secret);
  const [row] = await db
    .select({
      id: user.id,
      name: user.name,
      email: user.email,
      role: user.role,
      stale: sql<number>`${session.seenAt} < NOW(3) - INTERVAL ${seenMinutes} MINUTE`,
    })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .where(
      and(
        eq(session.hash, hash),
        gt(session.expiresAt, sql`NOW(3)`),
        gt(session.seenAt, sql`NOW(3) - INTERVAL ${idleDays} DAY`),
      ),
    );
  if (!row) return null;
  const { stale, ...person } = row;
  if (stale && use) await db.update(session).set({ seenAt: sql`NOW(3)` }).where(eq(session.hash, hash));
  return person;
}

export async function closeSession(db: Executor, secret: string): Promise<void> {
  const [done] = await db.delete(session).where(eq(session.hash, digestOfSecret(secret)));
  // Anybody can send a secret that is none.
  if (done.affectedRows > 0) await noteAccess(db);
}

/** Ends a person's sessions but for one; returns how many. */
export async function closeOtherSessions(db: Executor, userId: string, secret: string): Promise<number> {
  const [done] = await db
    .delete(session)
    .where(and(eq(session.userId, userId), ne(session.hash, digestOfSecret(secret))));
  if (done.affectedRows > 0) await noteAccess(db);
  return done.affectedRows;
}

/** Removes what has run out: sessions, one-time links, and log-ins that failed long ago. */
export async function sweepSessions(db: Database): Promise<number> {
  const idle = sql`NOW(3) - INTERVAL ${idleDays} DAY`;
  await db.delete(session).where(lt(session.expiresAt, sql`NOW(3)`));
  await db.delete(session).where(lt(session.seenAt, idle));
  await db.delete(invitation).where(lt(invitation.expiresAt, sql`NOW(3)`));
  await db.delete(knownPlace).where(lt(knownPlace.seenAt, sql`NOW(3) - INTERVAL ${placeDays} DAY`));
  await db.delete(failedLogIn).where(lt(failedLogIn.at, sql`NOW(3) - INTERVAL 1 DAY`));
  return 0;
}
