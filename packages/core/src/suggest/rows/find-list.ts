import { type ItemList, labelOf, linesOf, listsIn, type Range, tickMarks } from '../../reading/index.js';
import { trimmed } from '../../rules/table/grid.js';
import { bulletEnd } from '../../rules/template/text/lines.js';
import { isFree, ownTypes, type ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import { foldLabel, type Marked, ofBlock } from '../marked.js';
import { areOfRoles } from '../name-by-section.js';
import { type Named, writeItem } from '../write-layout.js';
import { acrossHeadings } from './across-headings.js';
import { type AlikePart, areCodes } from './alike-part.js';
import { behindOneLabel } from './cell-lines.js';
import { ColumnNames } from './column-names.js';
import { cutAlike } from './cut-alike.js';
import { figuresIn, isOfFigures } from './find-figures.js';
import { type FoundColumn, type FoundRows, isChosen, isLinked, type LookedForRows } from './found-rows.js';
import { maxOfForm } from './headings.js';

/** The share of the items that have a spot which is theirs, and no stray line. */
const commonShare = 0.3;
/** Labels of pairs are few words without figures. */
const longestLabel = 5;

/** A column at a spot: what names it, and where it stands in each item; null where it does not. */
interface Part {
  label: string;
  places: (Range | null)[];
  linked: boolean;
  /** Set for a link with the same words at every item, such as a button. */
  button?: true;
}

/** The items of the list that stands in a message by its structure: one that tells most, unless it is one of labels and their values. */
export function findList(message: LookedForRows, context: ReadContext): FoundRows | null {
  const lists = acrossHeadings(listsIn(message.view, message.lists), message.view.text);
  const isForm = (list: ItemList) =>
    !message.pairsAreItems && !isTickedOff(list, message) && isOfPairs(list, message, context);
  const forms = message.chosen ? [] : lists.filter(isForm);
  const found = lists.flatMap((list) => {
    if (!isChosen(message, list)) return [];
    // What holds a form, or a part of one, is no list of items.
    if (forms.some(({ start, end }) => start < list.end && list.start < end)) return [];
    if (!message.chosen && isOfParts(list, message, context)) return [];
    return rowsOfList(list, message, context) ?? [];
  });
  const weight = ({ count, columns }: FoundRows) => count * columns.length;
  return found.reduce<FoundRows | null>((best, one) => (best && weight(best) >= weight(one) ? best : one), null);
}

/** The values of lists whose items are a label each, and what it names: `Élève`, and below it the name. */
export function findPairs(message: LookedForRows, context: ReadContext): Marked[] {
  const { text } = message.view;
  return listsIn(message.view, message.lists).flatMap((list) => {
    if (message.pairsAreItems || isTickedOff(list, message) || !isOfPairs(list, message, context)) return [];
    if (isOfFigures(list, message.view, context)) return figuresIn(list, message.view);
    return list.items.flatMap(({ spots: [label, ...values] }): Marked[] => {
      const there = values.filter((value) => value !== null);
      const [first, last] = [there[0], there.at(-1)];
      if (!label || !first || !last) return [];
      return [
        {
          label: text.slice(label.start, label.end).trim(),
          ...trimmed({ text }, { start: first.start, end: last.end }),
          by: 'label',
        },
      ];
    });
  });
}

/** Whether each item begins with a tick or a cross: what is ticked off is listed. */
const isTickedOff = ({ items }: ItemList, { view: { text } }: LookedForRows): boolean =>
  items.every(({ start, end }) => ticked.test(text.slice(start, end)));

const ticked = new RegExp(`^\\s*[${tickMarks}]`);

/** Values of cards are of one kind, but for an odd one; those of a form differ. */
const sameKind = 0.75;

/** So many pairs are a form, whatever stands around them. */
const minPairs = 3;

const mixed = (kinds: readonly string[]) => {
  const count = (kind: string) => kinds.filter((other) => other === kind).length;
  const usual = kinds.reduce((best, kind) => (count(kind) > count(best) ? kind : best), kinds[0] ?? '');
  // Texts of a form have something else among them.
  return count(usual) < (isFree({ type: usual }) ? 1 : sameKind) * kinds.length;
};

/** A label, what closes it, and its value. */
const labelledLine = /^[^\p{L}\n]*(\p{L}[^:=\t\n]{0,40})[:=\t][:=\s]*(.*)/u;

/** Whether what seem to be items of several lines are the parts of a form: each of their lines has a label of its own. */
function isOfParts({ items, start, end }: ItemList, { view: { text } }: LookedForRows, context: ReadContext): boolean {
  if (items.every(({ spots }) => spots.filter((spot) => spot !== null).length < 2)) return false;
  const pairs = linesOf(text.slice(start, end)).flatMap((line) => {
    const [, label = '', value = ''] = labelledLine.exec(text.slice(start + line.start, start + line.end)) ?? [];
    return value !== '' && label.trim().split(/\s+/).length <= longestLabel ? [{ label: foldLabel(label), value }] : [];
  });
  if (pairs.length > maxOfForm) return false;
  const isApart = new Set(pairs.map(({ label }) => label)).size === pairs.length;
  return (
    isApart &&
    pairs.length >= Math.max(minParts, items.length) &&
    mixed(pairs.map(({ value }) => guessType('', [value], context).type))
  );
}

/** Lines with labels of their own by which several blocks are parts of a form. */
const minParts = 3;

/** Paragraphs that have nothing where the others have their label: what a letter says around a form that is made of paragraphs as well. */
function withoutStrays(list: ItemList): ItemList {
  const items = list.items.filter(({ spots: [label, ...values] }) => label && values.some((value) => value !== null));
  return items.length >= minPairs && 2 * items.length > list.items.length ? { ...list, items } : list;
}

/** Whether each item is but a label and a value: the labels differ, and so do the kinds of the values. */
function isOfPairs(whole: ItemList, message: LookedForRows, context: ReadContext): boolean {
  const { text } = message.view;
  if (isOfFigures(whole, message.view, context)) return true;
  const list = withoutStrays(whole);
  const at = ({ start, end }: Range) => text.slice(start, end).trim();
  const pairs = list.items.map(({ spots: [label, ...values] }) => ({
    label: label ? at(label).replace(/^(?:\p{L}|\d{1,2})[.)] /u, '') : '',
    value: values.find((value) => value !== null) ?? null,
  }));
  const isLabel = (label: string) =>
    (label.split(/\s+/, longestLabel + 1).length <= longestLabel && labelWords.test(label)) || isQuestion(label);
  const labels = new Set(pairs.map(({ label }) => label));
  if (areOfRoles(pairs.map(({ label }) => label)) && !isLabelledBelow(list, text)) return true;
  const labelled = pairs.filter(({ label }) => isLabel(label)).length;
  const own = list.items.every(
    ({ spots }, i) => spots.filter((spot) => spot !== null).length <= 3 || ofBlock.test(pairs[i]?.label ?? ''),
  );
  // Among questions a label may be one of few words.
  const asked = pairs.filter(({ label }) => isQuestion(label) || ofBlock.test(label)).length;
  const named = pairs.every(({ label }) => isLabel(label) || ofBlock.test(label));
  if (labels.size === pairs.length && named && 2 * asked > pairs.length) return true;
  if (!own || labelled < 0.9 * pairs.length || labels.size < pairs.length) return false;
  const kindOf = (label: string, value: string) => {
    const { type } = guessType(label, [value], context);
    return isFree({ type }) && areCodes([value]) ? 'code' : type;
  };
  const kindsOf = (spots: readonly number[]) =>
    list.items.flatMap((item, i) => {
      const value = spots.map((spot) => item.spots[spot]).find((one) => one);
      return value ? [kindOf(pairs[i]?.label ?? '', at(value))] : [];
    });
  const spots = [...(list.items[0]?.spots ?? []).keys()].slice(1);
  // Where each item has one value, all of them are compared, whatever their make.
  const single = list.items.every((item) => item.spots.filter((spot) => spot !== null).length === 2);
  return single ? mixed(kindsOf(spots)) : spots.some((spot) => mixed(kindsOf([spot])));
}

/** Whether what stands below the titles has labels of its own. */
const isLabelledBelow = ({ items }: ItemList, text: string): boolean =>
  items.some(({ spots }) => spots.slice(1).some((spot) => spot && labelOf(text.slice(spot.start, spot.end)) !== null));

/** Words without figures; `N.º` and `No.` are such. Asked of few words only, for its parts overlap. */
const labelWords = /^\p{L}(?:[^\d.!?,;]|\.º|\b\p{L}{1,4}\.(?= ))*$/u;

/** Words of a question that is asked in a form. */
const longestQuestion = 16;
const isQuestion = (label: string) =>
  /^\P{Ll}(?:\D|(?<!\d)\d{1,2}(?!\d))*\?$/u.test(label) && label.split(/\s+/).length <= longestQuestion;

/** Spots from which on an item has more than a line that stands around them. */
const minSpots = 3;

/** The items without lines before the first or behind the last that the markup holds as it holds them: `Be there in time.` */
function withoutLinesAround(list: ItemList): ItemList {
  const filled = list.items.map(({ spots }) => spots.filter((spot) => spot !== null).length);
  const isItem = (count: number) => count >= minSpots;
  const [first, last] = [filled.findIndex(isItem), filled.findLastIndex(isItem)];
  const items = list.items.slice(first, last + 1);
  const isAround = filled.every((count, i) => (i >= first && i <= last) || count === 1);
  const [begin, end] = [items[0]?.start, items.at(-1)?.end];
  return first >= 0 && isAround && items.length > 1 && begin !== undefined && end !== undefined
    ? { ...list, items, start: begin, end }
    : list;
}

function rowsOfList(whole: ItemList, message: LookedForRows, context: ReadContext): FoundRows | null {
  const { view } = message;
  const list = withoutLinesAround(whole);
  const spots = [...(list.items[0]?.spots ?? []).keys()];
  const names = new ColumnNames(spots.length > 1 ? 'title' : 'item');
  const titles = titlesOf(list, view.text);
  const found = spots.map((spot) => partsOf(list, spot, message, context, names, titles));
  // Where items have a link of their own words, a button leads nowhere else.
  const isLinkedElsewhere = found.flat().some(({ linked, button }) => linked && !button);
  const parts = found.map((own) => own.filter(({ button }) => !button || !isLinkedElsewhere));
  const columns = parts.flat().map(
    ({ label, places, linked }): FoundColumn => ({
      label,
      values: places.map((place) => (place ? view.text.slice(place.start, place.end).trim() : '')),
      linked,
    }),
  );
  // Lines with columns are cut at these, or not at all.
  if (columns.some(({ values }) => 2 * values.filter((value) => / {3,}/.test(value)).length > values.length))
    return null;
  // Lines alone that cannot be cut may be any.
  if (columns.length === 0 || (spots.length < 2 && columns.length < 2)) return null;
  const telling = columns.some(
    ({ label, values, linked }) => linked || !isFree(guessType(label, values.filter(Boolean), context)),
  );
  if (!telling && columns.length < 2 && !message.chosen) return null;
  return {
    by: 'block',
    over: { start: list.start, end: list.end },
    count: list.items.length,
    columns,
    write: (nameOf) =>
      spots
        .flatMap((spot) => {
          const title = titles.get(spot);
          const sign = signAt(list, spot, view.text);
          const lines = sign === null ? writeSpot(list, spot, parts[spot] ?? [], view.text, nameOf) : [sign];
          return title === undefined || lines.length === 0 ? lines : [title, ...lines];
        })
        .join('\n'),
  };
}

/** What all items have at a spot that is no word: the arrow between where somebody leaves and where they come to. */
function signAt({ items }: ItemList, spot: number, text: string): string | null {
  const said = new Set(items.map(({ spots: { [spot]: at } }) => (at ? text.slice(at.start, at.end).trim() : '')));
  const [only = ''] = said;
  return said.size === 1 && /^[^\p{L}\p{N}\s[\]]{1,3}$/u.test(only) ? only : null;
}

/** The words that stand at the spot before another in all items: they name what stands there. By the number of the spot they name. */
function titlesOf({ items }: ItemList, text: string): Map<number, string> {
  const titles = new Map<number, string>();
  for (const spot of (items[0]?.spots ?? []).slice(1).keys()) {
    const said = new Set(
      items.flatMap(({ spots }) => (spots[spot] ? [text.slice(spots[spot].start, spots[spot].end).trim()] : [])),
    );
    const [only] = said;
    const follows = items.every(({ spots }) => !spots[spot + 1] || spots[spot]);
    const isLabel =
      only !== undefined &&
      /^\p{L}[^\d.!?]*$/u.test(only) &&
      only.split(/\s+/).length <= longestLabel &&
      // `Office: Harbour` has its value already.
      !/[:=：]\s*\S/.test(only);
    if (said.size === 1 && isLabel && follows && items.length > 1) titles.set(spot + 1, only);
  }
  return titles;
}

/** The columns at one spot. */
function partsOf(
  list: ItemList,
  spot: number,
  { view, links, pairsAreItems = false }: LookedForRows,
  context: ReadContext,
  names: ColumnNames,
  titles: ReadonlyMap<number, string>,
): Part[] {
  const { text } = view;
  const lines = list.items.map(({ spots }) => spots[spot] ?? null);
  const filled = lines.filter((line) => line !== null);
  if (filled.length < Math.max(2, commonShare * lines.length)) return [];
  const label = commonLabel(filled.map((line) => text.slice(line.start, line.end)));
  const values = lines.map((line) => line && valueAt(text, line, label));
  const words = values.map((value) => value && text.slice(value.start, value.end));
  const linked = values.every((value) => value === null || isLinked(view, value, links));
  const said = new Set(words.filter((word) => word !== null));
  // The same words at every item are no value, but behind a label as others have theirs; where they are a link, its target is.
  if (said.size === 1 && filled.length > 1 && label !== null && !linked && areLabelled(list, spot, text))
    return [{ label: names.own(label), places: values, linked: false }];
  if (said.size === 1 && filled.length > 1)
    return linked && label === null && !titles.has(spot + 1)
      ? [{ label: 'link', places: values, linked: true, button: true }]
      : [];
  const own = spot > 0 && label === null && !linked ? behindOneLabel(words) : null;
  const cuts: AlikePart[] = own
    ? [{ type: ownTypes.words, label: own.label, ranges: own.ranges }]
    : cutAlike(words, context, pairsAreItems);
  return cuts.map(({ type, ranges, label: said }, i): Part => {
    const places = ranges.map((range, k) => {
      const value = values[k];
      return range && value ? { start: value.start + range.start, end: value.start + range.end } : null;
    });
    const own = i === 0 ? (label ?? titles.get(spot) ?? said) : said;
    return { label: own === null ? names.next(type) : names.own(own), places, linked: linked && cuts.length === 1 };
  });
}

/** Whether other spots have a label in all items, and values that differ behind it. */
const areLabelled = ({ items }: ItemList, but: number, text: string): boolean =>
  [...(items[0]?.spots ?? []).keys()].some((spot) => {
    const lines = items.flatMap(({ spots }) => (spots[spot] ? [text.slice(spots[spot].start, spots[spot].end)] : []));
    const isLabelled = commonLabel(lines) !== null || (spot > 0 && behindOneLabel(lines) !== null);
    return spot !== but && new Set(lines).size > 1 && isLabelled;
  });

/** The label that all lines at a spot begin with, as it is written first; null where they have none in common. */
function commonLabel(lines: readonly string[]): string | null {
  const folded = lines.map((line) => labelOf(behindBullet(line)));
  const [first] = folded;
  if (!first || folded.some((label) => label !== first)) return null;
  return /^\s*(.*?)\s*(?:[:=：]|\t)/.exec(behindBullet(lines[0] ?? ''))?.[1] ?? null;
}

const behindBullet = (line: string): string => line.slice(bulletEnd(line));

function valueAt(text: string, line: Range, label: string | null): Range {
  const words = text.slice(line.start, line.end);
  const from = bulletEnd(words);
  const behind = label === null ? 0 : (/^.*?(?:[:=：]|\t)\s*/.exec(words.slice(from))?.[0].length ?? 0);
  return trimmed({ text }, { start: line.start + from + behind, end: line.end });
}

/** The line of one spot with its slots, as it stands in the first item that has all of them. */
function writeSpot(
  list: ItemList,
  spot: number,
  parts: readonly Part[],
  text: string,
  nameOf: (label: string) => string[] | null,
): string[] {
  const count = (item: number) => parts.filter(({ places }) => places[item]).length;
  const best = list.items.reduce((at, _, i) => (count(i) > count(at) ? i : at), 0);
  const line = list.items[best]?.spots[spot];
  if (!line || count(best) === 0) return [];
  const named = parts.flatMap(({ label, places }): Named[] => {
    const [names, place] = [nameOf(label), places[best]];
    if (!names || !place) return [];
    return [
      { label, start: place.start - line.start, end: place.end - line.start, field: names.join(', '), by: 'label' },
    ];
  });
  return named.length > 0 ? [writeItem(text.slice(line.start, line.end), named).replace(/^\s+/, '')] : [];
}
