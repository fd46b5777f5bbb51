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
  /** Of the question; of the answer too, unless that has its own. */
  price_per_1000_tokens: v.optional(v.pipe(v.number(), v.minValue(0))),
  price_per_1000_answer_tokens: v.optional(v.pipe(v.number(), v.minValue(0))),
  /** ISO 4217. */
  currency: v.optional(v.pipe(v.string(), v.regex(/^[A-Z]{3}$/))),
  /** Further headers of each request. */
  headers: v.optional(v.record(v.pipe(v.string(), v.regex(/^[A-Za-z0-9-]+$/)), v.string())),
  /** Whether the server takes a JSON Schema for its answers; without it the schema is told in words. */
  schema: v.optional(v.boolean(), true),
  /** Questions at once, 1 to 16. */
  parallel: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(16)), 4),
  /** Whether mail may be sent to it. Without, every question waits. */
  may_ask: v.optional(v.boolean(), true),
};
export type ModelConnection = v.InferOutput<ReturnType<typeof v.object<typeof modelEntries>>>;

/** Name of the connection that prompt rules ask. */
const modelConnectionName = 'model';

/** The model's connection, or null when none is set up. */
export async function openModel(db: Database, secrets: Secrets): Promise<ModelConnection | null> {
  const [found] = await db.select().from(connection).where(eq(connection.name, modelConnectionName));
  return found?.kind === 'model' ? (secrets.open(found.sealed) as ModelConnection) : null;
}
