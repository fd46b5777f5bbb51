import type { MessageCoverage } from '@yellow-sieve/core';

/** A message as it was tried: with the text it was tried with, so that older ones are known as such. */
interface Tried {
  coverage: MessageCoverage;
  source: string;
}

/** All that was tried, by message. Changed in place: copying thousands costs a frame. */
export class TriedMessages {
  private readonly byMessage = new Map<string, Tried>();
  /** How many messages were last tried with which text; one that is gone back to counts again at once. */
  private readonly counts = new Map<string, number>();

  add(source: string, found: readonly MessageCoverage[]): void {
    for (const coverage of found) {
      const before = this.byMessage.get(coverage.message)?.source;
      if (before !== source) {
        if (before !== undefined) this.count(before, -1);
        this.count(source, 1);
      }
      this.byMessage.set(coverage.message, { coverage, source });
    }
  }

  get(message: string): Tried | undefined {
    return this.byMessage.get(message);
  }

  /** How many messages were last tried with a text. */
  triedWith(source: string): number {
    return this.counts.get(source) ?? 0;
  }

  private count(source: string, by: number): void {
    const left = this.triedWith(source) + by;
    if (left === 0) this.counts.delete(source);
    else this.counts.set(source, left);
  }
}
