import * as v from 'valibot';
import type { Address, ForwardedMessage, ItemList, PublicReading, Table } from '../reading/index.js';

const range = { start: v.number(), end: v.number() };
const address: v.GenericSchema<Address> = v.object({ address: v.string(), name: v.string() });
const table: v.GenericSchema<Table> = v.object({
  ...range,
  rows: v.array(
    v.array(
      v.object({
        ...range,
        header: v.boolean(),
        text: v.string(),
        lines: v.exactOptional(v.array(v.object(range))),
        columns: v.exactOptional(v.number()),
      }),
    ),
  ),
});
/** Items of one shape; `spots`: what stands at the same place in each, whole lines of the text, null where an item lacks it. */
const list: v.GenericSchema<ItemList> = v.object({
  ...range,
  made_of: v.picklist(['elements', 'bullets', 'blocks', 'lines']),
  items: v.array(v.object({ ...range, spots: v.array(v.nullable(v.object(range))) })),
});
const problem = v.object({ code: v.string(), text: v.string() });
const headersOfForward = {
  from: v.nullable(address),
  to: v.array(address),
  date: v.nullable(v.string()),
  subject: v.nullable(v.string()),
  attached: v.boolean(),
};
const kind = v.picklist(['own', 'quoted', 'forwarded', 'signature', 'disclaimer', 'wrapper']);

/** A message within a message: its segments are of the same shape once more. */
const inside = v.looseObject(headersOfForward) as unknown as v.GenericSchema<ForwardedMessage>;

/** A message as rules see it. Offsets are in UTF-16 units of `text`. */
export const readingShape: v.GenericSchema<PublicReading> = v.object({
  subject: v.string(),
  from: v.nullable(address),
  to: v.array(address),
  cc: v.array(address),
  reply_to: v.nullable(address),
  date: v.nullable(v.string()),
  id: v.nullable(v.string()),
  thread: v.picklist(['new', 'reply']),
  thread_why: v.string(),
  automatic: v.boolean(),
  automatic_kind: v.nullable(v.picklist(['reply', 'generated', 'bounce', 'receipt'])),
  automatic_why: v.nullable(v.string()),
  report: v.nullable(
    v.object({
      kind: v.picklist(['bounce', 'receipt']),
      recipients: v.array(v.object({ address: v.string(), action: v.string(), status: v.string() })),
    }),
  ),
  list: v.boolean(),
  size: v.number(),
  text: v.string(),
  html: v.nullable(v.string()),
  segments: v.array(v.object({ ...range, kind, reason: v.string(), message: v.exactOptional(inside) })),
  outline: v.array(v.object({ ...range, kind, reason: v.string(), level: v.number() })),
  body: v.array(v.object(range)),
  body_why: v.string(),
  forwarded: v.nullable(v.object(headersOfForward)),
  tables: v.array(table),
  lists: v.pipe(v.array(list), v.readonly()),
  links: v.array(v.object({ ...range, href: v.string() })),
  places: v.array(v.object({ ...range, source: v.number(), sourceLength: v.number() })),
  attachments: v.array(
    v.object({
      part: v.string(),
      name: v.string(),
      type: v.string(),
      size: v.number(),
      digest: v.string(),
      inline: v.boolean(),
      text: v.nullable(v.string()),
      tables: v.array(table),
      unread: v.nullable(problem),
    }),
  ),
  parts: v.array(
    v.object({
      path: v.string(),
      type: v.string(),
      charset: v.nullable(v.string()),
      charset_why: v.nullable(v.string()),
      size: v.number(),
      role: v.string(),
    }),
  ),
  headers: v.array(v.tuple([v.string(), v.string()])),
  problems: v.array(problem),
});
