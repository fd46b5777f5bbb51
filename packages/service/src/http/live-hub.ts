import { Readable } from 'node:stream';
import { YsError } from '@yellow-sieve/core';
import { asc, gt, sql } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { change } from '../database/schema.js';
import { troubleName } from '../database/trouble.js';
import { isOfAccess } from '../store/change-store.js';

/** How often the changes are read while somebody listens. */
const pollMs = 500;
/** How far back each look goes: a transaction may be committed a little after its changes were stamped. */
const overlapSeconds = 5;
const heartbeatMs = 15_000;
/** Changes told in one go at the most; beyond that, listeners are told to ask for everything anew. */
const maxAtOnce = 500;
/** Bytes kept for a browser that does not read them. */
const maxUnread = 256 * 1024;

/** Streams of one person or token, and of all together. A browser has one for all its tabs. */
const maxOfOne = 30;
const maxStreams = 1000;

/** Who listens. */
export interface Listener {
  /** The person or token. */
  on: string;
  /** Whether they may still listen: sessions end and tokens are revoked while streams go on. */
  allowed: () => Promise<boolean>;
}

export interface LiveHubOptions {
  db: Database;
  log: { warn(about: object, text: string): void };
}

/** Tells all browsers of this process what changed in the database, whichever process changed it. */
export class LiveHub {
  private readonly listeners = new Map<Readable, Listener>();
  /** Changes that were told, while they may still be read again. */
  private readonly told = new Map<string, number>();
  private timer: NodeJS.Timeout | null = null;
  private heartbeat: NodeJS.Timeout | null = null;
  private closed = false;
  /** Which run of looks is under way: one that was begun before everybody left does not go on beside the next. */
  private run = 0;

  constructor(private readonly options: LiveHubOptions) {}

  /**
   * A stream of server-sent events. It begins with “hello”: from then on nothing is missed.
   * @throws YsError YS-SERVICE-BUSY when they, or all together, have too many.
   */
  subscribe(listener: Listener): Readable {
    const own = [...this.listeners.values()].filter(({ on }) => on === listener.on).length;
    if (own >= maxOfOne || this.listeners.size >= maxStreams) throw new YsError('YS-SERVICE-BUSY');
    const stream = new Readable({ read: () => undefined });
    stream.push(event('hello', {}));
    this.listeners.set(stream, listener);
    stream.once('close', () => this.leave(stream));
    if (this.closed) stream.push(null);
    else if (this.listeners.size === 1) this.begin();
    return stream;
  }

  /** Ends all streams, so that the process can stop. */
  close(): void {
    this.closed = true;
    this.rest();
    for (const stream of this.listeners.keys()) stream.push(null);
  }

  private begin(): void {
    this.rest();
    const run = ++this.run;
    this.timer = setTimeout(() => void this.look(run), 0);
    this.heartbeat = setInterval(() => void this.beat(), heartbeatMs);
  }

  private rest(): void {
    if (this.timer) clearTimeout(this.timer);
    if (this.heartbeat) clearInterval(this.heartbeat);
    this.timer = null;
    this.heartbeat = null;
  }

  /** Ends the streams of who may no longer listen, as sessions that ran out; the others hear that it goes on. */
  private async beat(): Promise<void> {
    await this.askAnew();
    this.tell(': still here\n\n');
  }

  /** Ends the streams of who may no longer listen. */
  private async askAnew(): Promise<void> {
    const ask = async ([stream, { allowed }]: [Readable, Listener]) => {
      if (!(await allowed().catch(() => true)) && this.listeners.has(stream)) stream.push(null);
    };
    await Promise.all([...this.listeners].map(ask));
  }

  private leave(stream: Readable): void {
    this.listeners.delete(stream);
    if (this.listeners.size === 0) this.rest();
  }

  private async look(run: number): Promise<void> {
    try {
      const rows = await this.fresh();
      if (rows.some(isOfAccess)) await this.askAnew();
      if (rows.length >= maxAtOnce) this.tell(event('hello', {}));
      else for (const { id, kind, what } of rows) this.tell(event('change', { kind, what }, id));
    } catch (error) {
      this.options.log.warn({ trouble: troubleName(error) }, 'changes could not be read');
    }
    const goesOn = run === this.run && this.listeners.size > 0 && !this.closed;
    if (goesOn) this.timer = setTimeout(() => void this.look(run), pollMs);
  }

  private async fresh() {
    const rows = await this.options.db
      .select({ id: change.id, kind: change.kind, what: change.what })
      .from(change)
      .where(gt(change.at, sql`NOW(3) - INTERVAL ${overlapSeconds} SECOND`))
      .orderBy(asc(change.at));
    const now = Date.now();
    for (const [id, at] of this.told) if (at < now - 2000 * overlapSeconds) this.told.delete(id);
    const fresh = rows.filter(({ id }) => !this.told.has(id));
    for (const { id } of fresh) this.told.set(id, now);
    return fresh;
  }

  private tell(text: string): void {
    for (const stream of this.listeners.keys()) {
      // Who does not read is let go, and connects anew.
      if (stream.readableLength > maxUnread) stream.destroy();
      else stream.push(text);
    }
  }
}

const event = (name: string, data: object, id?: string): string =>
  `event: ${name}\n${id ? `id: ${id}\n` : ''}data: ${JSON.stringify(data)}\n\n`;
