/** Entries that wait, by on whose behalf: each has a turn in order, however many the others have waiting. */
export class FairQueue<Entry> {
  private readonly byOwner = new Map<string, Entry[]>();

  /** `max`: entries of one owner that may wait. */
  constructor(private readonly max: number) {}

  /** Takes an entry in; false when its owner has too many waiting. */
  add(owner: string, entry: Entry): boolean {
    const own = this.byOwner.get(owner) ?? [];
    if (own.length >= this.max) return false;
    own.push(entry);
    this.byOwner.set(owner, own);
    return true;
  }

  /** The oldest entry of whose turn it is; their next comes after one of everybody else's. */
  take(): Entry | undefined {
    const [owner, own] = this.byOwner.entries().next().value ?? [];
    if (owner === undefined || own === undefined) return undefined;
    const entry = own.shift();
    this.byOwner.delete(owner);
    if (own.length > 0) this.byOwner.set(owner, own);
    return entry;
  }
}
