import {
  connectionEndpoints,
  destinationEndpoints,
  type Kinds,
  kindEndpoints,
  mailboxEndpoints,
  schemaEndpoints,
} from '@yellow-sieve/contract';
import {
  editMailbox,
  fileJsonSchema,
  lookInNames,
  type MailboxAct,
  mailboxWithSieve,
  neededOptions,
  patternParts,
  ruleKinds,
  valueTypes,
  YsError,
} from '@yellow-sieve/core';
import { crmFileSchema, destinationFileSchema } from '../../destinations/file-schema.js';
import { destinationKinds, lineOfMessage } from '../../destinations/index.js';
import { intakeKinds } from '../../intake/index.js';
import { testConnection } from '../../model/test-connection.js';
import { newSecret } from '../../people/secret.js';
import { retryStopped } from '../../store/delivery-store.js';
import {
  changeLink,
  connectionForm,
  type DestinationRow,
  destinationColumns,
  destinationForm,
  getDestination,
  listConnections,
  listDestinations,
  pauseDestination,
  putConnection,
  putDestination,
  shownConnection,
  testDestination,
} from '../../store/destination-store.js';
import { getMailbox, listMailboxes, putMailbox } from '../../store/mailbox-store.js';
import { removeConnection, removeDestination, removeMailbox } from '../../store/removal-store.js';
import { countsOf } from '../../store/tally-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

const isLinked = (kind: string) => destinationKinds[kind]?.linked === true;

/** Earlier files of a sheet whose links are listed; the others go by their names. */
const listedParts = 24;

/** The secret links of what can be downloaded: its newest file, and its earlier ones. */
async function linksOf(db: ServeContext['db'], { kind, name, secret, definition }: DestinationRow): Promise<string[]> {
  if (!isLinked(kind) || secret === '') return [];
  const [, ...earlier] = (await destinationKinds[kind]?.parts?.(db, name, definition)) ?? [];
  return ['', ...earlier.slice(0, listedParts).map((part) => `.${part}`)].flatMap((part) =>
    ['csv', 'xlsx'].map((format) => `/sheets/${secret}${part}.${format}`),
  );
}

const itemOf = async (db: ServeContext['db'], row: DestinationRow, states: Record<string, number> = {}) => ({
  name: row.name,
  title: row.title,
  kind: row.kind,
  tells: destinationKinds[row.kind]?.tells === true,
  addressed: destinationKinds[row.kind]?.addressed === true,
  of_message: { ...(destinationKinds[row.kind]?.ofMessage ?? lineOfMessage) },
  linked: isLinked(row.kind),
  links: await linksOf(db, row),
  paused: row.pausedAt && { at: row.pausedAt.toISOString(), by: row.pausedBy ?? '' },
  states,
  tested: row.testedAt && {
    at: row.testedAt.toISOString(),
    ok: row.testOk ?? false,
    detail: row.testDetail ?? '',
  },
});

/** How many deliveries of each destination are in which state. */
async function deliveryStates(db: ServeContext['db']): Promise<Map<string, Record<string, number>>> {
  const states = new Map<string, Record<string, number>>();
  for (const { owner, state, count } of await countsOf(db, 'delivery')) {
    const known = states.get(owner) ?? {};
    known[state] = (known[state] ?? 0) + count;
    states.set(owner, known);
  }
  return states;
}

function serveRemovals({ app, db }: ServeContext): void {
  serveEndpoint(app, db, mailboxEndpoints.remove, ({ params, query }) =>
    removeMailbox(db, params.name, query.dry === 'true'),
  );
  serveEndpoint(app, db, destinationEndpoints.remove, ({ params, query }) =>
    removeDestination(db, params.name, query.dry === 'true'),
  );
  serveEndpoint(app, db, connectionEndpoints.remove, ({ params, query }) =>
    removeConnection(db, params.name, query.dry === 'true'),
  );
}

/** What this service knows, as its parts declare it. */
const kinds = (): Kinds => ({
  types: Object.values(valueTypes).map(({ kind, about, measures, ...type }) => ({
    kind,
    about,
    figure: measures?.scale === 'figure',
    needs: neededOptions(type),
  })),
  rules: Object.values(ruleKinds).map(({ kind, about, hasLayouts = false, asks = false, form = [] }) => ({
    kind,
    about,
    layouts: hasLayouts,
    asks,
    form: form.map(({ key, label, help = null, asks: how, choices = [], otherwise = null }) => ({
      key,
      label,
      help,
      asks: how,
      choices: [...choices],
      otherwise,
    })),
  })),
  parts: Object.values(patternParts).map(({ name, about, type, matches: [example = ''] }) => ({
    name,
    about,
    type,
    example,
  })),
  texts: [...lookInNames],
  destinations: Object.values(destinationKinds).map(({ kind, title, about, connection, linked = false, tryOut }) => ({
    kind,
    title,
    about,
    connection: connection?.kind ?? null,
    linked,
    tried_out: tryOut !== undefined,
  })),
  intakes: Object.values(intakeKinds).map(({ kind, title, about }) => ({ kind, title, about })),
});

function serveMailboxes({ app, db }: ServeContext): void {
  serveEndpoint(app, db, mailboxEndpoints.list, async () => ({ items: await listMailboxes(db), next: null }));
  serveEndpoint(app, db, mailboxEndpoints.get, ({ params }) => getMailbox(db, params.name));
  serveEndpoint(app, db, mailboxEndpoints.put, async ({ params, body }) => {
    await putMailbox(db, params.name, body);
    return getMailbox(db, params.name);
  });

  serveEndpoint(app, db, mailboxEndpoints.edit, async ({ params, body }) => {
    const { source, digest } = await getMailbox(db, params.name);
    if (digest !== body.seen) throw new YsError('YS-MAILBOX-CHANGED', { mailbox: params.name });
    await putMailbox(db, params.name, editMailbox(source, body.act as MailboxAct), body.seen);
    return getMailbox(db, params.name);
  });

  serveEndpoint(app, db, mailboxEndpoints.addSieve, async ({ params, body }) => {
    const { source, sieves } = await getMailbox(db, params.name);
    if (!sieves.includes(body.sieve)) await putMailbox(db, params.name, mailboxWithSieve(source, body.sieve));
    return getMailbox(db, params.name);
  });
}

/** Mailboxes, destinations and connections. */
export function serveSetUp(context: ServeContext): void {
  const { app, db, secrets, outgoing } = context;
  serveRemovals(context);
  serveMailboxes(context);
  serveEndpoint(app, db, destinationEndpoints.list, async () => {
    const states = await deliveryStates(db);
    const rows = await listDestinations(db);
    return { items: await Promise.all(rows.map((row) => itemOf(db, row, states.get(row.name)))), next: null };
  });
  serveEndpoint(app, db, destinationEndpoints.get, async ({ params }) => {
    const row = await getDestination(db, params.name);
    const states = await deliveryStates(db);
    return { ...(await itemOf(db, row, states.get(row.name))), source: row.source };
  });
  serveEndpoint(app, db, destinationEndpoints.put, async ({ params, body }) => {
    await putDestination(db, params.name, body);
    return itemOf(db, await getDestination(db, params.name));
  });
  serveEndpoint(app, db, destinationEndpoints.pause, async ({ params, body }, { caller }) => {
    await pauseDestination(db, params.name, body.paused ? (caller?.name ?? '') : null);
    context.onward();
    return itemOf(db, await getDestination(db, params.name), (await deliveryStates(db)).get(params.name));
  });
  serveEndpoint(app, db, destinationEndpoints.retry, async ({ params }) => {
    await getDestination(db, params.name);
    const count = await retryStopped(db, params.name);
    context.onward();
    return { count };
  });
  serveEndpoint(app, db, destinationEndpoints.renewLink, async ({ params }) =>
    itemOf(db, await changeLink(db, params.name, newSecret())),
  );
  serveEndpoint(app, db, destinationEndpoints.withdrawLink, async ({ params }) =>
    itemOf(db, await changeLink(db, params.name, '')),
  );
  serveEndpoint(app, db, destinationEndpoints.test, ({ params }) =>
    testDestination(db, secrets, outgoing, params.name),
  );
  serveEndpoint(app, db, kindEndpoints.list, async () => kinds());
  serveEndpoint(app, db, destinationEndpoints.form, ({ params, body }) =>
    destinationForm(db, secrets, params.kind, body),
  );
  serveEndpoint(app, db, destinationEndpoints.columns, ({ params }) =>
    destinationColumns(db, secrets, outgoing, params.name),
  );

  serveEndpoint(app, db, connectionEndpoints.list, async () => ({ items: await listConnections(db), next: null }));
  serveEndpoint(app, db, connectionEndpoints.get, ({ params }) => shownConnection(db, secrets, params.name));
  serveEndpoint(app, db, connectionEndpoints.put, async ({ params, query, body }) => {
    await putConnection(db, secrets, params.name, body, query.keep_secrets === 'true');
    return { done: true as const };
  });
  serveEndpoint(app, db, connectionEndpoints.form, async ({ params }) => ({ entries: connectionForm(params.kind) }));
  serveEndpoint(app, db, connectionEndpoints.test, ({ params }) => testConnection(db, secrets, outgoing, params.name));
  serveEndpoint(app, db, schemaEndpoints.file, async ({ params: { kind } }) => {
    if (kind === 'destination') return destinationFileSchema();
    return kind === 'crm' ? crmFileSchema() : fileJsonSchema(kind);
  });
}
