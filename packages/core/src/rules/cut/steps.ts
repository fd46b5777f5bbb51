import * as v from 'valibot';
import { closed } from '../../files/index.js';
import { linesOf, partOf, type Range, type View } from '../../reading/index.js';
import type { RuleCompiler, RuleRun } from '../rule-kind.js';
import { compileWhere, lineWith, meantOf, type Where, type WhereSource, whereSchema } from './where.js';

const number = v.pipe(v.number(), v.integer(), v.notValue(0));

/** A step of a cut: a word alone, or one key with what it looks for. */
export const stepSchema = v.union([
  v.picklist(['tidy']),
  closed({ after: whereSchema }),
  closed({ before: whereSchema }),
  closed({ between: v.strictTuple([whereSchema, whereSchema]) }),
  closed({ line: v.union([number, whereSchema]) }),
  closed({ lines: v.union([number, v.strictTuple([number, number]), whereSchema]) }),
  closed({ split: whereSchema }),
  closed({ replace: closed({ find: whereSchema, with: v.string() }) }),
  closed({ drop: whereSchema }),
  closed({ keep: whereSchema }),
]);

export type StepSource = v.InferOutput<typeof stepSchema>;

/** What a step makes of one text: the texts that are left, none where it found nothing; `stopped`: the limit that ended it. */
interface Cut {
  left: View[];
  stopped: string | null;
}

/** A step that is ready to be done. */
export interface Step {
  /** In words, for the trace. */
  said: string;
  cut(view: View, run: RuleRun): Cut;
}

/** Compiles a step; null with the reason in the report. */
export function compileStep(source: StepSource, compiler: RuleCompiler): Step | null {
  if (source === 'tidy') return { said: 'tidy', cut: (view) => left(tidied(view)) };
  const [[key, given]] = Object.entries(source) as [[string, unknown]];
  const inside = { ...compiler, path: [...compiler.path, key] };
  const where = (one: unknown, at?: string | number) =>
    compileWhere(one as WhereSource, at === undefined ? inside : { ...inside, path: [...inside.path, at] });
  if ('line' in source && typeof source.line === 'number') return nthLine(source.line);
  if ('lines' in source && typeof source.lines === 'number') return linesFrom(1, source.lines);
  if ('lines' in source && Array.isArray(source.lines)) return linesFrom(source.lines[0], source.lines[1]);
  if ('between' in source) {
    const [from, to] = [where(source.between[0], 0), where(source.between[1], 1)];
    return from && to && between(from, to);
  }
  if ('replace' in source) {
    const found = where(source.replace.find, 'find');
    return found && replaced(found, source.replace.with);
  }
  const found = where(given);
  return found && (byWhere[key]?.(found) ?? null);
}

const left = (...views: (View | null)[]): Cut => ({ left: views.filter((view) => view !== null), stopped: null });

/** Does something with the place that is meant; nothing where there is none. */
const at =
  (where: Where, make: (view: View, place: Range) => View | null): Step['cut'] =>
  (view, run) => {
    const { places, stopped } = where.allIn(view, run);
    const place = meantOf(places, where.take);
    return { left: place ? [make(view, place)].filter((one) => one !== null) : [], stopped };
  };

/** Does something with all places; nothing where there is none. */
const all =
  (where: Where, make: (view: View, places: Range[]) => View[]): Step['cut'] =>
  (view, run) => {
    const { places, stopped } = where.allIn(view, run);
    return { left: places.length > 0 ? make(view, places) : [], stopped };
  };

const byWhere: Readonly<Record<string, (where: Where) => Step>> = {
  after: (where) => ({
    said: `after ${where.said}`,
    cut: at(where, (view, { start, end }) => (start === view.text.length ? null : partOf(view, end, view.text.length))),
  }),
  before: (where) => ({ said: `before ${where.said}`, cut: at(where, (view, { start }) => partOf(view, 0, start)) }),
  line: (where) => ({
    said: `the line with ${where.said}`,
    cut: at(where, (view, place) => {
      const { start, end } = lineWith(view.text, place);
      return partOf(view, start, end);
    }),
  }),
  lines: (where) => ({
    said: `the lines with ${where.said}`,
    cut: all(where, (view, places) => {
      const lines = new Map(places.map((place) => lineWith(view.text, place)).map((line) => [line.start, line]));
      return [
        joined(
          [...lines.values()].flatMap(({ start, end }, i) => [...(i > 0 ? ['\n'] : []), partOf(view, start, end)]),
          view,
        ),
      ];
    }),
  }),
  split: (where) => ({
    said: `split at ${where.said}`,
    cut: (view, run) => {
      const { places, stopped } = where.allIn(view, run);
      const apart = places.filter(({ start, end }) => end > start || start < view.text.length);
      const parts = gapsOf(apart, view.text.length).map(({ start, end }) => partOf(view, start, end));
      return { left: parts.filter(({ text }) => text.trim() !== ''), stopped };
    },
  }),
  drop: (where) => ({
    said: `drop ${where.said}`,
    cut: (view, run) => {
      const { places, stopped } = where.allIn(view, run);
      // What is not there need not be dropped.
      const parts = gapsOf(places, view.text.length).map(({ start, end }) => partOf(view, start, end));
      return { left: [joined(parts, view)], stopped };
    },
  }),
  keep: (where) => ({
    said: `keep ${where.said}`,
    cut: at(where, (view, { start, end }) => partOf(view, start, end)),
  }),
};

const between = (from: Where, to: Where): Step => ({
  said: `between ${from.said} and ${to.said}`,
  cut: (view, run) => {
    const begin = byWhere.after?.(from).cut(view, run) ?? left();
    const [rest] = begin.left;
    return rest && begin.stopped === null ? (byWhere.before?.(to).cut(rest, run) ?? left()) : begin;
  },
});

const nthLine = (which: number): Step => ({
  said: `line ${which}`,
  cut: (view) => {
    const line = meantOf(filledLines(view.text), which);
    return left(line && partOf(view, line.start, line.end));
  },
});

const linesFrom = (first: number, last: number): Step => ({
  said: `lines ${first} to ${last}`,
  cut: (view) => {
    const lines = filledLines(view.text);
    const [begin, end] = [meantOf(lines, first), meantOf(lines, Math.min(last, last > 0 ? lines.length : last))];
    return left(begin && end && end.end >= begin.start ? partOf(view, begin.start, end.end) : null);
  },
});

/** Lines with something on them; blank ones are not counted. */
const filledLines = (text: string): Range[] =>
  linesOf(text).filter(({ start, end }) => text.slice(start, end).trim() !== '');

const replaced = (where: Where, by: string): Step => ({
  said: `replace ${where.said} by “${by}”`,
  cut: (view, run) => {
    const { places, stopped } = where.allIn(view, run);
    const parts = gapsOf(places, view.text.length).flatMap(({ start, end }, i): (View | string)[] => [
      ...(i > 0 ? [by] : []),
      partOf(view, start, end),
    ]);
    return { left: [joined(parts, view)], stopped };
  },
});

/** What lies before, between and behind some places. */
function gapsOf(places: readonly Range[], length: number): Range[] {
  const gaps: Range[] = [];
  let at = 0;
  for (const { start, end } of places) {
    if (start < at) continue;
    gaps.push({ start: at, end: start });
    at = end;
  }
  return [...gaps, { start: at, end: length }];
}

/** Without blanks around it, one blank for each run of them, and no empty lines. */
function tidied(view: View): View {
  const parts: (View | string)[] = [];
  let at = 0;
  for (const { index, 0: all } of view.text.matchAll(/\s+/g)) {
    const isEdge = index === 0 || index + all.length === view.text.length;
    parts.push(partOf(view, at, index));
    const mark = all.includes('\n') ? '\n' : ' ';
    if (!isEdge) parts.push(all === mark ? partOf(view, index, index + 1) : mark);
    at = index + all.length;
  }
  return joined([...parts, partOf(view, at, view.text.length)], view);
}

/** Texts one after the other; what was written between them stands nowhere in the message. */
function joined(parts: readonly (View | string)[], of: View): View {
  let text = '';
  const pieces: View['pieces'] = [];
  for (const part of parts) {
    if (typeof part === 'string') {
      text += part;
      continue;
    }
    for (const { at, origin, length } of part.pieces)
      if (length > 0) pieces.push({ at: text.length + at, origin, length });
    text += part.text;
  }
  return { in: of.in, text, pieces };
}
