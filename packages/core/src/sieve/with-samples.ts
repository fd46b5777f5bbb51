import { Document, isMap, isScalar, isSeq, type Pair, parseDocument, type YAMLMap, type YAMLSeq } from 'yaml';
import { canonicalJson } from '../canonical-json.js';
import { parseFile } from '../files/index.js';
import type { ExpectSource } from './expected.js';

/** A sample as it is to stand in a sieve file. */
export interface WrittenSample {
  message: string;
  expect: ExpectSource | null;
}

/**
 * The source text of a sieve with these samples in it: those it names already get the expected values given here, others
 * are added at the end. Everything else stays as it is to the byte, and so does the whole text when nothing differs.
 */
export function withSamples(source: string, samples: readonly WrittenSample[]): string {
  const document = parseDocument(source, { keepSourceTokens: true, uniqueKeys: false });
  const pair = samplesPair(document);
  const known = listed(source);
  const differing = samples.filter(({ message, expect }) => !(message in known) || !same(known[message], expect));
  if (document.errors.length > 0 || differing.length === 0) return source;
  const list = (isSeq(pair?.value) ? pair.value : document.createNode([])) as YAMLSeq;
  list.flow = false;
  for (const sample of differing) write(document, list, sample);
  const block = blockOf(list);
  if (!pair) return `${source.replace(/\n*$/, '\n\n')}${block}`;
  const [start, end] = [startOf(pair), endOf(pair, source)];
  return `${source.slice(0, start)}${block}${source.slice(end)}`;
}

const samplesPair = ({ contents }: Document): Pair | undefined =>
  isMap(contents) ? contents.items.find(({ key }) => isScalar(key) && key.value === 'samples') : undefined;

/** What the text expects now, by message. */
function listed(source: string): Record<string, ExpectSource | undefined> {
  const data = parseFile(source).data as { samples?: { message: string; expect?: ExpectSource }[] } | undefined;
  return Object.fromEntries((data?.samples ?? []).map(({ message, expect }) => [message, expect]));
}

const same = (a: ExpectSource | undefined, b: ExpectSource | null) => canonicalJson(a ?? null) === canonicalJson(b);

function write(document: Document, list: YAMLSeq, { message, expect }: WrittenSample): void {
  const entry = list.items.find((item): item is YAMLMap => isMap(item) && item.get('message') === message);
  const values = expect && plain(expect);
  if (!entry) list.add(document.createNode({ message, ...(values ? { expect: values } : {}) }));
  else if (values) entry.set('expect', document.createNode(values));
  else entry.delete('expect');
}

/** Amounts as people write them; all else as it is. */
function plain(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(plain);
  if (value === null || typeof value !== 'object') return value;
  const { currency, value: figures, ...rest } = value as Record<string, unknown>;
  if (typeof currency === 'string' && figures !== undefined && Object.keys(rest).length === 0)
    return `${figures} ${currency}`;
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, plain(item)]));
}

/** The block on its own, so that nothing around it is written anew. */
function blockOf(list: YAMLSeq): string {
  const own = new Document({});
  own.set('samples', list);
  return own.toString({ lineWidth: 0 });
}

const startOf = ({ key }: Pair): number => (isScalar(key) ? (key.range?.[0] ?? 0) : 0);

function endOf({ value }: Pair, source: string): number {
  const end = (value as { range?: [number, number, number] | null } | null)?.range?.[2] ?? source.length;
  return source[end - 1] === '\n' || end >= source.length ? end : source.indexOf('\n', end) + 1 || source.length;
}
