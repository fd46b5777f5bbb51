import type { Handled } from './handle.js';

/** What `sift --json` prints for one message and the API gives: one form everywhere. */
export function publicOutcome(file: string, handled: Handled) {
  const { outcome, sorted } = handled;
  return {
    message: file,
    verdict: handled.verdict,
    reasons: handled.reasons,
    category: sorted?.category ?? null,
    confidence: sorted?.confidence ?? null,
    why: sorted?.why ?? null,
    sieve: outcome?.sieve ?? null,
    layout: outcome?.layout ?? null,
    score: outcome?.score ?? null,
    fields: outcome?.fields ?? {},
    rows: outcome?.rows ?? [],
    evidence: outcome?.evidence ?? {},
    problems: outcome?.problems ?? [],
    ...(outcome?.held_rows ? { held_rows: outcome.held_rows } : {}),
    leftovers: outcome?.leftovers ?? [],
    trace: outcome?.trace ?? [],
  };
}

export type PublicOutcome = ReturnType<typeof publicOutcome>;
