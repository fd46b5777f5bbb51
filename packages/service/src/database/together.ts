interface Waiting<Entry, Result> {
  entry: Entry;
  resolve: (result: Result) => void;
  reject: (error: unknown) => void;
}

export interface TogetherOptions<Entry, Result> {
  /** Does some entries at once, all or none of them; gives the result of each. */
  run: (entries: readonly Entry[]) => Promise<readonly Result[]>;
  /** Batches under way at the same time: while one waits for the disk, the next is written. */
  atOnce: number;
  /** Entries of one batch at the most; beyond that a transaction grows without gain. */
  most: number;
}

/**
 * Does together what comes side by side, so that one transaction, and one wait for the disk, serves them all. Nobody is answered before
 * it is done. A batch that fails is done again one by one, so that none fails for another.
 */
export class Together<Entry, Result> {
  private waiting: Waiting<Entry, Result>[] = [];
  private working = 0;

  constructor(private readonly options: TogetherOptions<Entry, Result>) {}

  /** Resolves to the entry's result once it is done. */
  add(entry: Entry): Promise<Result> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ entry, resolve, reject });
      if (this.working < this.options.atOnce) void this.work();
    });
  }

  private async work(): Promise<void> {
    this.working++;
    while (this.waiting.length > 0) await this.batch(this.waiting.splice(0, this.options.most));
    this.working--;
  }

  private async batch(batch: readonly Waiting<Entry, Result>[]): Promise<void> {
    try {
      const results = await this.options.run(batch.map(({ entry }) => entry));
      for (const [i, { resolve }] of batch.entries()) resolve(results[i] as Result);
    } catch (error) {
      const [only] = batch;
      if (batch.length === 1 && only) only.reject(error);
      else for (const one of batch) await this.batch([one]);
    }
  }
}
