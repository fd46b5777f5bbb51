const longestPauseMs = 5000;

/** Looks in a row that found nothing, after which the next ones come more rarely, and how much more rarely. */
const quietLooks = 8;
const restfulness = 4;
const longestRestMs = 1000;

/** How long a worker pauses between looks for work: a while after trouble, and longer when nothing has come for some time. */
export class Pauses {
  private quiet = 0;
  private afterLastTrouble: number;

  constructor(private readonly pollMs: number) {
    this.afterLastTrouble = pollMs;
  }

  /** Something goes on: somebody called, or work is under way. */
  stir(): void {
    this.quiet = 0;
  }

  /** @returns milliseconds after a look that found work. */
  afterWork(): number {
    this.afterLastTrouble = this.pollMs;
    this.quiet = 0;
    return 0;
  }

  /** @returns milliseconds after a look that found nothing. Another process may have put work there, so that looks never end. */
  afterNothing(): number {
    this.afterLastTrouble = this.pollMs;
    this.quiet++;
    return this.quiet <= quietLooks
      ? this.pollMs
      : Math.max(this.pollMs, Math.min(longestRestMs, this.pollMs * restfulness));
  }

  /** @returns milliseconds after a look that failed; twice as long each time. */
  afterTrouble(): number {
    this.afterLastTrouble = Math.min(longestPauseMs, this.afterLastTrouble * 2);
    return this.afterLastTrouble;
  }
}
