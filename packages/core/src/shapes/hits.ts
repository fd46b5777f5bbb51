import * as v from 'valibot';
import type { Line, RouteHit } from '../routing/index.js';

const part = v.union([v.string(), v.boolean(), v.null()]);
const single = v.objectWithRest({ kind: v.string() }, part);
const several = v.object({ kind: v.literal('list'), items: v.array(single), separator: v.string() });

const cell = v.object({
  name: v.string(),
  kind: v.string(),
  value: v.nullable(v.union([v.number(), v.boolean(), v.array(v.string()), several, single])),
});

/** One line for a destination: cells by the outside’s names, each with a typed value, a constant, or null. */
export const lineShape: v.GenericSchema<Line> = v.object({
  /** Null for the record as a whole, else the row’s key. */
  row: v.nullable(v.string()),
  cells: v.array(cell),
  /** What goes of each row with the record. */
  rows: v.exactOptional(v.array(v.array(cell))),
});

/** What a route would do. */
export const hitShape: v.GenericSchema<RouteHit> = v.object({
  route: v.string(),
  to: v.string(),
  fires: v.boolean(),
  why: v.string(),
  inReview: v.picklist(['wait', 'deliver']),
  lines: v.array(lineShape),
});
