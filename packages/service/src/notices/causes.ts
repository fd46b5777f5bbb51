import type { NoticeKind } from '@yellow-sieve/contract';
import { type Code, say, silenceHours, silenceOf } from '@yellow-sieve/core';
import { and, eq, gte, inArray, isNull, min, sql } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { delivery, destination, drift, job, mailbox, mailFolder, message } from '../database/schema.js';
import { waitingAsks } from '../store/model-use-store.js';
import { firstKeyAt } from '../store/paging.js';

/** Something people should hear of, as long as it holds. */
export interface Cause {
  kind: NoticeKind;
  about: string;
  mailbox: string | null;
  text: string;
  path: string;
  count: number;
  /** It has happened, and holds no longer than it takes to tell it. */
  over?: boolean;
}

/** Hours a message may wait in review. */
const reviewHours = 24;
/** Jobs that took less than this are over before anybody would hear of it, unless they failed. */
const longJobMs = 20_000;
/** How far back jobs are looked for that ended. */
const jobWindowMs = 24 * 3600_000;
const hourMs = 3600_000;

/** What people should hear of now, but for silence: that is dear to tell, and never sudden. */
export async function causesNow(db: Database, now = new Date()): Promise<Cause[]> {
  const found = [stopped(db), waiting(db, now), drifted(db), held(db), full(db), ended(db, now), failing(db)];
  return (await Promise.all(found)).flat();
}

async function stopped(db: Database): Promise<Cause[]> {
  const rows = await db
    .select({
      name: delivery.destination,
      title: destination.title,
      count: sql<number>`count(*)`,
      since: sql<string>`min(${delivery.updatedAt})`,
      answer: sql<string | null>`max(${delivery.answer})`,
    })
    .from(delivery)
    .leftJoin(destination, eq(destination.name, delivery.destination))
    .where(eq(delivery.state, 'stopped'))
    .groupBy(delivery.destination, destination.title);
  return rows.map(({ name, title, count, since, answer }) => ({
    kind: 'delivery stopped',
    about: name,
    mailbox: null,
    text: say('YS-NOTICE-STOPPED', {
      destination: title ?? name,
      count: Number(count),
      since: minute(since),
      detail: answer ?? '',
    }),
    path: `/destinations?destination=${name}&state=stopped`,
    count: Number(count),
  }));
}

async function waiting(db: Database, now: Date): Promise<Cause[]> {
  const late = new Date(now.getTime() - reviewHours * hourMs);
  const rows = await db
    .select({ name: mailbox.name, title: mailbox.title, count: sql<number>`count(*)`, since: min(message.receivedAt) })
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(and(eq(message.state, 'review'), sql`${message.updatedAt} < ${late}`))
    .groupBy(mailbox.name, mailbox.title);
  return rows.map(({ name, title, count, since }) => ({
    kind: 'review waiting',
    about: name,
    mailbox: name,
    text: say('YS-NOTICE-REVIEW', {
      mailbox: title,
      count: Number(count),
      hours: reviewHours,
      since: minute(since?.toISOString() ?? ''),
    }),
    path: `/review?mailbox=${name}`,
    count: Number(count),
  }));
}

/** Mailboxes to which nothing comes though it should. The hours are told by the keys of messages alone, which the index has. */
export async function silentMailboxes(db: Database, now = new Date()): Promise<Cause[]> {
  const mailboxes = await db
    .select({ id: mailbox.id, name: mailbox.name, title: mailbox.title })
    .from(mailbox)
    .where(isNull(mailbox.archivedAt));
  const from = firstKeyAt(new Date(now.getTime() - silenceHours * hourMs));
  const hour = sql<number>`floor(conv(concat(substr(${message.id}, 1, 8), substr(${message.id}, 10, 4)), 16, 10) / ${hourMs})`;
  const found: Cause[] = [];
  for (const { id, name, title } of mailboxes) {
    const rows = await db
      .select({ hour, count: sql<number>`count(*)` })
      .from(message)
      .where(and(eq(message.mailboxId, id), gte(message.id, from)))
      .groupBy(sql`1`)
      .orderBy(sql`1`);
    const own = rows.map((row) => ({ hour: Number(row.hour), count: Number(row.count) }));
    const silence = silenceOf(own, now.getTime() / hourMs);
    if (!silence) continue;
    const code = silence.why === 'longer than ever' ? 'YS-NOTICE-SILENT' : 'YS-NOTICE-SILENT-BUSY';
    const text = say(code, { mailbox: title, since: minute(silence.since), measure: silence.measure });
    found.push({ kind: 'mailbox silent', about: name, mailbox: name, text, path: `/mailboxes/${name}`, count: 1 });
  }
  return found;
}

async function drifted(db: Database): Promise<Cause[]> {
  const rows = await db
    .select({ id: drift.id, name: mailbox.name, title: mailbox.title, example: drift.exampleId })
    .from(drift)
    .innerJoin(mailbox, eq(mailbox.id, drift.mailboxId))
    .where(isNull(drift.seenBy));
  const names = [...new Set(rows.map(({ name }) => name))];
  return names.map((name) => {
    const own = rows.filter((row) => row.name === name);
    const params = { mailbox: own[0]?.title ?? name, count: own.length };
    return {
      kind: 'drift',
      about: name,
      mailbox: name,
      text: say('YS-NOTICE-DRIFT', params),
      path: '/',
      count: own.length,
    };
  });
}

async function held(db: Database): Promise<Cause[]> {
  const asks = (await waitingAsks(db)).filter((ask) => ask.held);
  return asks.map(({ sieve, messages, detail }) => ({
    kind: 'ceiling reached',
    about: sieve ?? '',
    mailbox: null,
    text: say('YS-NOTICE-CEILING', { sieve: sieve ?? '', count: messages, detail: detail ?? '' }),
    path: '/',
    count: messages,
  }));
}

/** Destinations whose mails wait for room under their ceiling. */
async function full(db: Database): Promise<Cause[]> {
  const rows = await db
    .select({ name: delivery.destination, title: destination.title, count: sql<number>`count(*)` })
    .from(delivery)
    .leftJoin(destination, eq(destination.name, delivery.destination))
    .where(and(eq(delivery.state, 'waiting'), eq(delivery.code, 'YS-DELIVERY-CEILING' satisfies Code)))
    .groupBy(delivery.destination, destination.title);
  return rows.map(({ name, title, count }) => ({
    kind: 'ceiling reached',
    about: `destination ${name}`,
    mailbox: null,
    text: say('YS-NOTICE-CEILING-MAIL', { destination: title ?? name, count: Number(count) }),
    path: `/destinations?destination=${name}&state=waiting`,
    count: Number(count),
  }));
}

async function ended(db: Database, now: Date): Promise<Cause[]> {
  const rows = await db
    .select()
    .from(job)
    .where(
      and(
        inArray(job.state, ['done', 'failed']),
        gte(job.finishedAt, new Date(now.getTime() - jobWindowMs)),
        sql`(${job.state} = 'failed' OR ${job.worked} > ${longJobMs})`,
      ),
    );
  return rows.map(({ id, title, state, sieve, done, detail }) => ({
    kind: 'job finished',
    about: id,
    mailbox: null,
    text: say(state === 'failed' ? 'YS-NOTICE-JOB-FAILED' : 'YS-NOTICE-JOB', { title, done, detail: detail ?? '' }),
    path: sieve === null ? '/' : `/workbench/${sieve}`,
    count: 1,
    over: true,
  }));
}

async function failing(db: Database): Promise<Cause[]> {
  const rows = await db
    .select({
      folder: mailFolder.folder,
      connection: mailFolder.connection,
      detail: mailFolder.detail,
      name: mailbox.name,
    })
    .from(mailFolder)
    .innerJoin(mailbox, eq(mailbox.id, mailFolder.mailboxId))
    .where(and(eq(mailFolder.state, 'trouble'), eq(mailFolder.named, true)));
  return rows.map(({ folder, connection, detail, name }) => ({
    kind: 'intake failing',
    about: `${name} ${connection} ${folder}`.slice(0, 160),
    mailbox: name,
    text: say('YS-NOTICE-INTAKE', { mailbox: name, folder, connection, detail: detail ?? '' }),
    path: `/mailboxes/${name}`,
    count: 1,
  }));
}

/** A moment as people read it, to the minute, in UTC. */
const minute = (moment: string): string => `${moment.replace('T', ' ').slice(0, 16)} UTC`;
