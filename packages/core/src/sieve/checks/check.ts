import * as v from 'valibot';
import {
  type CompiledCondition,
  type ConditionCompiler,
  compileCondition,
  conditionSchema,
  namesIn,
} from '../../conditions/index.js';
import { nearest } from '../../errors/index.js';
import { closed } from '../../files/index.js';
import type { FieldOptions } from '../../values/index.js';

/** Ten years: who wants more wants a key in a database. */
const maxDays = 3660;

/**
 * A check as the file has it: a condition with what to say where it does not hold (of each row, where it names columns by their own names),
 * a field that a second rule has to find as well, columns whose values no two rows share, or fields whose values no record of the same
 * mailbox had within some days before.
 */
export const checkSchema = v.union([
  closed({ that: conditionSchema, say: v.string() }),
  closed({ agree: v.string(), with: v.string(), say: v.optional(v.string()) }),
  closed({
    unique: v.pipe(v.array(v.string()), v.minLength(1)),
    within_days: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(maxDays))),
    say: v.optional(v.string()),
  }),
]);

export type CheckSource = v.InferOutput<typeof checkSchema>;

/** A check that is ready to be made. */
export type CompiledCheck =
  | { kind: 'condition'; that: CompiledCondition; say: string; marks: string | null; ofRows: boolean }
  | { kind: 'agree'; field: string; rule: string; say: string | null }
  | { kind: 'unique'; columns: string[]; say: string | null }
  | { kind: 'seen'; fields: string[]; days: number; say: string | null };

/** What compiling a check can see of its sieve. */
export interface CheckCompiler extends ConditionCompiler {
  fields: Readonly<Record<string, FieldOptions>>;
  columns: Readonly<Record<string, FieldOptions>>;
  /** Names of the rules that run beside the others and fill nothing. */
  beside: readonly string[];
}

/** Compiles a check; null when it cannot be, with the reasons in the report. */
export function compileCheck(check: CheckSource, index: number, compiler: CheckCompiler): CompiledCheck | null {
  const { fields, columns, beside } = compiler;
  const say = check.say?.replace(/\.$/, '') ?? null;
  if ('that' in check) {
    const that = compileCondition(check.that, ['checks', index, 'that'], compiler);
    if (!that) return null;
    const names = namesIn(that);
    const marks = names.find((name) => name in fields || name in columns) ?? null;
    return { kind: 'condition', that, say: say ?? '', marks, ofRows: names.some((name) => name in columns) };
  }
  if ('agree' in check) {
    const { agree: field, with: rule } = check;
    const at = ['checks', index];
    if (!(field in fields))
      compiler.report.add('YS-SIEVE-UNKNOWN-FIELD', [...at, 'agree'], {
        field,
        nearest: nearest(field, Object.keys(fields)),
      });
    if (!beside.includes(rule))
      compiler.report.add('YS-CHECK-BESIDE', [...at, 'with'], { rule, nearest: nearest(rule, beside) });
    return field in fields && beside.includes(rule) ? { kind: 'agree', field, rule, say } : null;
  }
  const { within_days: days } = check;
  const known = Object.keys(days === undefined ? columns : fields);
  const strangers = check.unique.filter((name) => !known.includes(name));
  for (const field of strangers)
    compiler.report.add(
      days === undefined ? 'YS-CHECK-UNIQUE' : 'YS-SIEVE-UNKNOWN-FIELD',
      ['checks', index, 'unique'],
      {
        field,
        nearest: nearest(field, known),
      },
    );
  if (strangers.length > 0) return null;
  return days === undefined
    ? { kind: 'unique', columns: check.unique, say }
    : { kind: 'seen', fields: check.unique, days, say };
}
