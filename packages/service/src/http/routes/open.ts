import { Readable } from 'node:stream';
import { YsError } from '@yellow-sieve/core';
import { sql } from 'drizzle-orm';
import { collectDefaultMetrics, Gauge, Registry } from 'prom-client';
import { delivery, message } from '../../database/schema.js';
import { sheetBySecret } from '../../destinations/sheet/sheet-rows.js';
import { csvOf } from '../../exports/csv.js';
import { sheetTable } from '../../exports/sheet-file.js';
import { xlsxOf } from '../../exports/xlsx.js';
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
  app.get<{ Params: { file: string } }>('/sheets/:file', { schema: { hide: true } }, async (request, reply) => {
    const [secret = '', format] = request.params.file.split('.');
    const sheet = await sheetBySecret(db, secret);
    if (!sheet || (format !== 'csv' && format !== 'xlsx'))
      throw new YsError('YS-NOT-FOUND', { what: 'sheet', name: '…' });
    const { header, lines } = await sheetTable(db, sheet.name);
    const name = `${sheet.name}.${format}`;
    if (format === 'csv')
      return sendFile(reply, {
        type: 'text/csv; charset=utf-8',
        name,
        body: Readable.from(csvOf(header, lines), { objectMode: false }),
      });
    return sendFile(reply, {
      type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      name,
      body: xlsxOf(sheet.title, header, lines),
    });
  });
}

function serveMetrics({ app, db }: ServeContext): void {
  const registry: OpenMetrics = new Registry();
  registry.setContentType(Registry.OPENMETRICS_CONTENT_TYPE);
  collectDefaultMetrics({ register: registry });
  gaugeByState(registry, 'yellow_sieve_messages', 'Messages that are not done, by state', async () =>
    countByState(db, message),
  );
  gaugeByState(registry, 'yellow_sieve_deliveries', 'Deliveries that are not delivered, by state', async () =>
    countByState(db, delivery),
  );
  app.get('/metrics', { schema: { hide: true } }, async (_request, reply) =>
    reply.type(registry.contentType).send(await registry.metrics()),
  );
}

function gaugeByState(
  registry: OpenMetrics,
  name: string,
  help: string,
  counts: () => Promise<[string, number][]>,
): void {
  new Gauge({
    name,
    help,
    labelNames: ['state'],
    registers: [registry],
    async collect() {
      this.reset();
      for (const [state, count] of await counts()) this.set({ state }, count);
    },
  });
}

/** Settled states are left out: counting them would scan. */
async function countByState(
  db: ServeContext['db'],
  table: typeof message | typeof delivery,
): Promise<[string, number][]> {
  const [rows] = (await db.execute(
    sql`SELECT state, COUNT(*) AS count FROM ${table} WHERE state NOT IN ('done', 'skipped', 'delivered', 'dropped') GROUP BY state`,
  )) as unknown as [{ state: string; count: number }[]];
  return rows.map(({ state, count }) => [state, Number(count)]);
}
