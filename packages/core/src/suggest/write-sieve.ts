import { Document, isMap, type YAMLMap } from 'yaml';
import { ownRules } from '../rules/index.js';
import type { FieldOptions } from '../values/index.js';
import type { Examined } from './group.js';
import { withLinesOfOthers } from './lines-of-others.js';
import { foldLabel, type Looked, type Marked } from './marked.js';
import { letterAround } from './rows/found-rows.js';
import { headingsOf, namesFor, type SuggestedColumn } from './rows/name-columns.js';
import { withBlanks } from './words-around.js';
import { type Named, writeLayout } from './write-layout.js';

/** What told a value: words that name it, its looks in a sentence, or that it differs between messages. */
export type ToldBy = Marked['by'];

/** A field that was suggested, in how many messages its value stands, and what told it there. */
export interface SuggestedField {
  name: string;
  label: string;
  options: FieldOptions;
  found: number;
  told_by: ToldBy;
}

/** What looked like a field or column and is not suggested. */
export interface LeftOut {
  label: string;
  /** In how many messages it stands. */
  found: number;
  /** `rare`: in one message of many. `same`: every message says just that. `unread`: the sieve did not find it again where it stands. */
  why: 'rare' | 'same' | 'unread';
}

/** What is to be suggested, as far as it is known. */
export interface Draft {
  sieve: string;
  locale: string;
  /** By folded label. */
  fields: Map<string, SuggestedField>;
  columns: SuggestedColumn[];
  groups: Examined[][];
  /** Lines of the shown messages that are kept as they are, for a text above them ends there: where they begin. */
  ends: Map<Looked, Set<number>>;
  /** Whether a value may be found by the words of an item above it. */
  besideItems: boolean;
}

export const layoutName = (index: number) => `layout ${index + 1}`;

/** The sieve of a draft as YAML. */
export function writeSieve(draft: Draft, samples: object[] | null): string {
  const { sieve, locale, fields, columns, groups } = draft;
  const everywhere = groups.flat().length;
  const declared = Object.fromEntries(
    [...fields.values()].map(({ name, options, found }) => [
      name,
      { ...options, ...(found === everywhere && everywhere > 1 ? { required: true } : {}) },
    ]),
  );
  const layouts = groups.flatMap((group, i) => layoutOf(group, layoutName(i), draft));
  const tables = columns.length > 0 && groups.flat().some(({ rows }) => rows?.by === 'table');
  const document = new Document({
    sieve,
    locale,
    fields: declared,
    ...(columns.length > 0
      ? { rows: { columns: Object.fromEntries(columns.map(({ name, options }) => [name, options])) } }
      : {}),
    rules: [
      ...(layouts.length > 0 ? [ownRules.ofLayouts('by its layout', layouts)] : []),
      ...(tables ? [ownRules.ofTables('its table', headingsOf(columns))] : []),
    ],
    ...(samples ? { samples } : {}),
  });
  for (const path of [['fields'], ['rows', 'columns']])
    for (const field of (document.getIn(path) as YAMLMap | undefined)?.items ?? [])
      if (isMap(field.value)) field.value.flow = true;
  return document.toString({ lineWidth: 0 });
}

function layoutOf(group: readonly Examined[], name: string, { fields, columns, ends, besideItems }: Draft): object[] {
  const first = fullest(group);
  const namedIn = ({ marked }: Examined) =>
    marked.flatMap((mark): Named[] => {
      if (mark.label === '') return [{ ...mark, field: '*' }];
      const field = fields.get(foldLabel(mark.label));
      return field ? [{ ...mark, field: field.name }] : [];
    });
  const named = namedIn(first);
  const { view, whole } = first.message;
  const ended = ends.get(first.message) ?? new Set();
  const clear = withBlanks(whole, first.around, ended);
  const rows = columns.length > 0 && first.rows?.by === 'block' ? first.rows : null;
  if (named.length === 0 && !rows) return [];
  const subject = subjectOf(first.message, named);
  // What stands among the items is no word of what stands around them.
  const { text: letter } = letterAround(clear, columns.length > 0 && !besideItems ? first.rows : null, named);
  const part = (from: number, to: number) => {
    const isIn = (offset: number) => offset >= from && offset < to;
    const kept = [...ended].filter(isIn);
    return writeLayout(
      letter,
      named.filter(({ start }) => isIn(start)),
      new Set(kept),
    );
  };
  const text = rows
    ? `${part(0, rows.over.start)}[[rows:]]\n${rows.write(namesFor(columns))}\n[[:rows]]\n${part(rows.over.end, view.text.length)}`
    : part(0, view.text.length);
  const others = group.filter((one) => one !== first);
  return [
    {
      name,
      sample: first.message.name,
      ...(subject ? { subject } : {}),
      text: withLinesOfOthers(text.trim(), [first, ...others], namedIn),
    },
  ];
}

/** The message of a group with most values marked, or most items: a layout that lacks a label cannot find its value. */
export const fullest = (group: readonly Examined[]): Examined =>
  group.reduce((best, one) => (weightOf(one) > weightOf(best) ? one : best));

const weightOf = ({ marked, rows }: Examined) => marked.length + (rows ? 1 + rows.columns.length : 0);

/** Shorter values may stand in a subject by chance. */
const minInSubject = 3;

/** The subject as a layout, where values of the text stand in it, as words of their own and with others around them; else null. */
function subjectOf({ subject, view }: Looked, named: readonly Named[]): string | null {
  const placed: Named[] = [];
  const inOrder = () => placed.sort((a, b) => a.start - b.start);
  const constants = () => {
    const ends = [0, ...inOrder().map(({ end }) => end)];
    return ends.map((from, i) => subject.slice(from, placed[i]?.start ?? subject.length));
  };
  for (const { start, end, ...one } of [...named].sort((a, b) => b.end - b.start - (a.end - a.start))) {
    const value = view.text.slice(start, end).trim();
    const at = value.length < minInSubject ? -1 : subject.indexOf(value);
    const isWhole = !/[\p{L}\p{N}]/u.test((subject[at - 1] ?? '') + (subject[at + value.length] ?? ''));
    const isFree = placed.every((other) => other.end <= at || other.start >= at + value.length);
    if (at < 0 || !isWhole || !isFree || placed.some(({ field }) => field === one.field)) continue;
    const place = { ...one, start: at, end: at + value.length };
    placed.push(place);
    // Values need something between them, and all of them words to be known by.
    const isParted = constants()
      .slice(1, -1)
      .every((words) => /\S/.test(words));
    if (!isParted || !constants().some((words) => /\p{L}{3}/u.test(words))) placed.splice(placed.indexOf(place), 1);
  }
  if (placed.length === 0) return null;
  return constants()
    .map((words, i) => words + (placed[i] ? `[[${placed[i].field}]]` : ''))
    .join('');
}
