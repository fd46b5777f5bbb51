import { linesOf } from '../reading/index.js';
import type { ReadContext } from '../values/index.js';
import { readsAs, telling } from './looks.js';
import type { Marked } from './marked.js';

/** Whoever a paragraph is about, as its first line says. */
const who =
  /^(?:(?:your|our|ihr|votre|su) )?(?:customer|client|guest|buyer|contact|attendee|patient|tenant|member|applicant|booked by|ordered by|kundin|kunde|gast|mieter(?:in)?|teilnehmer(?:in)?|ansprechpartner(?:in)?|besteller(?:in)?|acheteur|locataire|voyageur|cliente?|huésped|contacto|contact(?:persoon)?|klant|huurder|ospite|hóspede|gæst|kontakt)(?: (?:details|data|information|info))?:?$/iu;
const somebody = /^\p{Lu}[^\d:@\n]{1,60}$/u;
const waysToReach = telling.filter(({ reaches }) => reaches);
/** A number as people write it at home. */
const figures = /^\(?\d[\d ()./-]{6,}$/;
/** Lines below it. */
const maxLines = 6;

/**
 * Who it is and how to reach them, one below the other under a line such as `Customer`: a name, a phone number or mail address told by its
 * looks, and what is left of it for an address. Without any of these it may be anything.
 */
export function findContact(text: string, context: ReadContext): Marked[] {
  const lines = linesOf(text).map(({ start, end }) => {
    const words = text.slice(start, end);
    const from = start + (words.length - words.trimStart().length);
    return { start: from, end: from + words.trim().length, words: words.trim() };
  });
  return lines.flatMap(({ words }, at): Marked[] => {
    if (!who.test(words) || (at > 0 && lines[at - 1]?.words !== '')) return [];
    const below = lines.slice(at + 1, at + 1 + maxLines);
    const blank = below.findIndex((line) => line.words === '');
    const [first, ...others] = blank < 0 ? below : below.slice(0, blank);
    if (!first || !somebody.test(first.words) || others.some((line) => /:(?!\/\/)/.test(line.words))) return [];
    const typed = others.flatMap(({ words: value, start, end }): Marked[] => {
      const reach = waysToReach.find(
        ({ type, like }) => (value.match(like)?.[0] === value || figures.test(value)) && readsAs(value, type, context),
      );
      return reach ? [{ label: reach.type, start, end, by: 'label' }] : [];
    });
    const rest = others.filter(({ start }) => !typed.some((one) => one.start === start));
    const [from, to] = [rest[0], rest.at(-1)];
    const isOne =
      from &&
      to &&
      /\d/.test(text.slice(from.start, to.end)) &&
      !typed.some((one) => one.start > from.start && one.end < to.end);
    const place: Marked[] = isOne ? [{ label: 'address', start: from.start, end: to.end, by: 'label' }] : [];
    const label = words.replace(/:$/, '');
    return typed.length > 0 ? [{ label, start: first.start, end: first.end, by: 'label' }, ...typed, ...place] : [];
  });
}
