import { createHash, type Hash } from 'node:crypto';
import { and, asc, eq, lt } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { executeBinary, type Statement } from '../database/run-together.js';
import { raw, rawChunk } from '../database/schema.js';

/** Size of one piece of raw mail in the database. */
const chunkBytes = 256 * 1024;

/** A raw message on its way into the database. Only a transaction that stores a receipt makes it count. */
export class RawWriter {
  readonly id = uuid();
  size = 0;
  private readonly hash: Hash = createHash('sha256');
  private held: Buffer[] = [];
  private heldBytes = 0;
  private seq = 0;

  constructor(private readonly db: Database) {}

  /** Takes bytes. Pieces of long messages are stored as they come, marked incomplete; short ones are held. */
  async write(bytes: Buffer): Promise<void> {
    this.size += bytes.length;
    this.hash.update(bytes);
    this.held.push(bytes);
    this.heldBytes += bytes.length;
    while (this.heldBytes >= chunkBytes) await this.storePiece();
  }

  private async storePiece(): Promise<void> {
    const all = Buffer.concat(this.held, this.heldBytes);
    if (this.seq === 0)
      await this.db
        .insert(raw)
        .values({ id: this.id, digest: '0'.repeat(64), size: 0, complete: false, createdAt: new Date() });
    const piece = this.db
      .insert(rawChunk)
      .values({ rawId: this.id, seq: this.seq++, bytes: all.subarray(0, chunkBytes) });
    await executeBinary(this.db, piece);
    this.held = [all.subarray(chunkBytes)];
    this.heldBytes = all.length - chunkBytes;
  }

  /** Whether pieces of it are stored already. */
  get isLong(): boolean {
    return this.seq > 0;
  }

  /** What makes the message complete, to be run in one transaction with its receipts. */
  finish(): Statement[] {
    const digest = this.hash.copy().digest('hex');
    const whole = { digest, size: this.size, complete: true };
    const first = this.isLong
      ? this.db.update(raw).set(whole).where(eq(raw.id, this.id))
      : this.db.insert(raw).values({ id: this.id, ...whole, createdAt: new Date() });
    if (this.heldBytes === 0) return [first];
    const bytes = Buffer.concat(this.held, this.heldBytes);
    return [first, this.db.insert(rawChunk).values({ rawId: this.id, seq: this.seq, bytes })];
  }

  /** Forgets what was stored of a message that will not be taken. */
  async abandon(): Promise<void> {
    if (!this.isLong) return;
    await this.db.delete(rawChunk).where(eq(rawChunk.rawId, this.id));
    await this.db.delete(raw).where(eq(raw.id, this.id));
  }
}

/** The pieces of a raw message, in order, one at a time. */
export async function* rawPieces(db: Executor, rawId: string): AsyncGenerator<Buffer> {
  for (let seq = 0; ; seq++) {
    const [piece] = await db
      .select({ bytes: rawChunk.bytes })
      .from(rawChunk)
      .where(and(eq(rawChunk.rawId, rawId), eq(rawChunk.seq, seq)));
    if (!piece) return;
    yield piece.bytes;
    // A short piece is the last one.
    if (piece.bytes.length < chunkBytes) return;
  }
}

/** Removes the pieces of long messages whose sender went away before the end. */
export async function sweepIncomplete(db: Database, before: Date): Promise<number> {
  const orphans = await db
    .select({ id: raw.id })
    .from(raw)
    .where(and(eq(raw.complete, false), lt(raw.createdAt, before)))
    .orderBy(asc(raw.id))
    .limit(100);
  for (const { id } of orphans) {
    await db.delete(rawChunk).where(eq(rawChunk.rawId, id));
    await db.delete(raw).where(eq(raw.id, id));
  }
  return orphans.length;
}
