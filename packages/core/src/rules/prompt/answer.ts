import * as v from 'valibot';
import type { View } from '../../reading/index.js';
import { type FieldOptions, type ReadContext, readValue, toText } from '../../values/index.js';
import { evidenceAt, problemAt, readRaw } from '../finding.js';
import type { Evidence, Finding } from '../rule-kind.js';
import { findQuote } from './find-quote.js';

const entrySchema = v.object({
  value: v.union([v.string(), v.number(), v.boolean(), v.null()]),
  quote: v.nullish(v.string(), null),
});
const answerSchema = v.record(v.string(), entrySchema);

type Entry = v.InferOutput<typeof entrySchema>;
export type Answer = v.InferOutput<typeof answerSchema>;

/** The answer's content as data, or null when it is not of the shape that was asked for. */
export function parseAnswer(content: string): Answer | null {
  try {
    const parsed = v.safeParse(answerSchema, JSON.parse(content));
    return parsed.success ? parsed.output : null;
  } catch {
    return null;
  }
}

/** What one field of an answer is worth: `quoted` or `inferred` when it keeps to the field's basis, else `unsupported`. */
export function findingOf(
  field: string,
  entry: Entry,
  options: FieldOptions,
  views: readonly View[],
  context: ReadContext,
  rule: string,
): Finding | null {
  if (entry.value === null || entry.value === '') return null;
  const basis = String(options.basis ?? 'read');
  const place = entry.quote === null ? null : locate(entry.quote, views, rule);
  const stated = String(entry.value);
  const how: Evidence['how'] = keepsToBasis(basis, stated, entry.quote, place, options, context);
  const evidence = (place ?? [nowhere(stated, rule)]).map((item) => ({ ...item, how }));
  const finding = readRaw(
    basis === 'read' && how === 'quoted' ? (entry.quote ?? stated) : stated,
    field,
    options,
    context,
    evidence,
  );
  if (how !== 'unsupported' || finding.state !== 'value') return finding;
  return {
    field,
    state: 'problem',
    evidence,
    problem: problemAt('YS-PROMPT-UNSUPPORTED', field, { field }, place?.[0]),
  };
}

function locate(quote: string, views: readonly View[], rule: string): Evidence[] | null {
  for (const view of views) {
    const range = findQuote(view, quote);
    if (range) return evidenceAt(view, range.start, range.end, rule, 'quoted');
  }
  return null;
}

const nowhere = (raw: string, rule: string): Evidence => ({
  how: 'inferred',
  in: null,
  start: null,
  end: null,
  raw,
  rule,
});

function keepsToBasis(
  basis: string,
  stated: string,
  quote: string | null,
  place: Evidence[] | null,
  options: FieldOptions,
  context: ReadContext,
): Evidence['how'] {
  if (basis === 'written') return 'inferred';
  if (!place || quote === null) return 'unsupported';
  if (basis === 'judged' || basis === 'converted') return 'inferred';
  return sameValue(stated, quote, options, context) ? 'quoted' : 'unsupported';
}

/** The quote, read with the field's type, must be the value. */
function sameValue(stated: string, quote: string, options: FieldOptions, context: ReadContext): boolean {
  const a = readValue(stated, options, context);
  const b = readValue(quote, options, context);
  return a.ok && b.ok && toText(a.value).toLowerCase() === toText(b.value).toLowerCase();
}
