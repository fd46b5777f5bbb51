import type { Found } from './fields.js';
import { type Concept, conceptsOf } from './language/concepts.js';
import { alike, isWord, plain, tokensOf } from './language/fold.js';
import { common } from './language/words.js';
import type { Asked, Question } from './request.js';

/** What the instructions say of a choice, on a line of its own: `- gate keys: Keys and codes of gates`. */
interface Description {
  choice: string;
  words: readonly string[];
  concepts: ReadonlySet<Concept>;
}

/** Words of names of categories that every letter has. */
const sayNothing = new Set(['question', 'questions', 'request', 'requests', 'other', 'something', 'somebody']);

/** The descriptions of a field’s choices; null where its choices are not described one by one. */
export function descriptionsOf({ choices }: Asked, { instructions }: Question): Description[] | null {
  if (choices === null) return null;
  const [before = ''] = instructions.split(/^Fields:$/m);
  const described = choices.flatMap((choice): Description[] => {
    const line = before.split('\n').find((one) => one === `- ${choice}` || one.startsWith(`- ${choice}: `));
    if (line === undefined) return [];
    const words = tokensOf(line.slice(2).replaceAll('_', ' '))
      .filter(isWord)
      .map(({ word }) => word)
      .filter((word) => word.length > 2 && !common.has(word) && !sayNothing.has(word));
    return [{ choice, words, concepts: conceptsOf(words) }];
  });
  return described.length > 1 ? described : null;
}

/** Less than this is chance. */
const minScore = 2.5;
/** With less of a lead it is not clear. */
const leadBy = 0.7;
/** A letter of so many words that say nothing of any choice is about something else. */
const manyWords = 25;

/** The choice whose description says most of what a letter says; the one that is not described where a whole letter says nothing of any. */
export function chooseDescribed(asked: Asked, described: readonly Description[], question: Question): Found | null {
  const { letter } = question;
  const rest = asked.choices?.find((choice) => described.every((one) => one.choice !== choice));
  const tokens = letter.tokens.filter((token) => isWord(token) && token.end <= letter.closing);
  const scored = described
    .map((one) => ({ one, ...scoreOf(one, described, tokens, letter.text.indexOf('\n\n')) }))
    .sort((a, b) => b.score - a.score);
  const [best, next] = scored;
  const sure = best && best.score >= minScore && best.score - (next?.score ?? 0) >= leadBy;
  if (sure && best.word)
    return { value: best.one.choice, quote: best.word.text, start: best.word.start, end: best.word.end };
  const isUnderstood = conceptsOf(tokens.map(({ word }) => word)).size > 0;
  const isElsewhere = rest !== undefined && (best?.score ?? 0) === 0 && isUnderstood && tokens.length >= manyWords;
  return isElsewhere ? { value: rest, quote: null, start: 0, end: 0 } : null;
}

type Word = Question['letter']['tokens'][number];

/** What is said again adds less each time; what the subject says counts twice. */
const fading = 0.5;
const inSubject = 2;

function scoreOf(description: Description, all: readonly Description[], tokens: readonly Word[], subjectEnd: number) {
  const said = new Map<string, number>();
  let score = 0;
  let best: { word: Word; weight: number } | null = null;
  for (const token of tokens) {
    const word = plain(token.word);
    const concept = [...conceptsOf([word])].find((one) => description.concepts.has(one));
    const own = description.words.find((one) => one.length > 3 && alike(one, word));
    const key = concept ?? own;
    if (key === undefined) continue;
    const sharing = all.filter(({ concepts, words }) =>
      concept === undefined ? words.some((one) => one.length > 3 && alike(one, word)) : concepts.has(concept),
    ).length;
    const times = said.get(key) ?? 0;
    said.set(key, times + 1);
    const weight = (fading ** times * (token.end <= subjectEnd ? inSubject : 1)) / Math.max(1, sharing) ** 1.5;
    score += weight;
    if (best === null || weight > best.weight) best = { word: token, weight };
  }
  return { score, word: best?.word ?? null };
}
