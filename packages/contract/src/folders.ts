import * as v from 'valibot';
import { doneSchema, momentSchema, nameSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

const params = v.object({ name: nameSchema });
const place = { connection: nameSchema, folder: v.pipe(v.string(), v.minLength(1), v.maxLength(200)) };
/** What becomes of a message there once it is taken; it is left as it is where nothing is said. */
const after = v.optional(
  v.union([
    v.picklist(['mark read', 'flag']),
    v.strictObject({ move: v.pipe(v.string(), v.minLength(1), v.maxLength(200)) }),
  ]),
);
const selection = {
  unread: v.optional(v.boolean()),
  /** Received there at or after. */
  since: v.optional(v.pipe(v.string(), v.isoTimestamp())),
  /** The newest so many of what the others leave. */
  newest: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))),
};

/** A folder of a mail server that a mailbox takes messages from. */
const folderItem = v.object({
  connection: v.string(),
  folder: v.string(),
  unread: v.boolean(),
  /** `mark read`, `flag`, `move: NAME`; null: nothing. */
  after: v.nullable(v.string()),
  state: v.picklist(['waiting', 'watched', 'trouble']),
  /** What is wrong. */
  detail: v.nullable(v.string()),
  /** What should be known though nothing is wrong. */
  remark: v.nullable(v.string()),
  /** When it is tried next; null where it is watched. */
  next_try: v.nullable(momentSchema),
  /** Messages taken of it so far, and how many could not be, with the last reasons. */
  taken: v.number(),
  failed: v.number(),
  troubles: v.array(v.string()),
  last_taken: v.nullable(momentSchema),
  /** The last job of the past day that takes what lies there. */
  job: v.nullable(v.string()),
});
export type FolderItem = v.InferOutput<typeof folderItem>;

/** A route that messages of a folder may fire. */
const possibleRoute = v.object({
  route: v.string(),
  destination: v.string(),
  /** Null where there is no such destination. */
  kind: v.nullable(v.string()),
  /** Whether people read what goes there: then it is kept back unless it is named. */
  tells: v.boolean(),
  /** How many of the `tried` messages would fire it. */
  would: v.number(),
});

const lookSchema = v.object({
  messages: v.number(),
  unread: v.number(),
  newest: v.nullable(momentSchema),
  /** How many messages the selection has, and of those how many were taken already. */
  selected: v.number(),
  known: v.number(),
  /** How many of the newest that are not known the live rules were tried on, and for how many of those a model would have to be asked first. */
  tried: v.number(),
  unasked: v.number(),
  routes: v.array(possibleRoute),
});
export type FolderLook = v.InferOutput<typeof lookSchema>;

/** Folders of mail servers. */
export const folderEndpoints = {
  offered: {
    method: 'GET',
    path: '/api/v1/connections/:name/folders',
    role: 'author',
    summary: 'The folders a mail server has, with how many messages are in each',
    params,
    response: v.object({
      items: v.array(v.object({ folder: v.string(), messages: v.number(), unread: v.number() })),
    }),
  },
  list: {
    method: 'GET',
    path: '/api/v1/mailboxes/:name/folders',
    role: 'viewer',
    summary: 'The folders that a mailbox takes messages from, and how each is',
    params,
    response: v.object({ items: v.array(folderItem) }),
  },
  look: {
    method: 'POST',
    path: '/api/v1/mailboxes/:name/folders/look',
    role: 'author',
    summary: 'Looks what a folder holds before anything is taken, and which routes its messages could fire',
    params,
    body: v.strictObject({ ...place, ...selection }),
    response: lookSchema,
  },
  put: {
    method: 'PUT',
    path: '/api/v1/mailboxes/:name/folders',
    role: 'author',
    summary: 'Has a mailbox watch a folder, from the next message on; its file stays as it is otherwise',
    params,
    body: v.strictObject({ ...place, unread: v.optional(v.boolean()), after }),
    response: doneSchema,
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/mailboxes/:name/folders',
    role: 'author',
    summary: 'Has a mailbox watch a folder no longer; what was taken of it stays',
    params,
    body: v.strictObject(place),
    response: doneSchema,
  },
  backfill: {
    method: 'POST',
    path: '/api/v1/mailboxes/:name/folders/backfill',
    role: 'author',
    summary: 'Takes what lies in a folder, as a job. Only destinations in `tells` may tell people of it',
    params,
    body: v.strictObject({ ...place, ...selection, tells: v.optional(v.array(nameSchema), []) }),
    response: v.object({ job: v.string() }),
  },
} as const satisfies Record<string, Endpoint>;
