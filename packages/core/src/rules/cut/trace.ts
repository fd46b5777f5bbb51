import * as v from 'valibot';

/** What a cut tells of itself: what each step left, and which one found nothing. */
export const cutTrace = v.object({
  looked_at: v.exactOptional(v.string()),
  /** After each step the beginning of every text that was left. */
  cuts: v.exactOptional(
    v.array(
      v.object({
        step: v.string(),
        left: v.array(v.string()),
        /** Where what was left stands in what was looked at; what the step wrote itself stands nowhere. */
        at: v.array(v.object({ start: v.number(), end: v.number() })),
      }),
    ),
  ),
  /** The step that found nothing, and the words it looked in. */
  nothing: v.exactOptional(v.object({ step: v.string(), in: v.string() })),
});

export type CutTrace = v.InferOutput<typeof cutTrace>;
