import { reviewEndpoints } from '@yellow-sieve/contract';
import { confirmRecord, layAside, takeBackConfirmation } from '../../sieves/confirm.js';
import { reviewCauses } from '../../store/review-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

/** What waits for a person, and what they do with it. */
export function serveReview({ app, db, onward, undoSeconds }: ServeContext): void {
  serveEndpoint(app, db, reviewEndpoints.causes, async ({ query }) => ({ items: await reviewCauses(db, query) }));
  serveEndpoint(app, db, reviewEndpoints.confirm, async ({ params, body }, { caller }) => {
    const leaves = await confirmRecord(db, { key: params.key, ...body, by: caller?.name ?? '', undoSeconds });
    onward();
    return { leaves: leaves.toISOString() };
  });
  serveEndpoint(app, db, reviewEndpoints.undo, async ({ params }) => {
    await takeBackConfirmation(db, params.key);
    onward();
    return { done: true as const };
  });
  serveEndpoint(app, db, reviewEndpoints.notForUs, async ({ params, body }, { caller }) => {
    await layAside(db, params.key, body.reason, caller?.name ?? '');
    return { done: true as const };
  });
}
