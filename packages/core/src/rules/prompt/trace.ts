import * as v from 'valibot';

/** What a prompt rule tells of itself: what it showed the model, under which digests, and what came back. */
export const promptTrace = v.object({
  looked_at: v.exactOptional(v.array(v.string())),
  /** Digests of the questions: one, or several where the message was too long for one. */
  requests: v.exactOptional(v.array(v.string())),
  /** Worked examples that were left out, since the message is one of them. */
  left_out: v.exactOptional(v.number()),
  /** Sentences of the message that talk to the model; they change nothing. */
  orders: v.exactOptional(v.array(v.string())),
  /** Values of rows that were folded, by their key. */
  folded: v.exactOptional(v.number()),
  /** The answers as they came, one for each question; in words why there is none that counts. */
  answer: v.exactOptional(v.union([v.string(), v.array(v.unknown())])),
});

export type PromptTrace = v.InferOutput<typeof promptTrace>;
