import type { Range } from '../../reading/index.js';
import { folded } from '../../rules/template/text/words.js';
import { ownTypes, type ReadContext } from '../../values/index.js';
import { unitNamed } from '../../values/units.js';
import { readsAs, telling } from '../looks.js';
import { type AlikePart, most } from './alike-part.js';

/**
 * Values that hold the same kinds in the same order, with the same words between; words that all of them have are none of theirs.
 * `touching`: for a person who says that a value is two, also with nothing between them.
 */
export const cutByLooks = (
  values: readonly (string | null)[],
  context: ReadContext,
  touching = false,
): AlikePart[] | null =>
  // The last word before a value is one between (`Hacke à 26,40 EUR`) where all have it, and else a part of a name (`Bilge pump`).
  cutByPieces(
    values,
    values.map((value) => value && pieces(value, context, touching, true)),
    touching,
  ) ??
  cutByPieces(
    values,
    values.map((value) => value && pieces(value, context, touching, false)),
    touching,
  );

/** What stands between values, with one sign for all of its family: `✓ paid`, `✗ not paid`. */
const signsOf = (glue: string): string => Array.from(glue, (sign) => folded(sign)).join('');

function cutByPieces(
  values: readonly (string | null)[],
  pieced: readonly (Piece[] | '' | null)[],
  touching: boolean,
): AlikePart[] | null {
  const cut = pieced.map((all) => all || null);
  const shapes = cut.map(
    (all) =>
      all?.map(({ type, glue }) => (type ? `[${type}]` : glue === null ? '*' : signsOf(glue))).join('\n') ?? null,
  );
  const told = [...new Set(shapes)].flatMap((one) => (one?.includes('[') ? [one] : []));
  // What only some of them say comes last: `Offered on 3 May`, `Offered on 3 May by Ebba`.
  const isLike = (one: string | null, shape: string) =>
    one === shape || (one?.includes('[') && shape.startsWith(`${one}\n`));
  const times = (shape: string) => shapes.filter((one) => isLike(one, shape)).length;
  const shape = told.reduce<string | null>(
    (best, one) => (best !== null && times(best) >= times(one) ? best : one),
    null,
  );
  if (shape === null || times(shape) < most * values.filter((value) => value !== null).length) return null;
  const alike = cut.map((all, i) => (isLike(shapes[i] ?? null, shape) ? all : null));
  const first = alike.reduce<Piece[]>((longest, all) => (all && all.length > longest.length ? all : longest), []);
  const saidAt = (at: number) =>
    new Set(alike.flatMap((all, i) => (all?.[at] ? [values[i]?.slice(all[at].range.start, all[at].range.end)] : [])));
  const isValue = first.map(({ type, glue }, at) => type !== null || (glue === null && saidAt(at).size > 1));
  // Two values need a mark or a word between them to be told apart again; or a blank, where one has a type.
  const touches = (at: number) => {
    const [before, here] = [first[at - 1], first[at]];
    if (!isValue[at - 1] || !before || !here) return false;
    return before.range.end === here.range.start || (before.type === null && here.type === null);
  };
  if (!touching && isValue.some((value, at) => value && touches(at))) return null;
  const from = values[alike.indexOf(first)] ?? '';
  return first.flatMap(({ type }, at): AlikePart[] => {
    if (!isValue[at]) return [];
    const last = isValue.lastIndexOf(true, at - 1);
    const [begin, end] = [first[at > 0 ? last + 1 : 0], first[at - 1]];
    const words = at > last + 1 && begin && end ? from.slice(begin.range.start, end.range.end) : '';
    const label = words.replace(/[^\p{L}\p{N} ]+/gu, ' ').trim();
    const ranges = alike.map((all) => all?.[at]?.range ?? null);
    return [{ type: type ?? ownTypes.words, label: naming.test(label) ? label : null, ranges }];
  });
}

/** Words before a value that may name it: a small one tells little, but for these. */
const naming = /\p{L}{3}|^(?:by|to)$/u;

interface Piece {
  /** Null for words between. */
  type: string | null;
  /** Marks and single words between values; null for words that are a value themselves. */
  glue: string | null;
  range: Range;
}

/** How long a small word before a name is, with the blank behind it. */
const wordBefore = (words: string): number => /^\p{Ll}{1,5} (?=\D+$)/u.exec(words)?.[0].length ?? 0;

/** How long what stands in brackets at the beginning is, where more follows: `(7.5 h) mowing`. */
const closedIn = (words: string): number =>
  /^[^\p{L}\p{N}]*\([^()]+(?=\)\s+[\p{L}\p{N}])/u.exec(words)?.[0].length ?? 0;

/** How long a small word behind a name is, with the mark before it: `Mend the gate – due`; none that a figure counts, and no unit. */
function wordBehind(words: string): number {
  const at = words.lastIndexOf(' ');
  const word = words.slice(at + 1);
  let end = at;
  while (end > 0 && /[\p{P}\s]/u.test(words[end - 1] as string)) end--;
  const name = words.slice(0, Math.max(0, end));
  const isSmall = /^\p{Ll}{1,5}$/u.test(word) && unitNamed(word) === null;
  return isSmall && /\p{L}/u.test(name) && !/\d$/.test(name) ? words.length - end : 0;
}

/** A value as what is told by its looks, and what stands between. `parts`: nothing that is all of it. */
function pieces(value: string, context: ReadContext, parts: boolean, withWords: boolean): Piece[] {
  const found: { type: string; start: number; end: number }[] = [];
  for (const { type, like, begin } of telling)
    for (const match of value.matchAll(like)) {
      const [start, end] = [begin?.(value, match.index) ?? match.index, match.index + match[0].length];
      if (parts && end - start === value.length) continue;
      if (readsAs(match[0], type, context) && found.every((one) => one.end <= start || one.start >= end))
        found.push({ type, start, end });
    }
  found.sort((a, b) => a.start - b.start);
  const all: Piece[] = [];
  let at = 0;
  const marks = (from: number, to: number) => {
    const glue = value.slice(from, to);
    if (glue.trim() !== '') all.push({ type: null, glue, range: { start: from, end: to } });
  };
  const between = (to: number) => {
    const words = value.slice(at, to);
    if (words === '') return;
    // What stands in brackets is one, and what follows another.
    const closed = closedIn(words);
    if (closed > 0) {
      between(at + closed);
      at += closed;
      between(to);
      return;
    }
    const own = /^([\p{P}\p{S}\s]*)(.*?)([\p{P}\p{S}\s]*)$/su.exec(words);
    // A bracket that closes one within is no mark around it.
    const closing = /\([^()]*$/.test(own?.[2] ?? '') && own?.[3]?.startsWith(')') ? ')' : '';
    const inner = (own?.[2] ?? '') + closing;
    // One short word is a word between (`from`, `to`, `until`), also beside a name (`by Ebba Holm`); more are a value.
    // Behind a sign at the end they are one: `✓ paid` here, and `✗ not paid` there.
    const isLast = to === value.length && /[^\s\p{P}]/u.test(own?.[1] ?? '');
    if (inner === '' || (!isLast && /^\p{Ll}{1,5}$/u.test(inner))) {
      all.push({ type: null, glue: words, range: { start: at, end: to } });
      return;
    }
    const [from, until] = [at + (own?.[1] ?? '').length, to - (own?.[3] ?? '').length + closing.length];
    const before = at > 0 && (withWords || !isLast) ? wordBefore(inner) : 0;
    const behind = withWords && to < value.length ? wordBehind(inner.slice(before)) : 0;
    marks(at, from + before);
    all.push({ type: null, glue: null, range: { start: from + before, end: until - behind } });
    marks(until - behind, to);
  };
  for (const { type, start, end } of found) {
    between(start);
    all.push({ type, glue: null, range: { start, end } });
    at = end;
  }
  between(value.length);
  return all;
}
