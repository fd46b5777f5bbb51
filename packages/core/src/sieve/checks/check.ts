import * as v from 'valibot';
import {
  type CompiledCondition,
  type ConditionCompiler,
  compileCondition,
  conditionSchema,
} from '../../conditions/index.js';
import { nearest } from '../../errors/index.js';
import { closed } from '../../files/index.js';
import type { FieldOptions } from '../../values/index.js';

/** A check as the file has it: a condition with what to say where it does not hold, or columns whose values no two rows share. */
export const checkSchema = v.union([
  closed({ that: conditionSchema, say: v.string() }),
  closed({ unique: v.pipe(v.array(v.string()), v.minLength(1)), say: v.optional(v.string()) }),
]);

export type CheckSource = v.InferOutput<typeof checkSchema>;

/** A check that is ready to be made. */
export type CompiledCheck =
  | { kind: 'condition'; that: CompiledCondition; say: string }
  | { kind: 'unique'; columns: string[]; say: string | null };

/** Compiles a check; null when it cannot be, with the reasons in the report. */
export function compileCheck(
  check: CheckSource,
  index: number,
  columns: Readonly<Record<string, FieldOptions>>,
  compiler: ConditionCompiler,
): CompiledCheck | null {
  const say = check.say?.replace(/\.$/, '') ?? null;
  if ('that' in check) {
    const that = compileCondition(check.that, ['checks', index, 'that'], compiler);
    return that && { kind: 'condition', that, say: say ?? '' };
  }
  const known = Object.keys(columns);
  const strangers = check.unique.filter((name) => !known.includes(name));
  for (const field of strangers)
    compiler.report.add('YS-CHECK-UNIQUE', ['checks', index, 'unique'], { field, nearest: nearest(field, known) });
  return strangers.length > 0 ? null : { kind: 'unique', columns: check.unique, say };
}
