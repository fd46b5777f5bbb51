import * as v from 'valibot';
import { doneSchema, momentSchema, nameSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

const exportItem = v.object({
  name: v.string(),
  title: v.string(),
  sieve: v.string(),
  /** In words, as the file has it. */
  period: v.string(),
  format: v.picklist(['csv', 'xlsx', 'jsonl']),
  /** Where it is downloaded without a log-in; who knows it can. */
  link: v.string(),
  /** By whom, to whom, and when next; null where it is not mailed. */
  mail: v.nullable(v.object({ by: v.string(), to: v.array(v.string()), next: momentSchema })),
  sent: v.nullable(momentSchema),
  trouble: v.nullable(v.string()),
});
export type ExportItem = v.InferOutput<typeof exportItem>;

const params = v.object({ name: nameSchema });

/** Choices of records with a name, that are the same file again tomorrow. */
export const exportEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/exports',
    role: 'viewer',
    summary: 'Saved exports, by name',
    response: v.object({ items: v.array(exportItem) }),
  },
  get: {
    method: 'GET',
    path: '/api/v1/exports/:name',
    role: 'viewer',
    summary: 'A saved export with its source text',
    params,
    response: v.object({ ...exportItem.entries, source: v.string() }),
  },
  put: {
    method: 'PUT',
    path: '/api/v1/exports/:name',
    role: 'author',
    summary: 'Makes or changes a saved export; its link stays',
    params,
    body: 'application/yaml',
    response: exportItem,
  },
  file: {
    method: 'GET',
    path: '/api/v1/exports/:name/file',
    role: 'viewer',
    summary: 'The file of a saved export, as it is now',
    params,
    response: 'file',
  },
  renew: {
    method: 'POST',
    path: '/api/v1/exports/:name/link',
    role: 'author',
    summary: 'Gives a saved export another link; the one before leads nowhere any more',
    params,
    response: exportItem,
  },
  mail: {
    method: 'POST',
    path: '/api/v1/exports/:name/mail',
    role: 'author',
    summary: 'Mails a saved export now; when it is mailed next stays as it is',
    params,
    response: v.object({ ok: v.boolean(), detail: v.string() }),
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/exports/:name',
    role: 'author',
    summary: 'Removes a saved export and its link; the records stay',
    params,
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;
