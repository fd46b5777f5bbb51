import type { Range } from '../../reading/index.js';
import { isFree, ownTypes, type ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import { type AlikePart, areCodes, areTelling } from './alike-part.js';

/** What parts the values of a line, the most telling first. */
const leader = /\s*[._…]{3,}\s*/g;
/** A gap as wide as those between columns. */
const gap = / {3,}/g;
const separators = [
  leader,
  '\t',
  gap,
  ' | ',
  '|',
  ';',
  ' · ',
  ' × ',
  ' x ',
  ' → ',
  ' — ',
  '; ',
  ', ',
  ' – ',
  ' - ',
  ' / ',
  ': ',
];
/** Of these, the ones that part mere words too, where all values have them as often: a comma stands in many a title, a colon behind a label. */
const isSure = (mark: string | RegExp, isPart: boolean) =>
  typeof mark !== 'string' || (!/[,;]/.test(mark) && (isPart || mark !== ': '));
/** Values with the same mark as often, of whose parts one at least is no mere text. More marks than elsewhere are the first part's own. */
export function cutByMarks(
  values: readonly (string | null)[],
  context: ReadContext,
  isPart: boolean,
): AlikePart[] | null {
  const bracketed = cutAtBrackets(values, context) ?? withRemarks(values, context);
  if (bracketed) return bracketed;
  for (const mark of separators) {
    // A label and its value stand as far apart as often.
    if (mark === gap && !isPart) continue;
    const cut = values.map((value) => (value === null ? null : between(value, mark)));
    const count = Math.min(...cut.flatMap((cells) => cells?.length ?? []));
    if (count < 2 || !Number.isFinite(count)) continue;
    const ranges = cut.map(
      (cells) =>
        cells && [{ start: 0, end: cells[cells.length - count]?.end ?? 0 }, ...cells.slice(cells.length - count + 1)],
    );
    let telling = false;
    const parts = [...Array(count).keys()].map((at): AlikePart => {
      const own = ranges.map((row) => row?.[at] ?? null);
      const said = own.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
      telling ||= areTelling(said, context);
      return { type: guessType('', said, context).type, label: null, ranges: own };
    });
    const sure =
      isSure(mark, isPart) ||
      (isPart && mark === ', ' && isOfTwo(cut, values)) ||
      (mark === ';' && values.every(isTight));
    if (telling || (sure && isCutAlike(cut) && !isOfPairs(parts, values, context))) return parts;
  }
  return null;
}

/** `Tern;Blue Heron`: in no sentence a semicolon touches the words on both sides. */
const isTight = (value: string | null) => value === null || !/\s;|;\s/.test(value);

/** Lines that each have one comma by chance are fewer, and longer. */
const minOfTwo = 3;
const longestOfTwo = 4;

/** `Choir, Club House`: whether each value is two of a few words, with a comma between. */
const isOfTwo = (cut: readonly (readonly Range[] | null)[], values: readonly (string | null)[]): boolean =>
  cut.filter((cells) => cells !== null).length >= minOfTwo &&
  cut.every(
    (cells, i) =>
      !cells ||
      (cells.length === 2 &&
        cells.every(({ start, end }) => (values[i]?.slice(start, end) ?? '').split(/\s+/).length <= longestOfTwo)),
  );

/** `handover (2 h)`, `Ada Quist (Bay Club) 0:45:41`: what stands in brackets in all values, and is not the same in all. */
function cutAtBrackets(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const split = values.map((value) =>
    value === null ? null : /^(.*\S)(\s?\()([^()]+)\)(?:(\s+)(\S.*))?$/u.exec(value),
  );
  if (values.some((value, i) => value !== null && !split[i])) return null;
  const said = split.flatMap((one) => (one ? [one[3] ?? ''] : []));
  if (said.length < 2 || new Set(said).size < 2) return null;
  const rests = split.filter((one) => one?.[5] !== undefined).length;
  if (rests > 0 && rests < said.length) return null;
  const ranges = split.map((one) => {
    const [, before = '', between = '', inner = '', gap = '', rest = ''] = one ?? [];
    const start = before.length + between.length;
    const behind = start + inner.length + 1 + gap.length;
    return (
      one && [
        { start: 0, end: before.length },
        { start, end: start + inner.length },
        { start: behind, end: behind + rest.length },
      ]
    );
  });
  const part = (at: 0 | 1 | 2, typed: boolean): AlikePart => {
    const own = ranges.map((one) => one?.[at] ?? null);
    const words = own.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
    return { type: typed ? guessType('', words, context).type : ownTypes.words, label: null, ranges: own };
  };
  return [part(0, false), part(1, true), ...(rests > 0 ? [part(2, true)] : [])];
}

/** `B133`, `C144 (no nuts)`, `worn (£94.88)`: what stands in brackets behind some of the values, where either tells by itself what it is. */
function withRemarks(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const split = values.map((value) => (value === null ? null : /^(.*?)(?:( \()([^()]+)\))?$/u.exec(value)));
  const said = split.flatMap((one) => one?.[1] ?? []);
  const { type } = guessType('', said, context);
  const inner = split.flatMap((one) => one?.[3] ?? []);
  const remarked = guessType('', inner, context).type;
  const isSum = inner.length > 1 && !isFree({ type: remarked });
  if (inner.length === 0 || said.length < 2 || !(areCodes(said) || !isFree({ type }) || isSum)) return null;
  return [
    { type, label: null, ranges: split.map((one) => one && { start: 0, end: (one[1] ?? '').length }) },
    {
      type: remarked,
      label: isSum ? null : 'remark',
      ranges: split.map((one) => {
        const [, before = '', between = '', inner] = one ?? [];
        const start = before.length + between.length;
        return inner === undefined ? null : { start, end: start + inner.length };
      }),
    },
  ];
}

/** Values of items are of one kind, but for an odd one; those of a form differ. */
const sameKind = 0.75;

/** Whether the two parts of each value are but a label, each another, and what it names: `Charter ref – CH-5521`, `Seats – 33`. */
function isOfPairs(
  [labels, named, ...others]: readonly AlikePart[],
  values: readonly (string | null)[],
  context: ReadContext,
): boolean {
  if (!labels || !named || others.length > 0) return false;
  const at = ({ ranges }: AlikePart) =>
    ranges.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
  const said = at(labels);
  const kinds = at(named).map((value) => guessType('', [value], context).type);
  const usual = Math.max(...kinds.map((kind) => kinds.filter((other) => other === kind).length));
  return (
    said.every((label) => !/\d/.test(label)) && new Set(said).size === said.length && usual < sameKind * kinds.length
  );
}

/** Whether a mark parts all values into as many: `Selwyn Docks – Oststrand`. */
function isCutAlike(cut: readonly (readonly Range[] | null)[]): boolean {
  const counts = cut.flatMap((cells) => (cells ? [cells.length] : []));
  const filled = cut.every((cells) => cells?.every(({ start, end }) => end > start) ?? true);
  return filled && counts.length >= 2 && new Set(counts).size === 1;
}

function between(value: string, mark: string | RegExp): Range[] {
  const cells: Range[] = [];
  const add = (start: number, end: number) => {
    const part = value.slice(start, end);
    cells.push({ start: start + (part.length - part.trimStart().length), end: start + part.trimEnd().length });
  };
  let at = 0;
  for (const { index, length } of placesOf(value, mark)) {
    add(at, index);
    at = index + length;
  }
  add(at, value.length);
  return cells;
}

function placesOf(value: string, mark: string | RegExp): { index: number; length: number }[] {
  if (typeof mark !== 'string') return [...value.matchAll(mark)].map(({ 0: { length }, index }) => ({ index, length }));
  const places: { index: number; length: number }[] = [];
  for (let index = value.indexOf(mark); index >= 0; index = value.indexOf(mark, index + mark.length))
    places.push({ index, length: mark.length });
  return places;
}
