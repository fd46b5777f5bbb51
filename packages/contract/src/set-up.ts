import * as v from 'valibot';
import { doneSchema, momentSchema, nameSchema, page, removalQuery, removalSchema } from './common.js';
import type { Endpoint } from './endpoint.js';
import { routeSchema } from './routes.js';
import { categoryHead } from './sorting.js';

const params = v.object({ name: nameSchema });

const mailboxItem = v.object({
  name: v.string(),
  title: v.string(),
  addresses: v.array(v.string()),
  messages: v.number(),
  /** How many messages are in which state. */
  states: v.record(v.string(), v.number()),
  sieves: v.array(v.string()),
  /** Whether it gives its messages categories. */
  sorts: v.boolean(),
  /** When the last message came. */
  last: v.nullable(momentSchema),
});
const destinationItem = v.object({
  name: v.string(),
  title: v.string(),
  kind: v.string(),
  /** Whether people read what goes there, so that jobs keep it back unless told. */
  tells: v.boolean(),
  /** Whether each thing sent there needs an address. */
  addressed: v.boolean(),
  /** What a mailbox’s own route writes there to begin with. */
  of_message: v.record(v.string(), v.string()),
  /** Whether it can be downloaded by a secret link. */
  linked: v.boolean(),
  links: v.array(v.string()),
  /** Since when and by whom it is paused: nothing is tried there; null while it goes on. */
  paused: v.nullable(v.object({ at: momentSchema, by: v.string() })),
  /** How many deliveries are in which state. */
  states: v.record(v.string(), v.number()),
  tested: v.nullable(v.object({ at: momentSchema, ok: v.boolean(), detail: v.string() })),
});

/** A place of a destination that a route can fill. */
const destinationColumn = v.object({
  name: v.string(),
  required: v.boolean(),
  help: v.nullable(v.string()),
  /** What it holds, where that is known: a word of the types' storage. */
  holds: v.nullable(v.picklist(['text', 'decimal', 'whole number', 'day', 'time of day', 'moment', 'flag'])),
});
export type DestinationColumn = v.InferOutput<typeof destinationColumn>;

export type DestinationItem = v.InferOutput<typeof destinationItem>;
export type MailboxItem = v.InferOutput<typeof mailboxItem>;

const mailboxDetail = v.object({
  ...mailboxItem.entries,
  source: v.string(),
  /** Tells this text from others. */
  digest: v.string(),
  /** What becomes of a message that no sieve takes: `review`, `skip`, `done`, or the name of a sieve. */
  otherwise: v.string(),
  /** Its own routes, in the order of its file. */
  routes: v.array(routeSchema),
  /** Null where it does not sort. */
  sorter: v.nullable(
    v.object({
      categories: v.array(
        // Owners as the file says; a table may have others.
        v.object(categoryHead),
      ),
      threshold: v.nullable(v.number()),
    }),
  ),
});
export type MailboxDetail = v.InferOutput<typeof mailboxDetail>;

const place = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1000));
const words = v.optional(v.pipe(v.string(), v.maxLength(2000)));

/** What a person changes of a mailbox by a form; routes and categories are named by their place, from 0. */
const mailboxAct = v.variant('act', [
  v.strictObject({ act: v.literal('set route'), route: v.nullable(place), value: routeSchema }),
  v.strictObject({ act: v.literal('remove route'), route: place }),
  v.strictObject({
    act: v.literal('set sorter'),
    categories: v.pipe(
      v.array(
        v.strictObject({
          /** Its place in the file as it was seen; null for a new one. */
          was: v.nullable(place),
          category: v.pipe(v.string(), v.trim(), v.maxLength(60)),
          about: words,
          owner: words,
        }),
      ),
      v.maxLength(100),
    ),
    threshold: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(1))),
  }),
  v.strictObject({ act: v.literal('set otherwise'), otherwise: nameSchema }),
]);

export const mailboxEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/mailboxes',
    role: 'viewer',
    summary: 'Mailboxes and their addresses',
    response: page(mailboxItem),
  },
  get: {
    method: 'GET',
    path: '/api/v1/mailboxes/:name',
    role: 'viewer',
    summary: 'A mailbox with its source text, which an archived one keeps',
    params,
    response: mailboxDetail,
  },
  put: {
    method: 'PUT',
    path: '/api/v1/mailboxes/:name',
    role: 'author',
    summary: 'Makes or changes a mailbox',
    params,
    body: 'application/yaml',
    response: mailboxItem,
  },
  edit: {
    method: 'POST',
    path: '/api/v1/mailboxes/:name/edit',
    role: 'author',
    summary:
      'Changes a route or the sorter of a mailbox, if its file is still the one that was seen; all else of it stays as it is',
    params,
    body: v.strictObject({
      /** Digest of the text that was seen. */
      seen: v.string(),
      act: mailboxAct,
    }),
    response: mailboxDetail,
  },
  addSieve: {
    method: 'POST',
    path: '/api/v1/mailboxes/:name/sieves',
    role: 'author',
    summary: 'Has a mailbox try one more sieve, behind those it names; its file stays as it is otherwise',
    params,
    body: v.strictObject({ sieve: nameSchema }),
    response: mailboxItem,
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/mailboxes/:name',
    role: 'author',
    summary:
      'Removes a mailbox: one that has messages is archived, and takes no more mail; putting it again brings it back',
    params,
    query: removalQuery,
    response: removalSchema,
  },
} as const satisfies Record<string, Endpoint>;

const formEntry = v.object({
  /** As the file has it; `credentials.key` is the entry `key` of `credentials`. */
  name: v.string(),
  /** `pairs` are lines of a name, a colon and a value. */
  as: v.picklist(['text', 'long text', 'secret', 'number', 'texts', 'flag', 'pairs']),
  required: v.boolean(),
  title: v.string(),
  help: v.nullable(v.string()),
  /** Values to choose from; empty where anything may be written. */
  offers: v.array(v.string()),
  /** Seldom said: a form shows it on request. */
  aside: v.boolean(),
});
export type FormEntry = v.InferOutput<typeof formEntry>;

const named = { kind: v.string(), about: v.string() };

/** One entry of a rule as a form asks for it. */
const ruleFormPart = v.object({
  key: v.string(),
  label: v.string(),
  help: v.nullable(v.string()),
  asks: v.picklist([
    'text',
    'field',
    'fields',
    'words',
    'lines',
    'pattern',
    'steps',
    'headings',
    'choice',
    'tick',
    'which',
    'lookup',
    'matched',
    'pairs',
  ]),
  choices: v.array(v.string()),
  /** What holds where it is left out. */
  otherwise: v.nullable(v.string()),
});
export type RuleFormPartItem = v.InferOutput<typeof ruleFormPart>;

const kindsSchema = v.object({
  types: v.array(
    v.object({
      ...named,
      /** Its values are figures, and stand at the right of a column. */
      figure: v.boolean(),
      /** Options that a field of this type cannot do without. */
      needs: v.array(v.string()),
    }),
  ),
  rules: v.array(
    v.object({
      ...named,
      /** It has layouts, which are made by marking. */
      layouts: v.boolean(),
      /** It asks a model. */
      asks: v.boolean(),
      /** What a form asks for; empty where rules are made in another way, or written in lines. */
      form: v.array(ruleFormPart),
    }),
  ),
  /** Ready-made parts of patterns. */
  parts: v.array(v.object({ name: v.string(), about: v.string(), type: v.string(), example: v.string() })),
  /** Names of a message that are texts, in which rules can look. */
  texts: v.array(v.string()),
  destinations: v.array(
    v.object({
      ...named,
      title: v.string(),
      /** The kind of connection it needs, if it needs one. */
      connection: v.nullable(v.string()),
      linked: v.boolean(),
      /** What is kept back of it can be sent to who tries it. */
      tried_out: v.boolean(),
    }),
  ),
  intakes: v.array(v.object({ ...named, title: v.string() })),
});
export type Kinds = v.InferOutput<typeof kindsSchema>;

/** What this service knows: types of values, kinds of rules, destinations and intakes. */
export const kindEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/kinds',
    role: 'viewer',
    summary: 'Types of values, and kinds of rules, destinations and intakes, each with what it is for',
    response: kindsSchema,
  },
} as const satisfies Record<string, Endpoint>;

export const destinationEndpoints = {
  form: {
    method: 'POST',
    path: '/api/v1/destination-kinds/:kind/form',
    role: 'author',
    summary: 'What a destination of a kind asks for, and its connection, as far as that is known',
    params: v.object({ kind: v.string() }),
    body: v.strictObject({
      /** A connection that is there. */
      connection: v.optional(nameSchema),
      /** One that is being made: what was written so far. */
      connecting: v.optional(v.record(v.string(), v.string())),
    }),
    response: v.object({
      options: v.array(formEntry),
      connection: v.array(formEntry),
      /** Why what was written of the connection so far cannot be right. */
      detail: v.nullable(v.string()),
    }),
  },
  list: {
    method: 'GET',
    path: '/api/v1/destinations',
    role: 'viewer',
    summary: 'Destinations, with the secret links of sheets',
    response: page(destinationItem),
  },
  get: {
    method: 'GET',
    path: '/api/v1/destinations/:name',
    role: 'viewer',
    summary: 'A destination with its source text',
    params,
    response: v.object({ ...destinationItem.entries, source: v.string() }),
  },
  put: {
    method: 'PUT',
    path: '/api/v1/destinations/:name',
    role: 'author',
    summary: 'Makes or changes a destination',
    params,
    body: 'application/yaml',
    response: destinationItem,
  },
  test: {
    method: 'POST',
    path: '/api/v1/destinations/:name/test',
    role: 'author',
    summary: 'Tests a destination without writing a record',
    params,
    response: v.object({ ok: v.boolean(), detail: v.string() }),
  },
  pause: {
    method: 'POST',
    path: '/api/v1/destinations/:name/pause',
    role: 'author',
    summary: 'Pauses a destination: what goes there waits, and nothing is lost; or has it go on',
    params,
    body: v.strictObject({ paused: v.boolean() }),
    response: destinationItem,
  },
  retry: {
    method: 'POST',
    path: '/api/v1/destinations/:name/retry',
    role: 'author',
    summary: 'Tries all stopped deliveries of a destination again',
    params,
    response: v.object({ count: v.number() }),
  },
  renewLink: {
    method: 'POST',
    path: '/api/v1/destinations/:name/link',
    role: 'author',
    summary: 'Gives a sheet another secret link; the one before opens nothing any more',
    params,
    response: destinationItem,
  },
  withdrawLink: {
    method: 'DELETE',
    path: '/api/v1/destinations/:name/link',
    role: 'author',
    summary: 'Withdraws the secret link of a sheet, until another is made',
    params,
    response: destinationItem,
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/destinations/:name',
    role: 'author',
    summary:
      'Deletes a destination that no sieve routes to, with the rows of its sheet; deliveries that wait for it are dropped',
    params,
    query: removalQuery,
    response: removalSchema,
  },
  columns: {
    method: 'GET',
    path: '/api/v1/destinations/:name/columns',
    role: 'author',
    summary: 'The columns a destination has of its own, and which of them it requires',
    params,
    response: v.object({
      /** Null where it has none of its own: it takes what it is given. */
      columns: v.nullable(v.array(destinationColumn)),
      /** Why it could not be asked. */
      detail: v.nullable(v.string()),
    }),
  },
} as const satisfies Record<string, Endpoint>;

export const connectionEndpoints = {
  put: {
    method: 'PUT',
    path: '/api/v1/connections/:name',
    role: 'owner',
    summary:
      'Makes or changes a connection; what is secret in it never comes back out. With `keep_secrets` what is secret, or asked in no form, and not given stays as it was',
    params,
    query: v.object({ keep_secrets: v.optional(v.picklist(['true', 'false']), 'false') }),
    body: v.looseObject({ kind: v.string() }),
    response: doneSchema,
  },
  list: {
    method: 'GET',
    path: '/api/v1/connections',
    role: 'author',
    summary: 'Names and kinds of connections',
    response: page(v.object({ name: v.string(), kind: v.string() })),
  },
  get: {
    method: 'GET',
    path: '/api/v1/connections/:name',
    role: 'owner',
    summary: 'What a connection was made with, but for what is secret',
    params,
    response: v.object({
      name: v.string(),
      kind: v.string(),
      /** By the names of the form, as they are written there. */
      entries: v.record(v.string(), v.string()),
      /** Names of those that are set, and never shown. */
      secrets: v.array(v.string()),
    }),
  },
  form: {
    method: 'GET',
    path: '/api/v1/connection-kinds/:kind',
    role: 'author',
    summary: 'What a connection of a kind asks for',
    params: v.object({ kind: v.string() }),
    response: v.object({ entries: v.array(formEntry) }),
  },
  test: {
    method: 'POST',
    path: '/api/v1/connections/:name/test',
    role: 'author',
    summary: 'Tries the connection of a model with a question of a few words; others are tried by their destinations',
    params,
    response: v.object({ ok: v.boolean(), detail: v.string() }),
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/connections/:name',
    role: 'owner',
    summary: 'Deletes a connection that no destination, and no prompt, needs',
    params,
    query: removalQuery,
    response: removalSchema,
  },
} as const satisfies Record<string, Endpoint>;

export const schemaEndpoints = {
  file: {
    method: 'GET',
    path: '/api/v1/schemas/:kind',
    role: 'viewer',
    summary: 'The JSON Schema of files: of sieves, mailboxes, exports, destinations, descriptions of CRMs',
    params: v.object({ kind: v.picklist(['sieve', 'mailbox', 'export', 'destination', 'crm']) }),
    /** A JSON Schema (2020-12). */
    response: v.record(v.string(), v.unknown()),
  },
} as const satisfies Record<string, Endpoint>;
