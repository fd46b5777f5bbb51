import { type DriftItem, driftEndpoints } from '@yellow-sieve/contract';
import { type Code, say, YsError } from '@yellow-sieve/core';
import type { Database } from '../../database/connect.js';
import { listDrift, seenDrift } from '../../store/drift-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

const sentences: Readonly<Record<DriftItem['kind'], Code>> = {
  recognised: 'YS-DRIFT-RECOGNISED',
  filled: 'YS-DRIFT-FILLED',
  leftover: 'YS-DRIFT-LEFTOVER',
};

/** What has drifted, as it is told to people. */
export async function driftItems(db: Database): Promise<DriftItem[]> {
  return (await listDrift(db)).map(({ drift: row, mailbox }) => {
    const before = { count: row.beforeCount, of: row.beforeOf };
    const now = { count: row.nowCount, of: row.nowOf };
    const share = Math.round((100 * before.count) / Math.max(1, before.of));
    return {
      key: row.id,
      mailbox,
      kind: row.kind,
      sieve: row.sieve || null,
      what: row.what,
      before,
      now,
      text: say(sentences[row.kind], { what: row.what, ...now, share }),
      message: row.exampleId,
      found: row.foundAt.toISOString(),
      seen_by: row.seenBy,
    };
  });
}

export function serveDrift({ app, db }: ServeContext): void {
  serveEndpoint(app, db, driftEndpoints.list, async () => ({ items: await driftItems(db) }));
  serveEndpoint(app, db, driftEndpoints.seen, async ({ params }, { caller }) => {
    if (!(await seenDrift(db, params.key, caller?.name ?? '')))
      throw new YsError('YS-NOT-FOUND', { what: 'drift', name: params.key });
    return { done: true as const };
  });
}
