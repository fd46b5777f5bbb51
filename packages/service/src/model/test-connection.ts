import { YsError } from '@yellow-sieve/core';
import { eq } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { connection } from '../database/schema.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import type { ModelConnection } from '../store/model-store.js';
import { tryModel } from './ask-model.js';

/** Asks a model a few words over its connection. @throws YsError YS-NOT-FOUND when there is no such connection. */
export async function testConnection(db: Database, secrets: Secrets, outgoing: Outgoing, name: string) {
  const [found] = await db.select().from(connection).where(eq(connection.name, name));
  if (!found) throw new YsError('YS-NOT-FOUND', { what: 'connection', name });
  if (found.kind !== 'model')
    return { ok: false, detail: 'It is no connection of a model. Test the destinations that use it.' };
  return tryModel(outgoing, secrets.open(found.sealed) as ModelConnection);
}
