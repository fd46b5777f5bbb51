import { isMap, isScalar, isSeq, type Node, type Pair, type Scalar } from 'yaml';
import type { Mention, Mentions } from '../../files/index.js';

/** A stretch of a source text and what is to stand there. */
export interface Splice {
  start: number;
  end: number;
  text: string;
}

/** What is to be renamed in which text. */
export interface Renaming {
  source: string;
  from: string;
  to: string;
}

/** Each place below a node that names the field, where these mentions say it may. */
export function findMentions(root: Node | null, mentions: Mentions, renaming: Renaming): Splice[] {
  return Object.entries(mentions).flatMap(([path, mention]) =>
    nodesAt(root, path === '' ? [] : path.split('.')).flatMap((node) => finders[mention](node, renaming)),
  );
}

/** The nodes at a path; `*` stands for every item of a list and every value of a map. */
export function nodesAt(node: Node | null | undefined, [key, ...rest]: readonly string[]): Node[] {
  if (!node) return [];
  if (key === undefined) return [node];
  if (isSeq(node)) return key === '*' ? node.items.flatMap((item) => nodesAt(item as Node, rest)) : [];
  if (!isMap(node)) return [];
  const pairs = node.items.filter((pair) => key === '*' || keyOf(pair) === key);
  return pairs.flatMap(({ value }) => nodesAt(value as Node, rest));
}

const keyOf = ({ key }: Pair): string | null => (isScalar(key) ? String(key.value) : null);

const finders: Readonly<Record<Mention, (node: Node, renaming: Renaming) => Splice[]>> = {
  name: (node, renaming) =>
    scalarsOf(node).flatMap((scalar) => (scalar.value === renaming.from ? whole(scalar, renaming) : [])),
  keys: (node, renaming) =>
    isMap(node)
      ? node.items.flatMap((pair) =>
          isScalar(pair.key) && keyOf(pair) === renaming.from ? whole(pair.key, renaming) : [],
        )
      : [],
  condition: inCondition,
  text: (node, renaming) => scalarsOf(node).flatMap((scalar) => inTokens(scalar, renaming)),
  slots: (node, renaming) => within(node, /\[\[\[\[|\[\[(?!\[)[^\]\n]*\]\]/g, renaming, inSlot),
  // Groups, and the references back to them.
  groups: (node, renaming) => within(node, /(?:\(\?|k)<\w+>/g, renaming, inWords),
};

const scalarsOf = (node: Node): Scalar[] =>
  isScalar(node) ? [node] : isSeq(node) ? node.items.filter((item): item is Scalar => isScalar(item)) : [];

/** Words that YAML would not take for a text. */
const needsQuotes = /^(?:null|true|false)$/i;

function whole(scalar: Scalar, renaming: Renaming): Splice[] {
  const { from, to } = renaming;
  const written = scalar.type === 'PLAIN' && needsQuotes.test(to) ? `"${to}"` : to;
  return inRaw(scalar, renaming, (raw) => raw.replace(from, written));
}

/** `[what, test, value]`, where `what` may be `rows.column` and `value` another field; or a list of conditions. */
function inCondition(node: Node, renaming: Renaming): Splice[] {
  if (isMap(node)) return node.items.flatMap(({ value }) => inCondition(value as Node, renaming));
  if (!isSeq(node)) return [];
  const [what, , value] = node.items as (Node | undefined)[];
  if (!isScalar(what)) return node.items.flatMap((item) => inCondition(item as Node, renaming));
  const { from, to } = renaming;
  const throughRows = what.value === `rows.${from}`;
  return [
    ...finders.name(what, renaming),
    ...(throughRows ? inRaw(what, renaming, (raw) => raw.replace(`rows.${from}`, `rows.${to}`)) : []),
    ...nodesAt(value, ['field']).flatMap((field) => finders.name(field, renaming)),
  ];
}

/** Quoted strings inside a token, as the scalar's own quotes have them escaped. */
const stringsInside: Readonly<Record<string, string>> = {
  QUOTE_SINGLE: `''.*?''|"[^"]*"`,
  QUOTE_DOUBLE: `\\\\".*?\\\\"|'[^']*'`,
};
const stringsPlain = `"[^"]*"|'[^']*'`;

/** `{{ arrival | plus_days: nights }}`: names inside tokens, but no strings, filters, options, or names below another name. */
function inTokens(scalar: Scalar, renaming: Renaming): Splice[] {
  const { from, to } = renaming;
  const strings = stringsInside[scalar.type ?? ''] ?? stringsPlain;
  const name = new RegExp(`(${strings})|(?<![\\w.-]|\\|\\s*)((?:rows\\.)?)${from}(?![\\w-]|\\s*:)`, 'g');
  return within(scalar, /\{\{[\s\S]*?\}\}|\{%[\s\S]*?%\}/g, renaming, (token) =>
    token.replace(name, (all, string, rows) => (string === undefined ? `${rows}${to}` : all)),
  );
}

const inSlot = (slot: string, renaming: Renaming) => (slot === '[[[[' ? slot : inWords(slot, renaming));
const inWords = (text: string, { from, to }: Renaming) => text.replace(new RegExp(`\\b${from}\\b`, 'g'), to);

/** Changes every match of a pattern inside a scalar. */
function within(
  node: Node,
  pattern: RegExp,
  renaming: Renaming,
  change: (match: string, renaming: Renaming) => string,
): Splice[] {
  if (!isScalar(node)) return [];
  return inRaw(node, renaming, (raw) => raw.replace(pattern, (match) => change(match, renaming)));
}

/** The scalar as it stands in the source, quotes, indentation and all: so nothing else of it is written anew. */
function inRaw(scalar: Scalar, { source }: Renaming, change: (raw: string) => string): Splice[] {
  const [start, end] = scalar.range ?? [0, 0];
  const raw = source.slice(start, end);
  const text = change(raw);
  return text === raw ? [] : [{ start, end, text }];
}
