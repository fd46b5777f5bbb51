import { eq } from 'drizzle-orm';
import * as v from 'valibot';
import type { Database } from '../database/connect.js';
import { connection } from '../database/schema.js';
import { webAddress } from '../outgoing/web-address.js';
import type { Secrets } from '../secrets.js';

/** How a language model is reached: any server of the chat-completions interface. */
export const modelEntries = {
  url: v.pipe(webAddress, v.title('Address'), v.description('Up to /v1, as the server’s own page says it.')),
  model: v.pipe(v.string(), v.title('Model'), v.description('Its name there; part of every question.')),
  key: v.optional(v.pipe(v.string(), v.title('Key'), v.metadata({ as: 'secret' }))),
  /** Seconds to wait for an answer, 1 to 300. */
  timeout_seconds: v.optional(
    v.pipe(
      v.number(),
      v.minValue(1),
      v.maxValue(300),
      v.title('Time-out'),
      v.description('In seconds; 60 when empty.'),
    ),
    60,
  ),
  /** Of the question; of the answer too, unless that has its own. */
  price_per_1000_tokens: v.optional(
    v.pipe(v.number(), v.minValue(0), v.title('Price of 1000 tokens'), v.description('Of question and answer.')),
  ),
  price_per_1000_answer_tokens: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0),
      v.title('Of 1000 tokens of an answer'),
      v.description('Where it has a price of its own.'),
    ),
  ),
  /** ISO 4217. */
  currency: v.optional(v.pipe(v.string(), v.regex(/^[A-Z]{3}$/), v.title('Currency'), v.description('Such as GBP.'))),
  /** Further headers of each request. */
  headers: v.optional(
    v.pipe(
      v.record(v.pipe(v.string(), v.regex(/^[A-Za-z0-9-]+$/)), v.string()),
      v.title('Further headers'),
      v.description('Sent with each question, one a line: Name: value.'),
      v.metadata({ as: 'pairs', aside: true }),
    ),
  ),
  /** Whether the server takes a JSON Schema for its answers; without it the schema is told in words. */
  schema: v.optional(
    v.pipe(
      v.boolean(),
      v.title('Takes a JSON Schema'),
      v.description('With “no” the schema is told in words; yes when empty.'),
    ),
    true,
  ),
  /** Questions at once, 1 to 16. */
  parallel: v.optional(
    v.pipe(
      v.number(),
      v.integer(),
      v.minValue(1),
      v.maxValue(16),
      v.title('Questions at once'),
      v.description('1 to 16; 4 when empty.'),
    ),
    4,
  ),
  /** Whether mail may be sent to it. Without, every question waits. */
  may_ask: v.optional(
    v.pipe(
      v.boolean(),
      v.title('May be sent mail'),
      v.description('Asking is leaving: with “no” every question waits; yes when empty.'),
    ),
    true,
  ),
};
export type ModelConnection = v.InferOutput<ReturnType<typeof v.object<typeof modelEntries>>>;

/** Name of the connection that prompt rules ask. */
const modelConnectionName = 'model';

/** The model's connection, or null when none is set up. */
export async function openModel(db: Database, secrets: Secrets): Promise<ModelConnection | null> {
  const [found] = await db.select().from(connection).where(eq(connection.name, modelConnectionName));
  return found?.kind === 'model' ? (secrets.open(found.sealed) as ModelConnection) : null;
}

/** The model there is to ask. */
export interface ModelToAsk {
  /** Part of every question’s digest; a stand-in name where no model is set up. */
  name: string;
  /** Whether there is one, and mail may be shown to it. */
  mayAsk: boolean;
}

export async function modelToAsk(db: Database, secrets: Secrets): Promise<ModelToAsk> {
  const connection = await openModel(db, secrets);
  return { name: connection?.model ?? 'default', mayAsk: connection?.may_ask === true };
}
