import { linesOf, type Range } from '../reading/index.js';
import { isGreeting } from '../rules/template/text/words.js';
import { telling } from './looks.js';
import { foldLabel, type Marked } from './marked.js';

/** Words of a label; a comma and more of them are a sentence. */
const longestLabel = 5;

/** A value of more characters is a text, and nothing that is cut. */
const longestValue = 300;

/**
 * Labelled values as somebody would mark them: what is two is cut in two, buttons and footers go, and so does what only looks like a
 * label in a letter. `buttons`: lines that are a link and nothing else.
 */
export function refined(text: string, found: readonly Marked[], buttons: readonly Range[]): Marked[] {
  const cut = (one: Marked) =>
    withAddress(text, one)
      .flatMap((part) => withHours(text, part))
      .flatMap((part) => withOnward(text, part))
      .flatMap((part) => withSpan(text, part))
      .flatMap((part) => withDays(text, part))
      .flatMap((part) => withFormer(text, part))
      .flatMap((part) => withNext(text, part))
      .flatMap((part) => withNextSentence(text, part))
      .flatMap((part) => withRemarked(text, part))
      .flatMap((part) => withBracketed(text, part))
      .map((part) => withoutRemark(text, part))
      .map((part) => unquoted(text, part));
  const told = found.flatMap((one) => (one.end - one.start > longestValue ? [one] : cut(one)));
  // A line that is a link and nothing else asks for a click, and names nothing.
  const isButton = ({ label, start }: Marked) => {
    const at = text.lastIndexOf(label, start - 1);
    return buttons.some(
      (button) => button.start <= at && at + label.length <= button.end && /\n/.test(text.slice(at, start)),
    );
  };
  const isView = ({ label, start, end }: Marked) => ofViewing.test(label) && /^https?:/.test(text.slice(start, end));
  return told
    .map((one) => authorOf(text, one))
    .filter(
      (one) =>
        !ofFooter.test(one.label) &&
        !isView(one) &&
        !isOfLetter(one.label, text.slice(one.start, one.end)) &&
        !isButton(one),
    )
    .filter((one) => !isAskedToClick(text, one, buttons))
    .map((one) => withoutButtons(text, one, buttons))
    .filter(({ start, end }) => !inFooter.test(text.slice(start, end)));
}

/** `Ada Holloway wrote:`: who it was is what differs, and names nothing. */
function authorOf(text: string, one: Marked): Marked {
  const [, author = ''] = wrote.exec(one.label) ?? [];
  const start = author === '' ? -1 : text.lastIndexOf(one.label, one.start);
  return start < 0 ? one : { label: 'author', start, end: start + author.length, by: 'label' };
}

const wrote =
  /^(\p{Lu}[\p{L}.'’-]*(?: \p{Lu}[\p{L}.'’-]*)+) (?:wrote|writes|said|says|schrieb|schreibt|schreef|skrev|a écrit|escribió|escreveu|ha scritto)$/u;

/** `Attendee: Ada Holloway (ada@mail.example)`, `Employee: Ada Holloway (E4711)`: somebody, and where they are written to, or their number. */
function withAddress(text: string, one: Marked): Marked[] {
  const value = text.slice(one.start, one.end);
  const [, who = '', gap = '', code = ''] =
    /^(\p{Lu}[\p{L} .'’-]+\p{L})( \()([\p{L}\p{N}/-]*\d[\p{L}\p{N}/-]*)\)$/u.exec(value) ?? [];
  if (code !== '') {
    const start = one.start + who.length + gap.length;
    return [
      { ...one, end: one.start + who.length },
      { ...one, label: `${one.label} no`, start, end: start + code.length },
    ];
  }
  const [, caller = '', bracket = '', phone = ''] =
    /^(\p{Lu}[\p{L} .'’-]+\p{L})( \()(\+?[\d ()/-]{7,})\)$/u.exec(value) ?? [];
  if (phone !== '') {
    const start = one.start + caller.length + bracket.length;
    return [
      { ...one, end: one.start + caller.length },
      { ...one, label: `${one.label} phone`, start, end: start + phone.length },
    ];
  }
  const [, name = '', between = '', address = ''] =
    /^([^\n@]*[\p{L}.])(\s?[(<[])([^\s()<>[\]]+@[^\s()<>[\]]+)[)>\]]$/u.exec(value) ?? [];
  if (address === '') return [one];
  const start = one.start + name.length + between.length;
  return [
    { ...one, end: one.start + name.length },
    { ...one, label: `${one.label} e-mail`, start, end: start + address.length },
  ];
}

/** `Sample: L81252, taken on 11 May 2026`: what is said of a value behind a comma, where it is a day. */
function withRemarked(text: string, one: Marked): Marked[] {
  const [, value = '', gap = '', said = '', between = '', day = ''] = ofDay.exec(text.slice(one.start, one.end)) ?? [];
  if (day === '') return [one];
  const start = one.start + value.length + gap.length + said.length + between.length;
  return [
    { ...one, end: one.start + value.length },
    { ...one, label: said, start, end: start + day.length },
  ];
}

/** `93 % (limit 80 %)`: a figure, and in brackets another with a name of its own. */
function withBracketed(text: string, one: Marked): Marked[] {
  const [, value = '', gap = '', said = '', between = '', figure = ''] =
    /^([£€$]?-?\d[^\n()]{0,30}?)( \()(\p{Ll}{3,}(?: \p{Ll}{2,})?)(:? )([£€$]?-?\d[^\n()]{0,20})\)$/u.exec(
      text.slice(one.start, one.end),
    ) ?? [];
  if (figure === '' || ofTaxOrSo.test(said)) return [one];
  const start = one.start + value.length + gap.length + said.length + between.length;
  return [
    { ...one, end: one.start + value.length },
    { ...one, label: said, start, end: start + figure.length },
  ];
}

/** What says of a figure what it holds, or how sure it is, names no other. */
const ofTaxOrSo =
  /^(?:incl|excl|inkl|exkl|plus|approx|about|circa|ca|zzgl|including|excluding|env|etwa|under|over|at)\b/;

/** From one time to another. */
const span =
  /^([^\n]*\d[:.h]\d{2}(?: ?[ap]\.?m\.?| ?uhr| ?h)?)( ?[–—-] ?| (?:to|until|till|bis|à|a|a las|al|alle|til|tot|até) )(\d{1,2}[:.h]\d{2}[^\n]{0,12})$/iu;

/** From one day to another. */
const day = String.raw`\d{1,2}[./-]\d{1,2}[./-]\d{2,4}|\d{4}-\d\d-\d\d|\d{1,2}\.? \p{L}{3,10}\.?(?: \d{4})?`;
const ofDay = new RegExp(
  `^([\\p{L}\\p{N}][^\\n,]{0,40})(, )(\\p{Ll}{2,}(?: \\p{Ll}{3,})?)((?:\\.|\\(e\\))?(?: \\p{Ll}{1,3})? )((?:${day}))$`,
  'u',
);
const daySpan = new RegExp(
  String.raw`^((?:dal|from|vom|von|du|del|de|van)\s+)?(${day})( ?[–—-] ?| (?:to|until|till|bis(?: zum)?|au|à|al|a|tot|até) )(${day})$`,
  'iu',
);

/** `Period: from 1 May 2027 to 3 June 2027`. */
function withDays(text: string, one: Marked): Marked[] {
  const [, before = '', first = '', between = '', last = ''] = daySpan.exec(text.slice(one.start, one.end)) ?? [];
  if (last === '') return [one];
  const start = one.start + before.length;
  return [
    { ...one, label: `${one.label} from`, start, end: start + first.length },
    { ...one, label: `${one.label} to`, start: start + first.length + between.length },
  ];
}

/** `When: 12 October, 16:00 – 17:30`: when something begins, and when it ends. */
function withSpan(text: string, one: Marked): Marked[] {
  const [, from = '', between = '', to = ''] = span.exec(text.slice(one.start, one.end)) ?? [];
  if (to === '') return [one];
  return [
    { ...one, end: one.start + from.length },
    { ...one, label: `${one.label} end`, start: one.start + from.length + between.length },
  ];
}

/** Two times and the day on which both are, with what is remarked of it. */
const hours = String.raw`\d{1,2}[:.h]\d{2}(?: ?[ap]\.?m\.?| ?uhr| ?h)?`;
const spanOfDay = new RegExp(
  String.raw`^(${hours})( ?[–—-] ?| (?:to|until|till|bis|à|a|a las|al|alle|til|tot|até) )(${hours})(,? (?:(?:on|am|le|el|op|den) )?)((?:\p{L}{2,10}\.?,? )?(?:${day}))(?: \([^()\n]{1,30}\))?$`,
  'iu',
);

/** `When: 09:00 – 09:45, Tuesday 6 October 2026 (London)`: from when to when, and on which day. */
function withHours(text: string, one: Marked): Marked[] {
  const [, from = '', between = '', to = '', gap = '', on = ''] = spanOfDay.exec(text.slice(one.start, one.end)) ?? [];
  if (on === '') return [one];
  const second = one.start + from.length + between.length;
  const third = second + to.length + gap.length;
  return [
    { ...one, label: `${one.label} from`, end: one.start + from.length },
    { ...one, label: `${one.label} to`, start: second, end: second + to.length },
    { ...one, start: third, end: third + on.length },
  ];
}

const onward = new RegExp(
  String.raw`^((?:\p{L}{2,10}\.?,? )?(?:${day}))(,?\s(?:(from|after|ab|à partir de|dès|desde las|a partir das|dalle(?: ore)?|vanaf|fra(?: kl\.?)?)|by|before|until|bis|avant|antes de las|hasta las|entro le|até às|tot|voor|inden(?: kl\.?)?) )(${hours})$`,
  'iu',
);

/** `Arrivo: 3 ottobre 2026, dalle 14:00`: a day, and from what time on, or until when. */
function withOnward(text: string, one: Marked): Marked[] {
  const [, on = '', between = '', from, hour = ''] = onward.exec(text.slice(one.start, one.end)) ?? [];
  if (hour === '') return [one];
  return [
    { ...one, end: one.start + on.length },
    { ...one, label: `${one.label} ${from ? 'from' : 'by'}`, start: one.start + on.length + between.length },
  ];
}

/** `Open → Pending`: what it was, and what it is. */
const toAnother = /^([\p{L}\p{N}][^\n→>]{0,40}?)( (?:→|⇒|➔|->|=>) )([\p{L}\p{N}][^\n→>]{0,40})$/u;

/** Words of a state each. */
const twoCells = /^(\p{L}+(?: \p{L}+){0,2})\t(\p{L}+(?: \p{L}+){0,2})$/u;

/** `When: 17 November 2026, 09:10 24 September 2026, 16:30`, `Price: £50.00 £40.00`: what it was, and right behind it what it is. */
function withFormer(text: string, one: Marked): Marked[] {
  const value = text.slice(one.start, one.end);
  const [, from = '', arrow = '', to = ''] = toAnother.exec(value) ?? [];
  if (to !== '')
    return [
      { ...one, label: `${one.label} before`, end: one.start + from.length },
      { ...one, start: one.start + from.length + arrow.length },
    ];
  // Of a row of three cells, `Status`, `Open`, `Closed`, the same.
  const [, was = '', is = ''] = twoCells.exec(value) ?? [];
  if (is !== '' && was !== is)
    return [
      { ...one, label: `${one.label} before`, end: one.start + was.length },
      { ...one, start: one.end - is.length },
    ];
  for (const { like, begin } of telling) {
    const [first, second, ...more] = [...value.matchAll(like)].map((match) => ({
      start: begin?.(value, match.index) ?? match.index,
      end: match.index + match[0].length,
    }));
    if (!first || !second || more.length > 0 || first.start > 0 || second.end < value.length) continue;
    if (!/^ +$/.test(value.slice(first.end, second.start))) continue;
    return [
      { ...one, label: `${one.label} before`, end: one.start + first.end },
      { ...one, start: one.start + second.start },
    ];
  }
  return [one];
}

/** `Arrival: 2026-10-14 from 3 pm`: a day, and small words with what they say of it; a time to the minute is a part of the value. */
function withoutRemark(text: string, one: Marked): Marked {
  const [, day = ''] =
    /^(\d{4}-\d\d-\d\d|\d{1,2}[./]\d{1,2}[./]\d{4}|\d{1,2}\.? \p{L}{3,10}\.? \d{4}) \(?\p{Ll}{2,}(?: (?![^\n]*\d[:.h]\d\d)[^\n]{1,30})?$/u.exec(
      text.slice(one.start, one.end),
    ) ?? [];
  if (day !== '') return { ...one, end: one.start + day.length };
  const value = text.slice(one.start, one.end);
  const [, sum = ''] = withTax.exec(value) ?? perWhile.exec(value) ?? [];
  return sum === '' ? one : { ...one, end: one.start + sum.length };
}

/** Quotes around all of a value are none of it. */
function unquoted(text: string, one: Marked): Marked {
  const isQuoted = /^["“„«][^"“”„«»]+["”“»]$/.test(text.slice(one.start, one.end));
  return isQuoted ? { ...one, start: one.start + 1, end: one.end - 1 } : one;
}

/** `£450 incl. VAT`, `1.200,00 € TTC`: a sum, and what is said of the tax in it. */
const withTax =
  /^((?:[£€$] ?|[A-Z]{3} ?)\d[\d.,' ]*\d?|\d[\d.,' ]*(?: ?€| ?£|-? ?kr\.?| [A-Z]{3}(?= )))[ ,]+\(?(?:incl?|excl?|inkl|exkl|including|excluding|plus|zzgl|net|gross|ttc|ht|hors|com|con|sin|sem|iva|vat|btw|mwst|all in)\b[^\n]{0,24}$/iu;

/** `45.000 € brutto im Jahr`, `£12.50 per hour`: a sum, and for how long it is paid. */
const perWhile =
  /^((?:[£€$] ?|[A-Z]{3} ?)\d[\d.,' ]*\d?|\d[\d.,' ]*(?: ?€| ?£|-? ?kr\.?| [A-Z]{3}(?= )))(?: \p{Ll}{3,8})? (?:\/ ?|(?:per|an?|each|every|pro|im|je|par|al|por|ao|all.|p\.) ?)(?:hour|day|night|week|month|year|annum|stunde|tag|nacht|woche|monat|jahr|heure|jour|nuit|semaine|mois|an|hora|d[ií]a|noche|semana|mes|m[eê]s|año|ano|ora|giorno|notte|mese|anno|uur|dag|nacht|week|maand|jaar|time|måned|år|a\.|m\.)\.?$/iu;

/** `SPD 12.3 KN / CRS 227`: in a line of labels in capitals a slash parts one from the next. */
function withNext(text: string, one: Marked): Marked[] {
  if (one.label !== one.label.toUpperCase()) return [one];
  const value = text.slice(one.start, one.end);
  const [all = '', first = '', label = ''] = /^([^\n/]+?) \/ (\p{Lu}{2,}) (?=\S)/u.exec(value) ?? [];
  if (all === '') return [one];
  const next = { ...one, label, start: one.start + all.length };
  return [{ ...one, end: one.start + first.length }, ...withNext(text, next)];
}

/** `Speed: 43 km/h. Mileage: 120,331 km.`: behind the end of a sentence a label of its own. */
function withNextSentence(text: string, one: Marked): Marked[] {
  const value = text.slice(one.start, one.end);
  const [all = '', first = '', label = ''] =
    /^([^\n:]{1,60}?)\.\s+(\p{Lu}[\p{L}'’-]*(?: [\p{L}'’-]+){0,2}): ?(?=\S)/u.exec(value) ?? [];
  if (all === '' || /\p{L}{2,} \p{L}{2,} \p{L}{2,}/u.test(first)) return [one];
  const next = { ...one, label, start: one.start + all.length };
  // The full stop that ends the last one is none of it.
  const rest = withNextSentence(text, next).map((part) =>
    part.end === one.end && /[^.]\.$/.test(value) ? { ...part, end: part.end - 1 } : part,
  );
  return [{ ...one, end: one.start + first.length }, ...rest];
}

/** A block below a label ends before a button, and before a sentence where it began with none: an address has no sentences. */
function withoutButtons(text: string, one: Marked, buttons: readonly Range[]): Marked {
  const [first, ...others] = linesOf(text.slice(one.start, one.end)).map(({ start, end }) => ({
    start: one.start + start,
    end: one.start + end,
  }));
  const isNote = ({ start, end }: Range) =>
    buttons.some((button) => button.start <= start && end <= button.end) || isNotice(text.slice(start, end));
  const next = first && !isNote(first) ? others.find(isNote) : undefined;
  if (!next) return one;
  return { ...one, end: one.start + text.slice(one.start, next.start).trimEnd().length };
}

/** A question in somebody’s words, with nothing but a button below it. */
function isAskedToClick(text: string, { label, start, end }: Marked, buttons: readonly Range[]): boolean {
  const behind = text.slice(text.lastIndexOf(label, start - 1) + label.length, start);
  return /^\s*\?\s*\n/.test(behind) && buttons.some((button) => button.start <= start && end <= button.end);
}

/** Words of a sentence that is said to everybody: more than a line of an address or of a short value has. */
const longNotice = 8;
const isNotice = (line: string) =>
  line.trim().split(/\s+/).length >= longNotice && /^\p{Lu}.*\p{Ll}[.!?](?:\s|$)/u.test(line.trim());

/** What greets somebody, or is a colon in a sentence: `Hello, good news: we have handed it over.` */
const isOfLetter = (label: string, value: string) =>
  isGreeting(foldLabel(label).split(' ')[0] ?? '') ||
  (/, /.test(label) && value.split(/\s+/).length > longestLabel && /^\p{Ll}.*[.!?]\s*$/su.test(value));

/** Labels of what every mail of a sender ends with. */
const ofFooter =
  /^(?:(?:change|manage|update|edit) (?:your|what|how|which|these|this)|unsubscribe|opt[- ]?out|preferences|stop|abmelden|abbestellen|se désabonner|désinscription|darse de baja|cancelar|afmelden|uitschrijven|disiscriviti)/iu;

/** Labels of links to the message itself: where it may be read, and printed. */
const ofViewing =
  /^(?:(?:view|read|open|see) (?:(?:it|this|the \p{L}+) )?(?:online|in (?:your|a|the) browser)|print(?: it)?|im browser (?:ansehen|öffnen|lesen)|online (?:ansehen|lesen)|drucken|(?:voir|lire|version) en ligne|imprimer|ver (?:online|en línea|en el navegador|no navegador)|imprimir|(?:visualizza|leggi) (?:online|nel browser)|stampa|(?:bekijk|lees) online|online bekijken|afdrukken|se online|udskriv)$/iu;

/** What such an end says. */
const inFooter =
  /\b(?:unsubscribe|opt[- ]?out|abbestellen|newsletter abmelden|se désabonner|darse de baja|cancelar (?:a )?(?:su )?subscri\p{L}+|afmelden|uitschrijven|disiscriviti|afmeld)\b/iu;
