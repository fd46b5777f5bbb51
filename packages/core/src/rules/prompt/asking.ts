import * as v from 'valibot';
import { closed } from '../../files/index.js';

/** What asking a model may take. */
export const askingSchema = closed({
  /** At most so much a day, in the currency of the model’s connection; what would cost more waits. */
  ceiling: v.optional(v.pipe(v.number(), v.minValue(0))),
});
