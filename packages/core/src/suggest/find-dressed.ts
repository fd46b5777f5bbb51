import { linesOf, type Range } from '../reading/index.js';
import type { ReadContext } from '../values/index.js';
import { guessType } from './guess-type.js';
import { type Marked, ofBlock } from './marked.js';

/** Lines that are looked at. */
const maxLines = 600;
/** Labels of pairs are few words without figures. */
const longestLabel = 4;
/** A line that is but two stretches is a label and its value where others are made like it. */
const minLines = 2;
const minAlike = 3;

/**
 * Labels that only their dress keeps apart from their values, with no mark between: `Object no. OB-4711`, the one grey or the other
 * bold. `stretches`: what the markup sets apart, in the order of the text; `looks`: how whole lines are dressed, by where they begin.
 */
export function findDressed(text: string, stretches: readonly Range[], looks: ReadonlyMap<number, string>): Marked[] {
  const all = linesOf(text)
    .slice(0, maxLines)
    .flatMap((line): (Marked & { sure: boolean })[] => {
      const words = text.slice(line.start, line.end);
      // In the last cell of a row a label may stand before its value, as on a line of its own.
      const cell = line.start + words.lastIndexOf('\t') + 1;
      const own = stretches.filter(({ start, end }) => start >= cell && end <= line.end);
      const [first] = own;
      if (!first || (cell > line.start && first.start !== cell)) return [];
      const begin = cell + (/^\s*/.exec(text.slice(cell, line.end))?.[0].length ?? 0);
      const end = line.start + words.trimEnd().length;
      const leads = first.start === begin;
      const value = leads ? first.end : first.start;
      // Where the value is dressed, it is the only thing that is.
      if (!leads && (own.length > 1 || first.end < end)) return [];
      const label = text.slice(begin, value).trim();
      const start = value + (/^\s*/.exec(text.slice(value, end))?.[0].length ?? 0);
      const sure = !goesOn(text.slice(start, end));
      // A few small words may be an answer, where other lines are made like it.
      const isAnswer = leads && own.length === 1 && /^\p{Ll}[^.!?]*$/u.test(text.slice(start, end));
      return start < end && isLabel(label) && (sure || isAnswer) ? [{ label, start, end, by: 'label', sure }] : [];
    });
  const below = aloneIn(text, stretches, looks, all);
  const isSure = all.filter(({ sure }) => sure).length + below.length >= minAlike;
  const found = all.flatMap(({ sure, ...mark }): Marked[] => (sure || isSure ? [mark] : []));
  const labels = new Set(found.map(({ label }) => label));
  if (labels.size < minLines) return [];
  return labels.size + below.length >= minAlike ? [...found, ...below] : found;
}

/** A label of the same dress that has its line to itself: its value are the lines below, down to a blank one or another label. */
function aloneIn(
  text: string,
  stretches: readonly Range[],
  looks: ReadonlyMap<number, string>,
  known: readonly Marked[],
): Marked[] {
  const begins = new Set(stretches.map(({ start }) => start));
  const lines = linesOf(text)
    .slice(0, maxLines)
    .map((line) => {
      const words = text.slice(line.start, line.end);
      const start = line.start + (words.length - words.trimStart().length);
      const look = looks.get(line.start) ?? '';
      return {
        start,
        end: line.start + words.trimEnd().length,
        isDressed: look !== '' || begins.has(start),
        isAlone: look !== '' && !look.includes('>a.'),
      };
    });
  return lines.flatMap(({ start, end, isAlone }, at): Marked[] => {
    const label = text.slice(start, end);
    const isFree = isAlone && isLabel(label) && !known.some((one) => one.start < end && one.end > start);
    let to = at + 1;
    while (lines[to] && !lines[to]?.isDressed && wordsAt(text, lines[to]) !== '') to++;
    const [first, last] = [lines[at + 1], lines[to - 1]];
    return isFree && first && last && to > at + 1 ? [{ label, start: first.start, end: last.end, by: 'label' }] : [];
  });
}

const isLabel = (words: string) =>
  /^\p{Lu}/u.test(words) && /^[^\d.!?:,;@]+\.?$/.test(words) && words.split(/\s+/).length <= longestLabel;

/** What goes on in small letters is the rest of a sentence. */
const goesOn = (words: string) => /^[\p{Ll}.,;:)!?][^@]*\s/u.test(words) || !/[\p{L}\p{N}]/u.test(words);

/** Lines of one dress are labels where there are so many, and what stands below them is of more than one kind. */
const minTitles = 3;
const longestTitle = 16;

/**
 * Labels that have lines of their own and a dress that no value has, each above its value. `dress`: how whole lines are dressed, by
 * where they begin.
 */
export function findDressedTitles(text: string, dress: ReadonlyMap<number, string>, context: ReadContext): Marked[] {
  const lines = linesOf(text)
    .slice(0, maxLines)
    .map((line) => ({ ...line, look: dress.get(line.start) ?? '' }));
  const looks = new Set(lines.map(({ look }) => look).filter((look) => look !== ''));
  for (const look of looks) {
    const titles = [...lines.keys()].filter((at) => lines[at]?.look === look);
    const said = new Set(titles.map((at) => wordsAt(text, lines[at])));
    // A heading of an address tells by itself that those of its look head values.
    const isTold = said.size > 1 && [...said].some((words) => ofBlock.test(words));
    if (said.size < titles.length || ![...said].every(isTitle) || !(isTold || said.size >= minTitles)) continue;
    const marked = titles.flatMap((at) => valueBelow(text, lines, at, look) ?? []);
    const isValue = ({ start, end }: Marked) => !/\t|[.!?]$/.test(text.slice(start, end));
    if (isTold && marked.length === titles.length && marked.every(isValue)) return marked;
    const kinds = new Set(
      marked.map(({ label, start, end }) => guessType(label, [text.slice(start, end)], context).type),
    );
    if (marked.length === titles.length && kinds.size > 1) return marked;
  }
  return [];
}

/** The look of labels that are known tells others: lines with the same, each above its value. `looks`: of lines, by where they begin. */
export function findMoreOfLook(text: string, known: readonly Marked[], looks: ReadonlyMap<number, string>): Marked[] {
  const lines = linesOf(text)
    .slice(0, maxLines)
    .map((line) => ({ ...line, look: looks.get(line.start) ?? '' }));
  const labels = known.map(({ label, start }) =>
    lines.findLast((line) => line.start < start && wordsAt(text, line) === label),
  );
  const [look, ...others] = new Set(labels.map((line) => line?.look ?? ''));
  if (labels.length < minTitles || !look || others.length > 0) return [];
  return [...lines.keys()]
    .filter((at) => lines[at]?.look === look && !labels.includes(lines[at]) && isTitle(wordsAt(text, lines[at])))
    .flatMap((at) => valueBelow(text, lines, at, look) ?? []);
}

const wordsAt = (text: string, line: Range | undefined) => (line ? text.slice(line.start, line.end).trim() : '');

const isTitle = (words: string) =>
  /^\p{L}[^\d.!;@]*$/u.test(words) && words.split(/\s+/).length <= (words.endsWith('?') ? longestTitle : longestLabel);

/** The lines below a title: down to a blank one, or the next title. */
function valueBelow(
  text: string,
  lines: readonly (Range & { look: string })[],
  at: number,
  look: string,
): Marked | null {
  // A paragraph may stand apart from its title.
  const from = wordsAt(text, lines[at + 1]) === '' ? at + 2 : at + 1;
  let to = from;
  while (lines[to] && lines[to]?.look !== look && wordsAt(text, lines[to]) !== '') to++;
  const [title, first, last] = [lines[at], lines[from], lines[to - 1]];
  if (!title || !first || !last || to === from) return null;
  const start = first.start + (/^\s*/.exec(text.slice(first.start, first.end))?.[0].length ?? 0);
  return {
    label: wordsAt(text, title).replace(/\s*:$/, ''),
    start,
    end: last.start + text.slice(last.start, last.end).trimEnd().length,
    by: 'label',
  };
}

/** Letters that large are meant to be seen first, in points of the screen. */
const large = 20;
const code = /^(?:(?!(?:19|20)\d\d$)(?=.*\d)[\p{Lu}\d][\p{Lu}\d#*-]{3,11}|\d{2,4}(?: \d{2,4}){1,3})$/u;

/** `8/10`: of so many. */
const rated = /^(\d{1,3}(?:[.,]\d)?) ?\/ ?(?:5|10|100)$/;

/** A code that stands by itself in large letters, where there is but one: what one is to type, or to show. What is set apart in the line above, by which it is found, is to be ignored. */
export function findShownLarge(
  text: string,
  stretches: readonly Range[],
  boxes: ReadonlyMap<number, string>,
): Marked[] {
  const found = linesOf(text).flatMap((line): Marked[] => {
    const look = boxes.get(line.start) ?? '';
    const words = text.slice(line.start, line.end).trim();
    const isLarge = Number(/font-size:(\d+)px/.exec(look)?.[1] ?? 0) >= large || look.includes('letter-spacing');
    const start = text.indexOf(words, line.start);
    if (!isLarge) return [];
    const [, score = ''] = rated.exec(words) ?? [];
    if (score !== '') return [{ label: 'score', start, end: start + score.length, by: 'sentence' }];
    return code.test(words) ? [{ label: 'code', start, end: start + words.length, by: 'sentence' }] : [];
  });
  const [only] = found;
  if (!only || found.length > 1) return [];
  const above = linesOf(text).findLast(
    (line) => line.end < only.start && text.slice(line.start, line.end).trim() !== '',
  );
  const beside = stretches.filter((one) => above && one.start >= above.start && one.end <= above.end);
  return [...beside.map(({ start, end }): Marked => ({ label: '', start, end, by: 'sentence' })), only];
}
