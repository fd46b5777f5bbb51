import { describe, expect, test } from '@jest/globals';
import type { DatabaseHandle } from '../database/connect.js';
import { RawWriter } from '../store/raw-store.js';
import { type CommitQueue, commitQueue } from './commit-queue.js';

/** A database that notes what is run together, and can be told which batches fail. */
function fakeDatabase(fails: (sql: string) => boolean = () => false) {
  const batches: string[] = [];
  const statement = (sql: string) => ({ toSQL: () => ({ sql, params: [] }) });
  const db = {
    insert: () => ({ values: (rows: unknown) => statement(`insert ${JSON.stringify(rows)}`) }),
    update: () => ({ set: () => ({ where: () => statement('update') }) }),
  };
  const connection = {
    query: async (sql: string) => {
      await new Promise((resolve) => setTimeout(resolve, 1));
      if (fails(sql)) throw new Error('refused');
      batches.push(sql);
    },
    release: () => undefined,
    destroy: () => undefined,
  };
  const handle = { db, together: { getConnection: async () => connection } } as unknown as DatabaseHandle;
  return { handle, batches };
}

async function arrive(handle: DatabaseHandle, queue: CommitQueue, recipient: string): Promise<string[]> {
  const writer = new RawWriter(handle.db);
  await writer.write(Buffer.from('Subject: x\r\n\r\nx'));
  return queue.add({ writer, receipts: [{ mailboxId: 'm', recipient, sender: '', intake: 'smtp' }] });
}

describe('messages that arrive side by side', () => {
  test('are committed together, and each hears its own key', async () => {
    const { handle, batches } = fakeDatabase();
    const queue = commitQueue(handle);
    const ids = await Promise.all(Array.from({ length: 20 }, (_, i) => arrive(handle, queue, `r${i}@x.example`)));
    expect(new Set(ids.flat()).size).toBe(20);
    expect(batches.length).toBeLessThan(20);
    expect(batches.every((sql) => sql.startsWith('START TRANSACTION; ') && sql.endsWith('; COMMIT'))).toBe(true);
  });

  test('one that cannot be stored fails alone', async () => {
    const { handle } = fakeDatabase((sql) => sql.includes('bad@x.example'));
    const queue = commitQueue(handle);
    const names = ['a', 'b', 'bad', 'c', 'd', 'e'];
    const results = await Promise.allSettled(names.map((name) => arrive(handle, queue, `${name}@x.example`)));
    expect(results.map(({ status }) => status)).toEqual(
      names.map((name) => (name === 'bad' ? 'rejected' : 'fulfilled')),
    );
  });

  test('the queue goes on after a failure', async () => {
    let broken = true;
    const { handle } = fakeDatabase(() => broken);
    const queue = commitQueue(handle);
    await expect(arrive(handle, queue, 'a@x.example')).rejects.toThrow('refused');
    broken = false;
    expect(await arrive(handle, queue, 'b@x.example')).toHaveLength(1);
  });
});
