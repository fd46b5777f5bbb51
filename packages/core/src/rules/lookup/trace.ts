import * as v from 'valibot';

/** What a lookup tells of itself. */
export const lookupTrace = v.object({
  table: v.exactOptional(v.string()),
  /** Which state of the table was looked at. */
  revision: v.exactOptional(v.string()),
  /** What was looked for, by column, in the order of the message's rows where columns are filled. */
  looked_for: v.exactOptional(v.array(v.string())),
  /** How many rows of the table fit, for each search. */
  hits: v.exactOptional(v.array(v.number())),
  /** Why nothing was looked up. */
  lacks: v.exactOptional(v.string()),
});

export type LookupTrace = v.InferOutput<typeof lookupTrace>;
