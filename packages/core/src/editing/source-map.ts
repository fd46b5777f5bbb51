import { isMap, isScalar, isSeq, type Node, type Pair, parseDocument, type YAMLMap, type YAMLSeq } from 'yaml';

/** A stretch of a source text and what is to stand there. */
export interface Splice {
  start: number;
  end: number;
  text: string;
}

/** Makes changes that do not overlap; all else stays as it is, to the byte. */
export function spliced(source: string, splices: readonly Splice[]): string {
  return [...splices]
    .sort((a, b) => b.start - a.start)
    .reduce((text, { start, end, text: put }) => text.slice(0, start) + put + text.slice(end), source);
}

/** The nodes of a sieve's source text, with their places in it. */
export class SourceMap {
  readonly root: YAMLMap | null;

  constructor(readonly source: string) {
    // Keys that stand twice are told when a text is compiled; here the library would compare each with each.
    const { contents } = parseDocument(source, { uniqueKeys: false });
    this.root = isMap(contents) ? contents : null;
  }

  /** The node at a path of keys and numbers; null where there is none. */
  at(...path: (string | number)[]): Node | null {
    let node: Node | null = this.root;
    for (const step of path) {
      if (typeof step === 'number') node = isSeq(node) ? ((node.items[step] as Node | undefined) ?? null) : null;
      else node = isMap(node) ? ((pairOf(node, step)?.value as Node | undefined) ?? null) : null;
    }
    return node;
  }

  text(...path: (string | number)[]): string | null {
    const node = this.at(...path);
    return isScalar(node) && typeof node.value === 'string' ? node.value : null;
  }

  list(...path: (string | number)[]): Node[] {
    const node = this.at(...path);
    return isSeq(node) ? (node.items as Node[]) : [];
  }

  keys(...path: (string | number)[]): string[] {
    const node = this.at(...path);
    return isMap(node) ? node.items.map(({ key }) => String(isScalar(key) ? key.value : key)) : [];
  }

  /** Where the line of an offset begins. */
  lineStart(offset: number): number {
    return this.source.lastIndexOf('\n', offset - 1) + 1;
  }

  /** Blanks before an offset on its line, where nothing else stands there. */
  indentOf(offset: number): number {
    return offset - this.lineStart(offset);
  }
}

const pairOf = (map: YAMLMap, name: string): Pair | undefined =>
  map.items.find(({ key }) => isScalar(key) && String(key.value) === name);

/** Where a pair stands: from its key to the end of its value, with the end of its last line. */
export function pairRange(source: string, map: YAMLMap, name: string): { start: number; end: number } | null {
  const pair = pairOf(map, name);
  const key = pair?.key as Node | undefined;
  if (!pair || !key?.range) return null;
  const value = pair.value as Node | null;
  return { start: key.range[0], end: throughLine(source, value?.range?.[1] ?? key.range[1]) };
}

/** Behind the line an offset stands on. A block's own end is behind its last line already. */
export function throughLine(source: string, offset: number): number {
  if (source[offset - 1] === '\n') return offset;
  const end = source.indexOf('\n', offset);
  return end < 0 ? source.length : end + 1;
}

/** Where the items of a list in block style stand, each from its dash to the next one's. */
export function itemRanges(map: SourceMap, list: YAMLSeq): { start: number; end: number }[] {
  const starts = list.items.map((item) => map.lineStart((item as Node).range?.[0] ?? 0));
  const last = list.items.at(-1) as Node | undefined;
  const end = throughLine(map.source, last?.range?.[1] ?? 0);
  return starts.map((start, i) => ({ start, end: starts[i + 1] ?? end }));
}
