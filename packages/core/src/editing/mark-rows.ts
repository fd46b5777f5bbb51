import { formOf, listsOf, type Range, wholeView, withTables } from '../reading/index.js';
import { ownRules } from '../rules/index.js';
import { type CompiledSieve, noFacts, type Outcome, sift, tryCompileSieve } from '../sieve/index.js';
import { namingOf } from '../suggest/field-name.js';
import { findChosenRows } from '../suggest/rows/find-rows.js';
import type { FoundRows } from '../suggest/rows/found-rows.js';
import { headingsOf, nameColumns, namesFor, type SuggestedColumn } from '../suggest/rows/name-columns.js';
import { type Named, writeLayout } from '../suggest/write-layout.js';
import { contextOf } from './context-of.js';
import { checked, type Edited, refused, type ShownMessage } from './edited.js';
import { withBlock } from './layout-text.js';
import { carried, withLayout } from './mark-value.js';
import { addItem, setEntry } from './set-entry.js';
import { SourceMap } from './source-map.js';
import { marksOfLayout, workingLayout } from './working-layout.js';

/**
 * Marks lines of a message as items that repeat: their columns are named and declared, and a block stands in the layout the
 * message was read by, or in a new one; a table gets a rule of its own. Two whole items at least have to be selected.
 */
export function markRows(source: string, shown: ShownMessage, { start, end }: Range): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const { sieve } = compiled;
  const form = formOf(shown.reading, sieve.body);
  const { text, tables, links } = form;
  const lines = wholeLines(text, start, end);
  const view = withTables(wholeView('message.text', text), tables);
  const context = contextOf(sieve, shown.reading);
  const { subject } = shown.reading;
  const found = findChosenRows(
    { name: shown.name, subject, view, tables, links, lists: listsOf(form) },
    lines,
    context,
  );
  if (!found) return refused('YS-EDIT-NO-ROWS');
  const taken = new Set(Object.keys(sieve.fields));
  const columns = nameColumns([found], context, namingOf([...taken, ...Object.keys(sieve.columns)]), taken);
  const declared = withColumns(source, sieve, columns);
  if (found.by === 'table')
    return checked(addItem(declared, ['rules'], ownRules.ofTables('its table', headingsOf(columns))));
  const block = `[[rows:]]\n${found.write(namesFor(columns))}\n[[:rows]]`;
  return checked(blockIn(declared, sieve, shown, { text, over: found.over, chosen: lines, block }));
}

function wholeLines(text: string, start: number, end: number): Range {
  const stop = text.indexOf('\n', Math.max(start, end - 1));
  return { start: text.lastIndexOf('\n', start - 1) + 1, end: stop < 0 ? text.length : stop + 1 };
}

/** Declares the columns that are not there yet. */
function withColumns(source: string, sieve: CompiledSieve, columns: readonly SuggestedColumn[]): string {
  return columns
    .filter(({ name }) => !(name in sieve.columns))
    .reduce((text, { name, options }) => {
      const there = new SourceMap(text).keys('rows', 'columns').length > 0;
      const begun = there ? text : setEntry(text, [], 'rows', { columns: { [name]: options } });
      return setEntry(begun, ['rows', 'columns'], name, options, true);
    }, source);
}

interface Block {
  /** The text of the message. */
  text: string;
  /** Where the items stand in it, and the lines that were chosen. */
  over: FoundRows['over'];
  chosen: Range;
  block: string;
}

function blockIn(source: string, sieve: CompiledSieve, shown: ShownMessage, { text, block, ...where }: Block): string {
  const result = sift(shown.reading, sieve, noFacts);
  const outcome: Outcome | null = result.kind === 'outcome' ? result.outcome : null;
  const layout = outcome && workingLayout(source, outcome);
  if (outcome && layout) {
    const known = marksOfLayout(outcome, sieve, layout);
    const over = withoutMarked(where, text, known);
    return setEntry(source, layout.path, 'text', withBlock(layout.text, { message: text, known, over, block }));
  }
  const marks = carried(source, sieve, shown, outcome);
  const over = withoutMarked(where, text, marks);
  const part = (some: (mark: Named) => boolean) => writeLayout(text, marks.filter(some)).trimEnd();
  const above = part((mark) => mark.end <= over.start);
  const below = part((mark) => mark.start >= over.end);
  return withLayout(source, shown, `${[above, block, below].filter(Boolean).join('\n')}\n`);
}

/** The items without what is a value of its own already and was not chosen: a sum in the last row of their table, say. */
function withoutMarked({ over, chosen }: Pick<Block, 'over' | 'chosen'>, text: string, known: readonly Range[]): Range {
  const among = known.filter(({ start, end }) => start >= over.start && end <= over.end);
  const ends = among.flatMap(({ start }) => (start >= chosen.end ? [text.lastIndexOf('\n', start - 1) + 1] : []));
  const starts = among.flatMap(({ end }) => (end <= chosen.start ? [wholeLines(text, end - 1, end).end] : []));
  return { start: Math.max(over.start, ...starts), end: Math.min(over.end, ...ends) };
}
