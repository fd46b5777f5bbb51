import { nearest } from '../errors/index.js';
import type { Path, Report } from '../files/index.js';
import type { NamedType, NameScope } from '../names/index.js';
import { isTooLong, type PatternPart, patternOf, withOwnParts } from '../patterns/index.js';
import { ownTypes, type ReadContext, readValue, type Value, valueTypes, wordsValue } from '../values/index.js';
import type { ConditionSource, Operand } from './schema.js';
import { type Test, tests } from './tests.js';

/** An operand whose literal has been read, or a reference to another name. */
export type CompiledOperand = { kind: 'value'; value: Value } | { kind: 'name'; name: string };

export type CompiledCondition =
  | { kind: 'all' | 'any' | 'none'; parts: CompiledCondition[] }
  | {
      kind: 'test';
      name: string;
      testName: string;
      test: Test;
      operands: CompiledOperand[];
      exactly: boolean;
      every: boolean;
      within: string;
    };

/** The names that a condition looks at, in their order; those it compares with come behind each. */
export const namesIn = (condition: CompiledCondition): string[] =>
  condition.kind === 'test'
    ? [condition.name, ...condition.operands.flatMap((operand) => (operand.kind === 'name' ? [operand.name] : []))]
    : condition.parts.flatMap(namesIn);

export interface ConditionCompiler {
  scope: NameScope;
  context: ReadContext;
  report: Report;
  /** A sieve's own parts of patterns; none outside of sieves. */
  parts?: Readonly<Record<string, PatternPart>>;
}

/** Compiles a condition: unknown names, tests that do not fit the type and unreadable literals are reported, and give null. */
export function compileCondition(
  source: ConditionSource,
  path: Path,
  compiler: ConditionCompiler,
  every = false,
): CompiledCondition | null {
  if (isTriple(source)) return compileTest(source, path, compiler, every);
  if ('every' in source) return compileCondition(source.every, [...path, 'every'], compiler, true);
  if ('all' in source) return compileList('all', source.all, path, compiler);
  if ('none' in source) return compileList('none', source.none, path, compiler);
  return compileList('any', source.any, path, compiler);
}

type Triple = readonly [string, string, Operand?, 'exactly'?];

const isTriple = (source: ConditionSource): source is Extract<ConditionSource, readonly unknown[]> =>
  Array.isArray(source);

function compileList(
  kind: 'all' | 'any' | 'none',
  list: ConditionSource[],
  path: Path,
  compiler: ConditionCompiler,
): CompiledCondition | null {
  const parts = list.map((item, i) => compileCondition(item, [...path, kind, i], compiler));
  return parts.some((part) => part === null) ? null : { kind, parts: parts as CompiledCondition[] };
}

function compileTest(
  source: Triple,
  path: Path,
  compiler: ConditionCompiler,
  every: boolean,
): CompiledCondition | null {
  const [name, testName, operand, exactly] = source;
  const { scope, report } = compiler;
  const type = scope.typeOf(name);
  if (!type) return fail(report, 'YS-CONDITION-NAME', [...path, 0], { name, nearest: nearest(name, scope.known()) });
  const test = tests[testName];
  if (!test || !goesWith(test, type)) {
    return fail(report, 'YS-CONDITION-TEST', [...path, 1], { test: testName, name, type: type.kind });
  }
  const operands = compileOperands(name, test, type, operand, path, compiler);
  if (operands === null) return null;
  const within =
    typeof operand === 'object' && !Array.isArray(operand) && operand.within !== undefined
      ? String(operand.within)
      : '0';
  return { kind: 'test', name, testName, test, operands, exactly: exactly === 'exactly', every, within };
}

function goesWith(test: Test, { kind }: NamedType): boolean {
  const type = valueTypes[kind];
  return type !== undefined && test.on(type);
}

function compileOperands(
  name: string,
  test: Test,
  type: NamedType,
  operand: Operand | undefined,
  path: Path,
  compiler: ConditionCompiler,
): CompiledOperand[] | null {
  const list = operand === undefined ? [] : Array.isArray(operand) ? operand : [operand];
  const wanted = test.operands === 'list' ? Math.max(1, list.length) : test.operands;
  if (list.length !== wanted) {
    return fail(compiler.report, 'YS-CONDITION-VALUE', [...path, 2], {
      name,
      value: list.join(', '),
      detail: `${wanted} value${wanted === 1 ? ' is' : 's are'} wanted`,
    });
  }
  const compiled = list.map((item) => compileOperand(name, test, type, item as Operand, path, compiler));
  return compiled.some((item) => item === null) ? null : (compiled as CompiledOperand[]);
}

function compileOperand(
  name: string,
  test: Test,
  type: NamedType,
  operand: Operand,
  path: Path,
  compiler: ConditionCompiler,
): CompiledOperand | null {
  const at = [...path, 2];
  if (typeof operand === 'object' && !Array.isArray(operand)) {
    const other = compiler.scope.typeOf(operand.field);
    if (!other)
      return fail(compiler.report, 'YS-CONDITION-NAME', at, {
        name: operand.field,
        nearest: nearest(operand.field, compiler.scope.known()),
      });
    if (!goesWith(test, other))
      return fail(compiler.report, 'YS-CONDITION-TEST', at, {
        test: 'comparison',
        name: operand.field,
        type: other.kind,
      });
    return { kind: 'name', name: operand.field };
  }
  const written = String(operand);
  const value = readLiteral(written, test, type, compiler);
  if (typeof value === 'string')
    return fail(compiler.report, 'YS-CONDITION-VALUE', at, { name, value: written, detail: value });
  return { kind: 'value', value };
}

/** A literal's value, or in words why it cannot be read. */
function readLiteral(
  written: string,
  test: Test,
  type: NamedType,
  { context, parts = {} }: ConditionCompiler,
): Value | string {
  if (test.literal === 'pattern')
    return isTooLong(written, parts) ? 'the pattern is too long' : patternLiteral(withOwnParts(written, parts));
  if (test.literal === 'text') return wordsValue(written);
  const { literal } = valueTypes[type.kind] ?? {};
  if (literal) return literal(written) ?? 'it is no date';
  // Limits of the field do not bind what it is compared with.
  const { min: _min, max: _max, many: _many, ...options } = type.options;
  const read = readValue(
    written,
    test.literal === 'number' ? { type: ownTypes.number } : { ...options, type: type.kind },
    context,
  );
  return read.ok ? read.value : `it is no ${type.kind}`;
}

function patternLiteral(written: string): Value | string {
  const pattern = patternOf(written);
  return typeof pattern === 'string' ? pattern : wordsValue(written);
}

function fail(report: Report, ...problem: Parameters<Report['add']>): null {
  report.add(...problem);
  return null;
}
