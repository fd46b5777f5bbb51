import { isSeq, type Node, parse, stringify } from 'yaml';
import type { RouteSource } from '../routing/index.js';
import { renameField } from '../sieve/index.js';
import type { FieldOptions } from '../values/index.js';
import { checked, type Edited, refused, type ShownMessage } from './edited.js';
import { learnExample, learnLayout, type RightValues } from './learn.js';
import { splitColumn } from './mark-cell.js';
import { markRows } from './mark-rows.js';
import { joinedIfTouching, layoutFrom, type MarkedStretch, markValue, unmark, withoutMark } from './mark-value.js';
import { withProposed } from './propose-fields.js';
import { addItem, removeItem, setEntry } from './set-entry.js';
import { itemRanges, SourceMap, spliced, throughLine } from './source-map.js';
import { takeHeader } from './take-header.js';
import { withRoute } from './with-route.js';

/** What a person does to a sieve on the workbench. Rules are named by their place, from 0. */
export type SieveAct =
  | ({ act: 'mark' } & MarkedStretch)
  | { act: 'mark rows'; start: number; end: number }
  | { act: 'take header'; header: string }
  | { act: 'unmark'; field: string }
  | { act: 'new layout' }
  | { act: 'set field'; field: string; options: FieldOptions }
  | { act: 'remove field'; field: string }
  | { act: 'rename field'; field: string; to: string }
  | { act: 'split column'; column: string }
  | { act: 'move rule'; rule: number; to: number }
  | { act: 'switch rule'; rule: number; off: boolean }
  /** For another field, where one is named: it is declared like the rule's own, where there is none of that name. */
  | { act: 'copy rule'; rule: number; field?: string | undefined }
  | { act: 'remove rule'; rule: number }
  | { act: 'write rule'; rule: number | null; source: string }
  /** Adds the fields that instructions to a model speak of. */
  | { act: 'propose fields'; ask: string }
  /** Teaches the sieve by the message and its right values. */
  | ({ act: 'learn'; as: 'example' | 'layout' } & RightValues)
  | { act: 'set check'; check: number | null; value: Readonly<Record<string, unknown>> }
  | { act: 'remove check'; check: number }
  | { act: 'set route'; route: number | null; value: RouteSource }
  | { act: 'remove route'; route: number };

/**
 * Does one act to a sieve's source text. What it is not about stays as it is, comments too. Pure: the same text, message and act
 * give the same text. An act that would leave a sieve that does not compile is not done, with the reasons.
 */
export function editSieve(source: string, act: SieveAct, shown: ShownMessage | null): Edited {
  switch (act.act) {
    case 'mark':
      return shown ? markValue(source, shown, act) : unchanged(source);
    case 'mark rows':
      return shown ? markRows(source, shown, act) : unchanged(source);
    case 'take header':
      return shown ? takeHeader(source, shown, act.header) : unchanged(source);
    case 'unmark':
      return shown ? unmark(source, shown, act.field) : unchanged(source);
    case 'new layout':
      return shown ? layoutFrom(source, shown) : unchanged(source);
    case 'set field':
      return checked(setEntry(source, groupOf(source, act.field), act.field, act.options, true), act.field);
    case 'remove field':
      return removeField(source, act.field);
    case 'rename field': {
      const renamed = renameField(source, act.field, act.to);
      return renamed.ok ? { ok: true, source: renamed.source, field: act.to } : renamed;
    }
    case 'split column':
      return shown ? splitColumn(source, shown, act.column) : unchanged(source);
    case 'move rule':
      return checked(inOrder(source, (places) => moved(places, act.rule, act.to)));
    case 'copy rule':
      return copiedRule(source, act.rule, act.field);
    case 'remove rule':
      return checked(removeItem(source, ['rules'], act.rule));
    case 'switch rule':
      return checked(setEntry(source, ['rules', act.rule], 'off', act.off ? true : undefined));
    case 'write rule':
      return checked(writtenRule(source, act.rule, act.source));
    case 'propose fields':
      return withProposed(source, act.ask);
    case 'learn':
      if (!shown) return unchanged(source);
      return act.as === 'example' ? learnExample(source, shown, act) : learnLayout(source, shown, act);
    case 'set check':
      return checked(writtenItem(source, 'checks', act.check, act.value));
    case 'remove check':
      return checked(removeItem(source, ['checks'], act.check));
    case 'set route':
      return checked(withRoute(source, act.route, act.value));
    case 'remove route':
      return checked(removeItem(source, ['routes'], act.route));
  }
}

const unchanged = (source: string): Edited => checked(source);

/** Fields stand below `fields`, columns of rows below `rows`. */
const groupOf = (source: string, field: string): string[] =>
  new SourceMap(source).keys('rows', 'columns').includes(field) ? ['rows', 'columns'] : ['fields'];

function removeField(source: string, field: string): Edited {
  return joinedIfTouching((joined) => {
    const left = withoutHeading(withoutMark(source, field, null, joined), field);
    const group = groupOf(left, field);
    const isLast = group[0] === 'rows' && new SourceMap(left).keys(...group).length === 1;
    // With the last column the rows go, and the blocks that would fill them.
    return isLast
      ? checked(setEntry(withoutBlocks(left), [], 'rows', undefined), field)
      : checked(setEntry(left, group, field, undefined), field);
  });
}

/** The source text without the heading of a column; a table rule goes with its last one. */
function withoutHeading(source: string, column: string): string {
  const map = new SourceMap(source);
  return map
    .list('rules')
    .map((_, i) => i)
    .reverse()
    .reduce((text, i) => {
      const headings = map.keys('rules', i, 'columns');
      if (!headings.includes(column)) return text;
      return headings.length === 1
        ? removeItem(text, ['rules'], i)
        : setEntry(text, ['rules', i, 'columns'], column, undefined);
    }, source);
}

/** The source text with no block of items in any of its layouts. */
function withoutBlocks(source: string): string {
  const rules = new SourceMap(source);
  const paths = rules
    .list('rules')
    .flatMap((_, i) =>
      rules.list('rules', i, 'layouts').map((__, k): (string | number)[] => ['rules', i, 'layouts', k]),
    );
  return paths.reduce((text, path) => {
    const written = new SourceMap(text).text(...path, 'text');
    const left = written?.replace(/^[^\S\n]*\[\[rows:\]\][\s\S]*?\[\[:rows\]\][^\n]*\n?/gm, '');
    return written === null || left === written
      ? text
      : setEntry(text, path, 'text', left?.trim() === '' ? undefined : left);
  }, source);
}

/** The rules in another order; each keeps its lines, and the comments within. */
function inOrder(source: string, arrange: (places: number[]) => number[]): string {
  const map = new SourceMap(source);
  const list = map.at('rules');
  if (!isSeq(list) || list.flow) return source;
  const ranges = itemRanges(map, list);
  const texts = ranges.map(({ start, end }) => source.slice(start, end).replace(/\n*$/, '\n'));
  const [first, last] = [ranges[0], ranges.at(-1)];
  if (!first || !last) return source;
  const order = arrange(ranges.map((_, i) => i));
  // What parts the rules stays between them.
  const gap = ranges.length > 1 && /\n\n$/.test(source.slice(first.start, first.end)) ? '\n' : '';
  const text = order.map((i) => texts[i] ?? '').join(gap);
  return spliced(source, [{ start: first.start, end: last.end, text }]);
}

function moved(places: readonly number[], from: number, to: number): number[] {
  const left = places.filter((_, i) => i !== from);
  return places[from] === undefined ? [...places] : [...left.slice(0, to), from, ...left.slice(to)];
}

const ruleOf = (source: string, rule: number): Record<string, unknown> | null =>
  (new SourceMap(source).at('rules', rule)?.toJSON() as Record<string, unknown> | undefined) ?? null;

/** A copy of a rule behind it; for another field, what it fills is that field, in its `fills` or its named group. */
function copiedRule(source: string, rule: number, field: string | undefined): Edited {
  const now = ruleOf(source, rule);
  if (!now) return unchanged(source);
  const own = typeof now.name === 'string' ? now.name : `${String(now.kind)} ${rule + 1}`;
  if (field === undefined) return checked(withCopy(source, rule, { ...now, name: `${own}, copy` }));
  const { fields = {} } = parse(source) as { fields?: Record<string, FieldOptions> };
  const [from, ...others] = filledBy(now, Object.keys(fields));
  const options = from === undefined ? undefined : fields[from];
  if (from === undefined || !options || others.length > 0) return refused('YS-EDIT-COPY', { rule: own });
  const declared = Object.hasOwn(fields, field) ? source : setEntry(source, ['fields'], field, options, true);
  return checked(withCopy(declared, rule, { ...forField(now, from, field), name: `${own}, ${field}` }), field);
}

function withCopy(source: string, rule: number, { kind, name, ...rest }: Record<string, unknown>): string {
  const added = addItem(source, ['rules'], { kind, name, ...rest });
  const last = new SourceMap(added).list('rules').length - 1;
  return inOrder(added, (places) => moved(places, last, rule + 1));
}

const groupOfField = (field: string) => new RegExp(`\\(\\?<${field}>`, 'g');

/** The fields that a rule names as what it fills. */
function filledBy({ fills, find }: Record<string, unknown>, fields: readonly string[]): string[] {
  const listed = typeof fills === 'string' ? [fills] : Array.isArray(fills) ? fills.map(String) : [];
  return fields.filter((name) => listed.includes(name) || (typeof find === 'string' && groupOfField(name).test(find)));
}

function forField(rule: Record<string, unknown>, from: string, to: string): Record<string, unknown> {
  const { fills, find } = rule;
  const other = (name: unknown) => (name === from ? to : name);
  return {
    ...rule,
    ...(fills === undefined ? {} : { fills: Array.isArray(fills) ? fills.map(other) : other(fills) }),
    ...(typeof find === 'string' ? { find: find.replace(groupOfField(from), `(?<${to}>`) } : {}),
  };
}

/** A rule as a person wrote it, in its place or behind the others. */
function writtenRule(source: string, rule: number | null, text: string): string {
  const read: unknown = parse(text);
  return writtenItem(source, 'rules', rule, Array.isArray(read) ? read[0] : read);
}

/** One of a list in its place, or behind the others. */
function writtenItem(source: string, key: 'rules' | 'checks', at: number | null, now: unknown): string {
  if (at === null) return addItem(source, [key], now);
  const map = new SourceMap(source);
  const list = map.at(key);
  const range = isSeq(list) && !list.flow ? itemRanges(map, list)[at] : undefined;
  if (!range) return source;
  const indent = ' '.repeat(/^ */.exec(source.slice(range.start))?.[0].length ?? 0);
  const lines = stringify([now], { lineWidth: 0 }).replace(/^(?=.)/gm, indent);
  const gap = source.slice(range.start, range.end).endsWith('\n\n') ? '\n' : '';
  return spliced(source, [{ ...range, text: lines + gap }]);
}

/** Each rule's own lines, without the list's dash and indentation, for people to edit. */
export function ruleSources(source: string): string[] {
  const map = new SourceMap(source);
  return map.list('rules').map((node) => ownLines(map, node));
}

function ownLines(map: SourceMap, node: Node): string {
  if (!node.range) return '';
  const { source } = map;
  const start = node.range[0];
  const indent = map.indentOf(start);
  return source
    .slice(start, throughLine(source, node.range[1]))
    .split('\n')
    .map((line, i) => (i === 0 ? line : line.slice(0, indent).trim() === '' ? line.slice(indent) : line))
    .join('\n')
    .trimEnd();
}
