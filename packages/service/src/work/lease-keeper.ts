import { sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import { troubleName } from '../database/trouble.js';
import type { ClaimOptions } from './claims.js';

export type Lease = Pick<ClaimOptions, 'table' | 'keyColumn' | 'worker' | 'leaseSeconds'>;

/** Renewals within one lease: one may fail, and the next still comes in time. */
const renewalsPerLease = 3;

/**
 * Renews the claims this worker holds on rows of one table for as long as it works on them, so that work may take longer than a lease
 * and a worker that died is still noticed within one.
 */
export class LeaseKeeper {
  private readonly held = new Set<string>();
  private readonly timer: NodeJS.Timeout;

  constructor(
    private readonly db: Database,
    private readonly lease: Lease,
    private readonly log: Logger,
  ) {
    this.timer = setInterval(() => void this.renew(), (lease.leaseSeconds * 1000) / renewalsPerLease);
    this.timer.unref();
  }

  hold(key: string): void {
    this.held.add(key);
  }

  drop(key: string): void {
    this.held.delete(key);
  }

  /** Holds some claims while their rows are fetched; where that fails, they run out and are taken up again. */
  async holding<T>(keys: readonly string[], fetch: () => Promise<T>): Promise<T> {
    for (const key of keys) this.hold(key);
    try {
      return await fetch();
    } catch (error) {
      for (const key of keys) this.drop(key);
      throw error;
    }
  }

  /** Renews what is held; trouble is logged, and the next renewal tries again. */
  async renew(): Promise<void> {
    if (this.held.size === 0) return;
    const { table, keyColumn, worker, leaseSeconds } = this.lease;
    try {
      await this.db.execute(
        sql`UPDATE ${table} SET claimed_until = NOW(3) + INTERVAL ${leaseSeconds} SECOND
            WHERE ${sql.identifier(keyColumn)} IN ${[...this.held]} AND claimed_by = ${worker}`,
      );
    } catch (error) {
      this.log.warn({ trouble: troubleName(error), held: this.held.size }, 'claims could not be renewed');
    }
  }

  close(): void {
    clearInterval(this.timer);
  }
}
