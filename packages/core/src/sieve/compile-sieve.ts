import { type CompiledCondition, type ConditionCompiler, compileCondition } from '../conditions/index.js';
import { dictionary, isNameOfAll } from '../dictionary.js';
import { type FileProblem, nearest, YsError } from '../errors/index.js';
import { asParsedFile, checkShape, parseFile, Report } from '../files/index.js';
import { sieveScope } from '../names/index.js';
import { compileParts } from '../patterns/index.js';
import type { BodyChoice } from '../reading/index.js';
import { type CompiledRoute, compileRoute, type RouteSource } from '../routing/index.js';
import { type CompiledRuleBody, type RuleCompiler, ruleKinds } from '../rules/index.js';
import {
  type FieldOptions,
  isFree,
  type Locale,
  localeOf,
  type ReadContext,
  readValue,
  type Value,
  wordsValue,
} from '../values/index.js';
import { type CompiledCheck, compileCheck } from './checks/check.js';
import { compileExpected, type Expected } from './expected.js';
import { type RuleSource, reservedNames, type SieveSource, sieveSchema } from './schema.js';

export interface CompiledRule extends CompiledRuleBody {
  name: string;
  kind: string;
  /** It fills nothing; a check looks at what it finds. */
  beside: boolean;
}

/** A message a sieve is held against; null where no value is expected of it. */
export interface CompiledSample {
  message: string;
  expected: Expected | null;
}

/** A sieve that is ready to sift. */
export interface CompiledSieve {
  name: string;
  title: string;
  source: SieveSource;
  locale: Locale;
  /** IANA name; null when the sieve states none. */
  timezone: string | null;
  body: BodyChoice;
  fields: Readonly<Record<string, FieldOptions>>;
  columns: Readonly<Record<string, FieldOptions>>;
  defaults: ReadonlyMap<string, Value>;
  accept: CompiledCondition | null;
  rules: CompiledRule[];
  /** Names of the tables its rules look in. */
  lookups: string[];
  /** Names of the messages that worked examples of its rules are. */
  examples: string[];
  checks: CompiledCheck[];
  routes: CompiledRoute[];
  /** `share`: the part of sound records that is drawn for a spot check, 0 to 1. */
  review: { always: boolean; prompt: boolean; share: number };
  samples: CompiledSample[];
}

export type Compiled<T> = { ok: true; sieve: T } | { ok: false; problems: FileProblem[] };

/** Compiles a sieve from its source text (YAML or JSON) or from data. All problems are found at once, each at its line. */
export function tryCompileSieve(source: string | object): Compiled<CompiledSieve> {
  const file = typeof source === 'string' ? parseFile(source) : asParsedFile(source);
  if (file.problems.length > 0) return { ok: false, problems: file.problems };
  const report = new Report(file.locate);
  const data = checkShape(sieveSchema, file.data, report);
  const sieve = data && compileChecked(data, report);
  return sieve && report.problems.length === 0 ? { ok: true, sieve } : { ok: false, problems: report.problems };
}

/**
 * Compiles a sieve from its source text (YAML or JSON) or from data.
 * @throws YsError with all located problems, when it cannot be compiled.
 */
export function compileSieve(source: string | object): CompiledSieve {
  const result = tryCompileSieve(source);
  if (result.ok) return result.sieve;
  const first = result.problems[0];
  throw new YsError(first?.code ?? 'YS-FILE-WRONG-VALUE', {}, result.problems);
}

function compileChecked(source: SieveSource, report: Report): CompiledSieve {
  const fields = dictionary(source.fields);
  const columns = dictionary(source.rows?.columns ?? {});
  checkNames(fields, columns, report);
  const { completes } = source;
  if (completes?.by === 'field' && !(completes.field in fields))
    report.add('YS-SIEVE-UNKNOWN-FIELD', ['completes', 'field'], {
      field: completes.field,
      nearest: nearest(completes.field, Object.keys(fields)),
    });
  const locale = localeOf(source.locale);
  const timezone = source.timezone ?? null;
  const context = writtenContext({ locale, timezone });
  const parts = compileParts(source.parts ?? {}, report);
  const compiler = { scope: sieveScope(fields, columns), context, report, parts };
  const rules = (source.rules ?? []).flatMap(
    (rule, i) => compileRule(rule, i, { ...compiler, fields, columns, path: ['rules', i] }) ?? [],
  );
  const condition = (from: SieveSource['accept'], key: string) =>
    from ? compileCondition(from, [key], compiler) : null;
  return {
    name: source.sieve,
    title: source.title ?? source.sieve,
    source,
    locale,
    timezone,
    body: source.body ?? 'html',
    fields,
    columns,
    defaults: readDefaults(fields, compiler),
    accept: condition(source.accept, 'accept'),
    rules,
    lookups: [...new Set(rules.flatMap(({ lookups = [] }) => lookups))],
    examples: [...new Set(rules.flatMap(({ examples = [] }) => examples))],
    checks: (source.checks ?? []).flatMap(
      (check, i) => compileCheck(check, i, { ...compiler, fields, columns, beside: namesBeside(source) }) ?? [],
    ),
    routes: compileRoutes(source, fields, columns, compiler),
    review: {
      always: source.review?.always ?? false,
      prompt: source.review?.prompt ?? true,
      share: Number.parseFloat(source.review?.share ?? '0') / 100,
    },
    samples: (source.samples ?? []).map(({ message, expect }, i) => ({
      message,
      expected: expect ? compileExpected(expect, ['samples', i, 'expect'], { ...compiler, fields, columns }) : null,
    })),
  };
}

/** How what is written in the sieve's files is read. Dates are written out there, so nothing is counted from this day. */
export const writtenContext = ({ locale, timezone }: Pick<CompiledSieve, 'locale' | 'timezone'>): ReadContext => ({
  language: locale.language,
  region: locale.region,
  reference: '2000-01-01',
  zone: timezone,
});

const isReserved = (field: string) => reservedNames.has(field) || isNameOfAll(field);

function checkNames(fields: object, columns: object, report: Report): void {
  for (const field of Object.keys(fields))
    if (isReserved(field)) report.add('YS-SIEVE-RESERVED-NAME', ['fields', field], { field });
  for (const field of Object.keys(columns)) {
    if (isReserved(field)) report.add('YS-SIEVE-RESERVED-NAME', ['rows', 'columns', field], { field });
    if (field in fields) report.add('YS-SIEVE-FIELD-TWICE', ['rows', 'columns', field], { field });
  }
}

function readDefaults(
  fields: Readonly<Record<string, FieldOptions>>,
  { context, report }: ConditionCompiler,
): Map<string, Value> {
  const defaults = new Map<string, Value>();
  for (const [field, options] of Object.entries(fields)) {
    if (typeof options.default !== 'string') continue;
    // An empty text is a fine default, though it is never a read value.
    if (options.default === '' && isFree(options)) {
      defaults.set(field, wordsValue(''));
      continue;
    }
    const read = readValue(options.default, options, context);
    if (read.ok) defaults.set(field, read.value);
    else report.add('YS-FIELD-DEFAULT', ['fields', field, 'default'], { field });
  }
  return defaults;
}

function compileRule(source: RuleSource, index: number, compiler: RuleCompiler): CompiledRule | null {
  if (source.off) return null;
  const kind = ruleKinds[source.kind];
  const body = kind?.compile(source as never, compiler);
  if (!body) return null;
  return { ...body, name: nameOf(source, index), kind: source.kind, beside: source.beside === true };
}

const nameOf = ({ name, kind }: RuleSource, index: number) => name ?? `${kind} ${index + 1}`;

const namesBeside = ({ rules = [] }: SieveSource): string[] =>
  rules.flatMap((rule, i) => (rule.beside === true && rule.off !== true ? [nameOf(rule, i)] : []));

function compileRoutes(
  source: SieveSource,
  fields: object,
  columns: object,
  compiler: ConditionCompiler,
): CompiledRoute[] {
  const names = { fields: Object.keys(fields), columns: Object.keys(columns) };
  return ((source.routes ?? []) as RouteSource[]).flatMap(
    (route, i) => compileRoute(route, names, ['routes', i], compiler) ?? [],
  );
}
