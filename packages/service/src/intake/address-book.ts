import type { Database } from '../database/connect.js';
import { findMailbox } from '../store/mailbox-store.js';

/** How long a found address is trusted. Unknown ones are looked up every time, so a new mailbox takes mail at once. */
const trustMs = 1000;
const maxKept = 10_000;

/** Which mailbox takes mail for an address; remembers what it found for a moment, for senders come in crowds. */
export class AddressBook {
  private readonly known = new Map<string, { mailbox: string; until: number }>();

  constructor(
    private readonly db: Database,
    private readonly now: () => number = Date.now,
  ) {}

  async find(address: string): Promise<string | null> {
    const kept = this.known.get(address);
    if (kept && kept.until > this.now()) return kept.mailbox;
    const mailbox = await findMailbox(this.db, address);
    if (this.known.size >= maxKept) this.known.clear();
    if (mailbox === null) this.known.delete(address);
    else this.known.set(address, { mailbox, until: this.now() + trustMs });
    return mailbox;
  }
}
