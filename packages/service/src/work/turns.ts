/** How often it is looked up whose work waits; between looks the same are served in turn. */
const lookEveryMs = 250;

/**
 * Takes up work of several owners in turn, so that who has much waiting does not make the others wait behind it. Who was served
 * longest ago comes first.
 */
export class Turns {
  private owners: string[] = [];
  private lookedAt = Number.NEGATIVE_INFINITY;
  private readonly served = new Map<string, number>();
  private count = 0;

  /** `look` names the owners whose work waits. */
  constructor(
    private readonly look: () => Promise<string[]>,
    private readonly now: () => number = () => performance.now(),
  ) {}

  /** Takes up to `max` pieces of work, one of each owner in turn; `take` gives fewer than asked for when an owner has no more. */
  async take<Work>(max: number, take: (owner: string, max: number) => Promise<readonly Work[]>): Promise<Work[]> {
    if (this.owners.length === 0 || this.now() - this.lookedAt > lookEveryMs) await this.lookAnew();
    const taken: Work[] = [];
    while (taken.length < max && this.owners.length > 0) {
      this.owners.sort((a, b) => (this.served.get(a) ?? 0) - (this.served.get(b) ?? 0));
      const [owner = ''] = this.owners;
      const share = Math.ceil((max - taken.length) / this.owners.length);
      const got = await take(owner, share);
      taken.push(...got);
      this.served.set(owner, ++this.count);
      if (got.length < share) this.owners = this.owners.filter((other) => other !== owner);
    }
    return taken;
  }

  private async lookAnew(): Promise<void> {
    this.owners = await this.look();
    this.lookedAt = this.now();
    for (const owner of this.served.keys()) if (!this.owners.includes(owner)) this.served.delete(owner);
  }
}
