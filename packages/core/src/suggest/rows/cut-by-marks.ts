import type { Range } from '../../reading/index.js';
import { isFree, ownTypes, type ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import type { AlikePart } from './alike-part.js';

/** What parts the values of a line, the most telling first. */
const separators = ['\t', ' | ', '|', ';', ' · ', ' × ', ' x ', ' → ', ' — ', '; ', ', ', ' – ', ' - ', ' / ', ': '];
/** Of these, the ones that part mere words too, where all values have them as often: a comma stands in many a title, a colon behind a label. */
const isSure = (mark: string, isPart: boolean) => !/[,;]/.test(mark) && (isPart || mark !== ': ');
/** Values with the same mark as often, of whose parts one at least is no mere text. More marks than elsewhere are the first part's own. */
export function cutByMarks(
  values: readonly (string | null)[],
  context: ReadContext,
  isPart: boolean,
): AlikePart[] | null {
  const bracketed = cutAtBrackets(values, context);
  if (bracketed) return bracketed;
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
      return { type: guessType('', said, context).type, label: null, ranges: own };
    });
    if (
      parts.some(({ type }) => !isFree({ type })) ||
      (isSure(mark, isPart) && isCutAlike(cut) && !isOfPairs(parts, values, context))
    )
      return parts;
  }
  return null;
}

/** `handover (2 h)`, `survey (4 h)`: what stands in brackets at the end of all values, and is not the same in all. */
function cutAtBrackets(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const split = values.map((value) => (value === null ? null : /^(.*\S)(\s?\()([^()]+)\)$/u.exec(value)));
  if (values.some((value, i) => value !== null && !split[i])) return null;
  const said = split.flatMap((one) => (one ? [one[3] ?? ''] : []));
  if (said.length < 2 || new Set(said).size < 2) return null;
  const ranges = split.map((one) => {
    const [, before = '', between = '', inner = ''] = one ?? [];
    const start = before.length + between.length;
    return (
      one && [
        { start: 0, end: before.length },
        { start, end: start + inner.length },
      ]
    );
  });
  return [
    { type: ownTypes.words, label: null, ranges: ranges.map((one) => one?.[0] ?? null) },
    { type: guessType('', said, context).type, label: null, ranges: ranges.map((one) => one?.[1] ?? null) },
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
