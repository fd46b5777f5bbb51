import { deliveryEndpoints } from '@yellow-sieve/contract';
import { getDelivery, listDeliveries, retryDelivery, writtenBy } from '../../store/delivery-store.js';
import { standingOf } from '../../store/destination-store.js';
import { settleOne } from '../../store/kept-back-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

export function serveDeliveries({ app, db, secrets, outgoing, onward }: ServeContext): void {
  serveEndpoint(app, db, deliveryEndpoints.list, ({ query }) => listDeliveries(db, query));
  serveEndpoint(app, db, deliveryEndpoints.get, ({ params }) => getDelivery(db, params.key));
  serveEndpoint(app, db, deliveryEndpoints.standing, async ({ params }) => {
    const standing = await standingOf(db, secrets, outgoing, await writtenBy(db, params.key));
    return 'answer' in standing ? { cells: null, detail: standing.answer } : { cells: standing.cells, detail: null };
  });
  serveEndpoint(app, db, deliveryEndpoints.retry, async ({ params }) => {
    const delivery = await retryDelivery(db, params.key);
    onward();
    return delivery;
  });
  serveEndpoint(app, db, deliveryEndpoints.release, async ({ params }) => {
    await settleOne(db, params.key, 'release');
    onward();
    return getDelivery(db, params.key);
  });
  serveEndpoint(app, db, deliveryEndpoints.drop, async ({ params }) => {
    await settleOne(db, params.key, 'drop');
    return getDelivery(db, params.key);
  });
}
