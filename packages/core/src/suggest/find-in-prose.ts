import { makeOf, type Range } from '../reading/index.js';
import type { Line } from '../rules/template/model.js';
import { bulletEnd, isSentence, normalise } from '../rules/template/text/lines.js';
import { sentencesOf } from '../rules/template/text/sentences.js';
import { isGreeting } from '../rules/template/text/words.js';
import { isFree, ownTypes, type ReadContext } from '../values/index.js';
import { apartInProse, changedIn, dressedIn, isSomebody } from './apart-in-prose.js';
import { guessType } from './guess-type.js';
import { foldLabel, freeLabel, type Marked, type NamedValue } from './marked.js';
import { namedInSentence } from './named-in-sentence.js';
import { isImprint } from './words-around.js';

/** Lines that are looked at, and their longest: a paragraph of a letter is shorter. */
const maxLines = 400;
const longestLine = 1200;

/**
 * Values that stand in sentences (`Our van comes on 14 March between 09:00 and 12:00`): what is told by its looks, named by the
 * word right before it or by its type. So is what the markup sets apart (`stretches`), if a word names it. Sentences that ask for something, and what stands below the
 * closing of a letter, have none; nor is anything looked for from `until` on.
 */
export function findInProse(
  text: string,
  taken: readonly Marked[],
  context: ReadContext,
  stretches: readonly Range[] = [],
  until = text.length,
  /** Whether items stand in the message, which the text is without. */
  hasItems = false,
): Marked[] {
  const found: Marked[] = [];
  const labels = new Set(taken.map(({ label }) => foldLabel(label)));
  const isFree = (start: number, end: number) =>
    ![...taken, ...found].some((one) => one.start < end && start < one.end);
  const lines = normalise(text, maxLines);
  const filled = lines.filter(({ kind }) => kind !== 'blank');
  // What is all that stands above the items says not who sent it.
  const last = filled.length > 1 || !hasItems ? filled.at(-1) : undefined;
  let above = false;
  for (const line of lines) {
    const words = text.slice(line.start, endOfFree(text, line, [...taken, ...found]));
    if (line.start >= until || closing.test(words)) break;
    // A sentence right below a labelled one goes on with it.
    above = line.kind === 'text' && (above || taken.some((one) => one.end === line.start - 1 && isProse(text, one)));
    if ((above && isSentence(words)) || tellsNothing(line, words, line === last, context)) continue;
    const own = stretches.filter(({ start, end }) => start >= line.start && end <= line.end);
    const dressed = own.flatMap(({ start, end }) => dressedIn(words, start - line.start, end - line.start));
    const changed = changedIn(
      words,
      own.map(({ start, end }) => ({ start: start - line.start, end: end - line.start })),
    );
    for (const { label, plain, from, value } of [...namedIn(words, context), ...changed, ...dressed]) {
      const [start, end] = [line.start + from, line.start + from + value.length];
      if (!isFree(start, end)) continue;
      // What is set apart right before it is a value itself, and names none.
      const isValue = own.some(
        (one) =>
          one.end < start &&
          text.slice(one.end, start).trim() === '' &&
          !/[:：]\s*$/.test(text.slice(one.start, one.end)),
      );
      const said = freeLabel(isValue ? (plain ?? label) : label, labels);
      labels.add(foldLabel(said));
      found.push({ label: said, start, end, by: 'sentence' });
    }
  }
  const own = withoutListed(text, lines, found);
  const others = own.filter(({ label }) => label !== addressee);
  // Figures and people say what something is about no better than what else is set apart.
  const saysLittle = ({ start, end }: Marked) =>
    /^\d+$/.test(text.slice(start, end)) || isSomebody(text.slice(start, end));
  const nothingElse = taken.length === 0 && others.every(saysLittle);
  const apart = nothingElse ? apartInProse(text, stretches, until).filter(({ start, end }) => isFree(start, end)) : [];
  return [...own, ...apart].sort((a, b) => a.start - b.start);
}

/** Lines with a bullet and of one make from which on they are items, and what stands in them names no field. */
const minListed = 3;

/** Values without those of a list: `* Tern, £4,000` and its like are rows, or nothing. */
function withoutListed(text: string, lines: readonly Line[], found: readonly Marked[]): Marked[] {
  const makes = new Map<string, number>();
  const makeOn = ({ start, end }: Line) => {
    const words = text.slice(start, end);
    const bullet = bulletEnd(words);
    return bullet > 0 ? makeOf(words.slice(bullet)) : null;
  };
  const lineOf = (mark: Range) => lines.find(({ start, end }) => start <= mark.start && mark.end <= end);
  const listed = new Set(found.flatMap((mark) => lineOf(mark) ?? []));
  for (const line of listed) {
    const make = makeOn(line);
    if (make !== null) makes.set(make, (makes.get(make) ?? 0) + 1);
  }
  return found.filter((mark) => {
    const line = lineOf(mark);
    return ((line && makes.get(makeOn(line) ?? '')) ?? 0) < minListed;
  });
}

/** Where the sentences of a line end before the one in which a value is marked already: right where it begins, if that is the first. */
function endOfFree(text: string, { start, end }: Range, taken: readonly Range[]): number {
  const first = Math.min(end, ...taken.flatMap((one) => (one.start < end && start < one.end ? [one.start] : [])));
  if (first === end) return end;
  // `Request #4711 · Priority: low`: what stands before the dot is no part of the label.
  const part = text.slice(start, first).search(/ [·•|] [^·•|]*$/);
  if (part > 0) return start + part;
  const own = sentencesOf(text.slice(start, end)).findLast((sentence) => start + sentence.start <= first);
  return start + (own?.start ?? 0);
}

/** Words of a label's value that is a sentence. */
const minOfProse = 3;

/** Whether what stands behind a label is a sentence with several values of its own: `table for 4 on Tuesday, 15 September at 15:00`. */
export function isProseOfValues(value: string, context: ReadContext): boolean {
  const words = value.match(/(?<!\S)\p{Ll}+(?!\S)/gu) ?? [];
  if (value.includes('\n') || words.length < minOfProse || !isFree(guessType('', [value], context))) return false;
  return namedIn(value, context).filter(({ value: one }) => /\d/.test(one)).length >= 2;
}

function namedIn(line: string, context: ReadContext): NamedValue[] {
  const greeted = greetedIn(line);
  if (greeted) return [greeted];
  return sentencesOf(line).flatMap(({ start: from, end }) => {
    const words = line.slice(from, end);
    if (toEverybody.test(words)) return [];
    const own = namedInSentence(words, context).map((one) => ({ ...one, from: from + one.from }));
    if (!asks.test(words) || isOfOneCase(own, context)) return own;
    return own.flatMap((one) =>
      isDeadline(line.slice(0, one.from), one.value, context) ? [{ ...one, label: 'due' }] : [],
    );
  });
}

/** `Please approve it by 26 December 2026.`: until when somebody is asked for something. */
const isDeadline = (before: string, value: string, context: ReadContext) =>
  until.test(before) && guessType('', [value], context).type === ownTypes.day;
const until =
  /(?<!\p{L})(?:by|before|until|till|no later than|bis(?: zum| spätestens)?|spätestens(?: am| bis)?|vor dem|avant le|jusqu.au|au plus tard le|antes del?|hasta el|entro il|até|uiterlijk|vóór|tegen|senest|inden|senast|före) (?:\p{L}+,? )?$/iu;

/** Whether what somebody is asked for is of this one case: a number and a day, or a sum. */
function isOfOneCase(found: readonly NamedValue[], context: ReadContext): boolean {
  const kinds = new Set(found.map(({ value }) => guessType('', [value], context).type));
  const numbers = found.some(({ value }) => /^\p{Lu}[\p{Lu}\p{N}]*[-/]?[\p{Lu}\p{N}/-]*\d/u.test(value));
  return numbers && (kinds.has(ownTypes.day) || kinds.has(ownTypes.money));
}

const isProse = (text: string, { start, end }: Marked) => /[.!?,;]\s*$/.test(text.slice(start, end));

/** Whoever is asked for something is told nothing of this one case. */
const asks =
  /^\W*(?:please(?! (?:find|pay|transfer|remit))|kindly|do not|call|ring|reply|visit|click|see|write|bitte(?! (?:überweisen|zahlen|begleichen))|antworten|rufen|merci|veuillez(?! (?:régler|virer|payer))|répond\p{L}+|por favor|responda|llame|favor|per favore|alstublieft|gelieve|bel)(?!\p{L})/iu;

/** What is promised to everybody, or holds for all: how long something takes, what is included, and whose terms apply. */
const toEverybody =
  /\b(?:within|innerhalb von|binnen|sous|dans un délai de|en un plazo de|dentro de|no prazo de|entro|inden for) (?:the next )?\d+(?: ?(?:-|to|bis|à|a|tot|til) ?\d+)? ?(?:\p{L}+ )?(?:days?|hours?|minutes?|weeks?|tagen?|stunden|wochen|werktagen|arbeitstagen|jours?|heures?|días?|horas?|dias?|giorni|ore|dagen|werkdagen|uur|dage|timer)\b|\b(?:prices?|sums|fares) (?:include|are in)|\b(?:terms|conditions) (?:of|apply|and)|\bgeschäftsbedingungen|\bAGB\b|\bwiderruf|conditions générales|condiciones generales|condições gerais|condizioni generali|algemene voorwaarden/iu;

/** What ends a letter; behind it stands who sends it, and where. */
const closing =
  /^\W*(?:-- ?$|(?:kind|best|warm|with best) (?:regards|wishes)|yours|regards|sincerely|cheers|mit (?:freundlich|best|herzlich)\p{L}+|(?:viele|beste|liebe|herzliche) grüße|cordialement|bien à vous|salutations|un (?:saludo|abrazo)|saludos|atentamente|cumprimentos|atenciosamente|(?:met )?vriendelijke groet\p{L}*|groeten|cordiali saluti|med venlig hilsen|venlig hilsen)(?!\p{L})/iu;

/** Whether a line is no text of the letter, or says who sent it. */
const tellsNothing = ({ kind }: Line, words: string, isLast: boolean, context: ReadContext) =>
  !(['text', 'bullet', 'label and value'].includes(kind) || greetedIn(words)) ||
  words.length > longestLine ||
  (isImprint(words, isLast) && !hasFacts(words, context));

/** `Fri 4 Dec 2026 · Doors 19:00 · Pier Hall`: parts of which one is a day, a time or a sum are what this mail is about. */
const hasFacts = (words: string, context: ReadContext) =>
  // `2 bed · 1 bath · 99 m²`: what is counted; a street and a town are written large.
  words.split(/ [·|•] /).filter((part) => /^\d+(?:[.,]\d+)? ?(?:\p{Ll}|%|°)/u.test(part)).length > 1 ||
  words.split(/ [·|•] /).some((part) => {
    if (/^\p{L}+ #\d+$/u.test(part)) return true;
    const { type } = guessType('', [part.replace(/^\p{L}+ (?=\d)/u, '')], context);
    return /\d/.test(part) && !isFree({ type }) && type !== ownTypes.count && type !== ownTypes.number;
  });

/** What names whom a line greets. */
export const addressee = 'addressee';

/** `Dear Ottoline Marsh,`: whom a line greets. */
function greetedIn(line: string): NamedValue | null {
  const [, before = '', greeting = '', gap = '', name = ''] =
    /^(\s*)((?:[Gg]uten |[Gg]ood |[Ss]ehr )?\p{L}+)((?:\([ao]\)|\/[ao]|\.le|\.mi|e[rs]? (?:herr|frau))? )(\p{Lu}[\p{L}.'’-]*(?: (?:(?:del|della|di|de|du|van|von|der|den|da|do|dos|&) )?\p{Lu}[\p{L}.'’-]*)*)[,!:]?\s*$/u.exec(
      line,
    ) ?? [];
  const said = name !== '' && isGreeting(greeting.toLowerCase().split(' ')[0] ?? '') && !nobody.test(name);
  return said ? { label: addressee, value: name, from: before.length + greeting.length + gap.length } : null;
}

/** What is greeted and is nobody: the day, or everybody. */
const nobody =
  /^(?:Tag|Morgen|Abend|Day|Morning|Dag(?! \p{Lu})|Dia|Días|Customer|Sir|Madam|Team|All|Everyone|Kunde|Kundin|Damen|Client|Cliente|Klant)(?!\p{L})/u;
