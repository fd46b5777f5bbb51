import { isMap, isPair, isScalar, isSeq, LineCounter, type Node, type ParsedNode, parseDocument } from 'yaml';
import { type FileProblem, say } from '../errors/index.js';

/** Keys below which scalars are taken as written in the source, so that `+447700900412`, `007` and `1.10` stay what they are. */
const asWritten = new Set([
  'expect',
  'gives',
  'default',
  'choices',
  'synonyms',
  'when',
  'accept',
  'that',
  'all',
  'any',
  'none',
  'every',
]);

/** Keys below which stand names of the developer's own choosing: a field may be called `when`. */
const names = new Set(['fields', 'columns', 'with', 'where']);

export type Path = readonly (string | number)[];

/** A developer's file as data, with the place of everything in it. */
export interface ParsedFile {
  data: unknown;
  problems: FileProblem[];
  /** Line and column (1-based) of the value at a path, or of the nearest key above it. */
  locate(path: Path): { line: number; column: number };
}

/** Parses YAML or JSON. */
export function parseFile(text: string): ParsedFile {
  const counter = new LineCounter();
  const document = parseDocument(text, {
    lineCounter: counter,
    prettyErrors: false,
    uniqueKeys: true,
    maxAliasCount: 100,
  } as never);
  const at = (offset: number) => {
    const { line, col } = counter.linePos(offset);
    return { line: Math.max(1, line), column: Math.max(1, col) };
  };
  const problems: FileProblem[] = document.errors.map((error) => ({
    code: 'YS-FILE-SYNTAX' as const,
    path: '',
    text: say('YS-FILE-SYNTAX', { detail: error.message }),
    ...at(error.pos[0]),
  }));
  const root = document.contents as ParsedNode | null;
  for (const offset of unquotedTexts(root)) {
    problems.push({ code: 'YS-FILE-UNQUOTED-TEXT', path: '', text: say('YS-FILE-UNQUOTED-TEXT'), ...at(offset) });
  }
  return {
    data: problems.length > 0 ? undefined : toData(root, false),
    problems,
    locate: (path) => at(offsetOf(root, path)),
  };
}

/** Data that did not come from a text, such as a sieve built by a program. */
export function asParsedFile(data: unknown): ParsedFile {
  return { data, problems: [], locate: () => ({ line: 1, column: 1 }) };
}

function toData(node: Node | null | undefined, written: boolean, named = false): unknown {
  if (isMap(node)) {
    return Object.fromEntries(
      node.items.map(({ key, value }) => {
        const name = isScalar(key) ? String(key.source ?? key.value) : '';
        const own = !named;
        return [name, toData(value as Node, written || (own && asWritten.has(name)), own && names.has(name))];
      }),
    );
  }
  if (isSeq(node)) return node.items.map((item) => toData(item as Node, written));
  if (!isScalar(node)) return null;
  if (written && node.value !== null && typeof node.value !== 'string') return node.source ?? String(node.value);
  return node.value;
}

/** YAML reads an unquoted `{{ name }}` as a map whose key is a map. */
function* unquotedTexts(node: Node | null | undefined): Generator<number> {
  if (isMap(node)) {
    for (const pair of node.items) {
      if (isPair(pair) && isMap(pair.key)) yield (node.range ?? [0])[0];
      else yield* unquotedTexts(pair.value as Node);
    }
  } else if (isSeq(node)) for (const item of node.items) yield* unquotedTexts(item as Node);
}

function offsetOf(root: Node | null, path: Path): number {
  let node: Node | null | undefined = root;
  let offset = node?.range?.[0] ?? 0;
  for (const key of path) {
    if (isMap(node)) {
      const pair = node.items.find((item) => isScalar(item.key) && String(item.key.value) === String(key));
      if (!pair) return offset;
      offset = (pair.key as Node).range?.[0] ?? offset;
      node = pair.value as Node;
    } else if (isSeq(node) && typeof key === 'number') {
      node = node.items[key] as Node | undefined;
      offset = node?.range?.[0] ?? offset;
    } else return offset;
  }
  return offset;
}
