import type { Person, Role } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { asc, count, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { knownPlace, session, user } from '../database/schema.js';
import { isDuplicate, retryDeadlocks } from '../database/trouble.js';
import { noteAccess } from './change-store.js';

type UserRow = typeof user.$inferSelect;

export interface NewPerson {
  name: string;
  /** As `foldEmail` has it. */
  email: string;
  role: Role;
  /** Hashed already. */
  password: string;
}

const published = ({ id, name, email, role, createdAt }: UserRow): Person => ({
  key: id,
  name,
  email,
  role,
  created: createdAt.toISOString(),
});

/** @throws YsError YS-PERSON-EMAIL-TAKEN when somebody has that address already. */
export async function addPerson(tx: Executor, person: NewPerson): Promise<UserRow> {
  const row = { id: uuid(), ...person, createdAt: new Date() };
  try {
    await tx.insert(user).values(row);
  } catch (error) {
    if (isDuplicate(error)) throw new YsError('YS-PERSON-EMAIL-TAKEN', { email: person.email });
    throw error;
  }
  return row;
}

export async function personByEmail(db: Executor, email: string): Promise<UserRow | null> {
  const [row] = await db.select().from(user).where(eq(user.email, email));
  return row ?? null;
}

export async function listPeople(db: Executor): Promise<Person[]> {
  return (await db.select().from(user).orderBy(asc(user.name))).map(published);
}

export async function hasPeople(db: Executor): Promise<boolean> {
  const [row] = await db.select({ people: count() }).from(user);
  return (row?.people ?? 0) > 0;
}

export async function hasOwner(db: Executor): Promise<boolean> {
  const [row] = await db.select({ owners: count() }).from(user).where(eq(user.role, 'owner'));
  return (row?.owners ?? 0) > 0;
}

export async function passwordOf(db: Executor, id: string): Promise<string | null> {
  const [row] = await db.select({ password: user.password }).from(user).where(eq(user.id, id));
  return row?.password ?? null;
}

/** Keeps another password, hashed already. */
export async function changePassword(db: Executor, id: string, password: string): Promise<void> {
  await db.update(user).set({ password }).where(eq(user.id, id));
}

export async function changeRole(db: Database, id: string, role: Role): Promise<Person> {
  return withOwnerLeft(db, id, role, async (tx, row) => {
    await tx.update(user).set({ role }).where(eq(user.id, id));
    await noteAccess(tx);
    return published({ ...row, role });
  });
}

/** Removes a person; their sessions end with them. */
export async function removePerson(db: Database, id: string): Promise<void> {
  await withOwnerLeft(db, id, null, async (tx) => {
    await tx.delete(session).where(eq(session.userId, id));
    await tx.delete(knownPlace).where(eq(knownPlace.userId, id));
    await tx.delete(user).where(eq(user.id, id));
    await noteAccess(tx);
  });
}

/** Does something to a person, unless it would leave the service without an owner. */
async function withOwnerLeft<T>(
  db: Database,
  id: string,
  becomes: Role | null,
  work: (tx: Executor, row: UserRow) => Promise<T>,
): Promise<T> {
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      // All owners are locked, so that two who remove each other do not both succeed.
      const owners = await tx.select().from(user).where(eq(user.role, 'owner')).orderBy(asc(user.id)).for('update');
      const [row] = await tx.select().from(user).where(eq(user.id, id)).for('update');
      if (!row) throw new YsError('YS-NOT-FOUND', { what: 'person', name: id });
      const others = owners.filter((owner) => owner.id !== id);
      if (row.role === 'owner' && becomes !== 'owner' && others.length === 0) throw new YsError('YS-PERSON-LAST-OWNER');
      return work(tx, row);
    }),
  );
}
