import * as v from 'valibot';

/** What a derive rule tells of itself. */
export const deriveTrace = v.object({
  from: v.exactOptional(v.string()),
  gave: v.exactOptional(v.nullable(v.string())),
  /** Names that have nothing. */
  missing: v.exactOptional(v.array(v.string())),
});
