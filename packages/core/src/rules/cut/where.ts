import * as v from 'valibot';
import { closed } from '../../files/index.js';
import { compilePattern, matchesOf, type Pattern } from '../../patterns/index.js';
import { fromOrigin, type Range, type View } from '../../reading/index.js';
import type { RuleCompiler, RuleRun } from '../rule-kind.js';
import { normalise } from '../template/text/lines.js';

/** Places of a text that need no words. */
const edges = ['line end', 'blank line', 'space', 'ruling', 'heading', 'end of segment', 'end'] as const;
type Edge = (typeof edges)[number];

const take = v.optional(v.union([v.picklist(['first', 'last']), v.pipe(v.number(), v.integer(), v.notValue(0))]));
const capitals = v.optional(v.picklist(['any', 'exact']));

/** What a step looks for: a text, or a text, pattern or edge with which of them is meant. */
export const whereSchema = v.union([
  v.pipe(v.string(), v.minLength(1)),
  closed({ text: v.pipe(v.string(), v.minLength(1)), take, case: capitals }),
  closed({ pattern: v.string(), take, case: capitals }),
  closed({ edge: v.picklist(edges), take }),
]);

export type WhereSource = v.InferOutput<typeof whereSchema>;

/** What a step looks for, ready to be found. */
export interface Where {
  /** In words, for people. */
  said: string;
  take: 'first' | 'last' | number;
  /** Everywhere it stands in a text, in its order; `stopped`: the limit that ended the search. */
  allIn(view: View, run: RuleRun): { places: Range[]; stopped: string | null };
}

/** Compiles what a step looks for; null with the reason in the report. */
export function compileWhere(source: WhereSource, compiler: RuleCompiler): Where | null {
  if (typeof source === 'string') return ofText(source, 'exact', 'first');
  const which = source.take ?? 'first';
  if ('text' in source) return ofText(source.text, source.case ?? 'exact', which);
  if ('edge' in source) return { said: nth(source.edge, which), take: which, allIn: edgesOf(source.edge) };
  const { report, path, parts } = compiler;
  const pattern = compilePattern(source.pattern, { case: source.case, parts }, [...path, 'pattern'], report);
  return pattern && ofPattern(source.pattern, pattern, which);
}

const nth = (words: string, which: Where['take']) =>
  which === 'first' ? words : which === 'last' ? `the last ${words}` : `${words}, number ${which}`;

function ofText(text: string, casing: 'any' | 'exact', which: Where['take']): Where {
  const wanted = casing === 'any' ? text.toLowerCase() : text;
  return {
    said: nth(`“${text}”`, which),
    take: which,
    allIn: ({ text: whole }) => {
      // Letters that grow when they are made small would move what stands behind them.
      const small = casing === 'any' ? whole.toLowerCase() : whole;
      const searched = small.length === whole.length ? small : whole;
      const places: Range[] = [];
      for (let at = searched.indexOf(wanted); at >= 0; at = searched.indexOf(wanted, at + wanted.length))
        places.push({ start: at, end: at + wanted.length });
      return { places, stopped: null };
    },
  };
}

const ofPattern = (source: string, pattern: Pattern, which: Where['take']): Where => ({
  said: nth(`/${source}/`, which),
  take: which,
  allIn: ({ text }, { facts }) => {
    const { found, stopped } = matchesOf(pattern, text, facts.limits);
    return { places: found.map((match) => ({ start: match.index, end: match.index + match[0].length })), stopped };
  },
});

/** The end of a text is the last of all its edges. */
const edgesOf =
  (edge: Edge): Where['allIn'] =>
  (view, run) => {
    const { length } = view.text;
    const found = finders[edge](view, run).filter(({ start, end }) => end > start || start < length);
    return { places: [...found, { start: length, end: length }], stopped: null };
  };

const byExpression =
  (expression: RegExp) =>
  ({ text }: View): Range[] =>
    [...text.matchAll(expression)].map(({ index, 0: all }) => ({ start: index, end: index + all.length }));

const finders: Readonly<Record<Edge, (view: View, run: RuleRun) => Range[]>> = {
  'line end': byExpression(/\n/g),
  'blank line': byExpression(/\n(?:[^\S\n]*\n)+/g),
  space: byExpression(/\s+/g),
  ruling: byExpression(/^[^\S\n]*([-_=*~·–—])(?:[^\S\n]?\1){2,}[^\S\n]*$/gm),
  heading: ({ text }, { facts }) =>
    normalise(text, facts.limits.templateLines)
      .filter(({ kind }) => kind === 'heading' || kind === 'label only')
      .map(({ start, end }) => ({ start, end })),
  'end of segment': (view, { scene }) =>
    scene.form.segments.flatMap(({ start, end }) => {
      const range = fromOrigin(view, { start: Math.max(start, end - 1), end });
      return range ? [{ start: range.end, end: range.end }] : [];
    }),
  end: () => [],
};

/** The one that is meant of all places; null where there are too few. */
export function meantOf(places: readonly Range[], which: Where['take']): Range | null {
  const at =
    which === 'first' ? 0 : which === 'last' ? places.length - 1 : which > 0 ? which - 1 : places.length + which;
  return places[at] ?? null;
}

/** The line that holds a place. */
export const lineWith = (text: string, { start, end }: Range): Range => ({
  start: text.lastIndexOf('\n', start - 1) + 1,
  end: text.indexOf('\n', Math.max(start, end - 1)) < 0 ? text.length : text.indexOf('\n', Math.max(start, end - 1)),
});
