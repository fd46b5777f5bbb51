import { ownTypes, type ReadContext, readValue, valueTypes } from '../values/index.js';
import { isMonthName, isWeekdayName } from '../values/month-names.js';
import { quantityOf, unitNamed } from '../values/units.js';
import { circumstancesIn, inShortIn, lastingIn, maskedIn, namedByTwos, placesIn } from './circumstances.js';
import { readsAs, type Telling, telling } from './looks.js';
import type { NamedValue } from './marked.js';

/** The values of a sentence: what is told by its looks, codes, what is quoted or counted, who does something. */
export function namedInSentence(words: string, context: ReadContext): NamedValue[] {
  const told = [
    // What is quoted is one value, whatever stands in it.
    ...quotedIn(words),
    ...lastingIn(words),
    ...telling.flatMap((look) => lookingLike(look, words, context)),
    ...codesIn(words),
    ...orderedIn(words),
    ...monthsIn(words),
    ...countedIn(words, context),
    ...numberedIn(words, context),
    ...calledIn(words),
    ...endingIn(words),
    ...maskedIn(words),
    ...inShortIn(words),
    ...shoutedIn(words),
    ...writtenToIn(words),
    ...titledIn(words),
    ...doingIn(words),
    ...companyIn(words),
  ];
  const named = [...told, ...bracketedIn(words, told)];
  return namedByTwos(
    [...named, ...tiedIn(words, named), ...placesIn(words, named), ...circumstancesIn(words, named)],
    words,
  );
}

/** Words that name no value they stand before. */
const small =
  /^(?:on|at|for|from|by|within|the|of|to|is|are|was|be|in|a|an|and|or|with|until|till|between|pay|transfer|am|um|par|por|da|door|av|af|bij|hos|med|mit|con|com|avec|chez|von|bis|bei|nach|seit|auf|aus|für|gegen|über|unter|vor|per|der|die|das|ist|und|mit|zum|zur|ab|le|la|les|el|los|de|du|des|del|den|dem|à|et|y|e|em|no|na|do|da|het|op|en|van|het)$/i;
/** Words of money, one of which names an amount from some words away. */
const ofMoney =
  /^(?:price|cost|total|sum|amount|fee|deposit|balance|rent|value|rate|charge|preis|betrag|gesamt\p{L}*|summe|kosten|gebühr|anzahlung|prix|montant|total|coût|tarif|importe|precio|coste|valor|preço|bedrag|prijs)$/iu;
const farthest = 5;
/** Characters in which these words, and a few more, stand. */
const farthestBack = 240;

function lookingLike({ type, like, begin, namesItself }: Telling, words: string, context: ReadContext): NamedValue[] {
  return [...words.matchAll(like)].flatMap((match): NamedValue[] => {
    if (!readsAs(match[0], type, context)) return [];
    const from = begin?.(words, match.index) ?? match.index;
    const value = words.slice(from, match.index + match[0].length);
    const plain = valueTypes[type]?.called ?? type;
    return [{ label: namesItself ? type : (labelBefore(words.slice(0, from), type) ?? plain), plain, from, value }];
  });
}

/** The word right before a value; for an amount, the nearest word of money. */
export function labelBefore(before: string, type: string): string | null {
  const text = before.slice(-farthestBack);
  const words = (text.match(/[\p{L}’'-]+/gu) ?? []).reverse();
  const money = type === ownTypes.money ? words.slice(0, farthest).find((word) => ofMoney.test(word)) : undefined;
  // `sull’IBAN`, `l’adresse`: the article is none of the name.
  const next = (words[0] ?? '').replace(/^\p{L}{1,5}['’](?=\p{L}{2})/u, '');
  // `Quayside Stores, 4 May`: behind a comma, what is written large is a name and no word for a value.
  const isName = /\p{Lu}[\p{L}’'-]* \p{Lu}[\p{L}’'-]*, *$/u.test(text);
  const adjacent = /\p{L}[\s.:,…–-]*$/u.test(text) && next.length >= 3 && !small.test(next) && !isName;
  return money ?? (adjacent ? next : null);
}

/** `PX-20418`, `OR/2025/117`: a code, named by the word before it. */
const code =
  /(?<![\p{L}\p{N}@/.-])(?=[\p{L}\p{N}/-]*\d{2})(?=[\p{L}\p{N}/-]*\p{Lu})\p{Lu}[\p{Lu}\p{N}]*(?:[-/][\p{Lu}\p{N}]+)+(?![\p{L}@]|\.\p{L})/gu;
/** `list 82-B`, `van 69-SGP-3`: one that begins with figures, as a word in front names it. */
const figuresFirst =
  /(?<![\p{L}\p{N}@/.-])\d{1,6}[-/]\p{Lu}[\p{Lu}\p{N}]{0,5}(?:-[\p{Lu}\p{N}]{1,4})?(?![\p{L}\p{N}@/-])/gu;
/** `Rechnung R10482`, `meter 12E48210`, `IBAN IT42X16711…`: letters and figures in one, as a word in front names them. */
const lettersAndFigures =
  /(?<![\p{L}\p{N}@/.-])(?:\p{Lu}{1,4}\d{3,}|\p{Lu}\d{2}|\d{1,4}\p{Lu}{1,3}\d{3,}|(?=\p{Lu}*\d{2})(?=\d*\p{Lu}{2})[\p{Lu}\d]{10,34})(?![\p{L}\p{N}@/-]|\.\p{L})/gu;
/** `account DE72 2162 8491 9415 3218 16`: an account as people write it. */
const accounts = /(?<![\p{L}\p{N}])\p{Lu}{2}\d{2}(?: [\p{Lu}\d]{4}){3,7}(?: [\p{Lu}\d]{1,4})?(?![\p{L}\p{N}])/gu;
/** `vehicle AB12 CDE`, `Fahrzeug BK LH 1697`: what stands on a plate, as a word in front names it. */
const plates =
  /(?<![\p{L}\p{N}-])(?:\p{Lu}{1,3}[ -]\p{Lu}{1,2} \d{1,4}|\p{Lu}{2}\d{2} \p{Lu}{3})(?![\p{L}\p{N}]|-\p{N})/gu;
/** `Your account number is AC6130`. */
const isSaidToBe = /(?<=\p{L}) (?:is|lautet|ist|est|es|é|è|er|är)[: ]*$/u;
/** `your domain gannet-tea.example`: the name of a host, as a word in front names it. */
const hosts = /(?<![\p{L}\p{N}@/.-])[\p{Ll}\d][\p{Ll}\d-]*(?:\.[\p{Ll}\d-]+)*\.\p{Ll}{2,}(?![\p{L}\p{N}@/-])/gu;
export const numberWords = /(?:^|[^\p{L}])(?:no|nr|number|num|n\.?[°º]|núm|nummer|numéro|número)[.:]?\s*$/iu;

const codesIn = (words: string): NamedValue[] =>
  [code, figuresFirst, lettersAndFigures, accounts, plates, hosts, figures, named].flatMap((like) =>
    [...words.matchAll(like)].flatMap(({ 0: value, index: from }) => {
      const all = words
        .slice(0, from)
        .replace(/[#(]\s*$/, '')
        .replace(isSaidToBe, '');
      const before = all.replace(numberWords, '');
      const said = /(\p{L}+)[.:]?\s*$/u.exec(all)?.[1] ?? null;
      // `Ada Quist (no. M-2775)`: what stands before the bracket has this number, and is no name of it.
      const isApart = before !== all && all.charAt(before.length) === '(';
      const label = (isApart ? 'number' : labelBefore(before, 'code')) ?? (before === all ? null : said);
      // `lock-camera #190`: a name in front of a number is another in the next message.
      const isName = label !== null && like === figures && /^\p{Ll}+(?:-\p{Ll}+)+$/u.test(label);
      const name = isName ? 'number' : label !== null && ofDoing.test(label) ? null : label;
      return like === code || (name !== null && !calls.test(name)) ? [{ label: name ?? 'reference', from, value }] : [];
    }),
  );

/** What was done to something is no name of it: `Ada Quist changed PIER-876`. */
const ofDoing =
  /^(?:changed|updated|created|opened|closed|moved|resolved|assigned|commented|approved|rejected|deleted|added|edited|merged|reopened)$/i;

/** `order number 4711`, `mit der Nummer 566945951003`: what a word says to be one. */
const named =
  /(?<=(?:^|[^\p{L}])(?:no|nr|number|num|n\.?[°º]|núm|nummer|numero|número)[.:]? )(?:\d{4,}|\d{3}(?: \d{3})+)(?! ?\d|[\p{L}.,:/-]+\d)|(?<=(?:^|[^\p{L}])(?:n\.?[°º]|nr\.) ?)\d{2,3}(?![\p{N}\p{L}]|[ .,:/-]\d)/giu;

/** `moved from "waiting" to "open"`: what is quoted, in a sentence that asks for nothing, is what somebody wrote or chose. */
const quoted = /(?<=(\p{L}{2,}|\d,)[ :] ?)(["“„«]) ?([^"“”„«»]{2,60}?) ?["”“»]/gu;
const longestQuote = 6;
const asksWithin =
  /(?<!\p{L})(?:click|press|tap|select|choose|button|link|menu|klick\p{L}*|wählen|knopf|cliquez|bouton|pulse|clique|klik\p{L}*|knop)(?!\p{L})/iu;

const quotedIn = (words: string): NamedValue[] =>
  asksWithin.test(words)
    ? []
    : [...words.matchAll(quoted)].flatMap(({ 0: all, 1: label = '', 3: value = '', index }) =>
        value.split(/\s+/).length <= longestQuote && !/[.!?]$/.test(value)
          ? // `lot 150, "Brass sextant"`: what it is called.
            [{ label: /\d/.test(label) ? 'title' : label, from: index + all.indexOf(value, 1), value }]
          : [],
      );

/** `ticket #4711`, `invoice 2027-0031`: figures that a word in front makes a number of something; not those one is called at. */
const figures =
  /(?<=#)\d{2,}(?![\p{L}\p{N}])|(?<!\p{L}|[\p{N}+/.,-] ?)\d{3}(?: \d{3})+(?![\p{N}/-]| ?[\p{L}\p{N}€%]|[.,]\d)|(?<![\p{L}\p{N}+/.-])\d{3,}[-/]\d{2,}(?![\p{N}/-]|\.\d)|(?<=\p{Ll} )\d{4}(?: \d{4})+(?! ?[\p{N}€$£%]|[.,/-]\d)/gu;
export const calls = /^(?:call|phone|tel|telephone|telefon|tél\p{L}*|fax|mobile|mobil|ring|hotline)$/iu;

/** `17 pallets`, `2 of 5 stars`, `912.5 kg`: what is counted names the figure, and what is measured its quantity. How long or how often says nothing, nor does what it lies within. */
const counted =
  /(?<![\p{L}\p{N}.,:/+-]|\b[Ww]ithin )(-?\p{N}[\p{N}.,]*|\p{L}{3,})(?=( ?)(\p{L}+[²³]?|°C|%)(?![\p{L}-]))/gu;
const ofTime =
  /^(?:weeks?|months?|years?|wochen?|monate?n?|jahre?n?|semaines?|mois|ans?|semanas?|mes(?:es)?|años?|weken|maanden|times?|mal|fois|veces)$/i;

/** What is said behind a number, and not counted by it: `Ihre Sendung 566945951003 wird …`, `in week 44 there are …`. */
const doings =
  /^(?:entro|fino|hasta|até|before|until|there|here|this|that|also|now|then|it|we|you|they|is|was|were|will|has|have|had|can|stands?|staat|staan|steht|stehen|wird|wurde|wurden|werden|sind|waren|hat|haben|est|sont|sera|seront|avait|está|son|fue|será|foi|foram|wordt|werd|zijn|bliver|blev)$/i;

const isMonth = (word: string) => isMonthName(word) || isWeekdayName(word);

const articles = /^(?:one|eine?[nmrs]?|une?|um|uma|uno|una|een|én|et)$/iu;

/** The unit that a word is; `437 a été`: an ampere is written large, and `24 to 26` weighs nothing. */
function unitIn(word: string, { language }: ReadContext): string | null {
  const isWord = word === 'a' || (word === 'to' && language === 'en');
  return isWord ? null : unitNamed(word.normalize('NFKC').toLowerCase());
}

const countedIn = (words: string, context: ReadContext): NamedValue[] =>
  [...words.matchAll(counted)].flatMap(({ index: from, 1: figure = '', 2: gap = '', 3: what = '' }): NamedValue[] => {
    const unit = unitIn(what, context);
    if (unit !== null) {
      const [value, quantity] = [`${figure}${gap}${what}`, quantityOf(unit)];
      // `class 7A`, `seat 12C`: a letter that touches the figure is a part of a code where a word names it.
      const named = gap === '' && /^\p{Lu}$/u.test(what) ? labelBefore(words.slice(0, from), ownTypes.words) : null;
      return quantity && readValue(value, { type: ownTypes.number }, context).ok
        ? [{ label: named ?? quantity, from, value }]
        : [];
    }
    // German writes what it counts with a capital.
    const like = context.language === 'de' ? /^\p{L}\p{Ll}{2,}$/u : /^\p{Ll}{3,}$/u;
    const isThing =
      gap !== '' && like.test(what) && !ofTime.test(what) && !small.test(what) && !doings.test(what) && !isMonth(what);
    // `eine neue Buchung`: what counts one in words is an article as often.
    const isArticle = /^\p{L}/u.test(figure) && articles.test(figure);
    const [, rated = '', of = ''] =
      /(?<![\d.,])(\d{1,3})( (?:of|out of|von|sur|de|di|van|af) )$/u.exec(words.slice(0, from)) ?? [];
    if (isThing && of !== '') return [{ label: what, from: from - of.length - rated.length, value: rated }];
    return isThing && !isArticle && readValue(figure, { type: ownTypes.count }, context).ok
      ? [{ label: what, from, value: figure }]
      : [];
  });

/** `in week 44`: a word that a number follows as often as not names it. */
const ordered =
  /(?<!\p{L})(week|lesson|session|shift|room|cabin|unit|house|table|gate|platform|berth|page|floor|seat|lot|flat|bay|dock|pier|line|route|bus|flight|track|semaine|salle|quai|porte|chambre|semana|sala|mesa|puerta|habitación|quarto|settimana|stanza|tavolo|kamer|tafel|uge|vecka|rum) (\d{1,4})(?![\p{L}\p{N}.,:/-]*\d|-)/gu;

const orderedIn = (words: string): NamedValue[] =>
  [...words.matchAll(ordered)].map(({ 0: all, 1: label = '', 2: value = '', index }) => ({
    label,
    from: index + all.length - value.length,
    value,
  }));

/** `Pay for October 2026`: a month without a day. */
const monthAndYear = /(?<![\d.] ?|\p{L})(\p{L}{3,10})\.? 20\d\d(?![\d-])/gu;

const monthsIn = (words: string): NamedValue[] =>
  [...words.matchAll(monthAndYear)].flatMap(({ 0: value, 1: name = '', index: from }) =>
    isMonthName(name) ? [{ label: 'month', from, value }] : [],
  );

/** `Gate 4`, `Unit 12`: a thing with a number, which its own word names. */
const numbered = /(?<=\p{L}[,:]? )(\p{Lu}\p{Ll}{2,}) \d{1,4}\p{L}?(?![\p{L}\p{N}.,:/-]*\d| \p{Ll})/gu;

const numberedIn = (words: string, context: ReadContext): NamedValue[] =>
  [...words.matchAll(numbered)].flatMap(({ 0: value, 1: label = '', index: from }): NamedValue[] =>
    small.test(label) || isMonth(label) || readValue(value, { type: ownTypes.day }, context).ok
      ? []
      : [{ label, from, value }],
  );

/** `your account ending in 4711`: the last figures of something. */
const ending =
  /(\p{L}{3,}) (?:ending(?: (?:in|with))?|that ends (?:in|with)|mit den Endziffern|endend auf|se terminant par|terminant par|finissant par|terminada en|(?:que|che) termina (?:en|em|con|in|per)|terminante (?:in|con)|com final|eindigend op|die eindigt op|der slutter på) (\d{2,6})(?!\p{N})/gu;

const endingIn = (words: string): NamedValue[] =>
  [...words.matchAll(ending)].map(({ 0: all, 1: label = '', 2: value = '', index }) => ({
    label,
    from: index + all.length - value.length,
    value,
  }));

/** `The driver is Tom Hale`: whoever is said to be something. */
const called = /(\p{L}{3,}) (?:is|ist|est|es|é|er) (\p{Lu}[\p{Ll}.]+(?: \p{Lu}[\p{L}.’'-]*\p{L})+)/gu;

/** `member Ada Quist`, `Mieterin Greta Holm`: what somebody is, and who. */
const ofRole =
  /(?<!\p{L})((?:[Mm]ember|[Cc]ustomer|[Gg]uest|[Tt]enant|[Pp]upil|[Ss]tudent|[Dd]river|[Pp]atient|[Aa]pplicant|[Vv]isitor|[Uu]ser|[Ee]mployee|Mitglied|Kunden?|Kundin|Gast|Mieter(?:in)?|Schüler(?:in)?|Fahrer(?:in)?|Teilnehmer(?:in)?|Bewohner(?:in)?|Patient(?:in)?|Bewerber(?:in)?|[Cc]liente?|[Éé]lève|[Mm]embre|[Ss]ocio|[Ss]ocia|[Aa]lumno|[Aa]lumna|[Aa]lunno|[Kk]lant|[Hh]uurder|[Ll]id|[Kk]unde)) (\p{Lu}[\p{L}.’'-]+(?: \p{Lu}[\p{L}.’'-]*\p{L})+)/gu;

const calledIn = (words: string): NamedValue[] =>
  [...words.matchAll(called), ...words.matchAll(ofRole)].map(({ 0: all, 1: label = '', 2: value = '', index }) => ({
    label,
    from: index + all.length - value.length,
    value,
  }));

/** `was made to TARN BOOKS LTD on`: what stands in capitals among small words is somebody's name, as machines have it. */
const shouted = /(?<=\p{Ll} )\p{Lu}{2,}[\p{Lu}\p{N}&'’-]*(?: [\p{Lu}\p{N}&'’-]+)+(?= \p{Ll}+(?!\p{L})|[.,])/gu;
const minLetters = 6;

const shoutedIn = (words: string): NamedValue[] =>
  [...words.matchAll(shouted)].flatMap(({ 0: value, index: from }) =>
    (value.match(/\p{Lu}/gu) ?? []).length >= minLetters
      ? [{ label: labelBefore(words.slice(0, from), ownTypes.words) ?? 'name', from, value }]
      : [],
  );

/** `een afspraak bij dr. Jansen-Wolf`: somebody with a title. */
const titled =
  /(?<=\p{Ll} )(?:[Dd]rs?|[Dd]ra|[Pp]rof|Mrs?|Ms|[Mm]evr|[Dd]hr|[Ss]ig|[Dd]ott|Mme|Mlle)\.? \p{Lu}[\p{L}’'-]+(?: \p{Lu}[\p{L}’'-]+)*/gu;

const titledIn = (words: string): NamedValue[] =>
  [...words.matchAll(titled)].map(({ 0: value, index: from }) => ({
    label: labelBefore(words.slice(0, from), ownTypes.words) ?? 'name',
    from,
    value,
  }));

/** `Ada Quist (class 7A) was …`, `Piet Holm wil …`: who does what a sentence tells, or to whom it is done. */
const beginsWithName =
  /^\s*(\p{Lu}[\p{L}’'-]*\p{Ll}(?: (?:(?:de|del|della|di|du|van|von|der|den|da|do|dos) )?\p{Lu}[\p{L}’'-]*\p{Ll}){1,2})(?: \([^()]*\))? (\p{Ll}+)(?!\p{L})/u;
const set = (words: string) => new Set(words.split(' '));
const does = set(
  'has have had was is will wants want would needs asked asks requested requests wrote writes invited invites commented mentioned assigned changed cancelled canceled booked reserved joined left signed submitted reported sent shared replied accepted declined approved rejected paid ordered registered applied reviewed rated called rang posted uploaded created updated completed confirmed added hat möchte wünscht bittet schreibt fragt meldet kommt heeft wil vraagt schrijft meldt a souhaite demande veut ha quiere solicita pide está vuole desidera chiede quer deseja pede fez har ønsker vil vill önskar er är',
);
/** What begins with these is a thing, though its words are large. */
const ofThings = set(
  'the this that these your our my new dear der die das ein eine ihr ihre unser unsere dein deine neue neuer neues votre notre nouvelle nouveau le la les il lo su tu nuestro nuestra nuevo nueva el seu sua novo nova uw onze nieuwe het de een din vores vår ny nyt',
);

/** `Ada Quist from Quay Homes asks`, `Piet Holm von der Firma Café Lotse bittet`: who, and for whom. */
const ofCompany =
  /^\s*(\p{Lu}[\p{L}’'-]*\p{Ll}(?: \p{Lu}[\p{L}’'-]*\p{Ll}){1,2})( (?:from|of|at|von der Firma|von|van (?:de )?firma|van|bij|de la société|de l[’']entreprise|de|da empresa|della ditta|di|fra|från) )(\p{Lu}[\p{L}’'.-]*(?: (?:& )?\p{Lu}[\p{L}’'.-]*)*) (\p{Ll}+)(?!\p{L})/u;

const companyIn = (words: string): NamedValue[] => {
  const [all = '', who = '', between = '', company = '', verb = ''] = ofCompany.exec(words) ?? [];
  const from = all.indexOf(who);
  return does.has(verb) && !ofThings.has(who.toLowerCase().split(' ')[0] ?? '')
    ? [
        { label: 'name', from, value: who },
        { label: 'company', from: from + who.length + between.length, value: company },
      ]
    : [];
};

const doingIn = (words: string): NamedValue[] => {
  const [all = '', value = '', verb = ''] = beginsWithName.exec(words) ?? [];
  const [first = ''] = value.toLowerCase().split(' ');
  return does.has(verb) && !ofThings.has(first) ? [{ label: 'name', from: all.indexOf(value), value }] : [];
};

/** `by Ada Quist`, `met Piet Holm`: somebody whom a small word ties to what a sentence tells. */
const tied =
  /(?<=[\p{Ll},)] )(by|with|from|to|for|door|met|van|aan|voor|par|avec|de|pour|por|con|para|da|per|com|af|med|fra|til|av|från) (\p{Lu}[\p{L}’'-]*\p{Ll}(?: (?:(?:de|del|della|di|du|van|von|der|den|da|do|dos) )?\p{Lu}[\p{L}’'-]*\p{Ll}){1,2})(?=[.,;]?(?:\s|$))/gu;

/** Of one alone, what ties them says less than that it is a name; where a sentence tells nothing else, it is said of everybody. */
function tiedIn(words: string, told: readonly NamedValue[]): NamedValue[] {
  const found = [...words.matchAll(tied)];
  const isAlone = found.length === 1 && !told.some(({ label }) => label === 'name');
  return told.length === 0
    ? []
    : found.map(({ 0: all, 1: label = '', 2: value = '', index }) => ({
        label: isAlone ? 'name' : label,
        from: index + all.length - value.length,
        value,
      }));
}

/** `van 69-SGP-3 (Ada Quist)`: who it is, in brackets right behind a value. */
const inBrackets =
  /(?<=[\p{L}\p{N}] \()(?!Proje[ck]t |Projet |Proyecto |Team |Room |Raum )(\p{Lu}[\p{L}’'-]*\p{Ll} \p{Lu}[\p{L}’'-]*\p{Ll})(?=\) \p{Ll})/gu;

const bracketedIn = (words: string, told: readonly NamedValue[]): NamedValue[] =>
  [...words.matchAll(inBrackets)].flatMap(({ 1: value = '', index: from }) =>
    told.some((one) => one.from + one.value.length === from - ' ('.length) ? [{ label: 'name', from, value }] : [],
  );

/** `checked by Ada Quist <a.quist@mail.example>`: who it is that is written to there. */
const writtenTo = /(?<!\p{L})(\p{Lu}[\p{L}.’'-]+(?: \p{Lu}[\p{L}.’'-]*)+) [<(][^\s<>()@]+@/gu;

const writtenToIn = (words: string): NamedValue[] =>
  [...words.matchAll(writtenTo)].map(({ 1: value = '', index: from }) => ({
    label: labelBefore(words.slice(0, from), ownTypes.words) ?? 'name',
    from,
    value,
  }));
