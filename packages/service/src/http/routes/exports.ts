import { exportEndpoints } from '@yellow-sieve/contract';
import { say, YsError } from '@yellow-sieve/core';
import { mailExport } from '../../exports/mailing.js';
import { type MadeFile, recordsFile } from '../../exports/saved-file.js';
import {
  type ExportRow,
  exportBySecret,
  exportRow,
  listExports,
  noteMailing,
  publishedExport,
  putExport,
  removeExport,
  renewLink,
} from '../../store/export-store.js';
import type { ServeContext } from '../serve-context.js';
import { sendFile, serveEndpoint } from '../serve-endpoint.js';

/** Choices of records with a name, as files. */
export function serveExports({ app, db, secrets, outgoing, url }: ServeContext): void {
  const fileOf = ({ name, title, definition: { where = {}, ...options } }: ExportRow): Promise<MadeFile> =>
    recordsFile(db, { ...options, title, name, filter: where });
  serveEndpoint(app, db, exportEndpoints.list, async () => ({ items: await listExports(db) }));
  serveEndpoint(app, db, exportEndpoints.get, async ({ params }) => {
    const row = await exportRow(db, params.name);
    return { ...publishedExport(row), source: row.source };
  });
  serveEndpoint(app, db, exportEndpoints.put, ({ params, body }) => putExport(db, params.name, body));
  serveEndpoint(app, db, exportEndpoints.file, async ({ params }) => fileOf(await exportRow(db, params.name)));
  serveEndpoint(app, db, exportEndpoints.renew, ({ params }) => renewLink(db, params.name));
  serveEndpoint(app, db, exportEndpoints.mail, async ({ params }, { request }) => {
    const row = await exportRow(db, params.name);
    const tools = { db, secrets, outgoing, url, log: request.log as never };
    const trouble = await mailExport(tools, row, new Date());
    await noteMailing(db, row.name, { trouble });
    return { ok: trouble === null, detail: trouble ?? say('YS-EXPORT-MAILED') };
  });
  serveEndpoint(app, db, exportEndpoints.remove, async ({ params }) => {
    await removeExport(db, params.name);
    return { done: true as const };
  });
  app.get<{ Params: { file: string } }>('/exports/:file', { schema: { hide: true } }, async (request, reply) => {
    const [secret = '', format] = request.params.file.split('.');
    const row = secret === '' ? null : await exportBySecret(db, secret);
    if (!row || format !== (row.definition.format ?? 'csv'))
      throw new YsError('YS-NOT-FOUND', { what: 'export', name: '…' });
    return sendFile(reply, await fileOf(row));
  });
}
