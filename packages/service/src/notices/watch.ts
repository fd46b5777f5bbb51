import type { NoticeKind } from '@yellow-sieve/contract';
import { type Cell, digestOf, ownTypes, say, wordsValue, YsError } from '@yellow-sieve/core';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import type { DestinationContext, DestinationKind } from '../destinations/index.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import { openDestination } from '../store/destination-store.js';
import { duePlans, keepCauses, nextAt, noteTold, type PlanRow, takeTurn } from '../store/notice-store.js';
import { type Cause, causesNow, silentMailboxes } from './causes.js';

export interface NoticeTools {
  db: Database;
  secrets: Secrets;
  outgoing: Outgoing;
  log: Logger;
  /** Where people reach the console; empty where nobody has said. */
  url: string;
  /** Seconds between looks, and for which notices of a plan are gathered. */
  everySeconds: number;
  gatherSeconds: number;
}

/** Rounds between two looks for mailboxes that fell silent. */
const silenceEvery = 9;
/** Milliseconds after which one that could not be sent is tried again. */
const againMs = 60_000;

/** Looks now and then what people should hear of, and tells those who want to. */
export class NoticeWatch {
  private nextAt = 0;
  private silent: Cause[] = [];
  private silenceIn = 0;

  constructor(private readonly tools: NoticeTools) {}

  async round(): Promise<number> {
    if (performance.now() < this.nextAt) return 0;
    this.nextAt = performance.now() + this.tools.everySeconds * 1000;
    const { db } = this.tools;
    if (this.silenceIn-- <= 0) {
      this.silent = await silentMailboxes(db);
      this.silenceIn = silenceEvery;
    }
    await keepCauses(db, [...(await causesNow(db)), ...this.silent]);
    await this.tell(new Date());
    return 0;
  }

  private async tell(now: Date): Promise<void> {
    const { db, gatherSeconds } = this.tools;
    for (const { plan, notices } of await duePlans(db, now)) {
      const next = plan.hour === null ? new Date(now.getTime() + gatherSeconds * 1000) : nextAt(plan.hour, now);
      if (notices.length === 0) {
        if (plan.hour !== null) await takeTurn(db, plan, next);
        continue;
      }
      // Who ends between this and the sending has it sent at the next turn.
      if (!(await takeTurn(db, plan, next))) continue;
      const trouble = await tellPlan(this.tools, plan, notices);
      const dueAt = trouble === null ? next : new Date(now.getTime() + againMs);
      await noteTold(db, plan.name, notices, { trouble, dueAt, now });
    }
  }
}

/** A notice as it is told. */
interface Told {
  id: string;
  kind: NoticeKind | null;
  text: string;
  path: string;
  endedAt: Date | null;
}

/** Sends some notices by a plan’s destination; null when it took them, else why not. */
export async function tellPlan(
  tools: Omit<NoticeTools, 'everySeconds' | 'gatherSeconds'>,
  { name, destination, recipient }: Pick<PlanRow, 'name' | 'destination' | 'recipient'>,
  notices: readonly Told[],
): Promise<string | null> {
  const { db, secrets, outgoing, log } = tools;
  try {
    const { kind, context } = await openDestination(db, secrets, outgoing, destination);
    return await send(kind, context, name, recipient, notices, tools.url);
  } catch (error) {
    if (error instanceof YsError) return error.message;
    log.warn({ plan: name, trouble: (error as Error).name }, 'a notice could not be sent');
    return say('YS-DELIVERY-UNREACHABLE', { detail: 'trouble inside the service' });
  }
}

const cellsOf = (texts: Readonly<Record<string, string | null>>): Cell[] =>
  Object.entries(texts).flatMap(([name, text]) =>
    text === null ? [] : [{ name, kind: ownTypes.words, value: wordsValue(text) }],
  );

async function send(
  kind: DestinationKind,
  context: DestinationContext,
  plan: string,
  recipient: string | null,
  notices: readonly Told[],
  url: string,
): Promise<string | null> {
  const lines = notices.map(
    ({ kind, text, path, endedAt }) =>
      // That a job is over is what is told.
      `${text}${endedAt === null || kind === 'job finished' ? '' : ` ${say('YS-NOTICE-OVER')}`}\n${url}${path}`,
  );
  const cells = cellsOf({
    to: recipient,
    subject: say('YS-NOTICE-SUBJECT', { count: notices.length, first: notices[0]?.text.split('. ')[0] ?? '' }),
    text: lines.join('\n\n'),
  });
  const identity = digestOf(`notice ${plan} ${notices.map(({ id }) => id).join(' ')}`);
  const about = { identity, message: '', messageTime: new Date().toISOString(), route: `notices/${plan}` };
  const rendered = kind.render({ row: null, cells }, about, context.definition);
  if ('refused' in rendered) return rendered.refused;
  if ('unsent' in rendered) return null;
  const tried = await kind.deliver(rendered.payload, { ...about, revision: 1 }, context);
  return tried.result === 'delivered' ? null : tried.answer;
}
