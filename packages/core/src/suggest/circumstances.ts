import { isMonthName, isWeekdayName } from '../values/month-names.js';
import type { NamedValue } from './marked.js';

/** `12 minutes and 4 seconds`: how long something was, where that is told by more than one unit; of one it is said of anything. */
const units =
  'hours?|hrs?|minutes?|mins?|seconds?|secs?|stunden?|std|minuten?|sekunden?|heures?|secondes?|horas?|minutos?|segundos?|or[ae]|minut[oi]|second[oi]|uur|uren|seconden?|timmar|timmer|timer|minut(?:er|ter)?|minutt(?:er)?|sekunder';
const lasting = new RegExp(
  String.raw`(?<![\p{L}\p{N}.,:/-])\d{1,3} ?(?:${units})\.?(?:(?:,| and| und| et| y| e| en| og| och)? \d{1,2} ?(?:${units}))+(?!\p{L})|(?<![\p{L}\p{N}.,:/-])\d{1,3} ?h \d{1,2} ?m(?:in)?(?: \d{1,2} ?s)?(?![\p{L}\d])|(?<![\p{L}\p{N}.,:/-])\d{1,3} ?m(?:in)? \d{1,2} ?s(?![\p{L}\d])`,
  'giu',
);

/** `because of works on the line`, `på grund av trädfällning`: why, to the end of what the sentence says of it. */
const why =
  /(?<=\p{L} (?:because of|due to|owing to|en raison d[eu]|à cause d[eu]|debido a|a causa de|por motivo de|devido a|por causa de|a causa di|per via di|på grund a[vf]|på grunn av) )(\p{L}[^.,;:!?\n()\d]{3,60})(?=[.,;]|$)/giu;
/** `wegen Bauarbeiten gesperrt`: what was done stands last. */
const whyBeforeVerb =
  /(?<=\p{L} (?:aufgrund von|wegen|wegens|vanwege) )(\p{L}[^.,;:!?\n()\d]{3,60}?)(?: \p{Ll}+(?:t|en|n))?(?=[.,;]|$)/gu;
const longestReason = 7;

/** `(HTTP 503)`, `exit code 137`: what a machine answers with. */
const answered =
  /(?<=(?:^|[^\p{L}\p{N}])(HTTP|exit code|status code|error code|Fehlercode|code d.erreur) )\d{1,5}(?![\p{L}\p{N}.,:/-]*\d)/giu;

/** `card ****3582`, `Credited to •••• 4711`: an account of which but the last figures are shown. */
const masked =
  /(?:(?<!\p{L})(\p{L}{3,})[ :]+)?(?<![\p{L}\p{N}*•.])((?:[*•]{2,}|[xX]{3,})[ -]?\d{2,6})(?![\p{L}\p{N}])/gu;
const ofAccounts =
  /^(?:card|account|iban|konto|karte|kreditkarte|carte|compte|tarjeta|cuenta|cartão|conta|carta|kaart|rekening|kort)$/iu;

export const maskedIn = (words: string): NamedValue[] =>
  [...words.matchAll(masked)].map(({ 0: all, 1: label = '', 2: value = '', index }) => ({
    label: ofAccounts.test(label) ? label : 'account',
    from: index + all.length - value.length,
    value,
  }));

/** `(class 5a)`, `(groep 5a)`: a short code in brackets, and what it is. */
const ofBrackets = /(?<=\((\p{Ll}{3,}) )\d{1,3}\p{L}(?=\))/gu;
/** `te bereiken op 06 11260423`: a number to ring somebody by, though no land is named. */
const reached =
  /(?<=(?:reached? (?:on|at|by)|(?:call|ring|phone)(?: \p{L}+)? on|erreichbar (?:unter|über)|bereiken (?:op|via)|joignable (?:au|sous)|locali[zs]able en|contactar? (?:en el|pelo|no)|reperibile al|treffes på|nås på) )\(?\+?\d[\d ()/.-]{5,18}\d/gu;

export const inShortIn = (words: string): NamedValue[] => [
  ...[...words.matchAll(ofBrackets)].map(({ 0: value, 1: label = '', index: from }) => ({ label, from, value })),
  ...[...words.matchAll(reached)].map(({ 0: value, index: from }) => ({ label: 'phone', from, value })),
];

/** `£199.82 at Harbour Café on 4 May`, `chez Tabac du Phare à Port-Doré`: where, by a word that says so. */
const whereAt =
  /(?<=[\p{L}\p{N}] (?:at|bei|chez|bij|presso|hos) )(\p{Lu}[\p{L}’'&-]*(?: (?:(?:of|the|du|de|des|la|le|der|am|von|van|del|di|da|&) ){0,2}\p{Lu}[\p{L}’'&-]*){0,3})(?=[.,;]|$| (?:on|for|with|am|um|für|le|pour|el|por|il|per|op|voor|den|à|in|a)(?!\p{L}))/gu;
const whereIn =
  /(?<=\p{Lu}[\p{L}’'-]+ (?:in|à|en|em|te) )(\p{Lu}[\p{L}’'-]*\p{Ll}(?: \p{Lu}[\p{L}’'-]*\p{Ll})?)(?=[.,;]|$)/gu;

/** Where something was, in a sentence that tells how much it was, or who. */
export function placesIn(words: string, told: readonly NamedValue[]): NamedValue[] {
  if (told.length === 0) return [];
  const isTime = (value: string) => isMonthName(value) || isWeekdayName(value);
  const found = [...words.matchAll(whereAt), ...words.matchAll(whereIn)];
  return found.flatMap(({ 1: value = '', index: from }) => (isTime(value) ? [] : [{ label: 'place', from, value }]));
}

export const lastingIn = (words: string): NamedValue[] =>
  [...words.matchAll(lasting)].map(({ 0: value, index: from }) => ({ label: 'duration', from, value }));

/** Why, and with what answer: circumstances that a sentence tells. What is quoted in it says nothing of these. */
export function circumstancesIn(words: string, told: readonly NamedValue[]): NamedValue[] {
  const reasons = [...words.matchAll(why), ...words.matchAll(whyBeforeVerb)].flatMap(
    ({ 1: value = '', index: from }) =>
      value.split(' ').length <= longestReason ? [{ label: 'reason', from, value }] : [],
  );
  return [
    ...[...words.matchAll(answered)].map(({ 0: value, 1: label = '', index: from }) => ({ label, from, value })),
    // Why is said of everybody where nothing else is told of this one case.
    ...(told.length === 0 ? [] : reasons),
  ];
}

/** What stands between two values of a kind where the second is how far the first goes. */
const upTo = /^(?: ?[–—-] ?| (?:to|until|till|bis(?: zum)?|au|à|al|alle|a las|a|tot|até|til|till) )$/u;

/**
 * Two values of one kind beside each other: what ends a stretch of time (`11 Oct – 17 Oct`) is named by what its beginning is called, and
 * not by the words of that; of two with nothing between (`£469,000 £446,000`) the first is what it was.
 */
export function namedByTwos(named: readonly NamedValue[], words: string): NamedValue[] {
  const sorted = [...named].sort((a, b) => a.from - b.from);
  return named.map((one) => {
    const next = sorted.find((other) => other.from >= one.from + one.value.length);
    const isFormer =
      next !== undefined &&
      one.plain !== undefined &&
      next.plain === one.plain &&
      /^ +$/.test(words.slice(one.from + one.value.length, next.from));
    if (isFormer) return { ...one, label: `${one.label} before` };
    const before = sorted.findLast((other) => other.from + other.value.length <= one.from);
    if (!before || before.plain !== one.plain || one.plain === undefined) return one;
    const between = words.slice(before.from + before.value.length, one.from);
    return upTo.test(between) ? { ...one, label: `${before.label} to` } : one;
  });
}
