const minuteMs = 60_000;
const maxKept = 10_000;

/** Counts what comes from each address, by the minute. */
export class PerMinute {
  private readonly counts = new Map<string, number>();
  private minute = 0;

  constructor(
    private readonly most: number,
    private readonly now: () => number = Date.now,
  ) {}

  /** Whether one more may come from an address now. */
  take(address: string): boolean {
    const minute = Math.floor(this.now() / minuteMs);
    if (minute !== this.minute || this.counts.size >= maxKept) this.counts.clear();
    this.minute = minute;
    const count = (this.counts.get(address) ?? 0) + 1;
    this.counts.set(address, count);
    return count <= this.most;
  }
}
