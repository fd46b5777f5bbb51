/** Milliseconds of work of one owner that may wait for a thread. */
const workMs = 400;
/** Items of an owner nothing is known of yet, and the most of any. */
const atFirst = 4;
export const atMost = 16;
/** How much the newest item says of how long an owner's take. */
const weight = 0.3;

/**
 * How many items of each owner are taken up at once: many where they are quick, so that taking them up does not cost more than what
 * they are taken up for; as many as there are threads where they are slow, so that they do not hold the places of others.
 */
export class InHand {
  private readonly count = new Map<string, number>();
  private readonly ms = new Map<string, number>();

  /** `threads`: how many of an owner may be taken up however slow they are. */
  constructor(private readonly threads: number) {}

  /** How many more of an owner may be taken up; none before half of what may be is done. */
  room(owner: string): number {
    const usual = this.ms.get(owner);
    const quick = usual === undefined ? atFirst : Math.min(atMost, Math.round(workMs / Math.max(usual, 1)));
    const most = Math.max(this.threads, quick);
    const count = this.count.get(owner) ?? 0;
    return count > most / 2 ? 0 : most - count;
  }

  take(owner: string): void {
    this.count.set(owner, (this.count.get(owner) ?? 0) + 1);
  }

  /** @param ms How long it took of a thread; left out where that is not known. */
  done(owner: string, ms?: number): void {
    const left = (this.count.get(owner) ?? 1) - 1;
    if (left > 0) this.count.set(owner, left);
    else this.count.delete(owner);
    if (ms === undefined) return;
    const usual = this.ms.get(owner);
    // A slow one is believed at once, quick ones a little at a time.
    this.ms.set(owner, usual === undefined || ms > usual ? ms : usual + (ms - usual) * weight);
  }
}
