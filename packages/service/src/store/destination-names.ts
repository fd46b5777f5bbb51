import type { Executor } from '../database/connect.js';
import { destination } from '../database/schema.js';

/** The kind of each destination, by its name. */
export async function destinationsByName(db: Executor): Promise<Map<string, string>> {
  const rows = await db.select({ name: destination.name, kind: destination.kind }).from(destination);
  return new Map(rows.map(({ name, kind }) => [name, kind]));
}
