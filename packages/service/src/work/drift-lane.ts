import { driftOf, driftWindow } from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import { keepDrift, mailboxMarks, observedIn } from '../store/drift-store.js';

/** Looks now and then whether the mail of a mailbox is still as it was. Mailboxes where nothing came are left alone. */
export class DriftWatch {
  private readonly looked = new Map<string, string>();
  private nextAt = 0;

  constructor(
    private readonly db: Database,
    private readonly everySeconds: number,
  ) {}

  /** One round; between two that look, at least the seconds it was told go by, however often it is woken. */
  async round(): Promise<number> {
    if (performance.now() < this.nextAt) return 0;
    this.nextAt = performance.now() + this.everySeconds * 1000;
    for (const mailbox of await mailboxMarks(this.db)) {
      if (this.looked.get(mailbox.id) === mailbox.mark) continue;
      const observed = await observedIn(this.db, mailbox.id);
      await keepDrift(
        this.db,
        mailbox,
        driftOf(observed.slice(driftWindow.recent), observed.slice(0, driftWindow.recent)),
      );
      this.looked.set(mailbox.id, mailbox.mark);
    }
    return 0;
  }
}
