import { accentless } from './fold.js';
import { leadingWords } from './number-words.js';

/** Words for a number of things, by what they count; `dozen` and the like can be counted themselves. */
const collectives: Readonly<Record<string, number>> = {
  dozen: 12,
  dutzend: 12,
  douzaine: 12,
  docena: 12,
  duzia: 12,
  dozijn: 12,
  dusin: 12,
  dizaine: 10,
  decena: 10,
  dezena: 10,
  tiental: 10,
  quinzaine: 15,
  quincena: 15,
  quinzena: 15,
  vingtaine: 20,
  veintena: 20,
  vintena: 20,
  snes: 20,
  trentaine: 30,
  quarantaine: 40,
  cinquantaine: 50,
  soixantaine: 60,
  centaine: 100,
  centena: 100,
  pair: 2,
  couple: 2,
  paire: 2,
  paar: 2,
  par: 2,
};
const collective = new RegExp(`^(${Object.keys(collectives).join('|')})(?:e?s|n)?(?!\\p{L})[ ]*(.*)$`, 'u');
/** “A dozen” is one of them. */
const article = /^(?:an?|one|eine?[nmrs]?|une?|un[ao]?|uma?|een|en|et|a single|single)(?!\p{L})[ ]*(.*)$/u;
const half = /^(?:half an?|half|(?:ein )?halbes|(?:une )?demi[ -]|media|meia|(?:een )?half|et halvt) ?(.*)$/u;
const languages = ['en', 'de', 'fr', 'es', 'pt', 'da', 'nl'];

/** Dutch counts as German does, in its own words. */
const dutch: Readonly<Record<string, number>> = Object.fromEntries(
  'nul een twee drie vier vijf zes zeven acht negen tien elf twaalf dertien veertien vijftien zestien zeventien achttien negentien twintig'
    .split(' ')
    .map((word, number) => [word, number]),
);

/**
 * The numbers that the head of a text may state in words or figures, whatever its language, each with what follows:
 * “half a dozen bunches” states 6, “twenty stems” 20, “a box” 1. For holding a number against the words it was taken from.
 */
export function statedQuantities(text: string): { number: number; rest: string }[] {
  const bare = accentless(text).replace(/^[^\p{L}\p{N}]+|[.,;:!]+$/gu, '');
  const halved = half.exec(bare)?.[1];
  const group = halved === undefined ? undefined : counted(halved);
  if (group) return [{ ...group, number: group.number / 2 }];
  const found = [...figures(bare), ...words(bare)];
  const ofGroups = found.flatMap(({ number, rest }) => {
    const groups = counted(rest);
    return groups ? [{ number: number * groups.number, rest: groups.rest }] : [];
  });
  const alone = counted(article.exec(bare)?.[1] ?? bare);
  if (ofGroups.length > 0 || alone) return [...ofGroups, ...(alone ? [alone] : [])];
  const one = article.exec(bare)?.[1];
  return one === undefined ? found : [{ number: 1, rest: one }, ...found];
}

function counted(text: string): { number: number; rest: string } | null {
  const match = collective.exec(text);
  const number = collectives[match?.[1] ?? ''];
  return number === undefined ? null : { number, rest: match?.[2] ?? '' };
}

function figures(text: string): { number: number; rest: string }[] {
  const match = /^(\d{1,6})(?![\d.,:/])[ ]*(.*)$/.exec(text);
  return match?.[1] ? [{ number: Number(match[1]), rest: match[2] ?? '' }] : [];
}

function words(text: string): { number: number; rest: string }[] {
  const [first = '', ...rest] = text.split(' ');
  const known = dutch[first];
  const inDutch = known === undefined ? [] : [{ number: known, rest: rest.join(' ') }];
  return [...languages.flatMap((language) => leadingWords(text, language) ?? []), ...inDutch];
}
