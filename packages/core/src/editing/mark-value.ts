import { type Code, say } from '../errors/index.js';
import { formOf, linesOf, type Range } from '../reading/index.js';
import { hasLayouts, ownRules } from '../rules/index.js';
import { type CompiledSieve, noFacts, type Outcome, sift, tryCompileSieve } from '../sieve/index.js';
import { telling } from '../suggest/looks.js';
import { cellsOf, type Named, writeLayout } from '../suggest/write-layout.js';
import type { FieldOptions } from '../values/index.js';
import { checked, type Edited, type ShownMessage } from './edited.js';
import { foundByLine } from './found-by-line.js';
import { guessField, type Selected } from './guess-field.js';
import { slotsIn, withEnd, withoutSlot, withSlot } from './layout-text.js';
import { markCell } from './mark-cell.js';
import { addItem, setEntry } from './set-entry.js';
import { SourceMap } from './source-map.js';
import { marksFrom, marksOfLayout, rowMarks, type WorkingLayout, workingLayout } from './working-layout.js';

/** A stretch of the shown message that a person marks as a value. */
export interface MarkedStretch extends Selected {
  /** The field it is a value of; guessed when left out. */
  field?: string | undefined;
  /** Options of a field that is new; guessed when left out. */
  options?: FieldOptions | undefined;
}

/**
 * Marks a value in a message: its field is declared if it is new, and its slot put into the layout the message was read by, or
 * into a new one with all that was found in the message. A field that was marked already has its mark there from now on.
 */
export function markValue(source: string, shown: ShownMessage, stretch: MarkedStretch): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const { sieve } = compiled;
  const guess = guessField(sieve, shown.reading, stretch);
  const field = stretch.field ?? guess.name;
  const options = stretch.options ?? guess.options;
  const inItem =
    stretch.in === 'message.text' && !(field in sieve.fields)
      ? markCell(source, sieve, shown, { start: guess.start, end: guess.end, column: field, options: stretch.options })
      : null;
  if (inItem) return inItem;
  const known = field in sieve.fields || field in sieve.columns;
  const declared = known ? source : setEntry(source, ['fields'], field, options, true);
  const result = sift(shown.reading, sieve, noFacts);
  const outcome = result.kind === 'outcome' ? result.outcome : null;
  const text = stretch.in === 'message.subject' ? shown.reading.subject : formOf(shown.reading, sieve.body).text;
  const start = beginning(text, guess, (sieve.fields[field] ?? options).type);
  const mark: Named = { label: field, field, start, end: guess.end, by: 'label' };
  const next =
    stretch.in === 'message.subject'
      ? inSubject(declared, sieve, shown, outcome, mark)
      : endedAt(inText(declared, sieve, shown, outcome, mark), shown, mark);
  const edited = checked(next, field);
  if (edited.ok || edited.problems[0]?.code !== 'YS-TEMPLATE-BARE-SLOT') return edited;
  return { ok: false, problems: edited.problems.map((problem) => ({ ...problem, ...problemOf('YS-EDIT-NO-LABEL') })) };
}

/** Where a marked value begins: the weekday before a day is a part of it, for it is another one in the next message. */
function beginning(text: string, { start, end }: Range, type: string): number {
  const begin = telling.find((one) => one.type === type)?.begin;
  const line = text.lastIndexOf('\n', start - 1) + 1;
  return begin ? line + begin(text.slice(line, end), start - line) : start;
}

/**
 * A text may run on over the lines below it. Where it does so beyond what was marked, the next line of the message is made part
 * of the layout, so that the value ends there, here and in other messages.
 */
function endedAt(source: string, shown: ShownMessage, mark: Named): string {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return source;
  const result = sift(shown.reading, compiled.sieve, noFacts);
  if (result.kind !== 'outcome') return source;
  const { outcome } = result;
  const [place] = outcome.evidence[mark.field] ?? [];
  const layout = workingLayout(source, outcome);
  const { text } = formOf(shown.reading, compiled.sieve.body);
  const runsOn = place?.in === 'message.text' && place.start === mark.start && (place.end ?? 0) > mark.end;
  const next = text.slice(mark.end).search(/\n[^\S\n]*\S/);
  if (!layout || !runsOn || next < 0) return source;
  const offset = mark.end + next + (/\n\s*/.exec(text.slice(mark.end + next))?.[0].length ?? 1);
  return setEntry(
    source,
    layout.path,
    'text',
    withEnd(layout.text, mark.field, text, offset, text.slice(mark.start, mark.end).split('\n').length),
  );
}

function inText(
  source: string,
  sieve: CompiledSieve,
  shown: ShownMessage,
  outcome: Outcome | null,
  mark: Named,
): string {
  const { text } = formOf(shown.reading, sieve.body);
  const layout = outcome && layoutInUse(source, sieve, outcome);
  if (!outcome || !layout) {
    const found = carried(source, sieve, shown, outcome).filter((one) => one.field !== mark.field);
    return withLayout(source, shown, writeLayout(text, [...besides(found, mark, text), mark]));
  }
  const others = marksOfLayout(outcome, sieve, layout).filter((one) => one.field !== mark.field);
  const known = besides(others, mark, text);
  // What stood where the new value stands is marked no longer.
  const gone = others.filter(({ field }) => !known.some((one) => one.field === field));
  const cleared = [mark, ...gone].reduce((left, { field }) => withoutSlot(left, field), layout.text);
  return setEntry(
    source,
    layout.path,
    'text',
    withSlot(cleared, { message: text, mark, known, cells: rowMarks(outcome) }),
  );
}

/** The layout a message was read by, unless it found no value in it: then only words are the same, and it is another layout's message. */
function layoutInUse(source: string, sieve: CompiledSieve, outcome: Outcome): WorkingLayout | null {
  const layout = workingLayout(source, outcome);
  if (!layout) return null;
  const isMarked = layout.text.split('\n').some((line) => slotsIn(line).length > 0);
  return isMarked && marksOfLayout(outcome, sieve, layout).length === 0 ? null : layout;
}

/** Other marks beside a new one. A value that runs on over the new one's line ends before it: its end was only guessed. */
const besides = (others: readonly Named[], mark: Named, text: string): Named[] =>
  others.flatMap((one) => {
    if (isApart(one, mark)) return [one];
    const before = text.slice(one.start, mark.start).lastIndexOf('\n');
    if (before < 0) return [];
    const kept = text.slice(one.start, one.start + before).trimEnd();
    return kept === '' ? [] : [{ ...one, end: one.start + kept.length }];
  });

const isApart = (a: Named, b: Named) => a.end <= b.start || a.start >= b.end;

/**
 * What was found in the message, by whatever rule or by single lines of the layouts: a new layout has it marked from the start.
 * A new mark stands before all of it.
 */
export function carried(source: string, sieve: CompiledSieve, shown: ShownMessage, outcome: Outcome | null): Named[] {
  const found = outcome ? marksFrom(outcome, sieve, 'message.text') : [];
  const more = foundByLine(source, sieve, shown).filter((one) =>
    found.every((mark) => isApart(mark, one) && mark.field !== one.field),
  );
  return [...found, ...more].sort((a, b) => a.start - b.start);
}

function inSubject(
  source: string,
  sieve: CompiledSieve,
  shown: ShownMessage,
  outcome: Outcome | null,
  mark: Named,
): string {
  const { subject } = shown.reading;
  const layout = outcome && workingLayout(source, outcome);
  const others = outcome
    ? marksFrom(outcome, sieve, 'message.subject').filter((one) => one.field !== mark.field && isApart(one, mark))
    : [];
  const slots = layout?.subject ? slotsIn(layout.subject) : [];
  const text = writeLayout(subject, [...others.filter(({ field }) => slots.includes(field)), mark]).trimEnd();
  return layout ? setEntry(source, layout.path, 'subject', text) : withLayout(source, shown, '', text);
}

/** The source text with one more layout, in its first template rule or in a new one. */
export function withLayout(source: string, shown: ShownMessage, text: string, subject?: string): string {
  const map = new SourceMap(source);
  const rule = map.list('rules').findIndex((_, i) => hasLayouts(map.text('rules', i, 'kind')));
  const names = map.list('rules', rule, 'layouts').map((_, i) => map.text('rules', rule, 'layouts', i, 'name'));
  const layout = {
    name: freeName(names),
    sample: shown.name,
    ...(subject ? { subject } : {}),
    ...(text === '' ? {} : { text }),
  };
  if (rule < 0) return addItem(source, ['rules'], ownRules.ofLayouts('by its layout', [layout]));
  return addItem(source, ['rules', rule, 'layouts'], layout);
}

function freeName(names: readonly (string | null)[]): string {
  for (let number = names.length + 1; ; number++) if (!names.includes(`layout ${number}`)) return `layout ${number}`;
}

const problemOf = (code: Code) => ({ code, text: say(code) });

/** The only line of a text that is nothing but values between marks, each to be ignored until it is marked; null where there is none. */
function valuesOf(text: string): string | null {
  const lines = linesOf(text).filter(({ start, end }) => cellsOf(text.slice(start, end)).length > 0);
  const [only, another] = lines;
  if (!only || another) return null;
  const [cell] = cellsOf(text.slice(only.start, only.end));
  const [start, end] = [only.start + (cell?.start ?? 0), only.start + (cell?.end ?? 0)];
  return writeLayout(text, [{ label: '*', field: '*', start, end, by: 'label' }]);
}

/** A new layout from a message in one act, with what the rules found in it marked. */
export function layoutFrom(source: string, shown: ShownMessage): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const { sieve } = compiled;
  const result = sift(shown.reading, sieve, noFacts);
  const outcome = result.kind === 'outcome' ? result.outcome : null;
  const { text } = formOf(shown.reading, sieve.body);
  const marks = carried(source, sieve, shown, outcome);
  const begun = marks.length === 0 ? valuesOf(text) : null;
  if (begun) return checked(withLayout(source, shown, begun));
  if (marks.length === 0)
    return { ok: false, problems: [{ ...problemOf('YS-EDIT-NOTHING-FOUND'), path: '', line: 1, column: 1 }] };
  return checked(withLayout(source, shown, writeLayout(text, marks)));
}

/** Takes a field's mark out of the layout a message was read by; where none was, out of all of them. The field stays. */
export function unmark(source: string, shown: ShownMessage, field: string): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const result = sift(shown.reading, compiled.sieve, noFacts);
  const layout = result.kind === 'outcome' ? workingLayout(source, result.outcome) : null;
  return joinedIfTouching((joined) => checked(withoutMark(source, field, layout?.path ?? null, joined), field));
}

/** What is made of a layout without a slot: where words to ignore in its place would touch another slot, it has none there. */
export function joinedIfTouching(make: (joined: boolean) => Edited): Edited {
  const edited = make(false);
  return !edited.ok && edited.problems.some(({ code }) => code === 'YS-TEMPLATE-TOUCHING-SLOTS') ? make(true) : edited;
}

/** The source text without a field's slots, in one layout or in all. `joined`: as of `withoutSlot`. */
export function withoutMark(
  source: string,
  field: string,
  only: readonly (string | number)[] | null,
  joined = false,
): string {
  const map = new SourceMap(source);
  const paths = map
    .list('rules')
    .flatMap((_, i) => map.list('rules', i, 'layouts').map((__, k): (string | number)[] => ['rules', i, 'layouts', k]));
  return (only ? [only] : paths).reduce((text, path) => {
    const now = new SourceMap(text);
    return ['text', 'subject'].reduce((left, key) => {
      const written = now.text(...path, key);
      if (written === null || !written.split('\n').some((line) => slotsIn(line).includes(field))) return left;
      const without = withoutSlot(written, field, joined);
      return setEntry(left, path, key, without.trim() === '' ? undefined : without);
    }, text);
  }, source);
}
