import {
  Composer,
  CST,
  isMap,
  isPair,
  isScalar,
  isSeq,
  LineCounter,
  type Node,
  type ParsedNode,
  Parser,
  type YAMLMap,
} from 'yaml';
import { isNameOfAll } from '../dictionary.js';
import { type Code, type FileProblem, type Params, say } from '../errors/index.js';
import { limits } from '../limits.js';

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

/**
 * Parses YAML or JSON. A text that is longer, deeper or of more parts than any sieve is a problem, not a load: what it costs to
 * take apart grows with its length alone.
 */
export function parseFile(text: string): ParsedFile {
  const counter = new LineCounter();
  const at = (offset: number) => {
    const { line, col } = counter.linePos(offset);
    return { line: Math.max(1, line), column: Math.max(1, col) };
  };
  const problem = (code: Code, offset: number, params: Params = {}): FileProblem => ({
    code,
    path: '',
    text: say(code, params),
    ...at(offset),
  });
  const refused = (problems: FileProblem[]): ParsedFile => ({ data: undefined, problems, locate: () => at(0) });
  if (text.length > limits.fileLength)
    return refused([problem('YS-FILE-TOO-LONG', 0, { limit: Math.round(limits.fileLength / 1024) })]);
  const tokens = [...new Parser(counter.addNewLine).parse(text)];
  const over = overBounds(tokens);
  if (over) return refused([problem(over.code, over.offset, over.params)]);
  const [document, ...others] = [
    ...new Composer({ prettyErrors: false, uniqueKeys: false }).compose(tokens, true, text.length),
  ];
  const root = (document?.contents ?? null) as ParsedNode | null;
  const problems = [
    ...(document?.errors ?? []).map(({ message, pos }) => problem('YS-FILE-SYNTAX', pos[0], { detail: message })),
    ...others.map(({ range }) => problem('YS-FILE-SYNTAX', range[0], { detail: 'a file holds one document' })),
    ...repeatedKeys(root).map((offset) => problem('YS-FILE-SYNTAX', offset, { detail: 'Map keys must be unique' })),
    ...keysOfAll(root).map(({ key, offset }) => problem('YS-FILE-KEY', offset, { key })),
    ...[...unquotedTexts(root)].map((offset) => problem('YS-FILE-UNQUOTED-TEXT', offset)),
  ];
  return {
    data: problems.length > 0 ? undefined : toData(root, false),
    problems,
    locate: (path) => at(offsetOf(root, path)),
  };
}

interface OverBounds {
  code: Code;
  params: Params;
  offset: number;
}

/** Where a file has more parts, or parts deeper in each other, than are taken; null when it keeps to the bounds. Without recursion: it may be deeper than the stack. */
function overBounds(tokens: readonly CST.Token[]): OverBounds | null {
  let parts = 0;
  let marks = tokens.length;
  const stack = tokens.map((token) => ({ token, depth: 0 }));
  for (let top = stack.pop(); top; top = stack.pop()) {
    const { token, depth } = top;
    const offset = 'offset' in token ? token.offset : 0;
    if (depth > limits.fileDepth) return { code: 'YS-FILE-TOO-DEEP', params: { limit: limits.fileDepth }, offset };
    const held = heldBy(token);
    parts += held.parts;
    marks += held.marks;
    if (parts > limits.fileParts || marks > limits.fileMarks)
      return { code: 'YS-FILE-TOO-MANY', params: { limit: limits.fileParts }, offset };
    const deeper = token.type === 'document' ? depth : depth + 1;
    stack.push(...held.inner.map((inner) => ({ token: inner, depth: deeper })));
  }
  return null;
}

/** The parts a token has, the marks between them, and what is in them. */
function heldBy(token: CST.Token): { parts: number; marks: number; inner: CST.Token[] } {
  if (token.type === 'document')
    return { parts: 0, marks: token.start.length, inner: token.value ? [token.value] : [] };
  const items = CST.isCollection(token) ? token.items : [];
  return {
    parts: items.length,
    marks: items.reduce((sum, { start, sep }) => sum + start.length + (sep?.length ?? 0), 0),
    inner: items.flatMap(({ key, value }) => [key, value].filter((inner) => inner != null)),
  };
}

/** Every map below a node, and the node itself if it is one. */
function* mapsIn(root: Node | null): Generator<YAMLMap> {
  const stack: unknown[] = [root];
  for (let node = stack.pop(); node !== undefined; node = stack.pop()) {
    if (isSeq(node)) stack.push(...node.items);
    if (!isMap(node)) continue;
    yield node;
    for (const { value } of node.items) stack.push(value);
  }
}

/** Places of keys that stand in their map before. The library compares each with each. */
function repeatedKeys(root: Node | null): number[] {
  const found: number[] = [];
  for (const { items } of mapsIn(root)) {
    const seen = new Set<unknown>();
    for (const { key } of items) {
      if (!isScalar(key)) continue;
      if (seen.has(key.value)) found.push(key.range?.[0] ?? 0);
      seen.add(key.value);
    }
  }
  return found.sort((a, b) => a - b);
}

/** Keys that every object has by itself. */
const keysOfAll = (root: Node | null) =>
  [...mapsIn(root)].flatMap(({ items }) =>
    items.flatMap(({ key }) =>
      isScalar(key) && isNameOfAll(String(key.value)) ? [{ key: String(key.value), offset: key.range?.[0] ?? 0 }] : [],
    ),
  );

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
