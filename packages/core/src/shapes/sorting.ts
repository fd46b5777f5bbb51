import * as v from 'valibot';
import type { Sorted } from '../sorting/index.js';

const words = v.array(v.string());

export const sortedShape: v.GenericSchema<Sorted> = v.object({
  category: v.nullable(v.string()),
  by: v.nullable(v.picklist(['condition', 'learned', 'described', 'person'])),
  confidence: v.nullable(v.number()),
  why: v.string(),
  ranked: v.array(v.object({ category: v.string(), share: v.number() })),
  words: v.object({ for: words, against: words }),
  version: v.nullable(v.string()),
  quote: v.optional(v.string()),
});
