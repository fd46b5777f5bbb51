import type { Range } from '../../reading/index.js';
import { isFree, ownTypes, type ReadContext, readValue } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import { telling } from '../looks.js';

/** What values at one spot have in common as one part of them: its type, and its range in each; null where a value lacks it. */
export interface AlikePart {
  type: string;
  ranges: (Range | null)[];
}

/** What parts the values of a line, the most telling first. */
const separators = ['\t', ' | ', ' · ', '; ', ', ', ' – ', ' - '];
/** The share of the values that have to be cut alike. */
const most = 0.8;

/** Cuts the values of a spot where all of them can be cut alike: at what is told by its looks, else at the same marks; else not. */
export function cutAlike(values: readonly (string | null)[], context: ReadContext): AlikePart[] {
  const there = values.filter((value) => value !== null);
  const whole = guessType('', there, context).type;
  const one = [
    { type: whole, ranges: values.map((value) => (value !== null ? { start: 0, end: value.length } : null)) },
  ];
  const byLooks = cutByLooks(values, context);
  // A day and a time are one; a day with two times is no value.
  if (!isFree({ type: whole }) && (byLooks?.length ?? 0) <= 2) return one;
  return byLooks ?? cutByMarks(values, context) ?? one;
}

/** Values that hold the same kinds in the same order, with the same words between. */
function cutByLooks(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const cut = values.map((value) => (value === null ? null : pieces(value, context)));
  const shapes = cut.map(
    (all) => all?.map(({ type, glue }) => (type ? `[${type}]` : (glue ?? '*'))).join('\n') ?? null,
  );
  const shape = shapes.find((one) => one?.includes('['));
  const same = shapes.filter((one) => one === shape).length;
  if (!shape || same < most * values.filter((value) => value !== null).length) return null;
  const [first] = cut.filter((_, i) => shapes[i] === shape);
  return (first ?? []).flatMap(({ type, glue }, at): AlikePart[] => {
    if (type === null && glue !== null) return [];
    return [
      {
        type: type ?? ownTypes.words,
        ranges: cut.map((all, i) => (shapes[i] === shape ? (all?.[at]?.range ?? null) : null)),
      },
    ];
  });
}

interface Piece {
  /** Null for words between. */
  type: string | null;
  /** Marks and single words between values; null for words that are a value themselves. */
  glue: string | null;
  range: Range;
}

/** A value as what is told by its looks, and what stands between. */
function pieces(value: string, context: ReadContext): Piece[] {
  const found: { type: string; start: number; end: number }[] = [];
  for (const { type, like, begin } of telling)
    for (const match of value.matchAll(like)) {
      const [start, end] = [begin?.(value, match.index) ?? match.index, match.index + match[0].length];
      if (readValue(match[0], { type }, context).ok && found.every((one) => one.end <= start || one.start >= end))
        found.push({ type, start, end });
    }
  found.sort((a, b) => a.start - b.start);
  const all: Piece[] = [];
  let at = 0;
  const between = (to: number) => {
    const words = value.slice(at, to);
    if (words === '') return;
    const own = /^([\p{P}\p{S}\s]*)(.*?)([\p{P}\p{S}\s]*)$/su.exec(words);
    const inner = own?.[2] ?? '';
    // One short word is a word between (`from`, `to`, `until`); more are a value.
    if (inner === '' || /^\p{Ll}{1,5}$/u.test(inner))
      all.push({ type: null, glue: words, range: { start: at, end: to } });
    else {
      const start = at + (own?.[1] ?? '').length;
      all.push({ type: null, glue: null, range: { start, end: start + inner.length } });
    }
  };
  for (const { type, start, end } of found) {
    between(start);
    all.push({ type, glue: null, range: { start, end } });
    at = end;
  }
  between(value.length);
  return all;
}

/** Values with the same mark as often, of whose parts one at least is no mere text. More marks than elsewhere are the first part's own. */
function cutByMarks(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  for (const mark of separators) {
    const cut = values.map((value) => (value === null ? null : between(value, mark)));
    const count = Math.min(...cut.flatMap((cells) => cells?.length ?? []));
    if (count < 2 || !Number.isFinite(count)) continue;
    const ranges = cut.map(
      (cells) =>
        cells && [{ start: 0, end: cells[cells.length - count]?.end ?? 0 }, ...cells.slice(cells.length - count + 1)],
    );
    const parts = [...Array(count).keys()].map((at): AlikePart => {
      const own = ranges.map((row) => row?.[at] ?? null);
      const said = own.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
      return { type: guessType('', said, context).type, ranges: own };
    });
    if (parts.some(({ type }) => !isFree({ type }))) return parts;
  }
  return null;
}

function between(value: string, mark: string): Range[] {
  const cells: Range[] = [];
  let at = 0;
  for (const part of value.split(mark)) {
    const from = at + (part.length - part.trimStart().length);
    cells.push({ start: from, end: at + part.trimEnd().length });
    at += part.length + mark.length;
  }
  return cells;
}
