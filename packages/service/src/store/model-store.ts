import { eq } from 'drizzle-orm';
import * as v from 'valibot';
import type { Database } from '../database/connect.js';
import { connection } from '../database/schema.js';
import { webAddress } from '../outgoing/web-address.js';
import type { Secrets } from '../secrets.js';

/** How a language model is reached: any server of the chat-completions interface. */
export const modelEntries = {
  url: webAddress,
  model: v.string(),
  key: v.optional(v.string()),
  /** Seconds to wait for an answer, 1 to 300. */
  timeout_seconds: v.optional(v.pipe(v.number(), v.minValue(1), v.maxValue(300)), 60),
  /** Of question and answer together; for estimates only. */
  price_per_1000_tokens: v.optional(v.pipe(v.number(), v.minValue(0))),
  /** ISO 4217. */
  currency: v.optional(v.pipe(v.string(), v.regex(/^[A-Z]{3}$/))),
};
export type ModelConnection = v.InferOutput<ReturnType<typeof v.object<typeof modelEntries>>>;

/** Name of the connection that prompt rules ask. */
const modelConnectionName = 'model';

/** The model's connection, or null when none is set up. */
export async function openModel(db: Database, secrets: Secrets): Promise<ModelConnection | null> {
  const [found] = await db.select().from(connection).where(eq(connection.name, modelConnectionName));
  return found?.kind === 'model' ? (secrets.open(found.sealed) as ModelConnection) : null;
}
