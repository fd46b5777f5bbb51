import { Readable } from 'node:stream';
import { messageEndpoints } from '@yellow-sieve/contract';
import { publicReading, readMessage } from '@yellow-sieve/core';
import { acceptMessage } from '../../intake/accept.js';
import { getMailbox } from '../../store/mailbox-store.js';
import { listMessages, messageDetail, messageRow, putThroughAgain } from '../../store/message-store.js';
import { rawPieces } from '../../store/raw-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

export function serveMessages({ app, db, intake, onward }: ServeContext): void {
  serveEndpoint(app, db, messageEndpoints.list, ({ query }) => listMessages(db, query));
  serveEndpoint(app, db, messageEndpoints.get, ({ params }) => detailOf(db, params.key));
  serveEndpoint(app, db, messageEndpoints.raw, async ({ params }) => {
    const { rawId } = await messageRow(db, params.key);
    return {
      type: 'message/rfc822',
      name: `${params.key}.eml`,
      body: Readable.from(rawPieces(db, rawId), { objectMode: false }),
    };
  });
  serveEndpoint(app, db, messageEndpoints.reading, async ({ params }) => {
    const { rawId } = await messageRow(db, params.key);
    return publicReading(await readMessage(rawPieces(db, rawId)));
  });
  serveEndpoint(app, db, messageEndpoints.feed, async ({ params, body }) => {
    const mailbox = await getMailbox(db, params.mailbox);
    const receipt = { mailboxId: mailbox.id, recipient: mailbox.addresses[0] ?? '', sender: '', intake: 'http' };
    const [key = ''] = await acceptMessage(intake, body, [receipt]);
    onward();
    return { key };
  });
  serveEndpoint(app, db, messageEndpoints.again, async ({ params }) => {
    await putThroughAgain(db, params.key);
    onward();
    return { key: params.key };
  });
}

async function detailOf(db: ServeContext['db'], key: string) {
  const { row, record, revision, routes, deliveries } = await messageDetail(db, key);
  return {
    ...row,
    record,
    revision: revision?.number ?? null,
    outcome: revision && outcomeOf(row, revision),
    routes: routes.map(({ route, destination, fires, why, lines }) => ({ route, destination, fires, why, lines })),
    deliveries: deliveries.map(({ id, route, destination, state, answer }) => ({
      key: id,
      route,
      destination,
      state,
      answer,
    })),
  };
}

type Detail = Awaited<ReturnType<typeof messageDetail>>;

/** The outcome in the same public form, and key order, as `sift --json` prints it. */
function outcomeOf(row: Detail['row'], revision: NonNullable<Detail['revision']>) {
  const { verdict, reasons, sieve, layout, score, fields, rows, evidence, problems, trace } = revision;
  return { verdict, reasons, category: row.category, sieve, layout, score, fields, rows, evidence, problems, trace };
}
