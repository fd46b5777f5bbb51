import { type CompiledCondition, decide } from '../../conditions/index.js';
import { say } from '../../errors/index.js';
import type { Scene } from '../../names/index.js';
import type { Problem } from '../../rules/index.js';
import type { CompiledSieve } from '../compile-sieve.js';
import type { DraftRecord } from '../draft-record.js';
import type { Reason, Verdict } from '../outcome.js';
import { repeatedRows } from './unique-rows.js';

const unplaced = { in: null, start: null, end: null } as const;

/** Problems of the record as a whole: required fields that are missing, rows out of bounds, checks that do not hold. */
export function checkRecord(sieve: CompiledSieve, draft: DraftRecord, scene: Scene): Problem[] {
  return [...fieldProblems(sieve, draft), ...rowProblems(sieve, draft), ...failedChecks(sieve, scene)];
}

function fieldProblems(sieve: CompiledSieve, draft: DraftRecord): Problem[] {
  return Object.entries(sieve.fields).flatMap(([field, options]): Problem[] => {
    const problem = draft.problem(field);
    if (problem) return [problem];
    const missing = options.required === true && draft.value(field) === null;
    return missing
      ? [{ code: 'YS-FIELD-MISSING', path: field, text: say('YS-FIELD-MISSING', { field }), ...unplaced }]
      : [];
  });
}

function rowProblems(sieve: CompiledSieve, draft: DraftRecord): Problem[] {
  const { rows: group } = sieve.source;
  if (!group) return [];
  const problems = draft.rows.flatMap((row, i) => {
    const found = [...row.values()].flatMap((finding) =>
      finding.state === 'problem' ? [{ ...finding.problem, path: `rows[${i}].${finding.field}` }] : [],
    );
    const missing = Object.entries(sieve.columns).filter(
      ([column, options]) =>
        options.required && row.get(column)?.state !== 'value' && row.get(column)?.state !== 'problem',
    );
    return [
      ...found,
      ...missing.map(
        ([field]): Problem => ({
          code: 'YS-FIELD-MISSING',
          path: `rows[${i}].${field}`,
          text: say('YS-FIELD-MISSING', { field }),
          ...unplaced,
        }),
      ),
    ];
  });
  const count = draft.rows.length;
  if (count >= (group.min ?? 0) && count <= (group.max ?? Number.POSITIVE_INFINITY)) return problems;
  const params = { count, range: `${group.min ?? 0} to ${group.max ?? '…'}` };
  return [...problems, { code: 'YS-ROWS-COUNT', path: 'rows', text: say('YS-ROWS-COUNT', params), ...unplaced }];
}

/** A check on a field that is missing says nothing: its own `required` does. */
function failedChecks(sieve: CompiledSieve, scene: Scene): Problem[] {
  return sieve.checks.flatMap((check): Problem[] => {
    if (check.kind === 'unique') return repeatedRows(scene.rows, check.columns, check.say);
    const { that, say: sentence } = check;
    const decision = decide(that, scene);
    if (decision.undecidable) {
      return [
        {
          code: 'YS-CONDITION-UNDECIDABLE',
          path: decision.undecidable.name,
          text: say('YS-CONDITION-UNDECIDABLE', decision.undecidable),
          ...unplaced,
        },
      ];
    }
    if (decision.holds || asksForMissing(that, scene)) return [];
    return [{ code: 'YS-CHECK-FAILED', path: '', text: say('YS-CHECK-FAILED', { say: sentence }), ...unplaced }];
  });
}

function asksForMissing(that: CompiledCondition, scene: Scene): boolean {
  if (that.kind !== 'test') return false;
  const names = [that.name, ...that.operands.flatMap((operand) => (operand.kind === 'name' ? [operand.name] : []))];
  return (
    that.testName !== 'present' &&
    that.testName !== 'missing' &&
    names.some((name) => scene.fields.has(name) && scene.fields.get(name) === null)
  );
}

/** The verdict on a record, always with its reasons when it is not sound. */
export function verdictOf(
  sieve: CompiledSieve,
  draft: DraftRecord,
  problems: readonly Problem[],
): { verdict: Verdict; reasons: Reason[] } {
  const reasons: Reason[] = problems.map(({ code, text, path }) => ({
    code,
    text: path && !text.includes(path) ? `${path}: ${text}` : text,
  }));
  const byModel = Object.keys(sieve.fields).some((field) =>
    draft.evidence(field).some(({ how }) => how === 'quoted' || how === 'inferred'),
  );
  if (sieve.review.always) reasons.push({ code: 'YS-REVIEW-ALWAYS', text: say('YS-REVIEW-ALWAYS') });
  else if (byModel && sieve.review.prompt) reasons.push({ code: 'YS-REVIEW-PROMPT', text: say('YS-REVIEW-PROMPT') });
  return { verdict: reasons.length > 0 ? 'review' : 'sound', reasons };
}
