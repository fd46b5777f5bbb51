import type { DatabaseHandle } from '../database/connect.js';
import { type Receipt, storeMessages } from '../store/message-store.js';
import type { RawWriter } from '../store/raw-store.js';

interface Entry {
  writer: RawWriter;
  receipts: readonly Receipt[];
  resolve: (ids: string[]) => void;
  reject: (error: unknown) => void;
}

/** Batches on their way to the disk at the same time: while one waits for it, the next is written. */
const maxAtOnce = 3;

/** Messages committed together at the most; beyond that a transaction grows without gain. */
const maxTogether = 50;

/**
 * Commits messages that arrive side by side in one transaction, so that one wait for the disk serves them all. Nobody is
 * answered before the commit. A batch that fails is tried again one by one, so that no message fails for another.
 */
export class CommitQueue {
  private waiting: Entry[] = [];
  private working = 0;

  constructor(private readonly database: DatabaseHandle) {}

  /** Resolves to the new messages' keys once they are on disk. */
  commit(writer: RawWriter, receipts: readonly Receipt[]): Promise<string[]> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ writer, receipts, resolve, reject });
      if (this.working < maxAtOnce) void this.work();
    });
  }

  private async work(): Promise<void> {
    this.working++;
    while (this.waiting.length > 0) await this.commitBatch(this.waiting.splice(0, maxTogether));
    this.working--;
  }

  private async commitBatch(batch: readonly Entry[]): Promise<void> {
    try {
      const ids = await storeMessages(this.database, batch);
      for (const [i, { resolve }] of batch.entries()) resolve(ids[i] ?? []);
    } catch (error) {
      const [only] = batch;
      if (batch.length === 1 && only) only.reject(error);
      else for (const entry of batch) await this.commitBatch([entry]);
    }
  }
}
