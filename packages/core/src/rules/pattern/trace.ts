import * as v from 'valibot';

/** What a pattern rule tells of itself: the beginning of each match. */
export const patternTrace = v.object({
  looked_at: v.exactOptional(v.string()),
  found: v.exactOptional(v.string()),
  matches: v.exactOptional(v.array(v.string())),
  passed_over: v.exactOptional(v.array(v.string())),
  /** Where each match stands in what was looked at. */
  at: v.exactOptional(v.array(v.object({ start: v.number(), end: v.number() }))),
  /** How the pattern can run away, so that it ran with a clock. */
  guarded: v.exactOptional(v.string()),
});

export type PatternTrace = v.InferOutput<typeof patternTrace>;
