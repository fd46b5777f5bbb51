import type { Entered, JsonValue } from '@yellow-sieve/core';
import { and, eq, inArray } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { confirmation, enteredValue } from '../database/schema.js';

type EnteredRow = typeof enteredValue.$inferSelect;

/** What people entered for the records of some messages, by message. */
export async function enteredOf(db: Executor, messages: readonly string[]): Promise<Map<string, Entered>> {
  if (messages.length === 0) return new Map();
  const rows = await db
    .select()
    .from(enteredValue)
    .where(inArray(enteredValue.messageId, [...messages]));
  const named = [...new Set(rows.map(({ messageId }) => messageId))];
  const entered = new Map(
    named.map((message): [string, Entered] => [
      message,
      gathered(rows.filter(({ messageId }) => messageId === message)),
    ]),
  );
  const confirmed = await db
    .select()
    .from(confirmation)
    .where(inArray(confirmation.messageId, [...messages]));
  for (const { messageId, digest } of confirmed)
    entered.set(messageId, { ...(entered.get(messageId) ?? { fields: {}, rows: null }), confirmed: digest });
  return entered;
}

function gathered(rows: readonly EnteredRow[]): Entered {
  const whole = rows.find(({ path }) => path === 'rows');
  const held = rows.find(({ path }) => path === heldRows);
  return {
    fields: Object.fromEntries(
      rows.filter((row) => row !== whole && row !== held).map(({ path, value }) => [path, value as JsonValue]),
    ),
    rows: whole ? ((whole.value ?? []) as Record<string, JsonValue>[]) : null,
    ...(held ? { held: held.value as unknown as number[] } : {}),
  };
}

/** Where the places of rows that are held back are kept; no field has this name. */
export const heldRows = 'held rows';

/** Keeps what a person entered for a message's record, each over what was entered for the same place before. */
export async function enter(
  tx: Executor,
  messageId: string,
  values: Readonly<Record<string, JsonValue | Record<string, JsonValue>[]>>,
  by: string,
): Promise<void> {
  const at = new Date();
  for (const [path, value] of Object.entries(values))
    await tx
      .insert(enteredValue)
      .values({ messageId, path, value, by, at })
      .onDuplicateKeyUpdate({ set: { value, by, at } });
}

/** Takes back what was entered for some places, or for all. */
export async function takeBack(tx: Executor, messageId: string, paths?: readonly string[]): Promise<void> {
  if (paths?.length === 0) return;
  await tx
    .delete(enteredValue)
    .where(and(eq(enteredValue.messageId, messageId), paths ? inArray(enteredValue.path, [...paths]) : undefined));
}
