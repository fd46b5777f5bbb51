import {
  connectionEndpoints,
  destinationEndpoints,
  mailboxEndpoints,
  schemaEndpoints,
  sieveEndpoints,
} from '@yellow-sieve/contract';
import { fileJsonSchema } from '@yellow-sieve/core';
import {
  type DestinationRow,
  getDestination,
  listConnections,
  listDestinations,
  openDestination,
  putConnection,
  putDestination,
} from '../../store/destination-store.js';
import { getMailbox, listMailboxes, putMailbox } from '../../store/mailbox-store.js';
import { getSieve, type LiveSieve, listSieves, putSieve } from '../../store/sieve-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

const sieveItem = ({ name, title, version, updated, source }: LiveSieve) => ({
  name,
  title,
  version,
  updated: updated.toISOString(),
  source,
});
const destinationItem = ({ name, title, kind, secret }: DestinationRow) => ({
  name,
  title,
  kind,
  links: kind === 'sheet' ? [`/sheets/${secret}.csv`, `/sheets/${secret}.xlsx`] : [],
});

/** Sieves, mailboxes, destinations and connections. */
export function serveSetUp({ app, db, secrets }: ServeContext): void {
  serveEndpoint(app, db, sieveEndpoints.list, async () => ({
    items: (await listSieves(db)).map(sieveItem),
    next: null,
  }));
  serveEndpoint(app, db, sieveEndpoints.get, async ({ params }) => sieveItem(await getSieve(db, params.name)));
  serveEndpoint(app, db, sieveEndpoints.put, async ({ params, body }) =>
    sieveItem(await putSieve(db, params.name, body)),
  );

  serveEndpoint(app, db, mailboxEndpoints.list, async () => ({ items: await listMailboxes(db), next: null }));
  serveEndpoint(app, db, mailboxEndpoints.get, ({ params }) => getMailbox(db, params.name));
  serveEndpoint(app, db, mailboxEndpoints.put, async ({ params, body }) => {
    await putMailbox(db, params.name, body);
    return getMailbox(db, params.name);
  });

  serveEndpoint(app, db, destinationEndpoints.list, async () => ({
    items: (await listDestinations(db)).map(destinationItem),
    next: null,
  }));
  serveEndpoint(app, db, destinationEndpoints.put, async ({ params, body }) => {
    await putDestination(db, params.name, body);
    return destinationItem(await getDestination(db, params.name));
  });
  serveEndpoint(app, db, destinationEndpoints.test, async ({ params }) => {
    const { kind, context } = await openDestination(db, secrets, params.name);
    return kind.test(context);
  });

  serveEndpoint(app, db, connectionEndpoints.list, async () => ({ items: await listConnections(db), next: null }));
  serveEndpoint(app, db, connectionEndpoints.put, async ({ params, body }) => {
    await putConnection(db, secrets, params.name, body);
    return { done: true as const };
  });
  serveEndpoint(app, db, schemaEndpoints.file, async ({ params }) => fileJsonSchema(params.kind));
}
