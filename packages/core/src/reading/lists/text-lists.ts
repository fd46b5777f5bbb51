import { linesOf } from '../lines.js';
import type { Range } from '../reading.js';
import { bulletMarks, labelOf, makeOf, numberedLabel, tickMarks, wordsOf } from './label.js';
import { type FoundList, type ItemLine, listOf } from './list.js';

/** A line that is not blank: how deep it is indented, its bullet if it begins with one, and whether something parts it from the one above. */
interface TextLine extends Range {
  indent: number;
  /** The kind of bullet: the mark itself, `1` for a number, `✓` for a tick or a cross: they are ticked off in one list. */
  bullet: string | null;
  /** Where its words begin, behind quote marks, blanks and bullet. */
  words: number;
  parted: boolean;
}

const beginning = new RegExp(
  `^((?:\\s{0,3}>)* ?)(\\s*)(?:([${bulletMarks}])\\s+|(\\d{1,3}(?=[.)])|[a-z](?=[.)])|(?:n[or°º]\\.? ?|[(#[])\\d{1,3})[.):\\]]{0,2}\\s+)?`,
  'i',
);
const ticks = new RegExp(`[${tickMarks}]`);
const isRuling = (words: string) => /^[\s>|+:=_–—*.~#-]+$/.test(words) && words.replace(/[\s>]/g, '').length >= 3;

/** The lists of a text by its bullets or numbers: each item goes on over the lines below that are indented deeper than its bullet. */
export function bulletLists(text: string): FoundList[] {
  const lines = linesBetween(text);
  const found: FoundList[] = [];
  for (let at = 0; at < lines.length; at++) {
    const { bullet, indent } = lines[at] as TextLine;
    if (bullet === null) continue;
    const { items, next } = itemsFrom(text, lines, at, bullet, indent);
    const list = listOf(
      'bullets',
      items.map((item) => linesOfItem(text, item)),
    );
    if (!list) continue;
    found.push(list);
    at = next - 1;
  }
  return found;
}

/** Blocks and lines that are alike are a list from so many on: two of a kind stand in many a letter. */
const minAlike = 3;

/**
 * Lists that nothing but the make of their lines tells: blocks that blank lines or rulings part, lines with others indented below
 * them, and lines that are all of one make.
 */
export function plainLists(text: string): FoundList[] {
  const lines = linesBetween(text);
  const blocks: TextLine[][] = [];
  for (const line of lines) {
    if (line.parted || blocks.length === 0) blocks.push([line]);
    else blocks.at(-1)?.push(line);
  }
  const outlines = blocks.map((block) => outlined(text, block)).filter((items) => items.length >= 2);
  return [
    ...runsOf(
      blocks,
      (block) => block.length > 1 && madeOf(text, block).length > 1,
      (run) => areTwins(text, run),
    ).map((run) => ['blocks', run] as const),
    ...outlines.map((items) => ['blocks', items] as const),
    ...blocks.map((block) => ['lines', alikeLines(text, block)] as const),
  ].flatMap(
    ([kind, items]) =>
      listOf(
        kind,
        items.map((item) => plainLines(text, item)),
      ) ?? [],
  );
}

/** The lines at the margin of a block, each with those that are indented below it, where all have some. */
function outlined(text: string, block: readonly TextLine[]): TextLine[][] {
  const items = atMargin(text, block);
  return items.every(({ length }) => length > 1) ? items : [];
}

function atMargin(text: string, block: readonly TextLine[]): TextLine[][] {
  // Figures that end in one column begin the more to the right the shorter they are.
  const edges = new Set(block.map(({ indent, words, end }) => edgeOf(indent, text.slice(words, end))));
  if (edges.size === 1 && !edges.has(null)) return block.map((line) => [line]);
  const margin = Math.min(...block.map(({ indent }) => indent));
  const items: TextLine[][] = [];
  for (const line of block) {
    if (line.indent === margin) items.push([line]);
    else items.at(-1)?.push(line);
  }
  return items;
}

/** The column in which a figure ends that a line begins with; null where it begins with none. */
function edgeOf(indent: number, words: string): number | null {
  const [figure] = /^\d[\d.,]*(?= )/.exec(words) ?? [];
  return figure === undefined ? null : indent + figure.length;
}

/** Lines with figures that two blocks have in common, line by line, by which they are two of a kind. */
const minTwinned = 2;

/** Whether two blocks are of as many lines, and these of the same makes one by one, two of them with figures. */
function areTwins(text: string, [one, other, ...more]: readonly TextLine[][]): boolean {
  if (!one || !other || more.length > 0 || one.length !== other.length || one.length <= minTwinned) return false;
  const make = ({ words, end }: TextLine) => makeOf(text.slice(words, end));
  const isLabelled = ({ words, end }: TextLine) => labelOf(text.slice(words, end)) !== null;
  const same = one.filter((line, i) => make(line) === make(other[i] as TextLine));
  return (
    same.length >= one.length - 1 &&
    same.filter((line) => make(line).includes('9')).length >= minTwinned &&
    ![...one, ...other].some(isLabelled)
  );
}

/** Stretches of blocks that may be items, as long as they are; `areTwo` tells which two are enough. */
function runsOf(
  blocks: readonly TextLine[][],
  mayBe: (block: readonly TextLine[]) => boolean,
  areTwo: (run: readonly TextLine[][]) => boolean,
): TextLine[][][] {
  const runs: TextLine[][][] = [[]];
  for (const block of blocks) {
    if (mayBe(block)) runs.at(-1)?.push(block);
    else runs.push([]);
  }
  return runs.filter((run) => run.length >= minAlike || areTwo(run));
}

/** The share of the lines of a block that are of one make, where all of them are items: a figure in a name makes another. */
const sameMake = 0.6;

/** The lines below a heading of mere words that stands right above lines with figures in them. */
function withoutHeading(text: string, lines: readonly TextLine[]): readonly TextLine[] {
  const [first, second] = lines.map(({ words, end }) => makeOf(text.slice(words, end)));
  return lines.length > minAlike && first === 'a' && second?.includes('9') ? lines.slice(1) : lines;
}

/** A block most of whose lines are of one make, with a figure or a mark in it: words alone are prose. What is indented below a line is of its item. */
function alikeLines(text: string, all: readonly TextLine[]): TextLine[][] {
  const items = atMargin(text, withoutHeading(text, all));
  const block = items.flatMap(([first]) => first ?? []);
  const makes = new Map<string, number>();
  for (const { words, end } of block) {
    const make = makeOf(text.slice(words, end));
    if (make.length > 1) makes.set(make, (makes.get(make) ?? 0) + 1);
  }
  const most = Math.max(0, ...makes.values());
  // Lines that each begin with a label of their own are a form.
  const labels = new Set(block.flatMap(({ words, end }) => formLabelOf(text.slice(words, end)) ?? []));
  if (labels.size > sameMake * block.length) return [];
  // A number of its own at the beginning of each line tells even two.
  const numbered = new Set(block.map(({ words, end }) => numberedLabel(labelOf(text.slice(words, end)) ?? '')));
  const least = numbered.size === 1 && !numbered.has(null) ? 2 : minAlike;
  const isAlike = most >= sameMake * block.length || shareWords(block.map(({ words, end }) => text.slice(words, end)));
  const isList = block.length >= least && isAlike && block.every(({ bullet }) => bullet === null);
  return isList ? items : [];
}

/** Words that lines of one sentence have in common, each with a figure of its own. */
const minShared = 3;

/** Whether lines are one sentence with other names and figures in it: `At 14:05 Crane 1 stopped with E12 for 3 minutes.` */
function shareWords(lines: readonly string[]): boolean {
  if (lines.some(({ length }) => length > longestAlike) || lines.length > maxAlike) return false;
  const words = lines.map((line) => line.split(/[\s,;:().]+/).filter((word) => /^\p{L}+$/u.test(word)));
  const [first = [], ...others] = words;
  const shared = [...new Set(first)].filter(
    (word) => /^\p{Ll}{3,}$/u.test(word) && others.every((own) => own.includes(word)),
  );
  return others.length > 0 && shared.length >= minShared && lines.every((line) => /\d/.test(line));
}

const longestAlike = 200;
/** A list of more such lines is told by their make. */
const maxAlike = 1000;

/** The label of a line of a form: as of any line, or before dots. Those of numbers of one kind are as one, and so are days. */
function formLabelOf(line: string): string | null {
  // How many of what is no label.
  if (/^\d+ ?[x×] /i.test(line)) return null;
  const label = labelOf(line) ?? /^(\p{L}[^\d.…]*?)\s*[.…]{3}/u.exec(line)?.[1] ?? null;
  return label && (/\d[./-]\d/.test(label) ? '9' : (numberedLabel(label) ?? label));
}

const madeOf = (text: string, block: readonly TextLine[]) => [
  ...new Set(block.map(({ words, end }) => makeOf(text.slice(words, end)))),
];

const plainLines = (text: string, lines: readonly TextLine[]): ItemLine[] =>
  lines.map(({ start, end, words }, i) => {
    const said = text.slice(words, end);
    return { start, end, look: i === 0 ? 'first' : makeOf(said), label: labelOf(said), words: wordsOf(said) };
  });

function linesBetween(text: string): TextLine[] {
  const lines: TextLine[] = [];
  let parted = false;
  for (const { start, end } of linesOf(text)) {
    const line = text.slice(start, end);
    const [all = '', , blanks = '', mark, number] = beginning.exec(line) ?? [];
    const words = line.slice(all.length);
    if (line.trim() === '' || isRuling(line)) {
      parted = true;
      continue;
    }
    const bullet = words === '' ? null : mark ? mark.replace(ticks, '✓') : number ? '1' : null;
    lines.push({ start, end, indent: blanks.length, bullet, words: start + all.length, parted });
    parted = false;
  }
  return lines;
}

/** Lines between two items that are none, such as an advert, after which the list goes on. */
const maxStrangers = 3;
/** Of more than a heading, what comes below is of the same list only where it is made like one of the items above. */
const mereHeading = 1;

/** Items from a bullet on: those with the same one at the same depth, with what is indented below them. */
function itemsFrom(text: string, lines: readonly TextLine[], from: number, bullet: string, indent: number) {
  const items: TextLine[][] = [];
  const begins = (line: TextLine | undefined) => line?.bullet === bullet && line.indent === indent;
  const makeOfLine = ({ words, end }: TextLine) => makeOf(text.slice(words, end));
  const makes = new Set<string>();
  let made = 0;
  /** Each item is asked for its make once, and only where something else stands below. */
  const isLikeOne = (line: TextLine) => {
    for (; made < items.length; made++) makes.add(makeOfLine(items[made]?.[0] as TextLine));
    return makes.has(makeOfLine(line));
  };
  let next = from;
  while (next < lines.length) {
    const line = lines[next] as TextLine;
    if (begins(line)) items.push([line]);
    else if (line.indent > indent) items.at(-1)?.push(line);
    else {
      const again = lines.slice(next, next + maxStrangers + 1).findIndex((one) => one.parted && begins(one));
      if (!line.parted || again < 0) break;
      if (again > mereHeading && !isLikeOne(lines[next + again] as TextLine)) break;
      next += again;
      continue;
    }
    next++;
  }
  return { items, next };
}

/** The lines of an item; one that is indented deeper than a labelled one above goes on with it. The first is looked at behind its bullet. */
function linesOfItem(text: string, lines: readonly TextLine[]): ItemLine[] {
  const made: (ItemLine & { indent: number })[] = [];
  for (const [i, { start, end, words, indent, parted }] of lines.entries()) {
    const label = i === 0 ? null : labelOf(text.slice(words, end));
    const above = made.at(-1);
    if (above?.label && label === null && indent > above.indent && !parted) above.end = end;
    else
      made.push({
        start,
        end,
        look: i === 0 ? 'first' : 'line',
        label,
        words: wordsOf(text.slice(words, end)),
        indent,
      });
  }
  return made;
}
