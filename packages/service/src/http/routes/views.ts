import { viewEndpoints } from '@yellow-sieve/contract';
import { listViews, putView, removeView } from '../../store/view-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

/** Saved choices of messages. */
export function serveViews({ app, db }: ServeContext): void {
  serveEndpoint(app, db, viewEndpoints.list, async () => ({ items: await listViews(db) }));
  serveEndpoint(app, db, viewEndpoints.put, ({ params, body }, { caller }) =>
    putView(db, { name: params.name, ...body, by: caller?.name ?? '' }),
  );
  serveEndpoint(app, db, viewEndpoints.remove, async ({ params }) => {
    await removeView(db, params.name);
    return { done: true as const };
  });
}
