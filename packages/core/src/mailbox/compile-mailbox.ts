import { type CompiledCondition, type ConditionCompiler, compileCondition } from '../conditions/index.js';
import { type FileProblem, nearest, YsError } from '../errors/index.js';
import { asParsedFile, checkShape, parseFile, Report } from '../files/index.js';
import { mailboxScope } from '../names/index.js';
import { type CompiledRoute, compileRoute, type RouteSource } from '../routing/index.js';
import type { CompiledSieve } from '../sieve/index.js';
import { type CompiledSorter, isReserved } from '../sorting/index.js';
import { type MailboxSource, mailboxSchema, sieveName, usualThreshold } from './schema.js';

/** A mailbox that is ready to handle messages. */
export interface CompiledMailbox {
  name: string;
  source: MailboxSource;
  accept: CompiledCondition | null;
  sorter: CompiledSorter | null;
  /** In the order in which they are asked whether they take a message. */
  sieves: CompiledSieve[];
  /** What becomes of a message that no sieve takes; `done` is finished by the mailbox’s routes. */
  otherwise: { kind: 'review' } | { kind: 'skip' } | { kind: 'done' } | { kind: 'sieve'; sieve: CompiledSieve };
  routes: CompiledRoute[];
  /** Tables that its sieves look in, and its sorter. */
  lookups: string[];
}

/** Reads a mailbox file without its sieves, so that the caller can fetch them. */
export function parseMailbox(source: string | object): {
  data: MailboxSource | null;
  problems: FileProblem[];
  sieves: string[];
} {
  const file = typeof source === 'string' ? parseFile(source) : asParsedFile(source);
  const report = new Report(file.locate);
  const data = file.problems.length > 0 ? null : checkShape(mailboxSchema, file.data, report);
  const sieves = data ? [...data.sieves, ...(isSieve(data.otherwise) ? [data.otherwise] : [])].map(sieveName) : [];
  return { data, problems: [...file.problems, ...report.problems], sieves: [...new Set(sieves)] };
}

const ends = ['review', 'skip', 'done'] as const;
const isEnd = (otherwise: string): otherwise is (typeof ends)[number] => ends.some((end) => end === otherwise);
const isSieve = (otherwise: string | undefined): otherwise is string => otherwise !== undefined && !isEnd(otherwise);

/**
 * Compiles a mailbox with its sieves, given by name.
 * @throws YsError with all located problems, when it cannot be compiled or names a sieve that is not given.
 */
export function compileMailbox(source: string | object, sieves: ReadonlyMap<string, CompiledSieve>): CompiledMailbox {
  const file = typeof source === 'string' ? parseFile(source) : asParsedFile(source);
  const parsed = parseMailbox(source);
  const report = new Report(file.locate);
  const mailbox = parsed.data && assemble(parsed.data, sieves, report);
  const problems = [...parsed.problems, ...report.problems];
  if (mailbox && problems.length === 0) return mailbox;
  throw new YsError(problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, problems);
}

/** A mailbox that holds one sieve and nothing else, for sifting with a sieve file alone. */
export function mailboxOf(sieve: CompiledSieve): CompiledMailbox {
  const source: MailboxSource = { mailbox: sieve.name, addresses: ['@'], sieves: [sieve.name] };
  return {
    name: '',
    source,
    accept: null,
    sorter: null,
    sieves: [sieve],
    otherwise: { kind: 'review' },
    routes: [],
    lookups: sieve.lookups,
  };
}

function assemble(source: MailboxSource, sieves: ReadonlyMap<string, CompiledSieve>, report: Report): CompiledMailbox {
  const compiler: ConditionCompiler = {
    scope: mailboxScope,
    context: { language: 'en', region: null, reference: '2000-01-01', zone: null },
    report,
  };
  const find = (entry: string, path: (string | number)[]): CompiledSieve | null => {
    const name = sieveName(entry);
    const sieve = sieves.get(name);
    if (!sieve) report.add('YS-MAILBOX-SIEVE', path, { sieve: name, nearest: nearest(name, sieves.keys()) });
    return sieve ?? null;
  };
  const fallback = isSieve(source.otherwise) ? find(source.otherwise, ['otherwise']) : null;
  const found = source.sieves.flatMap((entry, i) => find(entry, ['sieves', i]) ?? []);
  const tables = [...found, ...(fallback ? [fallback] : [])].flatMap(({ lookups }) => lookups);
  const owners = source.sorter?.owners;
  return {
    name: source.mailbox,
    source,
    lookups: [...new Set([...tables, ...(owners ? [owners.table] : [])])],
    accept: source.accept ? compileCondition(source.accept, ['accept'], compiler) : null,
    sorter: compileSorter(source, compiler),
    sieves: found,
    otherwise: fallback
      ? { kind: 'sieve', sieve: fallback }
      : { kind: source.otherwise !== undefined && isEnd(source.otherwise) ? source.otherwise : 'review' },
    routes: ((source.routes ?? []) as RouteSource[]).flatMap(
      // There is no record that a person could hold back: a list of all that came has what waits in review too.
      (route, i) =>
        compileRoute({ in_review: 'deliver', ...route }, { fields: [], columns: [] }, ['routes', i], compiler) ?? [],
    ),
  };
}

function compileSorter({ sorter }: MailboxSource, compiler: ConditionCompiler): CompiledSorter | null {
  if (!sorter) return null;
  const { report } = compiler;
  const names = sorter.categories.map(({ category }) => category);
  const categories = sorter.categories.map(({ category, when, about }, i) => {
    const path = ['sorter', 'categories', i, 'category'];
    if (isReserved(category)) report.add('YS-SORTER-RESERVED', path, { category });
    if (names.indexOf(category) < i) report.add('YS-SORTER-TWICE', path, { category });
    return {
      category,
      about,
      when: when ? compileCondition(when, ['sorter', 'categories', i, 'when'], compiler) : null,
    };
  });
  return { categories, threshold: sorter.threshold ?? usualThreshold, asksModel: sorter.ask_model ?? true };
}
