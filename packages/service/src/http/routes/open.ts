import { Readable } from 'node:stream';
import { YsError } from '@yellow-sieve/core';
import { sql } from 'drizzle-orm';
import { collectDefaultMetrics, Gauge, Registry } from 'prom-client';
import { type SheetPart, sheetParts } from '../../destinations/sheet/sheet-parts.js';
import { sheetBySecret } from '../../destinations/sheet/sheet-rows.js';
import { csvOf } from '../../exports/csv.js';
import { sheetTable } from '../../exports/sheet-file.js';
import { xlsxOf } from '../../exports/xlsx.js';
import { oldestDeliveries } from '../../store/delivery-store.js';
import { mailboxHeads } from '../../store/mailbox-store.js';
import { oldestInReview } from '../../store/review-store.js';
import { countsOf } from '../../store/tally-store.js';
import type { ServeContext } from '../serve-context.js';
import { sendFile } from '../serve-endpoint.js';

type OpenMetrics = Registry<typeof Registry.OPENMETRICS_CONTENT_TYPE>;

/** What needs no token: health, metrics, and sheets behind their secret links. */
export function serveOpen(context: ServeContext): void {
  const { app, db } = context;
  app.get('/health/live', { schema: { hide: true } }, async () => ({ live: true }));
  app.get('/health/ready', { schema: { hide: true } }, async () => {
    await db.execute(sql`SELECT 1`);
    return { ready: true };
  });
  serveMetrics(context);
  serveSheets(context);
}

/** `SECRET.csv`, `SECRET.xlsx`: of a sheet that is rolled over its newest part; an earlier one has its name between, `SECRET.2026-10.csv`. */
function serveSheets({ app, db }: ServeContext): void {
  app.get<{ Params: { file: string } }>('/sheets/:file', { schema: { hide: true } }, async (request, reply) => {
    const [secret = '', ...rest] = request.params.file.split('.');
    const [format, wanted] = [rest.pop(), rest.pop()];
    const sheet = await sheetBySecret(db, secret);
    const parts = sheet && (await sheetParts(db, sheet.name, sheet.definition));
    const part: Partial<SheetPart> | undefined =
      wanted === undefined ? (parts?.[0] ?? {}) : parts?.find(({ name }) => name === wanted);
    if (!sheet || !part || rest.length > 0 || (format !== 'csv' && format !== 'xlsx'))
      throw new YsError('YS-NOT-FOUND', { what: 'sheet', name: '…' });
    const { header, lines } = await sheetTable(db, sheet.name, part);
    const name = [sheet.name, ...(part.name ? [part.name] : []), format].join('.');
    if (format === 'csv')
      return sendFile(reply, {
        type: 'text/csv; charset=utf-8',
        name,
        body: Readable.from(csvOf(header, lines), { objectMode: false }),
      });
    return sendFile(reply, {
      type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      name,
      body: xlsxOf(sheet.title, header, lines, String(sheet.definition.zone ?? 'UTC')),
    });
  });
}

function serveMetrics({ app, db }: ServeContext): void {
  const registry: OpenMetrics = new Registry();
  registry.setContentType(Registry.OPENMETRICS_CONTENT_TYPE);
  collectDefaultMetrics({ register: registry });
  gauge(registry, 'yellow_sieve_messages', 'Messages by mailbox and state', 'mailbox', async () => {
    const names = new Map((await mailboxHeads(db)).map(({ id, name: mailbox }) => [id, mailbox]));
    return countedBy(await countsOf(db, 'message'), (owner) => names.get(owner) ?? owner);
  });
  gauge(registry, 'yellow_sieve_deliveries', 'Deliveries by destination and state', 'destination', async () =>
    countedBy(await countsOf(db, 'delivery'), (owner) => owner),
  );
  ages(
    registry,
    'yellow_sieve_delivery_age_seconds',
    'Age of the oldest delivery that is not there yet',
    'destination',
    () => oldestDeliveries(db),
  );
  ages(registry, 'yellow_sieve_review_age_seconds', 'Age of the oldest message in review', 'mailbox', () =>
    oldestInReview(db),
  );
  ages(registry, 'yellow_sieve_last_message_age_seconds', 'Since the last message', 'mailbox', async () =>
    (await mailboxHeads(db)).flatMap(({ name, last }) =>
      last === null ? [] : [{ owner: name, since: new Date(last) }],
    ),
  );
  app.get('/metrics', { schema: { hide: true } }, async (_request, reply) =>
    reply.type(registry.contentType).send(await registry.metrics()),
  );
}

/** Since when something is so, of a destination or mailbox. */
interface Since {
  owner: string;
  since: Date;
}

/** A gauge of seconds, labelled by owner; what has none is left out. */
function ages(registry: OpenMetrics, name: string, help: string, owner: string, all: () => Promise<Since[]>): void {
  new Gauge({
    name,
    help,
    labelNames: [owner],
    registers: [registry],
    async collect() {
      this.reset();
      for (const { owner: of, since } of await all()) this.set({ [owner]: of }, (Date.now() - since.getTime()) / 1000);
    },
  });
}

/** How many of an owner's are in a state. */
interface Counted {
  owner: string;
  state: string;
  count: number;
}

/** A gauge labelled by owner and state, from counts that are kept: nothing is scanned for it. */
function gauge(
  registry: OpenMetrics,
  name: string,
  help: string,
  owner: string,
  counts: () => Promise<Counted[]>,
): void {
  new Gauge({
    name,
    help,
    labelNames: [owner, 'state'],
    registers: [registry],
    async collect() {
      this.reset();
      for (const { owner: of, state, count } of await counts()) this.set({ [owner]: of, state }, count);
    },
  });
}

/** Counts of days, summed up over all of them. */
function countedBy(counts: readonly Counted[], nameOf: (owner: string) => string): Counted[] {
  const sums = new Map<string, Counted>();
  for (const { owner, state, count } of counts) {
    const key = JSON.stringify([owner, state]);
    sums.set(key, { owner: nameOf(owner), state, count: (sums.get(key)?.count ?? 0) + count });
  }
  return [...sums.values()];
}
