import type { Answering } from '@yellow-sieve/core';
import { inArray } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { type delivery, destination } from '../database/schema.js';

export type KeepBack = 'draft' | 'trial' | null;

export interface OutboxMessage {
  id: string;
  mailboxId: string;
  receivedAt: Date;
  record: string | null;
  revision: number;
  /**
   * Why new deliveries are kept back, if they are. What a draft made leaves all that is there already alone; what a sieve
   * on trial made takes the place of what has not left yet.
   */
  keepBack: KeepBack;
  /** Nothing new leaves before; null: at once. */
  notBefore: Date | null;
  /** How its sender is answered. */
  answering?: Answering;
  /** Destinations that may tell people of it; null: all of them. */
  tells?: readonly string[] | null;
}

export type DeliveryRow = typeof delivery.$inferSelect;

/** Destinations by name; what does not exist is not among them. */
export async function targetsOf(tx: Executor, names: readonly string[]): Promise<Map<string, Target>> {
  if (names.length === 0) return new Map();
  const rows = await tx
    .select()
    .from(destination)
    .where(inArray(destination.name, [...new Set(names)]));
  return new Map(rows.map((row) => [row.name, row]));
}

export type Target = typeof destination.$inferSelect;
