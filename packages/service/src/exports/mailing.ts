import { nextMailing, say, YsError } from '@yellow-sieve/core';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import { sendFileByMail } from '../destinations/mail/mail.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import { openDestination } from '../store/destination-store.js';
import { dueExports, type ExportRow, noteMailing, recipientsOf, takeMailing } from '../store/export-store.js';
import { recordsFile } from './saved-file.js';

export interface MailingTools {
  db: Database;
  secrets: Secrets;
  outgoing: Outgoing;
  log: Logger;
  /** Where people reach the console; empty where nobody has said. */
  url: string;
}

/** Bytes of a file that is mailed; of a longer one the mail has the link alone. */
const longestMailed = 8 * 1024 * 1024;
/** Milliseconds after which one that could not be mailed is tried again. */
const againMs = 5 * 60_000;

/** Mails the exports that are due. */
export async function mailingRound(tools: MailingTools): Promise<number> {
  const { db } = tools;
  const now = new Date();
  for (const row of await dueExports(db, now)) {
    const { mail, zone = 'UTC' } = row.definition;
    const again = new Date(now.getTime() + againMs);
    // Held for a while only: what a crash cut short is mailed once more.
    if (!mail || !(await takeMailing(db, row, again))) continue;
    const trouble = await mailExport(tools, row, row.dueAt ?? now);
    await noteMailing(db, row.name, { trouble, dueAt: trouble === null ? nextMailing(mail, zone, now) : again });
  }
  return 0;
}

/** Mails one; null when it was taken, else why not. `at`: the moment its period is of. */
export async function mailExport(tools: MailingTools, row: ExportRow, at: Date): Promise<string | null> {
  const { db, secrets, outgoing, log, url } = tools;
  const { mail } = row.definition;
  if (!mail) return say('YS-EXPORT-NO-MAIL', { name: row.name });
  try {
    const { context } = await openDestination(db, secrets, outgoing, mail.by);
    const { where = {}, ...options } = row.definition;
    const file = await recordsFile(db, { ...options, title: row.title, name: row.name, filter: where }, at);
    const bytes = await upTo(file.body, longestMailed);
    const link = `${url}/exports/${row.secret}.${row.definition.format ?? 'csv'}`;
    const text = say(bytes ? 'YS-EXPORT-MAIL' : 'YS-EXPORT-MAIL-LONG', {
      title: row.title,
      period: options.period ?? 'all',
      link,
    });
    const tried = await sendFileByMail(context, {
      to: recipientsOf(mail),
      subject: `${row.title} (${options.period ?? 'all'})`,
      text,
      messageId: `export-${row.name}-${at.getTime()}`,
      file: bytes ? { name: file.name, type: file.type, bytes } : null,
    });
    return tried.result === 'delivered' ? null : tried.answer;
  } catch (error) {
    if (error instanceof YsError) return error.message;
    log.warn({ export: row.name, trouble: (error as Error).name }, 'an export could not be mailed');
    return say('YS-DELIVERY-UNREACHABLE', { detail: 'trouble inside the service' });
  }
}

/** All of a stream; null where it is longer. */
async function upTo(stream: AsyncIterable<Uint8Array | string>, max: number): Promise<Buffer | null> {
  const pieces: Buffer[] = [];
  let size = 0;
  for await (const piece of stream) {
    const bytes = Buffer.from(piece);
    size += bytes.length;
    if (size > max) return null;
    pieces.push(bytes);
  }
  return Buffer.concat(pieces);
}
