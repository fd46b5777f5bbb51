import { cueScore, followsExample } from './cues.js';
import { type Found, findChoice, findYesNo, foundAt, liesBehind, numbersFor, spotsOf } from './fields.js';
import { cutIn } from './find/cut.js';
import { daysIn } from './find/days.js';
import { namesIn, signerOf } from './find/names.js';
import { amountsIn, centsIn } from './find/plain-values.js';
import { isAnyOf, wordsForChoices } from './find/said.js';
import { type Letter, type Spot, sentenceAt } from './find/spot.js';
import { alike, isWord, plain, type Token } from './language/fold.js';
import { articles, cancelled, common, corrected, negations, numberWords, prepositions } from './language/words.js';
import { type Learned, learnedFrom } from './learned.js';
import type { Asked, Question } from './request.js';

export type FoundRow = Map<string, Found>;

interface Chunk {
  start: number;
  end: number;
  anchor: Spot;
}

/** Reads rows out of a letter: what each is known by is looked for first, then what stands with it. */
export function findRows(question: Question, taken: readonly Found[]): FoundRow[] {
  const { columns, letter } = question;
  const learned = learnedFrom(question);
  const anchor = anchorOf(columns);
  if (!anchor) return [];
  const spots = anchorsIn(anchor, columns, letter).filter(
    (spot) => anchor.type === 'text' || !taken.some((one) => one.start < spot.end && spot.start < one.end),
  );
  const chunks = chunksOf(spots, letter, anchor.type === 'text');
  const rows: { row: FoundRow; chunk: Chunk }[] = [];
  for (const chunk of chunks) {
    if (isCancelled(chunk, columns, letter)) continue;
    const row = rowOf(chunk, { anchor, columns, letter, learned });
    const before = rows.at(-1);
    if (before && isCorrection(chunk, before.chunk, letter)) {
      // What is put right keeps what it does not say anew.
      rows[rows.length - 1] = { row: new Map([...before.row, ...row]), chunk };
    } else rows.push({ row, chunk });
  }
  return rows.map(({ row }) => row);
}

/** What an item is best told by: an amount, a number of things, a name. */
function anchorOf(columns: readonly Asked[]): Asked | null {
  const of = (type: string) => columns.find((column) => column.type === type);
  return (
    of('amount') ??
    of('integer') ??
    of('number') ??
    columns.find(({ type, shown }) => type === 'text' && shown.every(({ value }) => /^\p{Lu}/u.test(String(value)))) ??
    columns.find(({ type }) => type === 'text') ??
    null
  );
}

const total =
  /\b(?:total|sum|altogether|in all|summe|gesamt|insgesamt|zusammen|somme|suma|soma|totaal|samen|ialt|i alt|ao todo|en todo|em tudo|en total)\b/;

function anchorsIn(anchor: Asked, columns: readonly Asked[], letter: Letter): Spot[] {
  const inBody = (spot: Spot) => spot.start < letter.closing;
  if (anchor.type === 'amount') {
    const amounts = amountsIn(letter);
    const currency = amounts[0]?.value.slice(-3) ?? currencyShown(anchor) ?? 'EUR';
    const cents = centsIn(letter, currency).filter(
      (one) => !amounts.some((other) => one.start < other.end && other.start < one.end),
    );
    return [...amounts, ...cents]
      .filter(inBody)
      .filter(({ start }) => !total.test(plain(letter.text.slice(Math.max(0, start - 25), start))))
      .sort((a, b) => a.start - b.start);
  }
  if (anchor.type === 'text') return namedAnchors(anchor, columns, letter);
  const choices = columns.filter(({ type }) => type === 'choice');
  return numbersFor(anchor, letter)
    .filter(inBody)
    .filter((spot) => {
      const next = 'next' in spot ? Number(spot.next) : 0;
      if (followsExample(anchor, spot, letter)) return !isGivenAway(spot, columns, anchor, letter);
      const noun = letter.tokens[next];
      if (!noun || !isWord(noun)) return false;
      const isUnit = choices.some(
        ({ choices: all, shown }) =>
          all?.some((choice) => alike(plain(choice), noun.word)) ||
          shown.some(({ quote }) => alike(plain(quote ?? ''), noun.word)),
      );
      return 'isArticle' in spot && spot.isArticle
        ? isUnit
        : !common.has(noun.word) || isUnit || noun.word === 'of' || noun.word === 'de';
    });
}

/** How far before a number the name of its column may stand, in words. */
const nameReach = 4;

/** Whether another column of numbers is named just before a spot: “cancels notice 253”. */
const isGivenAway = (spot: Spot, columns: readonly Asked[], anchor: Asked, letter: Letter): boolean => {
  const before = letter.tokens.filter(({ end }) => end <= spot.start).slice(-nameReach);
  return columns.some(
    (other) =>
      other !== anchor && other.type === anchor.type && before.some(({ word }) => isAnyOf(word, other.nameWords)),
  );
};

const currencyShown = ({ shown }: Asked) =>
  shown.map(({ value }) => /[A-Z]{3}$/.exec(String(value))?.[0]).find(Boolean);

const firstPerson = /^(?:i|i'm|i'll|i've|ich|je|j'ai|ik|yo|eu|jeg)$/;

/** Names that are not those of another column; the writer, where the letter speaks of nobody else. */
function namedAnchors(anchor: Asked, columns: readonly Asked[], letter: Letter): Spot[] {
  const rivals = columns.filter(({ name, type }) => type === 'text' && name !== anchor.name);
  const names = peopleIn(letter).filter((name) => name.start < letter.closing && !isOpening(name, letter));
  const own = names.filter((name) => {
    const score = cueScore(anchor, name, letter);
    return !rivals.some((rival) => cueScore(rival, name, letter) > score + 0.3) && hasMore(name, columns, letter);
  });
  return [...own, ...writerIn(own, columns, letter)].sort((a, b) => a.start - b.start);
}

/** The writer, who is “I” in the letter and a name below it: one that is spoken of where no other name is. */
function writerIn(named: readonly Spot[], columns: readonly Asked[], letter: Letter): (Spot & { said: Spot })[] {
  const signer = signerOf(letter);
  if (!signer) return [];
  const first = signer.value.split(' ')[0] ?? signer.value;
  for (const token of letter.tokens) {
    if (token.start >= letter.closing || !firstPerson.test(token.word)) continue;
    const sentence = sentenceAt(letter, token.start);
    const isTaken = named.some(({ start }) => start >= sentence.start && start < sentence.end);
    const spot = { start: token.start, end: token.end, value: first };
    if (!isTaken && hasMore(spot, columns, letter))
      return [{ ...spot, said: { start: signer.start, end: signer.start + first.length, value: first } }];
  }
  return [];
}

/** Names of single people: two that an “and” joins are two, and what an article stands before is no one. */
function peopleIn(letter: Letter): Spot<string>[] {
  return namesIn(letter).flatMap((name) => {
    const before = letter.tokens.filter(({ end }) => end <= name.start).at(-1);
    if (before && determiners.has(before.word) && !/[.;!?]/.test(letter.text.slice(before.end, name.start))) return [];
    let at = name.start;
    return letter.text
      .slice(name.start, name.end)
      .split(/(\s+(?:and|und|et|y|e|en|og|&)\s+)/)
      .flatMap((part, i): Spot<string>[] => {
        const start = at;
        at += part.length;
        return i % 2 === 0 ? [{ start, end: at, value: part.replace(/\s+/g, ' ') }] : [];
      });
  });
}

const determiners = new Set(
  'the a an das die der dem den am im zum zur beim vom ein eine einen einem einer unser unsere ihr ihre kein keine le la les du au aux el los las del al o os as do da dos das no na de het een ons onze det et en'.split(
    ' ',
  ),
);

/** Whether the clause of a name says more that an item has: a day, or a word for a choice. */
function hasMore(name: Spot, columns: readonly Asked[], letter: Letter): boolean {
  const { text } = letter;
  const start = Math.max(...[',', ';', ':', '.', '\n\n'].map((mark) => text.lastIndexOf(mark, name.start - 1))) + 1;
  const behind = /[,;.!?]\s|\n\s*\n/.exec(text.slice(name.end));
  const stretch = { start, end: Math.min(name.end + (behind?.index ?? text.length), letter.closing) };
  const days = daysIn(letter, false).some(({ start }) => start >= stretch.start && start < stretch.end);
  return days || columns.some((column) => column.type === 'choice' && findChoice(column, letter, stretch) !== null);
}

const opening =
  /^(?:dear|hi|hello|hallo|hey|liebe|sehr|bonjour|hola|beste|dag|goede|good|morning|moin|chere?s?|ola|bom|kaere|hej|guten)\b/;
function isOpening({ start }: Spot, { text }: Letter): boolean {
  const line = plain(text.slice(text.lastIndexOf('\n', start - 1) + 1, start + 60).split('\n')[0] ?? '');
  return opening.test(line) && /^[^.]{0,50}[,!:]?$/.test(line.trim());
}

/** Cuts a letter between the anchors, at the strongest mark that stands there: the end of a sentence or line, a semicolon, a comma, an “and”. */
function chunksOf(anchors: readonly Spot[], letter: Letter, isNamed: boolean): Chunk[] {
  const { text } = letter;
  return anchors.map((anchor, i) => {
    const before = anchors[i - 1];
    const after = anchors[i + 1];
    const sentence = sentenceAt(letter, anchor.end - 1);
    const last = isNamed ? letter.closing : Math.min(sentence.end, letter.closing);
    return {
      anchor,
      start: before ? cutIn(text, before.end, anchor.start, isNamed) : sentenceAt(letter, anchor.start).start,
      end: after ? cutIn(text, anchor.end, after.start, isNamed) : last,
    };
  });
}

function isCancelled({ start, end }: Chunk, columns: readonly Asked[], { text, tokens }: Letter): boolean {
  const own = tokens.filter((token) => token.start >= start && token.end <= end);
  // What a column is called is no word about the item.
  const names = columns.flatMap(({ nameWords }) => nameWords);
  if (own.some(({ word }) => cancelled.has(word) && !isAnyOf(word, names))) return true;
  const words = plain(text.slice(start, end));
  return (
    /\b(?:called off|backed out|no longer|not needed|nicht mehr|pago eu|pago yo|a mi cuenta|de mi bolsillo|do meu bolso|on me|my own pocket|geht auf mich)\b/.test(
      words,
    ) || negations.has(own.find(isWord)?.word ?? '')
  );
}

/** “Sorry, make that fourteen bunches of the same.” */
function isCorrection(chunk: Chunk, before: Chunk, { text }: Letter): boolean {
  const between = text.slice(before.anchor.end, chunk.anchor.start);
  return corrected.test(plain(between)) && !/[.\n]\s*\n/.test(between);
}

/** Where an anchor’s own words stand. */
const saidAt = (anchor: Spot & { said?: Spot }): Spot => anchor.said ?? anchor;

interface Around {
  learned: Learned;
  anchor: Asked;
  columns: readonly Asked[];
  letter: Letter;
}

function rowOf(chunk: Chunk, { anchor, columns, letter, learned }: Around): FoundRow {
  const row: FoundRow = new Map([[anchor.name, foundAt(saidAt(chunk.anchor), letter)]]);
  const inChunk = (spot: Spot) => spot.start >= chunk.start && spot.end <= chunk.end;
  const days = columns.filter(({ type }) => type === 'date');
  if (days.length > 0) putDays(row, days, chunk, letter);
  for (const asked of columns) {
    if (row.has(asked.name) || asked.type === 'date') continue;
    const found =
      asked.type === 'choice'
        ? findChoice(asked, letter, chunk, learned.get(asked.name))
        : asked.type === 'yes-no'
          ? findYesNo(asked, letter, chunk)
          : asked.type === 'text'
            ? null
            : spotsOf(asked, letter)
                .filter((spot) => inChunk(spot) && !overlaps(spot, row))
                .map((spot) => foundAt(spot, letter))[0];
    if (found) row.set(asked.name, found);
  }
  for (const asked of columns)
    if (asked.type === 'text' && !row.has(asked.name)) putText(row, asked, chunk, { anchor, columns, letter, learned });
  return row;
}

const overlaps = (spot: Spot, row: FoundRow) =>
  [...row.values()].some(({ start, end }) => spot.start < end && start < spot.end);

const open = /\b(?:since|seit|depuis|desde|sinds|siden)\b/;

/** A first and a last day, or one day for both where examples have that. */
function putDays(row: FoundRow, days: readonly Asked[], chunk: Chunk, letter: Letter): void {
  const [first, second] = days;
  if (!first) return;
  const isOpen = open.test(plain(letter.text.slice(chunk.start, chunk.end)));
  const spots = daysIn(letter, liesBehind(first) || (isOpen && days.length > 1)).filter(
    ({ start, end }) => start >= chunk.start && end <= chunk.end,
  );
  const [from, to] = spots;
  if (from) row.set(first.name, foundAt(from, letter));
  if (!second) return;
  if (to) row.set(second.name, foundAt(to, letter));
  else if (from && !isOpen && !stillOpen.test(plain(letter.text.slice(chunk.start, chunk.end))))
    row.set(second.name, foundAt(from, letter));
}

const stillOpen =
  /\b(?:until further|bis auf weiteres|not clear|unclear|nog niet|noch nicht|weiss nicht|weet (?:ze|hij)? ?(?:nog )?niet|jusqu'a nouvel|don't know|not yet)\b/;

/** The words of a chunk that nothing else explains: a noun with what stands before it. */
function putText(row: FoundRow, asked: Asked, chunk: Chunk, { anchor, columns, letter }: Around): void {
  const isName =
    asked.shown.length > 0 ? asked.shown.every(({ value }) => /^\p{Lu}/u.test(String(value))) : anchor.type === 'text';
  if (isName) {
    const name = namesIn(letter).find((one) => one.start >= chunk.start && one.end <= chunk.end && !overlaps(one, row));
    if (name) row.set(asked.name, foundAt(name, letter));
    return;
  }
  const choices = columns.filter(({ type }) => type === 'choice').flatMap(wordsForChoices);
  const explained = (token: Token) =>
    common.has(token.word) ||
    articles.has(token.word) ||
    numberWords.has(token.word) ||
    negations.has(token.word) ||
    choices.some(({ value, words }) => alike(token.word, plain(value)) || isAnyOf(token.word, words)) ||
    [...row.values()].some(({ start, end }) => token.start < end && start < token.end);
  const behind = letter.tokens.filter(({ start, end }) => start >= chunk.anchor.end && end <= chunk.end);
  const ahead = letter.tokens.filter(({ start, end }) => start >= chunk.start && end <= chunk.anchor.start);
  const bridged = asked.shown.some(({ value }) =>
    plain(String(value))
      .split(' ')
      .slice(1, -1)
      .some((word) => prepositions.has(word)),
  );
  const run =
    [longestRun(behind, explained, bridged), longestRun(ahead, explained, bridged)].find((one) => one.length > 0) ?? [];
  const [first, last] = [run[0], run.at(-1)];
  if (!first || !last) return;
  const quote = letter.text.slice(first.start, last.end).replace(/\s+/g, ' ');
  row.set(asked.name, { value: asShown(quote, asked), quote, start: first.start, end: last.end });
}

/** The first run of words that nothing explains; `bridged`: a small word between two of them parts none. */
function longestRun(tokens: readonly Token[], explained: (token: Token) => boolean, bridged: boolean): Token[] {
  const run: Token[] = [];
  for (const [i, token] of tokens.entries()) {
    const next = tokens[i + 1];
    const isBridge = bridged && prepositions.has(token.word) && next !== undefined && isWord(next) && !explained(next);
    if (isWord(token) && (!explained(token) || (run.length > 0 && isBridge))) run.push(token);
    else if (run.length > 0) break;
  }
  return run;
}

/** In the form examples have: the singular in small letters, where they do so with what stands in the plural. */
function asShown(quote: string, { shown }: Asked): string {
  const isLower = shown.length > 0 && shown.every(({ value }) => String(value) === String(value).toLowerCase());
  const text = isLower ? quote.toLowerCase() : quote;
  const isSingular = shown.some(({ value, letter }) =>
    letter.tokens.some(({ word }) => word === `${plain(String(value))}s` || word === `${plain(String(value))}es`),
  );
  return isSingular ? singular(text) : text;
}

function singular(text: string): string {
  if (/ies$/.test(text)) return text.replace(/ies$/, 'y');
  if (/(?:ss|x|z|ch|sh)es$/.test(text)) return text.replace(/es$/, '');
  return /[^sui]s$/.test(text) ? text.slice(0, -1) : text;
}
