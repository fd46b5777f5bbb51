import * as v from 'valibot';
import { nearest } from '../errors/index.js';
import { knownKeys } from './closed.js';
import type { Path } from './parse-file.js';
import type { Report } from './report.js';

/** Holds data against a schema; every deviation becomes a located problem. Returns null when there is one. */
export function checkShape<S extends v.GenericSchema>(
  schema: S,
  data: unknown,
  report: Report,
): v.InferOutput<S> | null {
  const result = v.safeParse(schema, data);
  if (result.success) return result.output;
  for (const issue of result.issues) reportIssue(issue, report);
  return null;
}

function reportIssue(issue: v.BaseIssue<unknown>, report: Report): void {
  const inner = deepest(issue);
  const path = pathOf(issue).concat(inner === issue ? [] : pathOf(inner));
  const key = keyOf(path);
  const known = knownKeys(inner.message);
  if (known) report.add('YS-FILE-UNKNOWN-KEY', path, { key, nearest: nearest(key, known) });
  else if (inner.received === 'undefined' && inner.path) report.add('YS-FILE-MISSING-KEY', path, { key });
  else if (inner.type === 'variant') reportKind(inner, path, report);
  else
    report.add('YS-FILE-WRONG-VALUE', path, {
      key,
      detail: `expected ${wantedBy(inner)}, but it is ${inner.received}`,
    });
}

/** What people know a place by: a key, or the list and which of it. */
function keyOf(path: Path): string {
  const last = path.at(-1);
  return typeof last === 'number' ? `${path.at(-2) ?? 'entry'}[${last}]` : String(last ?? 'file');
}

/** An expression is no sentence: where the schema has words for it, these are told. */
function wantedBy({ type, expected, message }: v.BaseIssue<unknown>): string {
  const inWords = type === 'regex' && !message.startsWith('Invalid format');
  return inWords ? message : (expected ?? message);
}

function reportKind(issue: v.BaseIssue<unknown>, path: Path, report: Report): void {
  const known = (issue.expected ?? '')
    .replace(/[("|)]/g, ' ')
    .trim()
    .split(/\s+/);
  const said = issue.received.replace(/"/g, '');
  const among = nearest(said, known) || `; known are ${known.join(', ')}`;
  if (path.at(-1) === 'type') report.add('YS-FIELD-TYPE', path, { type: said, nearest: among });
  else report.add('YS-RULE-KIND', path, { kind: said, nearest: among });
}

const pathOf = (issue: v.BaseIssue<unknown>): (string | number)[] =>
  (issue.path ?? []).map((item) => (typeof item.key === 'number' ? item.key : String(item.key)));

/** Unions hide the telling issue inside: the one that got furthest. */
function deepest(issue: v.BaseIssue<unknown>): v.BaseIssue<unknown> {
  const inner = issue.type === 'union' ? issue.issues : undefined;
  if (!inner) return issue;
  return [...inner].sort((a, b) => (b.path?.length ?? 0) - (a.path?.length ?? 0)).map(deepest)[0] ?? issue;
}
