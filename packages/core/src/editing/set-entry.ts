import { isMap, isSeq, type Node, stringify, type YAMLMap } from 'yaml';
import { itemRanges, pairRange, SourceMap, spliced, throughLine } from './source-map.js';

const indented = (text: string, by: number) =>
  text
    .split('\n')
    .map((line) => (line === '' ? '' : ' '.repeat(by) + line))
    .join('\n');

/** `key: value` as YAML, on lines of its own; a list or map in one line where `flow` says so. */
const written = (key: string, value: unknown, flow: boolean): string =>
  flow ? `${inFlow(key)}: ${inFlow(value)}\n` : stringify({ [key]: value }, { lineWidth: 0 });

/** A value in one line, as people write it: `{ type: choice, choices: [North, South] }`. */
function inFlow(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(inFlow).join(', ')}]`;
  if (typeof value === 'object' && value !== null)
    return `{ ${Object.entries(value)
      .map(([key, one]) => `${inFlow(key)}: ${inFlow(one)}`)
      .join(', ')} }`;
  return stringify([value], { collectionStyle: 'flow', lineWidth: 0 }).trim().slice(2, -2);
}

/** The keys of a sieve or mailbox file in the order people write them. */
const order = [
  'mailbox',
  'sieve',
  'title',
  'addresses',
  'trusted_servers',
  'locale',
  'timezone',
  'body',
  'fields',
  'rows',
  'parts',
  'accept',
  'sorter',
  'folders',
  'sieves',
  'otherwise',
  'rules',
  'checks',
  'asking',
  'review',
  'routes',
  'samples',
];

/** Sets an entry of a map, or adds it behind the others; what stands around stays as it is. `undefined` takes it out. */
export function setEntry(
  source: string,
  path: readonly (string | number)[],
  key: string,
  value: unknown,
  flow = false,
): string {
  const map = new SourceMap(source);
  const node = map.at(...path);
  if (!isMap(node) || node.flow || node.items.length === 0) return setWhole(map, path, node, key, value);
  const known = pairRange(source, node, key);
  if (value === undefined) return known ? spliced(source, [{ ...linesOf(map, known), text: '' }]) : source;
  const first = node.items[0]?.key as Node;
  const indent = map.indentOf(first.range?.[0] ?? 0);
  const text = indented(written(key, value, flow), indent);
  if (known) return spliced(source, [{ ...known, text: text.slice(indent) }]);
  const at = path.length === 0 ? placeOf(map, node, key) : endOf(map, node);
  const before = source[at - 1] === '\n' || at === 0 ? '' : '\n';
  return spliced(source, [{ start: at, end: at, text: before + text }]);
}

/** A pair's lines, or, behind a list's dash, its words alone. */
function linesOf(map: SourceMap, { start, end }: { start: number; end: number }) {
  const from = map.lineStart(start);
  return map.source.slice(from, start).trim() === '' ? { start: from, end } : { start, end: end + map.indentOf(start) };
}

const endOf = ({ source }: SourceMap, node: YAMLMap): number => {
  const last = node.items.at(-1);
  const value = (last?.value as Node | null) ?? (last?.key as Node);
  return throughLine(source, value.range?.[1] ?? 0);
};

/** Where a key that is not there belongs: before the first that people write behind it, and before the comments right over that. */
function placeOf(map: SourceMap, node: YAMLMap, key: string): number {
  const later = order.slice(order.indexOf(key) + 1);
  const next = node.items.map(({ key: one }) => one as Node).find((one) => later.includes(String(one)));
  if (!next?.range) return endOf(map, node);
  const at = map.lineStart(next.range[0]);
  let over = at;
  while (over > 0 && map.source[map.lineStart(over - 1)] === '#') over = map.lineStart(over - 1);
  // What stands at the head of the file is about all of it.
  return over > 0 ? over : at;
}

/** A map that is empty, in one line, or not there is written anew as a whole. */
function setWhole(
  map: SourceMap,
  path: readonly (string | number)[],
  node: Node | null,
  key: string,
  value: unknown,
): string {
  const now = isMap(node) ? (node.toJSON() as Record<string, unknown>) : {};
  const next = { ...now, [key]: value };
  if (value === undefined) delete next[key];
  const [last, over] = [path.at(-1), path.slice(0, -1)];
  if (last === undefined) return stringify(next, { lineWidth: 0 });
  return typeof last === 'string' ? setEntry(map.source, over, last, next) : setItem(map, over, last, next);
}

/** An item of a list written anew, on lines of its own; a list in one line as a whole. */
function setItem(map: SourceMap, path: readonly (string | number)[], at: number, item: unknown): string {
  const list = map.at(...path);
  if (!isSeq(list)) return map.source;
  const range = list.flow ? undefined : itemRanges(map, list)[at];
  if (!range) {
    const items = (list.toJSON() as unknown[]).map((one, i) => (i === at ? item : one));
    return setEntry(map.source, path.slice(0, -1), String(path.at(-1)), items);
  }
  const indent = /^ */.exec(map.source.slice(range.start))?.[0].length ?? 0;
  return spliced(map.source, [{ ...range, text: indented(stringify([item], { lineWidth: 0 }), indent) }]);
}

/** Adds an item to a list in block style, or makes the list. */
export function addItem(source: string, path: readonly (string | number)[], item: unknown): string {
  const map = new SourceMap(source);
  const node = map.at(...path);
  const key = String(path.at(-1));
  if (!isSeq(node) || node.flow || node.items.length === 0) {
    const items = isSeq(node) ? (node.toJSON() as unknown[]) : [];
    return setEntry(source, path.slice(0, -1), key, [...items, item]);
  }
  const first = node.items[0] as Node;
  const line = map.lineStart(first.range?.[0] ?? 0);
  const indent = /^ */.exec(source.slice(line))?.[0].length ?? 0;
  const end = throughLine(source, (node.items.at(-1) as Node).range?.[1] ?? 0);
  const text = indented(stringify([item], { lineWidth: 0 }), indent);
  return spliced(source, [{ start: end, end, text: source[end - 1] === '\n' ? text : `\n${text}` }]);
}

/** Takes an item out of a list; the last of one leaves it empty. */
export function removeItem(source: string, path: readonly (string | number)[], at: number): string {
  const map = new SourceMap(source);
  const list = map.at(...path);
  if (!isSeq(list) || at < 0 || at >= list.items.length) return source;
  const range = list.flow || list.items.length === 1 ? undefined : itemRanges(map, list)[at];
  if (range) return spliced(source, [{ ...range, text: '' }]);
  const others = (list.toJSON() as unknown[]).filter((_, i) => i !== at);
  return setEntry(source, path.slice(0, -1), String(path.at(-1)), others);
}
