import * as v from 'valibot';

/** What a prompt rule tells of itself: what it showed the model, under which digest, and what came back. */
export const promptTrace = v.object({
  looked_at: v.exactOptional(v.array(v.string())),
  request: v.exactOptional(v.string()),
  /** The answer by fields; in words why there is none that counts. */
  answer: v.exactOptional(v.union([v.string(), v.record(v.string(), v.unknown())])),
});

export type PromptTrace = v.InferOutput<typeof promptTrace>;
