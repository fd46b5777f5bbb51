import { setTimeout as sleep } from 'node:timers/promises';
import type { Logger } from 'pino';
import { troubleName } from '../database/trouble.js';
import { Pauses } from './pauses.js';

export interface LaneOptions {
  name: string;
  /** Does one round of work; says how many items it took. */
  round: () => Promise<number>;
  /** Milliseconds to wait after a round that took nothing. */
  pollMs: number;
  log: Logger;
}

/** A loop that does rounds of work until it is stopped. Trouble in a round is logged, and the loop goes on after a while. */
export class Lane {
  private readonly stopping = new AbortController();
  private running: Promise<void> | null = null;
  private called = false;
  private wakeUp: (() => void) | null = null;

  constructor(private readonly options: LaneOptions) {}

  start(): void {
    this.running = this.loop();
  }

  /** Looks for work at once, instead of at the end of the pause. */
  nudge(): void {
    this.called = true;
    this.wakeUp?.();
  }

  /** Lets the round under way finish, then ends. */
  async stop(): Promise<void> {
    this.stopping.abort();
    this.nudge();
    await this.running;
  }

  private async loop(): Promise<void> {
    const { name, round, pollMs, log } = this.options;
    const pauses = new Pauses(pollMs);
    while (!this.stopping.signal.aborted) {
      let pause = 0;
      this.called = false;
      try {
        pause = (await round()) > 0 ? pauses.afterWork() : pauses.afterNothing();
      } catch (error) {
        log.warn({ lane: name, trouble: troubleName(error) }, 'a round of work failed');
        pause = pauses.afterTrouble();
      }
      // Who called while the round was under way may mean what it no longer saw.
      if (pause > 0 && !this.called) await this.rest(pause);
      if (this.called) pauses.stir();
    }
  }

  private async rest(ms: number): Promise<void> {
    const woken = new Promise<void>((resolve) => {
      this.wakeUp = resolve;
    });
    const clock = new AbortController();
    await Promise.race([woken, sleep(ms, undefined, { signal: clock.signal }).catch(() => undefined)]);
    clock.abort();
    this.wakeUp = null;
  }
}
