import { digestOf } from '../../canonical-json.js';
import { type CompiledCondition, decide, namesIn } from '../../conditions/index.js';
import { say } from '../../errors/index.js';
import type { Scene } from '../../names/index.js';
import type { Finding, Problem, SeenBefore } from '../../rules/index.js';
import { fold, toText, type Value } from '../../values/index.js';
import type { CompiledSieve } from '../compile-sieve.js';
import type { DraftRecord } from '../draft-record.js';
import type { Reason, Verdict } from '../outcome.js';
import type { CompiledCheck } from './check.js';
import { seenProblems } from './seen-before.js';
import { repeatedRows } from './unique-rows.js';

type Condition = Extract<CompiledCheck, { kind: 'condition' }>;
type Agreement = Extract<CompiledCheck, { kind: 'agree' }>;

const unplaced = { in: null, start: null, end: null } as const;

/** Problems of the record as a whole: required fields that are missing, rows out of bounds, checks that do not hold. */
export function checkRecord(sieve: CompiledSieve, draft: DraftRecord, scene: Scene, known: Known): Problem[] {
  return [...fieldProblems(sieve, draft), ...rowProblems(sieve, draft), ...failedChecks(sieve, scene, known)];
}

/** What checks hold a record against beside its own values. */
export interface Known {
  beside: Beside;
  seen: Readonly<Record<string, SeenBefore>>;
}

/** What rules found that run beside the others and fill nothing, by their names. */
type Beside = ReadonlyMap<string, readonly Finding[]>;

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

const failedChecks = (sieve: CompiledSieve, scene: Scene, known: Known): Problem[] =>
  sieve.checks.flatMap((check) => problemsOf(check, scene, known));

function problemsOf(check: CompiledCheck, scene: Scene, { beside, seen }: Known): Problem[] {
  switch (check.kind) {
    case 'unique':
      return repeatedRows(scene.rows, check.columns, check.say);
    case 'seen':
      return seenProblems(check, scene.fields, seen);
    case 'agree':
      return disagreement(check, scene, beside);
    case 'condition':
      if (!check.ofRows) return conditionProblems(check, scene, check.marks ?? '');
      return scene.rows.flatMap((row, i) =>
        conditionProblems(check, { ...scene, row }, check.marks === null ? '' : pathIn(check.marks, row, i)),
      );
  }
}

const pathIn = (name: string, row: ReadonlyMap<string, Value | null>, i: number) =>
  row.has(name) ? `rows[${i}].${name}` : name;

/** A check on a field that is missing says nothing: its own `required` does. */
function conditionProblems({ that, say: sentence }: Condition, scene: Scene, path: string): Problem[] {
  const decision = decide(that, scene);
  if (decision.undecidable) {
    const { name } = decision.undecidable;
    return [
      {
        code: 'YS-CONDITION-UNDECIDABLE',
        path: path || name,
        text: say('YS-CONDITION-UNDECIDABLE', decision.undecidable),
        ...unplaced,
      },
    ];
  }
  if (decision.holds || asksForMissing(that, scene)) return [];
  return [{ code: 'YS-CHECK-FAILED', path, text: say('YS-CHECK-FAILED', { say: sentence }), ...unplaced }];
}

/** Where a second rule finds something else, or only one of the two finds anything. */
function disagreement({ field, rule, say: sentence }: Agreement, scene: Scene, beside: Beside): Problem[] {
  const other = beside.get(rule)?.find((finding) => finding.field === field && finding.state === 'value');
  const [own, second] = [scene.fields.get(field) ?? null, other?.state === 'value' ? other.value : null];
  const written = (value: Value | null) => (value === null ? null : fold(toText(value)));
  if (written(own) === written(second)) return [];
  const shown = (value: Value | null) => (value === null ? 'nothing' : `“${toText(value).slice(0, 80)}”`);
  const text =
    sentence === null
      ? say('YS-CHECK-AGREE', { own: shown(own), second: shown(second), rule })
      : say('YS-CHECK-FAILED', { say: sentence });
  return [{ code: 'YS-CHECK-AGREE', path: field, text, ...unplaced }];
}

function asksForMissing(that: CompiledCondition, scene: Scene): boolean {
  if (that.kind !== 'test') return false;
  const isMissing = (name: string) =>
    scene.row?.has(name) ? scene.row.get(name) === null : scene.fields.has(name) && scene.fields.get(name) === null;
  return that.testName !== 'present' && that.testName !== 'missing' && namesIn(that).some(isMissing);
}

/** Their words are the author’s, or name what they are about. */
const spoken: ReadonlySet<string> = new Set(['YS-CHECK-FAILED', 'YS-ROWS-TWICE', 'YS-CHECK-SEEN']);

/** The verdict on a record, always with its reasons when it is not sound. `message`: our key of it, which it is drawn by. */
export function verdictOf(
  sieve: CompiledSieve,
  draft: DraftRecord,
  problems: readonly Problem[],
  message: string,
): { verdict: Verdict; reasons: Reason[] } {
  const reasons: Reason[] = problems.map(({ code, text, path }) => ({
    code,
    text: path && !spoken.has(code) && !text.includes(path) ? `${path}: ${text}` : text,
  }));
  const evidence = [
    ...Object.keys(sieve.fields).flatMap((field) => draft.evidence(field)),
    ...draft.rows.flatMap((row) => [...row.values()].flatMap((finding) => finding.evidence)),
  ];
  const byModel = evidence.some(({ how }) => how === 'quoted' || how === 'inferred');
  if (sieve.review.always) reasons.push({ code: 'YS-REVIEW-ALWAYS', text: say('YS-REVIEW-ALWAYS') });
  else if (byModel && sieve.review.prompt) reasons.push({ code: 'YS-REVIEW-PROMPT', text: say('YS-REVIEW-PROMPT') });
  if (reasons.length === 0 && isDrawn(message, sieve.review.share))
    reasons.push({
      code: 'YS-REVIEW-SHARE',
      text: say('YS-REVIEW-SHARE', { share: sieve.source.review?.share ?? '' }),
    });
  return { verdict: reasons.length > 0 ? 'review' : 'sound', reasons };
}

/** Drawn by its key, which is random: whoever handles it draws the same. A message nobody stored is never drawn. */
function isDrawn(message: string, share: number): boolean {
  if (share === 0 || message === '') return false;
  return Number.parseInt(digestOf(`spot check ${message}`).slice(0, 8), 16) < share * 2 ** 32;
}
