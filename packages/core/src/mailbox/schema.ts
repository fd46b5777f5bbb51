import * as v from 'valibot';
import { conditionSchema } from '../conditions/index.js';
import { closed } from '../files/index.js';
import { tableName } from '../lookups/index.js';
import { routeSchema } from '../routing/index.js';
import { askingSchema } from '../rules/index.js';

const columnName = v.pipe(v.string(), v.minLength(1), v.maxLength(200));

const category = closed({
  category: v.pipe(v.string(), v.minLength(1), v.maxLength(60)),
  /** What the category is, for people, and for a model that judges by it. */
  about: v.optional(v.string()),
  when: v.optional(conditionSchema),
  /** Who looks after it: an address that routes can name. */
  owner: v.optional(v.string()),
});

/** What is less sure than this is unsorted, where the file does not say otherwise. */
export const usualThreshold = 0.7;

const sorter = closed({
  categories: v.pipe(v.array(category), v.maxLength(100)),
  threshold: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(1))),
  otherwise: v.optional(v.picklist(['unsorted'])),
  /** A table that has the owners of categories without one of their own: by the column with categories, what another column has. */
  owners: v.optional(closed({ table: tableName, by: columnName, take: columnName })),
  /** Whether what conditions and labels leave open goes to a model, with the descriptions; it does where there is one. */
  ask_model: v.optional(v.boolean()),
  asking: v.optional(askingSchema),
});

/** A folder of a mail server whose messages are taken. */
const folder = closed({
  /** A connection of the kind `imap`. */
  connection: v.string(),
  folder: v.pipe(v.string(), v.minLength(1), v.maxLength(200)),
  /** Only messages that nobody has read; all of them where nothing is said. */
  unread: v.optional(v.boolean()),
  /** What becomes of a message there once it is taken; it is left as it is where nothing is said. */
  after: v.optional(
    v.union([
      v.picklist(['mark read', 'flag']),
      closed({ move: v.pipe(v.string(), v.minLength(1), v.maxLength(200)) }),
    ]),
  ),
});
export type FolderSource = v.InferOutput<typeof folder>;

/** The mailbox file, `*.mailbox.yaml`. `@domain.example` among the addresses takes everything for that domain. */
export const mailboxSchema = closed({
  mailbox: v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9-]{0,62}$/)),
  title: v.optional(v.string()),
  addresses: v.pipe(
    v.array(
      v.pipe(
        v.string(),
        v.regex(
          /^[^\s@]*@[^\s@]+$/,
          'an address such as office@gannetbay.example is wanted, or @gannetbay.example for all of a domain',
        ),
      ),
    ),
    v.minLength(1),
  ),
  accept: v.optional(conditionSchema),
  trusted_servers: v.optional(v.array(v.string())),
  sorter: v.optional(sorter),
  folders: v.optional(v.pipe(v.array(folder), v.maxLength(20))),
  sieves: v.array(v.string()),
  otherwise: v.optional(v.string()),
  routes: v.optional(v.array(routeSchema)),
});

export type MailboxSource = v.InferOutput<typeof mailboxSchema>;

/** A sieve as a mailbox file names it: by file name, or by the sieve's own name. */
export function sieveName(entry: string): string {
  return entry.replace(/^.*\//, '').replace(/\.sieve\.(ya?ml|json)$/, '');
}
