import type { Logger } from 'pino';
import { troubleName } from '../database/trouble.js';
import { Pauses } from './pauses.js';

export interface SlotsOptions<Item> {
  name: string;
  /** Items worked on at once. */
  slots: number;
  /** Items whose slot is free again and that are not done yet; at most this many, so that what is nearly done does not pile up. */
  leaving?: number;
  /**
   * Free slots that are worth a look for work while others are taken, since a look costs the same for one item as for many; with fewer,
   * the next look comes a little later. 1 when left out.
   */
  worthwhile?: number;
  /** Takes up to so many items. What comes is worked on at once. */
  claim: (max: number) => Promise<readonly Item[]>;
  /** Takes one item that is to run with nothing beside it, when nothing is under way. */
  claimAlone?: () => Promise<Item | undefined>;
  /** `free` gives the slot to the next before the work is done. */
  work: (item: Item, free: () => void) => Promise<void>;
  /** Milliseconds between looks for work when there was none, and nobody called. */
  pollMs: number;
  log: Logger;
}

/** Milliseconds after which what is to run alone has its turn even though there always is other work. */
const aloneEveryMs = 30_000;
/** Milliseconds after a look for work that the next may wait for more room. */
const roomPatienceMs = 150;

/**
 * Works on so many items at once, and takes the next as soon as one is done: a slow one holds its own slot and nobody else's. No more
 * is taken than there are slots for it.
 */
export class Slots<Item> {
  private readonly busy = new Set<Promise<void>>();
  private taken = 0;
  private stopping = false;
  private running: Promise<void> | null = null;
  private called = false;
  private wakeUp: (() => void) | null = null;
  private lastAlone = performance.now();
  private lastLook = Number.NEGATIVE_INFINITY;

  constructor(private readonly options: SlotsOptions<Item>) {}

  start(): void {
    this.running = this.loop();
  }

  /** Looks for work at once, instead of at the end of the pause. */
  nudge(): void {
    this.called = true;
    this.wakeUp?.();
  }

  /** Lets what is under way finish, then ends. */
  async stop(): Promise<void> {
    this.stopping = true;
    this.nudge();
    await this.running;
    await Promise.all(this.busy);
  }

  private async loop(): Promise<void> {
    const { name, pollMs, log } = this.options;
    const pauses = new Pauses(pollMs);
    while (!this.stopping) {
      this.called = false;
      let pause = 0;
      try {
        pause = (await this.round()) ? pauses.afterWork() : pauses.afterNothing();
      } catch (error) {
        log.warn({ lane: name, trouble: troubleName(error) }, 'work could not be taken up');
        pause = pauses.afterTrouble();
      }
      if (pause > 0 && !this.called) await this.rest(pause);
      if (this.called || this.busy.size > 0) pauses.stir();
    }
  }

  /** Takes up what there is room for; false when there was nothing, or no room. */
  private async round(): Promise<boolean> {
    if (performance.now() - this.lastAlone > aloneEveryMs && (await this.aloneTurn())) return true;
    const { slots, leaving = 0, worthwhile = 1 } = this.options;
    const room = Math.min(slots - this.taken, slots + leaving - this.busy.size);
    if (room <= 0) return false;
    const now = performance.now();
    if (this.taken > 0 && room < worthwhile && now - this.lastLook < roomPatienceMs) return false;
    this.lastLook = now;
    const items = await this.options.claim(room);
    for (const item of items) void this.begin(item);
    // What was lost often comes last: whatever loses it would otherwise lose it again before anything else is done.
    return items.length > 0 || (this.busy.size === 0 && (await this.aloneTurn()));
  }

  private async aloneTurn(): Promise<boolean> {
    const { claimAlone } = this.options;
    if (!claimAlone) return false;
    await Promise.all(this.busy);
    this.lastAlone = performance.now();
    const item = await claimAlone();
    if (item === undefined) return false;
    await this.begin(item);
    return true;
  }

  private begin(item: Item): Promise<void> {
    this.taken++;
    let holds = true;
    const free = () => {
      if (!holds) return;
      holds = false;
      this.taken--;
      this.nudge();
    };
    const work = this.options
      .work(item, free)
      .catch((error: unknown) =>
        this.options.log.warn({ lane: this.options.name, trouble: troubleName(error) }, 'a piece of work failed'),
      )
      .finally(() => {
        this.busy.delete(work);
        free();
        this.nudge();
      });
    this.busy.add(work);
    return work;
  }

  private async rest(ms: number): Promise<void> {
    await new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, ms);
      this.wakeUp = () => {
        clearTimeout(timer);
        resolve();
      };
    });
    this.wakeUp = null;
  }
}
