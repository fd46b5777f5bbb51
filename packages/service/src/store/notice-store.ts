import type { Notice, NoticeKind, NoticePlan } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, lt, or, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { destination, notice, noticeMute, noticePlan, noticeTold, user } from '../database/schema.js';
import { destinationKinds } from '../destinations/index.js';
import type { Cause } from '../notices/causes.js';
import { foldEmail } from '../people/fold-email.js';
import { findMailbox } from './mailbox-store.js';

type NoticeRow = typeof notice.$inferSelect;
export type PlanRow = typeof noticePlan.$inferSelect;

/** How long notices are kept once they are over. */
const keptMs = 30 * 24 * 3600_000;
/** What ended and came back within this time is the same: a destination that stops now and then is no news each time. */
const sameMs = 15 * 60_000;

const placeOf = ({ kind, about }: Pick<Cause, 'kind' | 'about'>) => `${kind}\0${about}`;

/** Brings what is kept to what holds now: new causes begin, others end. What is over at once is kept once. */
export async function keepCauses(db: Database, causes: readonly Cause[], now = new Date()): Promise<void> {
  await db.transaction(async (tx) => {
    const recent = new Date(now.getTime() - sameMs);
    const rows = await tx
      .select()
      .from(notice)
      .where(or(isNull(notice.endedAt), gte(notice.endedAt, recent), eq(notice.kind, 'job finished')))
      .for('update');
    const known = new Map(rows.map((row) => [placeOf(row), row]));
    for (const { over = false, ...cause } of causes) {
      const row = known.get(placeOf(cause));
      const endedAt = over ? now : null;
      if (!row) await tx.insert(notice).values({ id: uuid(), ...cause, beganAt: now, endedAt });
      else if (!over && (row.text !== cause.text || row.count !== cause.count || row.endedAt !== null))
        await tx.update(notice).set({ text: cause.text, count: cause.count, endedAt }).where(eq(notice.id, row.id));
    }
    const holds = new Set(causes.map(placeOf));
    const gone = rows.filter((row) => row.endedAt === null && !holds.has(placeOf(row))).map(({ id }) => id);
    if (gone.length > 0) await tx.update(notice).set({ endedAt: now }).where(inArray(notice.id, gone));
    await tx.delete(notice).where(lt(notice.endedAt, new Date(now.getTime() - keptMs)));
  });
}

/** Notices, newest first, and whether somebody has muted each. */
export async function listNotices(db: Executor, owner: string, past: boolean): Promise<Notice[]> {
  const rows = await db
    .select()
    .from(notice)
    // A job that has ended is told for a day.
    .where(
      past
        ? undefined
        : or(
            isNull(notice.endedAt),
            and(eq(notice.kind, 'job finished'), gte(notice.endedAt, sql`NOW(3) - INTERVAL 1 DAY`)),
          ),
    )
    .orderBy(desc(notice.beganAt))
    .limit(500);
  const mutes = await db.select().from(noticeMute).where(eq(noticeMute.owner, owner));
  return rows.map((row) => ({
    key: row.id,
    kind: row.kind,
    about: row.about,
    text: row.text,
    path: row.path,
    count: row.count,
    began: row.beganAt.toISOString(),
    ended: row.endedAt?.toISOString() ?? null,
    muted: isMuted(mutes, row),
  }));
}

const isMuted = (
  mutes: readonly { kind: NoticeKind; about: string }[],
  { kind, about }: Pick<NoticeRow, 'kind' | 'about'>,
) => mutes.some((mute) => mute.kind === kind && (mute.about === '' || mute.about === about));

export async function muteCause(db: Executor, owner: string, kind: NoticeKind, about: string): Promise<void> {
  await db.insert(noticeMute).ignore().values({ owner, kind, about });
}

export async function unmuteCause(db: Executor, owner: string, kind: NoticeKind, about: string): Promise<void> {
  const of = and(eq(noticeMute.owner, owner), eq(noticeMute.kind, kind));
  await db.delete(noticeMute).where(about === '' ? of : and(of, inArray(noticeMute.about, ['', about])));
}

const published = ({ name, destination: to, recipient, kinds, hour, by, sentAt, trouble }: PlanRow): NoticePlan => ({
  name,
  destination: to,
  ...(recipient === null ? {} : { to: recipient }),
  kinds,
  ...(hour === null ? {} : { hour }),
  by,
  sent: sentAt?.toISOString() ?? null,
  trouble,
});

export const listPlans = async (db: Executor): Promise<NoticePlan[]> =>
  (await db.select().from(noticePlan).orderBy(asc(noticePlan.name))).map(published);

/** @throws YsError YS-NOT-FOUND */
export async function planRow(db: Executor, name: string): Promise<PlanRow> {
  const [row] = await db.select().from(noticePlan).where(eq(noticePlan.name, name));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'notice plan', name });
  return row;
}

/**
 * Makes a plan, or changes it.
 * @throws YsError YS-NOTICE-DESTINATION, YS-NOTICE-ADDRESS, or YS-NOTICE-OWN where it would write to a mailbox of the service
 */
export async function putPlan(
  db: Executor,
  plan: Pick<PlanRow, 'name' | 'destination' | 'recipient' | 'kinds' | 'hour' | 'by'>,
): Promise<NoticePlan> {
  const [target] = await db.select().from(destination).where(eq(destination.name, plan.destination));
  if (!target || destinationKinds[target.kind]?.tells !== true)
    throw new YsError('YS-NOTICE-DESTINATION', { destination: plan.destination });
  if (destinationKinds[target.kind]?.addressed === true && plan.recipient === null)
    throw new YsError('YS-NOTICE-ADDRESS', { destination: plan.destination });
  if (plan.recipient !== null && (await findMailbox(db, plan.recipient)) !== null)
    throw new YsError('YS-NOTICE-OWN', { address: plan.recipient });
  const dueAt = plan.hour === null ? new Date() : nextAt(plan.hour, new Date());
  await db
    .insert(noticePlan)
    .values({ ...plan, dueAt })
    .onDuplicateKeyUpdate({ set: { ...plan, dueAt, trouble: null } });
  // What is over by now is no news to whom is told from now on.
  const over = db
    .select({ plan: sql<string>`${plan.name}`.as('plan'), noticeId: notice.id, at: sql<Date>`NOW(3)`.as('at') })
    .from(notice)
    .where(isNotNull(notice.endedAt));
  await db.insert(noticeTold).ignore().select(over);
  return published(await planRow(db, plan.name));
}

export async function removePlan(db: Executor, name: string): Promise<void> {
  await planRow(db, name);
  await db.delete(noticePlan).where(eq(noticePlan.name, name));
  await db.delete(noticeTold).where(eq(noticeTold.plan, name));
}

/** The next time it is this hour (UTC). */
export function nextAt(hour: number, now: Date): Date {
  const next = new Date(now);
  next.setUTCHours(hour, 0, 0, 0);
  if (next <= now) next.setUTCDate(next.getUTCDate() + 1);
  return next;
}

/** Plans that are due, each with what it has not told yet. */
export async function duePlans(db: Executor, now: Date): Promise<{ plan: PlanRow; notices: NoticeRow[] }[]> {
  const plans = await db.select().from(noticePlan).where(sql`${noticePlan.dueAt} <= ${now}`);
  const due = [];
  for (const plan of plans) {
    const rows = await db
      .select({ notice })
      .from(notice)
      .leftJoin(noticeTold, and(eq(noticeTold.noticeId, notice.id), eq(noticeTold.plan, plan.name)))
      .where(and(isNull(noticeTold.noticeId), inArray(notice.kind, plan.kinds)))
      .orderBy(asc(notice.beganAt));
    const mutes = plan.recipient === null ? [] : await mutesOf(db, plan.recipient);
    due.push({ plan, notices: rows.map((row) => row.notice).filter((row) => !isMuted(mutes, row)) });
  }
  return due;
}

/** What the person with an address has muted. */
async function mutesOf(db: Executor, address: string) {
  return db
    .select({ kind: noticeMute.kind, about: noticeMute.about })
    .from(noticeMute)
    .innerJoin(user, eq(user.id, noticeMute.owner))
    .where(eq(user.email, foldEmail(address)));
}

/** Takes a plan’s turn, so that no other process sends the same; false where one has. */
export async function takeTurn(db: Executor, { name, dueAt }: PlanRow, until: Date): Promise<boolean> {
  const [done] = await db
    .update(noticePlan)
    .set({ dueAt: until })
    .where(and(eq(noticePlan.name, name), eq(noticePlan.dueAt, dueAt)));
  return done.affectedRows === 1;
}

/** Notes what came of a plan’s turn. */
export async function noteTold(
  db: Executor,
  plan: string,
  notices: readonly NoticeRow[],
  { trouble, dueAt, now }: { trouble: string | null; dueAt: Date; now: Date },
): Promise<void> {
  if (trouble === null && notices.length > 0)
    await db
      .insert(noticeTold)
      .ignore()
      .values(notices.map(({ id }) => ({ plan, noticeId: id, at: now })));
  await db
    .update(noticePlan)
    .set({ trouble, dueAt, ...(trouble === null ? { sentAt: now } : {}) })
    .where(eq(noticePlan.name, plan));
}
