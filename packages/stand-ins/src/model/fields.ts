import { cueScore, isDenied } from './cues.js';
import { daysIn } from './find/days.js';
import { namesIn, signerOf } from './find/names.js';
import { amountsIn, emailsIn, linksIn, phonesIn } from './find/plain-values.js';
import { quantitiesIn } from './find/quantities.js';
import { isAnyOf, tiedValues, wordsForChoices, yesNoWords } from './find/said.js';
import type { Letter, Spot } from './find/spot.js';
import { timesIn } from './find/times.js';
import { alike, plain } from './language/fold.js';
import { articles, common } from './language/words.js';
import type { Asked } from './request.js';

/** A value the stand-in believes a field to have, and the words it rests on. */
export interface Found {
  value: string | number | boolean | null;
  quote: string | null;
  start: number;
  end: number;
}

/** A spot that may be the value of a field, with how much speaks for it. */
interface Candidate {
  asked: Asked;
  spot: Spot;
  /** How much the words around it say. */
  cue: number;
  score: number;
}

/** Types whose values look like nothing else: the best of them is taken even where no word names it. */
const telling = new Set(['date', 'time', 'datetime', 'amount', 'email', 'phone', 'url']);
const enough: Readonly<Record<string, number>> = { text: 1.25, integer: 1, number: 0.9 };

/** Reads fields out of a letter. Each spot serves one field, the one that most speaks for. */
export function findFields(
  fields: readonly Asked[],
  letter: Letter,
  columns: readonly Asked[] = [],
): Map<string, Found> {
  const found = new Map<string, Found>();
  const spotted = fields.filter(({ type }) => type !== 'choice' && type !== 'yes-no');
  const candidates = spotted.flatMap((asked) => candidatesFor(asked, letter, fields)).sort((a, b) => b.score - a.score);
  const taken: { spot: Spot; type: string }[] = [];
  for (const { asked, spot, cue, score } of candidates) {
    if (found.has(asked.name) && !asked.many) continue;
    if (!isEnough({ asked, cue, score }, fields, columns)) continue;
    if (taken.some((one) => one.spot.start < spot.end && spot.start < one.spot.end)) continue;
    taken.push({ spot, type: asked.type });
    found.set(asked.name, foundAt(spot, letter));
  }
  for (const asked of fields) {
    if (!found.has(asked.name) && wantsSigner(asked)) set(found, asked, signedIn(letter));
    if (asked.type === 'choice') set(found, asked, findChoice(asked, letter));
    else if (asked.type === 'yes-no') set(found, asked, findYesNo(asked, letter));
    else if (!found.has(asked.name)) set(found, asked, byTiedWord(asked, letter));
    const none = byDenial(asked, letter);
    if (none) found.set(asked.name, none);
  }
  return found;
}

const ofSigner =
  /\b(?:who writes|writer|sender|signs?|signed|signature|absender|unterschr\w+|unterzeichnet|wer schreibt|signataire|expediteur|signe|signee?|firma|firmado|remitente|assina|assinado|remetente|afzender|ondertekent|ondertekend|afsender|underskriv\w+|underskrift|den, der skriver)\b/;

/** Whether a field is the name below a letter. */
const wantsSigner = ({ type, about }: Asked): boolean =>
  type === 'text' &&
  ofSigner.test(plain(about)) &&
  !/\b(?:not count|zahlt nicht|ne compte|no cuenta|nao conta|telt niet)\b/.test(plain(about));

function signedIn(letter: Letter): Found | null {
  const signer = signerOf(letter);
  return signer && foundAt(signer, letter);
}

/** Whether enough speaks for a spot. Where rows have values of the same type, something must name the field’s. */
function isEnough(
  { asked, cue, score }: Pick<Candidate, 'asked' | 'cue' | 'score'>,
  fields: readonly Asked[],
  columns: readonly Asked[],
): boolean {
  const { type } = asked;
  if (telling.has(type) && columns.some((column) => column.type === type) && cue < 1) return false;
  if (telling.has(type)) return true;
  // Where rows are of people, a name is theirs unless something says otherwise.
  if (type === 'text' && columns.some(isNamedColumn) && cue < 1.2) return false;
  const rivals = fields.filter(
    (field) => field.type === type && wantsQuoted(field) === wantsQuoted(asked) && !wantsSigner(field),
  );
  const isAlone = rivals.length === 1;
  return score >= (isAlone ? 0.3 : (enough[type] ?? 1));
}

const isNamedColumn = ({ type, shown }: Asked) =>
  type === 'text' && shown.length > 0 && shown.every(({ value }) => /^\p{Lu}/u.test(String(value)));

/** Nothing of what a number would count: “keine Kinder”, “sans enfants”. Only where what is said of the field knows a nought. */
function byDenial(asked: Asked, letter: Letter): Found | null {
  if (asked.type !== 'integer' || !/(?<!\d)0(?!\d)/.test(asked.about)) return null;
  const at = letter.tokens.findIndex(
    (token, i) => token.start < letter.closing && isAnyOf(token.word, asked.nameWords) && isDenied(letter.tokens, i),
  );
  const token = letter.tokens[at];
  return token ? { value: 0, quote: token.text, start: token.start, end: token.end } : null;
}

function set(found: Map<string, Found>, asked: Asked, one: Found | null): void {
  if (one) found.set(asked.name, one);
}

export const foundAt = ({ start, end, value }: Spot, { text }: Letter): Found => ({
  value,
  quote: text.slice(start, end),
  start,
  end,
});

/** Whether the values of a date field lie before the day of their message, as examples or the words of the field tell. */
export function liesBehind({ shown, about, nameWords }: Asked): boolean {
  const days = shown.filter(
    ({ letter, value }) => letter.written !== null && typeof value === 'string' && value !== letter.written,
  );
  if (days.length > 0)
    return days.filter(({ letter, value }) => String(value) < (letter.written ?? '')).length * 2 > days.length;
  return /\b(?:since|seit|depuis|desde|sinds|siden|pasado|past|ago|was|spent)\b/.test(
    plain(`${about} ${nameWords.join(' ')}`),
  );
}

export function spotsOf(asked: Asked, letter: Letter): Spot[] {
  switch (asked.type) {
    case 'date':
      return daysIn(letter, liesBehind(asked));
    case 'datetime':
      return dayTimes(asked, letter);
    case 'time':
      return timesIn(letter);
    case 'amount':
      return [...amountsIn(letter)];
    case 'email':
      return emailsIn(letter);
    case 'phone':
      return phonesIn(letter);
    case 'url':
      return linksIn(letter);
    case 'integer':
    case 'number':
      return numbersFor(asked, letter);
    default:
      return textsFor(asked, letter);
  }
}

function dayTimes(asked: Asked, letter: Letter): Spot[] {
  const times = timesIn(letter);
  return daysIn(letter, liesBehind(asked)).flatMap((day) => {
    const near = times.filter(({ start }) => Math.abs(start - day.end) < 60)[0];
    return near
      ? [
          {
            start: Math.min(day.start, near.start),
            end: Math.max(day.end, near.end),
            value: `${day.value}T${near.value}`,
          },
        ]
      : [];
  });
}

/** Numbers that are no part of a day, time, amount or number to ring. */
export function numbersFor(asked: Asked, letter: Letter): Spot[] {
  const others = [
    ...daysIn(letter, false).filter(({ kind }) => kind === 'date'),
    ...timesIn(letter),
    ...amountsIn(letter),
    ...phonesIn(letter),
  ];
  return quantitiesIn(letter).filter(
    (one) =>
      !(one.isOrdinal && /(?:day|tag|jour|dia|dag)$/.test(letter.tokens[one.next]?.word ?? '')) &&
      !others.some(({ start, end }) => one.start < end && start < one.end) &&
      unitFits(asked, one.next, letter),
  );
}

/** A number with a unit wants it behind. */
function unitFits({ unit }: Asked, next: number, { tokens }: Letter): boolean {
  if (unit === null) return true;
  const wanted = unitWords[unit] ?? [unit];
  return isAnyOf(tokens[next]?.word ?? '', wanted);
}

const unitWords: Readonly<Record<string, readonly string[]>> = {
  m: ['m', 'metre', 'metres', 'meter', 'meters', 'metro', 'metros', 'metres'],
  kg: ['kg', 'kilo', 'kilos', 'kilogram'],
  kn: ['kn', 'knots', 'knoten', 'noeuds', 'nudos'],
  V: ['v', 'volt', 'volts'],
};

function candidatesFor(asked: Asked, letter: Letter, fields: readonly Asked[]): Candidate[] {
  const isOnly = fields.filter(({ type }) => type === asked.type).length === 1;
  const inBody = (spot: Spot) => spot.start < letter.closing || asked.type === 'email' || asked.type === 'phone';
  return spotsOf(asked, letter)
    .filter(inBody)
    .map((spot, i): Candidate => {
      const labelled = labelScore(asked, spot, letter);
      const cue = cueScore(asked, spot, letter);
      const score = cue + labelled + shapeScore(asked, spot) - wornOut(spot, letter) + (isOnly ? 0.5 : 0) - i * 0.02;
      return { asked, spot, cue: cue + labelled, score };
    });
}

/** “Name: value” on a line of its own, with a word of the field. */
function labelScore({ nameWords, words }: Asked, { start }: Spot, { text }: Letter): number {
  const lineStart = text.lastIndexOf('\n', start - 1) + 1;
  const label = /^\s*[-*•]?\s*([^:\n]{2,30}):\s*$/.exec(text.slice(lineStart, start))?.[1];
  if (label === undefined) return 0;
  const own = plain(label).split(/\s+/);
  if (own.some((word) => isAnyOf(word, nameWords))) return 5;
  return own.some((word) => isAnyOf(word, words)) ? 2 : 0;
}

/** An article that is also a number seldom counts; what was said before a correction does not. */
function wornOut(spot: Spot, letter: Letter): number {
  const isArticle = 'isArticle' in spot && spot.isArticle === true;
  const isLater = correction.test(letter.text.slice(0, spot.start)) && !isCorrected(spot, letter);
  const at = letter.tokens.findIndex(({ end }) => end > spot.start);
  const denied = isDenied(letter.tokens, at) ? 1 : 0;
  return (isArticle ? 0.8 : 0) + (isCorrected(spot, letter) ? 2.5 : 0) - (isLater ? 1.2 : 0) + denied;
}

const correction =
  /\b(?:sorry|i mean|make (?:that|it)|correction|rather|but the|vielmehr|besser gesagt|doch lieber|sondern|finalement|plut[oô]t|perd[oó]n|mejor dicho|fueron|digo|desculpe|ali[aá]s|melhor|of nee|liever|nee toch|undskyld|jeg mener|hellere)\b/i;

function isCorrected({ end }: Spot, letter: Letter): boolean {
  const behind = letter.text.slice(end, end + 60).split(/[.;\n]{1}\s/)[0] ?? '';
  return correction.test(behind);
}

const shapeOf = (value: string) =>
  value
    .replace(/\p{Lu}[\p{L}\p{M}'’.-]*/gu, 'A')
    .replace(/\p{Ll}[\p{L}\p{M}'’.-]*/gu, 'a')
    .replace(/\d+/g, '9')
    .replace(/(?:A )+A/g, 'A');

/** Values that look as those of examples do. */
function shapeScore(asked: Asked, { value }: Spot): number {
  if (typeof value !== 'string' || telling.has(asked.type)) return 0;
  const shape = shapeOf(value);
  if (!asked.shown.some((one) => shapeOf(String(one.value)) === shape)) return 0;
  // A capital alone is no shape; a number or a small word beside it is one.
  return shape === 'A' ? 0.4 : 1.7;
}

/** What may be the value of a text: names, names with a number behind as in streets, what stands in quotation marks or behind a label. */
function textsFor(asked: Asked, letter: Letter): Spot[] {
  const { text } = letter;
  const names = namesIn(letter).filter(({ start }) => start < letter.closing && !isGreeted(start, letter));
  const numbered = names.flatMap((name): Spot[] => {
    const number = /^ (\d+ ?[a-z]?)(?![\p{L}\d.,:])/iu.exec(text.slice(name.end));
    return number ? [{ start: name.start, end: name.end + number[0].length, value: `${name.value}${number[0]}` }] : [];
  });
  const wantsNumber = asked.shown.some(({ value }) => /\p{L} \d/u.test(String(value)));
  const led = names.flatMap((name): Spot[] => withLead(asked, name, letter));
  const quoted = [...text.matchAll(/["“„«»](?=\S)([^"“”«»\n]{2,80}(?:\n[^"“”«»\n]{2,80})?)["”“»«]/g)].map(
    (match): Spot => ({
      start: match.index + 1,
      end: match.index + match[0].length - 1,
      value: (match[1] ?? '').replace(/\s+/g, ' ').trim(),
    }),
  );
  const labelled = [
    ...text.matchAll(/^[ \t]*[-*•]?[ \t]*(\p{L}+(?: \p{L}+){0,2}):[ \t]*(\S[^\n.!?]{0,60}?)[ \t]*$/gmu),
  ].map((match): Spot => {
    const value = match[2] ?? '';
    const start = match.index + match[0].lastIndexOf(value);
    return { start, end: start + value.length, value };
  });
  const coded = asked.shown.some(({ value }) => codePattern.test(String(value)))
    ? [...text.matchAll(/(?<![\p{L}\d])(?=[A-Z\d -]*\d)[A-Z\d]{1,8}(?:[ -/][A-Z\d]{1,8}){0,4}(?![\p{L}\d])/gu)].map(
        (match): Spot => ({ start: match.index, end: match.index + match[0].length, value: match[0] }),
      )
    : [];
  const phrases = wantsPhrase(asked) ? phrasesFor(asked, letter) : [];
  const named = wantsNumber ? numbered : [...led, ...names.filter((name) => !led.some((one) => one.end === name.end))];
  return [
    ...coded,
    ...phrases,
    ...(wantsQuoted(asked) || phrases.length > 0 ? [] : named),
    ...(wantsQuoted(asked) ? quoted : []),
    ...labelled.filter(({ start }) => labelScore(asked, { start, end: start, value: '' }, letter) > 0),
  ];
}

/** Whether examples took what stands in quotation marks. */
const wantsQuoted = ({ shown, type }: Asked): boolean =>
  type === 'text' && shown.some(({ letter, start }) => start > 0 && /["“„«»]/.test(letter.text[start - 1] ?? ''));

/** Whether examples took words in small letters: “fuel dock”, “cais norte”. */
const wantsPhrase = ({ shown, type }: Asked): boolean =>
  type === 'text' && shown.length > 0 && shown.every(({ value }) => /^[\p{Ll}\d ’'-]+$/u.test(String(value)));

/** Runs of words that nothing common parts, with one among them that says what the field is; also as the end of a longer word. */
function phrasesFor(asked: Asked, letter: Letter): Spot[] {
  const heads = [...asked.words, ...asked.shown.flatMap(({ value }) => plain(String(value)).split(' '))].filter(
    (word) => word.length > 2 && !common.has(word) && !isAnyOf(word, asked.nameWords),
  );
  const isHead = (word: string) => isAnyOf(word, heads) || heads.some((head) => head.length > 3 && word.endsWith(head));
  const found: Spot[] = [];
  let run: (typeof letter.tokens)[number][] = [];
  const end = () => {
    const at = run.findLastIndex(({ word }) => isHead(word));
    const [from, to] = [run[Math.max(0, at - 1)], run[Math.min(run.length - 1, at + 1)]];
    if (at >= 0 && from && to)
      found.push({ start: from.start, end: to.end, value: letter.text.slice(from.start, to.end).replace(/\s+/g, ' ') });
    run = [];
  };
  for (const token of letter.tokens) {
    if (/^\p{L}/u.test(token.text) && !common.has(token.word) && !articles.has(token.word)) run.push(token);
    else end();
  }
  end();
  return found;
}

/** Codes of capitals and figures, such as number plates. */
const codePattern = /^(?=.*\d)(?=.*[A-Z])[A-Z\d]+(?:[ -/][A-Z\d]+)*$/;

/** Names with the small word before them that examples have: “école du Clos-Marin”, “team Noord”. */
function withLead(asked: Asked, name: Spot<string>, { text, tokens }: Letter): Spot[] {
  const lead = asked.shown
    .map(
      ({ value }) =>
        /^(\p{Ll}[\p{L}'’]*(?: (?:de|du|des|del|la|da|do|van|von|der|d'|d’))?) ?\p{Lu}/u.exec(String(value))?.[1],
    )
    .find(Boolean);
  if (lead === undefined) return [];
  const behind = tokens.filter(({ end }) => end <= name.start).slice(-3);
  const small = /^(?:de|du|des|del|la|da|do|van|von|der|d'|of)$/;
  let from = behind.length;
  while (from > 0 && small.test(behind[from - 1]?.word ?? '')) from--;
  const head = behind[from - 1];
  if (!head || !/^\p{Ll}/u.test(head.text) || common.has(head.word) || articles.has(head.word)) return [];
  return [{ start: head.start, end: name.end, value: text.slice(head.start, name.end).replace(/\s+/g, ' ') }];
}

/** Whom a letter greets is not whom it is about. */
function isGreeted(start: number, { text }: Letter): boolean {
  const line = text.slice(text.lastIndexOf('\n', start - 1) + 1);
  return /^(?:dear|hi|hello|hey|hallo|liebe[rs]?|sehr geehrte|bonjour|bonsoir|chere?s?|hola|estimad|querid|bom dia|ola|car[oa]|beste|dag|geachte|kaere|hej|good morning|morning)\b[^.!?]{0,40}[,!:]?\s*(?:\n|$)/.test(
    plain(line.split('\n')[0] ?? ''),
  );
}

/** Words that the instructions tie to a value: “midi vaut 12:00”. */
function byTiedWord(asked: Asked, letter: Letter): Found | null {
  if (asked.type !== 'integer' && asked.type !== 'number' && asked.type !== 'time') return null;
  for (const { words, value } of tiedValues(asked)) {
    const token = letter.tokens.find(({ word, start }) => start < letter.closing && isAnyOf(word, words));
    if (token)
      return {
        value: asked.type === 'time' ? value : Number(value),
        quote: token.text,
        start: token.start,
        end: token.end,
      };
  }
  return null;
}

/** Words that stood with a value in worked examples. */
type LearnedWords = ReadonlyMap<string, ReadonlySet<string>>;

interface Stretch {
  start: number;
  end: number;
}

const wholeOf = (letter: Letter): Stretch => ({ start: 0, end: letter.closing });

/** The choice that most words of a letter speak for; `within` bounds where is looked. */
export function findChoice(
  asked: Asked,
  letter: Letter,
  within: Stretch = wholeOf(letter),
  learned: LearnedWords = new Map(),
): Found | null {
  let best: { found: Found; score: number } | null = null;
  for (const { value, words } of wordsForChoices(asked)) {
    const known = [...(learned.get(value) ?? []), ...quotedFor(asked, value)];
    const one = supportFor({ value, words, known }, letter, within);
    if (one && (best === null || one.score > best.score)) best = one;
  }
  return best?.found ?? null;
}

/** Words that examples quoted for a choice. */
const quotedFor = ({ shown }: Asked, choice: string): string[] =>
  shown
    .filter(({ value, start }) => value === choice && start >= 0)
    .flatMap(({ quote }) => plain(quote ?? '').split(/[^\p{L}]+/u))
    .filter((word) => word.length > 2 && !common.has(word));

interface ChoiceWords {
  value: string;
  words: readonly string[];
  known: readonly string[];
}

function supportFor(
  { value, words, known }: ChoiceWords,
  letter: Letter,
  within: Stretch,
): { found: Found; score: number } | null {
  const own = plain(value).split(/\s+/);
  let score = 0;
  let found: { one: Found; weight: number } | null = null;
  letter.tokens.forEach((token, i) => {
    if (token.start < within.start || token.end > within.end) return;
    const isOwn =
      own.length === 1 ? alike(token.word, own[0] ?? '') : own.every((word, n) => letter.tokens[i + n]?.word === word);
    const weight = isOwn ? 4 : isAnyOf(token.word, known) ? 2 : isAnyOf(token.word, words) ? 1 : 0;
    if (weight === 0) return;
    const isWornOut =
      isCorrected({ start: token.start, end: token.end, value: '' }, letter) || isDenied(letter.tokens, i);
    score += isWornOut ? -weight / 2 : weight;
    const one = { value, quote: token.text, start: token.start, end: token.end };
    if (!found || weight > found.weight) found = { one, weight };
  });
  const best = found as { one: Found; weight: number } | null;
  return best && score > 0 ? { found: best.one, score } : null;
}

/** Yes where what the field asks is said, no where it is denied or its contrary is. */
export function findYesNo(asked: Asked, letter: Letter, within: Stretch = wholeOf(letter)): Found | null {
  const said = yesNoWords(asked);
  let best: { score: number; found: Found } | null = null;
  for (const sentence of letter.sentences) {
    const stretch = { start: Math.max(sentence.start, within.start), end: Math.min(sentence.end, within.end) };
    const weighed = stretch.start < stretch.end ? weigh(said, letter, stretch) : null;
    if (weighed && (best === null || weighed.score > best.score)) best = weighed;
  }
  if (best) return best.found;
  if (said.otherwise === null) return null;
  const [first] = letter.sentences;
  const quote = first ? letter.text.slice(first.start, first.end).trim() : null;
  return { value: said.otherwise, quote, start: first?.start ?? 0, end: first?.end ?? 0 };
}

/** What the words of a stretch say, for and against. */
function weigh(
  { yes, no }: { yes: readonly string[]; no: readonly string[] },
  letter: Letter,
  { start, end }: Stretch,
): { score: number; found: Found } | null {
  const score = { for: 0, against: 0 };
  const told = letter.tokens.filter((token, i) => {
    if (token.start < start || token.end > end) return false;
    const [isYes, isNo] = [isAnyOf(token.word, yes), isAnyOf(token.word, no)];
    if (!isYes && !isNo) return false;
    const speaksFor = isYes === isNo || isYes ? !isDenied(letter.tokens, i) : isDenied(letter.tokens, i);
    score[speaksFor ? 'for' : 'against'] += isYes === isNo ? 0.5 : 1;
    return true;
  });
  const [first] = told;
  const all = score.for + score.against;
  if (!first || all < 1) return null;
  return {
    score: all,
    found: { value: score.for >= score.against, quote: first.text, start: first.start, end: first.end },
  };
}
