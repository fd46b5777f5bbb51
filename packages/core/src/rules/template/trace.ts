import * as v from 'valibot';

/** What became of one slot. */
const slot = v.object({
  field: v.string(),
  /** How it is read, in words: “what follows ‘Vessel:’ on its line”. */
  reads: v.string(),
  /** Counted from 1. */
  line: v.number(),
  score: v.number(),
  took: v.exactOptional(v.string()),
  notes: v.exactOptional(v.array(v.string())),
  end_uncertain: v.exactOptional(v.string()),
  /** Other places, and why they were not taken. */
  passed_over: v.array(v.object({ line: v.number(), score: v.number(), why: v.string() })),
});

/** What a template rule tells of itself: which layouts it tried, and of the one it took each slot. */
export const templateTrace = v.object({
  looked_at: v.exactOptional(v.string()),
  layouts: v.exactOptional(v.array(v.object({ layout: v.string(), score: v.number() }))),
  /** The layout that was taken; `nearest` where none was good enough. */
  layout: v.exactOptional(v.string()),
  nearest: v.exactOptional(v.string()),
  items: v.exactOptional(v.number()),
  /** Lines between items that are none, and why. */
  passed_over: v.exactOptional(v.array(v.object({ text: v.string(), why: v.string() }))),
  /** What told where the items begin, where the structure of the message did. */
  told_by: v.exactOptional(v.picklist(['elements', 'bullets', 'blocks', 'lines'])),
  slots: v.exactOptional(v.array(slot)),
  /** Labels that are not there. */
  missing: v.exactOptional(v.array(v.string())),
});

export type TemplateTrace = v.InferOutput<typeof templateTrace>;
export type SlotTrace = v.InferOutput<typeof slot>;
