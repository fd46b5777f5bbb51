import { setTimeout as sleep } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { mailFolder } from '../../database/schema.js';
import { troubleName } from '../../database/trouble.js';
import { folderById } from '../../store/folder-store.js';
import { claimAlone, claimRows } from '../../work/claims.js';
import { LeaseKeeper } from '../../work/lease-keeper.js';
import type { IntakeKind, IntakeTools, RunningIntake } from '../intake-kind.js';
import { serveFolders } from './serve.js';
import { imapEntries, imapKind } from './settings.js';
import { watchFolder } from './watch.js';

/** Folders that one process watches at the most. */
const atOnce = 200;
const closePatienceMs = 2000;

/** Takes up the folders that mailboxes name and nobody watches, and watches each until it is named no more. */
async function startImap(tools: IntakeTools): Promise<RunningIntake> {
  const { intake, config, log } = tools;
  const { db } = intake;
  const { leaseSeconds, pollMs } = config;
  const worker = uuid();
  const leases = new LeaseKeeper(db, { table: mailFolder, keyColumn: 'id', worker, leaseSeconds }, log);
  const stop = new AbortController();
  const watching = new Map<string, Promise<void>>();
  const claim = (max: number) => ({
    table: mailFolder,
    keyColumn: 'id',
    waiting: sql`named = 1 AND due_at <= NOW(3)`,
    worker,
    max,
    leaseSeconds,
  });
  const take = async (id: string) => {
    leases.hold(id);
    const row = await folderById(db, id);
    if (row) await watchFolder(tools, row, stop.signal);
    leases.drop(id);
    // Free for whoever comes next, unless it is to be tried later; that was said already.
    await db.execute(
      sql`UPDATE mail_folder SET claimed_by = NULL, claimed_until = NULL, lost = 0 WHERE id = ${id} AND claimed_by = ${worker}`,
    );
  };
  const round = async () => {
    const room = atOnce - watching.size;
    const ids = room > 0 ? [...(await claimRows(db, claim(room))), ...(await claimAlone(db, claim(1)))] : [];
    for (const id of ids)
      watching.set(
        id,
        take(id)
          .catch((error: unknown) => log.warn({ folder: id, trouble: troubleName(error) }, 'a folder was let go'))
          .finally(() => watching.delete(id)),
      );
  };
  const looking = (async () => {
    while (!stop.signal.aborted) {
      await round().catch((error: unknown) =>
        log.debug({ trouble: troubleName(error) }, 'folders were not looked for'),
      );
      await sleep(Math.max(pollMs, 500), undefined, { signal: stop.signal }).catch(() => undefined);
    }
  })();
  return {
    port: null,
    async close() {
      stop.abort();
      await looking;
      await Promise.race([Promise.all(watching.values()), sleep(closePatienceMs, undefined, { ref: false })]);
      leases.close();
    },
  };
}

/** Folders of a mail server: what lies there, and what comes. */
export const imap: IntakeKind = {
  kind: imapKind,
  title: 'IMAP',
  about: 'folders of a mail server that are watched, or taken once',
  connection: { kind: imapKind, entries: imapEntries },
  start: startImap,
  serve: serveFolders,
};
