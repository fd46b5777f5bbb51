import { cellIn, type Range } from '../../../reading/index.js';
import { isFree } from '../../../values/index.js';
import type { Candidate, Claims, Landmark, Line, Parts, Slot, SlotSpan, Token, ValuePlace } from '../model.js';
import { enumerationEnd, isDressed, isFiller, isLabelShaped, isSentence, lastOffset } from '../text/lines.js';
import { isWrapped, linesWithin, type Search } from '../text/prepared-text.js';
import { cellsOf, tokenise } from '../text/tokens.js';
import { lineOver, maxBlank } from './line-over.js';
import { waysToPlace } from './place-slots.js';
import { fitOf, spansOf } from './weigh.js';

/** The place of every value of a claimed landmark. A span of no length is a place that is there and empty. */
export function placesOf(candidate: Candidate, claims: Claims, search: Search): ValuePlace[] {
  const { landmark } = candidate;
  const spans = landmark.below ? [below(candidate, landmark, claims, search)] : beside(candidate, claims, search);
  const whole = spans.map((place, i) => withinClaims(place, candidate, claims, search, landmark.slots[i]?.after[0]));
  const under = landmark.under.length === 0 ? [] : linesUnder(candidate, whole.at(-1)?.end ?? 0, claims, search);
  const cut = (place: ValuePlace) =>
    place.slot.parts ? cutInParts(place, place.slot.parts, landmark, search) : [place];
  return [
    ...[...whole, ...under].flatMap(cut),
    ...(landmark.over ? [lineOver(candidate, landmark.over, claims, search)] : []),
  ];
}

/** The parts of a value that has several below its label in the layout: cut where they read best as their types. */
function cutInParts(place: ValuePlace, { opens, slots }: Parts, landmark: Landmark, search: Search): ValuePlace[] {
  const tokens = linesWithin(search.lines, place.start, place.end).flatMap((line) =>
    line.tokens.filter(({ start, end }) => start >= place.start && end <= place.end),
  );
  let from = 0;
  for (const { norm } of opens) if (tokens[from]?.norm === norm) from++;
  const head = { from: 0, to: from, weight: 0, almost: false, sameSeparator: null };
  const line = { ...landmark, slots };
  const ways = waysToPlace(line, tokens, head, () => tokens.length, search).map((way) => {
    const spans = spansOf(line, tokens, way, head);
    return { spans, points: way.weight - way.missed + fitOf(spans, search, []) };
  });
  const [first, ...others] = ways;
  const best = first && others.reduce((a, b) => (b.points > a.points ? b : a), first);
  return slots.map(({ slot }) => {
    const span = best?.spans.find((one) => one.slot === slot);
    return { ...place, slot, start: span?.start ?? place.end, end: span?.end ?? place.end };
  });
}

/** Lines that a value of a type may stand further down. */
const farthestDown = 2;

/** The lines below a value, each for the next slot: the first, or for a type the nearest that reads as it. */
function linesUnder(candidate: Candidate, from: number, claims: Claims, search: Search): ValuePlace[] {
  const { landmark, line, end } = candidate;
  let at = search.lines.findIndex((one) => one.start <= Math.max(from, line.start) && one.end >= Math.max(from, end));
  const next = () => {
    let to = at + 1;
    while (to <= at + maxBlank && search.lines[to]?.kind === 'blank') to++;
    const found = search.lines[to];
    return found && !isFiller(found) && !claims.lines.has(to) ? to : null;
  };
  return landmark.under.map((slot, i): ValuePlace => {
    const place = { slot, start: end, end, joined: true, uncertain: null };
    const to = at < 0 ? null : next();
    if (to === null) return place;
    const near = [...Array(farthestDown + 1).keys()]
      .map((i) => to + i)
      .find((i) => fitsOn(slot, search.lines[i], search));
    at = near ?? to;
    const one = search.lines[at] as Line;
    const own = { ...place, start: startOf(one, slot), end: lastOffset(one) };
    // What runs on leaves nothing to those below it, so only the last can.
    const isLast = i === landmark.under.length - 1;
    return (isLast && toNext(own, candidate, at, claims, search)) || own;
  });
}

const fitsOn = ({ field, parts }: Slot, line: Line | undefined, { fits, fields }: Search): boolean =>
  field !== null &&
  !parts &&
  line !== undefined &&
  !isFree(fields[field]) &&
  (fits.at(field, line.tokens[0]?.start ?? line.start, lastOffset(line)) ?? 0) > 0;

function beside(candidate: Candidate, claims: Claims, search: Search): ValuePlace[] {
  const { landmark, line, spans } = candidate;
  return spans.map((span, i) => {
    const place = { ...span, joined: true, uncertain: null };
    if (claims.stacked && landmark.slots.length === 1 && isBare(span, candidate))
      return firstBelow(place, line, claims, search);
    const last = i === landmark.slots.length - 1;
    if (!last || landmark.slots[i]?.after.some(({ word }) => word) || span.slot.field === null) return place;
    const cell = cellIn(search.view, span.start);
    if (cell && cell.start > line.start)
      return withoutMark(wholeCell(place, cell, search), landmark.slots[i]?.after[0], search);
    if (!landmark.block) return place;
    return toNext(place, candidate, line.index, claims, search) ?? continued(place, landmark, line, claims, search);
  });
}

/** The value under a label: the cell beside it in a table, what stands behind it on its line, or the line or block below. */
function below(candidate: Candidate, landmark: Landmark, claims: Claims, search: Search): ValuePlace {
  const { line, end } = candidate;
  const slot = landmark.below ?? { field: null };
  const place = { slot, start: end, end, joined: !landmark.block, uncertain: null };
  if (landmark.column) return underCell(place, candidate, search);
  const cell = nextCell(candidate, search);
  if (cell) return wholeCell({ ...place, joined: false }, cell, search);
  const behind = line.tokens.filter((token) => token.start >= end);
  const first = behind.find((token) => token.word || !/^[:=\t|?*-]$/.test(token.norm));
  if (first) return { ...place, start: first.start, end: lastOffset(line) };
  return underneath(place, candidate, claims, search);
}

/** The cell under a label's in the next row. */
function underCell(place: ValuePlace, { line, from }: Candidate, search: Search): ValuePlace {
  const above = cellIn(search.view, from);
  const under = above && search.view.rows?.[above.row + 1]?.[above.at];
  if (under) return { ...wholeCell({ ...place, start: under.start }, under, search), joined: false };
  let at = line.index + 1;
  while (search.lines[at] && isFiller(search.lines[at] as Line)) at++;
  const next = search.lines[at];
  const number = cellsOf(line).findIndex((cell) => cell.some(({ start }) => start >= from));
  const cell = next && cellsOf(next)[number];
  const [first, last] = [cell?.[0], cell?.at(-1)];
  return first && last ? { ...place, start: first.start, end: last.end } : place;
}

function underneath(place: ValuePlace, candidate: Candidate, claims: Claims, search: Search): ValuePlace {
  const { landmark, line } = candidate;
  let at = line.index + 1;
  while (search.lines[at] && isFiller(search.lines[at] as Line)) at++;
  const first = search.lines[at];
  if (!first || claims.lines.has(at)) return place;
  const start = startOf(first, place.slot);
  const whole = landmark.block ? toNext({ ...place, start }, candidate, at, claims, search) : null;
  if (whole) return withoutQuotes(whole, search);
  // What has signs around it is one line.
  const { last, uncertain } =
    landmark.block && !place.slot.signs
      ? blockEnd(at, landmark.endsAtBlank, claims, search)
      : { last: first, uncertain: null };
  return withoutQuotes({ ...place, start, end: lastOffset(last), uncertain }, search);
}

/** Where the layout has quotes around a value below its label, they are none of it here, whichever they are. */
function withoutQuotes(place: ValuePlace, { text }: Search): ValuePlace {
  const { quoted, signs } = place.slot;
  if (signs) return withoutSigns(place, signs, text);
  if (!quoted) return place;
  const [, before = '', after = ''] =
    /^(["'“”„«»‘’]?)[\s\S]*?(["'“”„«»‘’]?)$/.exec(text.slice(place.start, place.end)) ?? [];
  return { ...place, start: place.start + before.length, end: place.end - after.length };
}

/** The signs that the layout has around a value, however many of them stand there. */
function withoutSigns(place: ValuePlace, { before, after }: NonNullable<Slot['signs']>, text: string): ValuePlace {
  const tokens = tokenise(text.slice(place.start, place.end), place.start);
  const first = tokens.find(({ norm }) => !before.includes(norm));
  const last = tokens.findLast(({ norm }) => !after.includes(norm));
  return first && last && last.end > first.start ? { ...place, start: first.start, end: last.end } : place;
}

/**
 * All that stands between the first line of a value and the next words of the layout, where its slot says that it runs on so far; null
 * where it does not, or where these words or a ruling do not end it.
 */
function toNext(
  place: ValuePlace,
  { landmark }: Candidate,
  from: number,
  { lineOf }: Claims,
  { lines }: Search,
): ValuePlace | null {
  const next = lineOf.get(landmark.index + 1);
  if (!place.slot.runsOn || next === undefined || next <= from) return null;
  const between = lines.slice(from, next);
  const ruling = between.findIndex(({ kind, depth }) => kind === 'ruling' || depth !== lines[from]?.depth);
  const last = between.slice(0, ruling < 0 ? undefined : ruling).findLast(({ kind }) => kind !== 'blank');
  return last && last.index > from ? { ...place, end: lastOffset(last), joined: false } : null;
}

/** Nothing that a claim begins with is part of a value before it. */
function withinClaims(
  place: ValuePlace,
  { from }: Candidate,
  { starts }: Claims,
  { text }: Search,
  mark?: Token,
): ValuePlace {
  const next = starts.find((start) => start >= place.start && start < place.end && start !== from);
  if (next === undefined) return place;
  const kept = text.slice(place.start, next).replace(/[\s|;,*-]+$/, '');
  // The mark that closed the value in the sample is none of it here.
  if (mark && !mark.word && kept.endsWith(mark.norm))
    return { ...place, end: place.start + kept.length - mark.norm.length };
  return { ...place, end: place.start + kept.length };
}

/** A place that takes all a cell holds, from where the value begins. */
function wholeCell(place: ValuePlace, cell: Range, { text }: Search): ValuePlace {
  const from = Math.max(place.start, cell.start);
  const content = text.slice(from, cell.end);
  const start = from + (content.length - content.trimStart().length);
  // Nothing is wrapped in a cell of the markup: its lines are lines.
  return {
    ...place,
    joined: place.joined && !content.trim().includes('\n'),
    start: Math.min(start, cell.end),
    end: Math.max(from, from + content.trimEnd().length),
  };
}

/** A place without the mark that closes its value in the sample, such as a bracket. */
function withoutMark(place: ValuePlace, mark: Token | undefined, { text }: Search): ValuePlace {
  const isClosed = mark && !mark.word && text.slice(place.start, place.end).endsWith(mark.norm);
  return isClosed ? { ...place, end: place.end - mark.norm.length } : place;
}

/** The cell to the right of the one a label stands in; null when it stands in none. */
function nextCell({ from }: Candidate, { view }: Search): Range | null {
  const own = cellIn(view, from);
  return own && (view.rows?.[own.row]?.[own.at + 1] ?? null);
}

/**
 * A value beside its label that goes on below: where the line was wrapped or the next is indented, where the label ends the
 * layout, and where plain lines follow that are neither labels nor sentences of their own.
 */
function continued(place: ValuePlace, landmark: Landmark, line: Line, claims: Claims, search: Search): ValuePlace {
  let last = line;
  let joined = true;
  for (let at = line.index + 1; at < search.lines.length; at++) {
    const next = search.lines[at] as Line;
    if (claims.lines.has(at) || next.depth !== line.depth || !continues.has(next.kind)) break;
    const indented = isIndented(next, line);
    const folded = indented || isWrapped(last, next);
    if (landmark.endsAtBlank && !indented && isStrange(next, place, claims, search)) break;
    if (landmark.endsAtBlank && !folded && next.kind === 'bullet') break;
    joined &&= folded;
    last = next;
  }
  return last === line || place.start === place.end ? place : { ...place, end: lastOffset(last), joined };
}

const continues = new Set(['text', 'bullet', 'question']);

/** Whether a line below a short value is something else: a label of this layout’s make, a whole sentence, an advert. */
function isStrange(line: Line, { start, end }: ValuePlace, { labels }: Claims, { text }: Search): boolean {
  const words = text.slice(line.start, line.end);
  return isLabelShaped(line, labels) || isDressed(words) || (isSentence(words) && !endsAsProse(text.slice(start, end)));
}

/** Whether a value is prose, so that another sentence may follow. */
function endsAsProse(value: string): boolean {
  const words = value.split(/\s+/).length;
  return words > 6 || (words > 2 && /[.!?,;:]$/.test(value));
}

/** How much deeper than its label's line a line stands that goes on with the value. */
const deeper = 2;

const isIndented = (next: Line, line: Line) => (next.tokens[0]?.gap ?? 0) >= (line.tokens[0]?.gap ?? 0) + deeper;

const isFilled = (line: Line | undefined) => line !== undefined && !isFiller(line);

/** To the next claim, ruling, or line that looks like one of this layout's labels and stands after a blank one. */
function blockEnd(
  from: number,
  endsAtBlank: boolean,
  { lines: claimed, styles, titles }: Claims,
  search: Search,
): { last: Line; uncertain: number | null } {
  const { lines } = search;
  let last = lines[from] as Line;
  let uncertain: number | null = null;
  for (let at = from + 1; at < lines.length; at++) {
    const line = lines[at] as Line;
    const { kind } = line;
    if (claimed.has(at) || kind === 'ruling' || (kind === 'blank' && endsAtBlank)) break;
    const afterBlank = (lines[at - 1] as Line).kind === 'blank';
    const headed = lines[at + 1]?.kind === 'ruling' && kind !== 'blank';
    // A heading has something under it; a question at the end of an answer has not.
    const heads = kind === 'label and value' || isFilled(lines[at + 1]);
    const styled = kind === 'label only' || styles.has(kind) || (titles && isTitle(line, search));
    if (headed || (afterBlank && heads && styled)) break;
    if (afterBlank && kind === 'label and value') uncertain ??= line.index;
    if (kind !== 'blank') last = line;
  }
  return { last, uncertain };
}

/** Words of a title at most. */
const longestTitle = 4;

/** Whether a line is a title: a few words, the first with a capital, and no mark at its end. */
function isTitle({ tokens, start, end }: Line, { text }: Search): boolean {
  const words = tokens.filter(({ word }) => word).length;
  return words <= longestTitle && /^\p{Lu}/u.test(text.slice(start, end).trim()) && tokens.at(-1)?.word === true;
}

/** Whether a label has its line to itself. */
const isBare = ({ start, end }: SlotSpan, { line, end: behind }: Candidate) =>
  start === end && line.tokens.every((token) => token.start < behind || !token.word);

/** The line under a label that has its own to itself. */
function firstBelow(place: ValuePlace, line: Line, { lines: claimed }: Claims, { lines }: Search): ValuePlace {
  const next = lines[line.index + 1];
  if (!next || isFiller(next) || claimed.has(next.index)) return place;
  return { ...place, start: next.tokens[0]?.start ?? next.start, end: lastOffset(next) };
}

/** Claims of this many labels, most of them alone on their lines over a free one, say that values stand below. */
const enoughStacked = 3;

/** Whether a message writes its values under their labels throughout, where the sample has them beside. */
export function isStacked(claimed: Iterable<Candidate>, taken: ReadonlySet<number>, lines: readonly Line[]): boolean {
  const beside = [...claimed].filter(({ landmark }) => landmark.slots.length === 1 && landmark.closing === 'mark');
  const stacked = beside.filter((candidate) => {
    const [span] = candidate.spans;
    const next = lines[candidate.line.index + 1];
    return span && isBare(span, candidate) && next && !isFiller(next) && !taken.has(next.index);
  });
  const all = stacked.length === beside.length;
  return stacked.length >= (all ? enoughStacked - 1 : enoughStacked) && stacked.length * 2 > beside.length;
}

/** Where the value of a slot alone on its line begins: behind its bullet, where the layout has one there. */
const startOf = ({ tokens, start }: Line, { bullet }: Slot): number =>
  tokens[bullet ? enumerationEnd(tokens) : 0]?.start ?? start;
