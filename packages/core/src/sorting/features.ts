import { accentless } from '../values/index.js';
import { kindred } from './kindred.js';
import type { Seen } from './seen.js';

/** Something a message has that may speak for or against a category. */
interface Feature {
  /** How often, weighted by kind. */
  count: number;
  /** The words of the message it stands for, as they are written there; empty for marks. */
  words: Set<string>;
}

/** Features by a key that begins with its kind: `word`, `start`, `pair`, `kin`, `domain`, `mark`, `file`. */
export type Features = ReadonlyMap<string, Feature>;

export type FeatureKind = 'small' | 'word' | 'start' | 'pair' | 'kin' | 'domain' | 'mark' | 'file';

export const kindOf = (key: string): FeatureKind => key.slice(0, key.indexOf(':')) as FeatureKind;

/** Of longer words the beginning counts as well: endings differ by case, number and person, and by what is joined to them. */
const startLength = 5;
/** Answers and forwards say so before their subject; it says nothing of what they are about. */
const answerMark = /^(?:\s*(?:re|aw|fw|fwd|wg|tr|rv|sv|enc|res)\s*:\s*)+/i;
const token = /\p{L}[\p{L}\p{M}'’]*(?:-\p{L}[\p{L}\p{M}]*)*|\p{N}[\p{N}.,:]*|[£€$%?!]/gu;

/** What a message has: its words, their beginnings, pairs of them, what they are kin to, where it comes from, and what came with it. */
export function featuresOf(seen: Seen): Features {
  const features = new Map<string, Feature>();
  const add = (key: string, count: number, ...words: string[]) => {
    const feature = features.get(key) ?? { count: 0, words: new Set() };
    feature.count += count;
    for (const word of words) feature.words.add(word);
    features.set(key, feature);
  };
  for (const text of [seen.subject.replace(answerMark, ''), seen.body]) addWords(text, add);
  if (seen.domain !== null) add(`domain:${seen.domain}`, 1);
  if (seen.list) add('mark:list', 1);
  if (seen.automatic !== null) add(`mark:${seen.automatic}`, 1);
  for (const ending of seen.attachments) add(`file:${ending}`, 1);
  return features;
}

type Add = (key: string, count: number, ...words: string[]) => void;

function addWords(text: string, add: Add): void {
  const written = text.match(token) ?? [];
  // Which number it is tells nothing; that there is one may.
  const plain = written.map((word) => (/^\p{N}/u.test(word) ? '#' : accentless(word).replace(/ß/g, 'ss')));
  for (const [i, word] of plain.entries()) {
    const own = written[i] ?? word;
    add(`${isSmall(word) ? 'small' : 'word'}:${word}`, 1, own);
    if (word.length > startLength) add(`start:${word.slice(0, startLength)}`, 1, own);
    const next = plain[i + 1];
    if (next !== undefined) add(`pair:${word} ${next}`, 1, own, written[i + 1] ?? next);
    for (const group of kinOf(word)) add(`kin:${group}`, 1, own);
    for (const [more, group] of kindred().phrases.get(word) ?? [])
      if (more.every((one, k) => plain[i + 1 + k] === one))
        add(`kin:${group}`, 1.5, ...written.slice(i, i + 1 + more.length));
  }
}

const small = new Set(
  `a about after again all also am an and any are as at be been before but by can could did do does for from get got had has have he her
  here him his how i if in into is it its just like me more my no not now of off on one only or other our out over please she should so
  some than that the their them then there they this to too up us very was we were what when where which who will with would you your
  aber als also am an auch auf aus bei bin bis bitte da dann das dass dem den der des die dies doch du durch ein eine einem einen einer
  er es fur hab haben hat ich ihm ihn ihr ihre im in ist ja kann konnen man mein meine mich mir mit nach nicht noch nun nur oder
  schon sehr sein sich sie sind so uber um und uns unser unsere vom von vor war was wenn werden wie wir wird zu zum zur hello hi dear
  regards greetings hallo guten tag morgen gruss grusse good morning evening`
    .trim()
    .split(/\s+/),
);
/** Words that sentences are joined with: with few labels it is chance which category has them. */
const isSmall = (word: string) => small.has(word);

function kinOf(word: string): string[] {
  const begun = kindred().beginnings.get(word.slice(0, 3)) ?? [];
  const groups = begun.flatMap(([beginning, group]) => (word.startsWith(beginning) ? [group] : []));
  return [...new Set([...(kindred().words.get(word) ?? []), ...groups])];
}
