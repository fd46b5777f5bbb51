import type { Range } from '../reading/index.js';
import { ownTypes } from '../values/index.js';
import { fullName } from './looks.js';
import { foldLabel, freeLabel, type Marked, type NamedValue } from './marked.js';
import { calls, labelBefore, numberWords } from './named-in-sentence.js';
import { isImprint } from './words-around.js';

/** Where nothing else tells a value, words of a sentence that the markup sets apart are: who did it, and to what. */
export function apartInProse(text: string, stretches: readonly Range[], until: number): Marked[] {
  const taken = new Set<string>();
  return stretches.flatMap(({ start, end }): Marked[] => {
    const [line, value] = [text.lastIndexOf('\n', start - 1) + 1, text.slice(start, end)];
    const before = text.slice(line, start);
    const behind = text.slice(end, text.indexOf('\n', end) < 0 ? text.length : text.indexOf('\n', end));
    const isOfSentence = /\p{L}{2,}.*\p{L}{2,}/u.test(before + behind) && !isImprint(before + value + behind, false);
    const words = value.split(/\s+/).length;
    if (end > until || !isOfSentence || words > longestDressed || !/^[\p{Lu}\d]/u.test(value)) return [];
    const own = before.trim() === '' ? 'name' : (labelBefore(before, ownTypes.words) ?? 'text');
    const label = freeLabel(own, taken);
    taken.add(foldLabel(label));
    return [{ label, start, end, by: 'sentence' }];
  });
}

/** Characters of what something became. */
const longestState = 60;

/** The words before what something was, and those between that and what it is. */
const fromTo: readonly (readonly [RegExp, RegExp])[] = [
  [/ from ["“]?$/, /^["”]? to ["“]?$/],
  [/ von ["„]?$/, /^["“]? (?:auf|zu|nach) ["„]?$/],
  [/ de (?:« ?)?$/, /^(?: ?»)? (?:à|a|para) (?:« ?)?$/],
  [/ van ["“]?$/, /^["”]? naar ["“]?$/],
  [/ d[aei] ["“]?$/, /^["”]? a ["“]?$/],
  [/ (?:från|fra) ["“]?$/, /^["”]? (?:till|til) ["“]?$/],
];

/** `changed from <i>Open</i> to <i>Closed</i>`: what something was and is, each set apart. */
export function changedIn(words: string, apart: readonly Range[]): NamedValue[] {
  return apart.flatMap((one, i) => {
    const next = apart[i + 1];
    if (!next || next.end - next.start > longestState) return [];
    const between = words.slice(one.end, next.start);
    const isPair = fromTo.some(([before, to]) => before.test(words.slice(0, one.start)) && to.test(between));
    return isPair
      ? [
          { label: 'from', from: one.start, value: words.slice(one.start, one.end) },
          { label: 'to', from: next.start, value: words.slice(next.start, next.end) },
        ]
      : [];
  });
}

/** `your account <b>…4711</b>`, `PIN: <span>4711</span>`: what has a figure and stands apart is meant for whoever reads this. */
export function dressedIn(line: string, start: number, end: number): NamedValue[] {
  const value = line.slice(start, end);
  const label = labelBefore(
    line
      .slice(0, start)
      .replace(/[#(]\s*$/, '')
      .replace(numberWords, ''),
    ownTypes.words,
  );
  const tells = /\d/.test(value) && !/[.!?]$/.test(value) && value.split(/\s+/).length <= longestDressed;
  if (tells && label !== null && !calls.test(label)) return [{ label, from: start, value }];
  // `a booking of <b>Greta Holm</b>`, `<b>Greta Holm</b> changed …`: somebody of whom this sentence says something.
  const before = line.slice(0, start);
  // `to your appeal <i>Sea wall</i>`: which of those that are somebody's.
  const [, owned = ''] = ownedBefore.exec(before) ?? [];
  const isWhich = owned !== '' && /^[\p{Lu}\d][^.!?]*$/u.test(value) && value.split(/\s+/).length <= longestDressed;
  if (isWhich && !ofPage.test(owned)) return [{ label: owned, from: start, value }];
  const isSaidOf =
    (before.match(/(?<!\p{L})\p{Ll}{2,}/gu) ?? []).length >= minSaid ||
    (before.trim() === '' && /^ \p{Ll}{3,}/u.test(line.slice(end)));
  return isSomebody(value) && isSaidOf ? [{ label: label ?? 'name', from: start, value }] : [];
}

/** What is somebody's, right before a value; and what is so called on a page, where one is told what to press. */
const ownedBefore =
  /(?<!\p{L})(?:your|our|ihr(?:e[nmrs]?)?|dein(?:e[nmrs]?)?|unser(?:e[nmrs]?)?|votre|notre|tes?|ton|ta|[st]us?|nuestr[ao]|(?:il|la|al|alla|nel) (?:tuo|tua|suo|sua)|(?:o|a|ao|à) (?:seu|sua)|uw|jouw|jeres|ditt?|dine?) (\p{L}{4,})[ :]*$/iu;
const ofPage =
  /^(?:menu|page|button|account|profile|settings|inbox|browser|app|website|password|seite|menü|konto|profil|compte|cuenta|conta|pagina|página)$/iu;

/** Names of one person at the most. */
const maxNames = 4;
export const isSomebody = (value: string) => fullName.test(value) && value.split(' ').length <= maxNames;
/** Words before a name by which it stands in a sentence. */
const minSaid = 2;

const longestDressed = 4;
