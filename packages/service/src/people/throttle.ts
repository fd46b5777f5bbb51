import { createHash } from 'node:crypto';
import { YsError } from '@yellow-sieve/core';
import { and, count, desc, eq, gt, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database } from '../database/connect.js';
import { failedLogIn } from '../database/schema.js';

const windowMinutes = 15;

/**
 * Failed log-ins within the window before more are refused: for one person from one place, for one place whoever it
 * tries, and for one person from anywhere. The last is wide, so that a stranger cannot easily lock somebody out.
 */
const limits = { personHere: 8, place: 40, person: 200 } as const;

type Counter = keyof typeof limits;

/** Failed log-ins, counted in the database so that the limits hold over all instances and restarts. */
export class LogInThrottle {
  constructor(private readonly db: Database) {}

  /**
   * Counts a try as failed before it is looked at, so that many at once gain nothing; `passed` takes it back.
   * @throws YsError YS-LOG-IN-THROTTLED when too many failed lately. Such a try does not count.
   */
  async begin(email: string, place: string): Promise<void> {
    const tries = countersOf(email, place).map(([, counted]) => ({ id: uuid(), counted, at: sql`NOW(3)` }));
    await this.db.insert(failedLogIn).values(tries);
    try {
      await this.check(email, place);
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

  private async check(email: string, place: string): Promise<void> {
    for (const [counter, counted] of countersOf(email, place)) {
      const [row] = await this.db
        .select({ failed: count() })
        .from(failedLogIn)
        .where(
          and(eq(failedLogIn.counted, counted), gt(failedLogIn.at, sql`NOW(3) - INTERVAL ${windowMinutes} MINUTE`)),
        );
      if ((row?.failed ?? 0) > limits[counter]) throw new YsError('YS-LOG-IN-THROTTLED', { minutes: windowMinutes });
    }
  }

  /** A person who got in is trusted again; the place is not, but for this try. */
  async passed(email: string, place: string): Promise<void> {
    const { personHere, person, place: here } = Object.fromEntries(countersOf(email, place)) as Record<Counter, string>;
    await this.db.delete(failedLogIn).where(inArray(failedLogIn.counted, [personHere, person]));
    await this.db.delete(failedLogIn).where(eq(failedLogIn.counted, here)).orderBy(desc(failedLogIn.at)).limit(1);
  }
}

const digest = (text: string) => createHash('sha256').update(text).digest('hex');

const countersOf = (email: string, place: string): [Counter, string][] => [
  ['personHere', digest(`person here\0${email}\0${place}`)],
  ['place', digest(`place\0${place}`)],
  ['person', digest(`person\0${email}`)],
];
