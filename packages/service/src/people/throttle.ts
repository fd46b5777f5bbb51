import { createHash } from 'node:crypto';
import { YsError } from '@yellow-sieve/core';
import { and, count, desc, eq, gt, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database } from '../database/connect.js';
import { failedLogIn, knownPlace } from '../database/schema.js';

const windowMinutes = 15;

/**
 * Failed log-ins within the window before more are refused: for one person from one place, for one place whoever it tries, and for
 * one person from anywhere. The last is wide, and does not hold where the person logged in before, so that a stranger cannot lock
 * somebody out.
 */
const limits = { personHere: 8, place: 40, person: 200 } as const;

type Counter = keyof typeof limits;

/** Who tries to log in, from where. */
export interface Try {
  /** Key of the person found; null where nobody has the address. */
  person: string | null;
  /** The address as it was folded; counted by only where it is nobody's, so that ways to write it gain nothing. */
  email: string;
  place: string;
}

/** Failed log-ins, counted in the database so that the limits hold over all instances and restarts. */
export class LogInThrottle {
  constructor(private readonly db: Database) {}

  /**
   * Counts a try as failed before it is looked at, so that many at once gain nothing; `passed` takes it back.
   * @throws YsError YS-LOG-IN-THROTTLED when too many failed lately. Such a try does not count.
   */
  async begin(tried: Try): Promise<void> {
    const counters = countersOf(tried);
    const tries = counters.map(([, counted]) => ({ id: uuid(), counted, at: sql`NOW(3)` }));
    await this.db.insert(failedLogIn).values(tries);
    try {
      const known = await this.isKnown(tried);
      await this.check(counters.filter(([counter]) => counter !== 'person' || !known));
    } catch (error) {
      await this.db.delete(failedLogIn).where(
        inArray(
          failedLogIn.id,
          tries.map(({ id }) => id),
        ),
      );
      throw error;
    }
  }

  private async check(counters: readonly [Counter, string][]): Promise<void> {
    for (const [counter, counted] of counters) {
      const [row] = await this.db
        .select({ failed: count() })
        .from(failedLogIn)
        .where(
          and(eq(failedLogIn.counted, counted), gt(failedLogIn.at, sql`NOW(3) - INTERVAL ${windowMinutes} MINUTE`)),
        );
      if ((row?.failed ?? 0) > limits[counter]) throw new YsError('YS-LOG-IN-THROTTLED', { minutes: windowMinutes });
    }
  }

  private async isKnown({ person, place }: Try): Promise<boolean> {
    if (person === null) return false;
    const [row] = await this.db
      .select({ seenAt: knownPlace.seenAt })
      .from(knownPlace)
      .where(and(eq(knownPlace.userId, person), eq(knownPlace.place, digest(place))));
    return row !== undefined;
  }

  /** A person who got in is trusted again, and known here from now on; the place is not trusted, but for this try. */
  async passed(tried: Try & { person: string }): Promise<void> {
    const { personHere, person, place: here } = Object.fromEntries(countersOf(tried)) as Record<Counter, string>;
    await this.db.delete(failedLogIn).where(inArray(failedLogIn.counted, [personHere, person]));
    await this.db.delete(failedLogIn).where(eq(failedLogIn.counted, here)).orderBy(desc(failedLogIn.at)).limit(1);
    const seen = { seenAt: sql`NOW(3)` };
    await this.db
      .insert(knownPlace)
      .values({ userId: tried.person, place: digest(tried.place), ...seen })
      .onDuplicateKeyUpdate({ set: seen });
  }
}

const digest = (text: string) => createHash('sha256').update(text).digest('hex');

function countersOf({ person, email, place }: Try): [Counter, string][] {
  const who = person ?? `nobody\0${email}`;
  return [
    ['personHere', digest(`person here\0${who}\0${place}`)],
    ['place', digest(`place\0${place}`)],
    ['person', digest(`person\0${who}`)],
  ];
}
