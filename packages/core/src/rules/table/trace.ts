import * as v from 'valibot';

/** What a table rule tells of itself. */
export const tableTrace = v.object({
  looked_for: v.exactOptional(v.array(v.string())),
  found: v.exactOptional(v.string()),
  tables: v.exactOptional(v.array(v.object({ made_of: v.string(), columns: v.array(v.string()) }))),
  items: v.exactOptional(v.number()),
  /** Rows that are no items, and why. */
  passed_over: v.exactOptional(v.array(v.object({ passedOver: v.string(), text: v.string() }))),
});

export type TableTrace = v.InferOutput<typeof tableTrace>;
