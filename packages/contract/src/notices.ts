import * as v from 'valibot';
import { doneSchema, keySchema, momentSchema, nameSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

/** What people can be told of. */
export const noticeKinds = [
  'delivery stopped',
  'review waiting',
  'mailbox silent',
  'drift',
  'ceiling reached',
  'job finished',
  'intake failing',
] as const;
export type NoticeKind = (typeof noticeKinds)[number];
const kind = v.picklist(noticeKinds);

const noticeSchema = v.object({
  key: keySchema,
  kind,
  /** Name of the destination, mailbox, sieve or folder it is about, or the key of a job. */
  about: v.string(),
  text: v.string(),
  /** Where in the console it can be seen to. */
  path: v.string(),
  count: v.number(),
  began: momentSchema,
  /** Null while it holds. */
  ended: v.nullable(momentSchema),
  /** Whether who asks does not want to hear of it. */
  muted: v.boolean(),
});
export type Notice = v.InferOutput<typeof noticeSchema>;

const planEntries = {
  /** A destination of a kind that people read: mail, chat, webhook. */
  destination: nameSchema,
  /** Whom a destination of the kind mail writes to. */
  to: v.exactOptional(v.pipe(v.string(), v.email(), v.maxLength(320))),
  /** All kinds when left out. */
  kinds: v.exactOptional(v.pipe(v.array(kind), v.minLength(1))),
  /** Hour of the day (UTC) at which all of a day is told at once; when left out, as they come, gathered by the quarter of an hour. */
  hour: v.exactOptional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(23))),
};
const planSchema = v.object({
  name: v.string(),
  ...planEntries,
  kinds: v.array(kind),
  by: v.string(),
  /** When the last one was sent, and why the last try was in vain. */
  sent: v.nullable(momentSchema),
  trouble: v.nullable(v.string()),
});
export type NoticePlan = v.InferOutput<typeof planSchema>;

const params = v.object({ name: nameSchema });
const cause = v.strictObject({
  kind,
  /** All of the kind when left out. */
  about: v.exactOptional(v.pipe(v.string(), v.maxLength(160))),
});

/** What people should hear of, and who is told. */
export const noticeEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/notices',
    role: 'viewer',
    summary: 'What people should hear of: what holds now, or with `past=true` what did in the last weeks too',
    query: v.object({ past: v.optional(v.picklist(['true', 'false']), 'false') }),
    response: v.object({ items: v.array(noticeSchema) }),
  },
  mute: {
    method: 'POST',
    path: '/api/v1/notices/mute',
    role: 'viewer',
    summary: 'Notes that who calls does not want to hear of a cause, here or by mail to their own address',
    body: cause,
    response: doneSchema,
  },
  unmute: {
    method: 'POST',
    path: '/api/v1/notices/unmute',
    role: 'viewer',
    summary: 'Has who calls hear of a cause again',
    body: cause,
    response: doneSchema,
  },
  plans: {
    method: 'GET',
    path: '/api/v1/notice-plans',
    role: 'viewer',
    summary: 'Who is told of which notices, and by which destination',
    response: v.object({ items: v.array(planSchema) }),
  },
  putPlan: {
    method: 'PUT',
    path: '/api/v1/notice-plans/:name',
    role: 'author',
    summary: 'Has somebody told of notices, or changes that',
    params,
    body: v.strictObject(planEntries),
    response: planSchema,
  },
  tryPlan: {
    method: 'POST',
    path: '/api/v1/notice-plans/:name/try',
    role: 'author',
    summary: 'Sends a notice that says it is only tried',
    params,
    response: v.object({ ok: v.boolean(), detail: v.string() }),
  },
  removePlan: {
    method: 'DELETE',
    path: '/api/v1/notice-plans/:name',
    role: 'author',
    summary: 'Has nobody told by it any more',
    params,
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;
