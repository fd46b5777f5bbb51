import { franc } from 'franc';
import { dictionary } from '../dictionary.js';
import { type KnownLanguage, knownLanguages } from '../values/locale.js';
import type { Reading, TextForm } from './reading.js';
import { textOfPart } from './text-parts.js';

/** ISO 639-3 names of the languages that values are read in. */
const longNames: Readonly<Record<string, KnownLanguage>> = dictionary({
  eng: 'en',
  deu: 'de',
  fra: 'fr',
  spa: 'es',
  por: 'pt',
  dan: 'da',
  ita: 'it',
  nld: 'nl',
});

const wordsOf = (list: string) => new Set(list.split(' '));

/** Words that hardly a sentence of a language goes without. */
const common: Readonly<Record<KnownLanguage, ReadonlySet<string>>> = {
  en: wordsOf('the and of to is are you we my i it for with on at can would have that this please your our be'),
  de: wordsOf('der die das und ich ist wir sie nicht mit ein eine für auf den dem zu von bitte ihr mein können im'),
  fr: wordsOf('le la les et est je vous nous un une des pour avec dans du au mon votre pas que sur suis pouvez'),
  es: wordsOf('el la los y es en un una por con para mi su que del no estoy pueden está buenos gracias las hoy'),
  pt: wordsOf('o a os e é em um uma por com para meu do da que não no na estou podem seu bom obrigado até'),
  da: wordsOf('og er jeg det en et i på ved til med for den kan vi min ikke af hej de har som skal'),
  it: wordsOf('il la e è di un una per con che del al sono mio non potete della grazie i le da si lo'),
  nl: wordsOf('de het een en ik is van op aan wij mijn u kunt niet voor met dat te bij er ons zijn'),
};

/** Words of forms and orders, which hold few others. */
const ofForms: Readonly<Record<KnownLanguage, ReadonlySet<string>>> = {
  en: wordsOf('name phone address date time order number total price amount note guest quantity delivery subject due'),
  de: wordsOf(
    'vorname nachname datum geburtsdatum telefon straße ort anschrift adresse uhrzeit betrag preis menge anzahl bestellung auftrag rechnung nummer bemerkung beginn anmeldung zähler stand vertrag kunde gesamt',
  ),
  fr: wordsOf(
    'nom prénom téléphone adresse courriel montant heure commande numéro quantité livraison remarque élève inscription bonjour nouvelle client prix',
  ),
  es: wordsOf(
    'nombre apellido teléfono dirección correo fecha hora pedido importe cantidad cliente precio nuevo alergias observaciones',
  ),
  pt: wordsOf(
    'nome apelido telefone morada hora encomenda valor entrega quantidade produtor talão observações preço lote',
  ),
  da: wordsOf('navn telefon adresse dato tid bestilling beløb antal bemærkning pris ankomst'),
  it: wordsOf('nome cognome telefono indirizzo data ora ordine importo quantità prezzo consegna nota'),
  nl: wordsOf('naam telefoon adres datum tijd bestelling bedrag aantal opmerking prijs taak plaats plekken'),
};

/** Shorter texts say too little of their language. */
const shortestText = 40;
/** Telling a language needs no more than this. */
const maxText = 4000;

/** The language a message is written in: as it states itself, else by its words; English when neither tells. */
export function languageOf(reading: Reading, form: TextForm): KnownLanguage {
  const words = () => `${reading.subject}\n${textOfPart(form, 'message.body') ?? ''}`.slice(0, maxText);
  return statedLanguage(reading) ?? languageOfWords(words()) ?? 'en';
}

/** Letters of a text whose language trigrams tell for sure; a form of labels and names has fewer. */
const enoughLetters = 300;

/** The language a message is written in where it states it, or says enough to tell it; else null. */
export function clearLanguageOf(reading: Reading, form: TextForm): KnownLanguage | null {
  const words = `${reading.subject}\n${textOfPart(form, 'message.body') ?? ''}`.slice(0, maxText);
  const letters = words.match(/\p{L}/gu)?.length ?? 0;
  const byWords = byCommonWords(words) ?? (letters >= enoughLetters ? languageOfWords(words) : undefined);
  return statedLanguage(reading) ?? byWords ?? null;
}

function languageOfWords(words: string): KnownLanguage | undefined {
  return byCommonWords(words) ?? longNames[franc(words, { only: Object.keys(longNames), minLength: shortestText })];
}

/** A lead of so many common words decides: on a sentence or two they are surer than trigrams are. */
const clearLead = 2;

function byCommonWords(words: string): KnownLanguage | null {
  const found = words.toLowerCase().match(/\p{L}+/gu) ?? [];
  const counts = knownLanguages
    .map(
      (language) =>
        [language, found.filter((word) => common[language].has(word) || ofForms[language].has(word)).length] as const,
    )
    .sort((a, b) => b[1] - a[1]);
  const [first, second] = counts;
  return first && second && first[1] - second[1] >= clearLead ? first[0] : null;
}

/** By its Content-Language, or the `lang` of its HTML. */
function statedLanguage({ headers, html }: Reading): KnownLanguage | undefined {
  const header = headers.find(([name]) => name === 'content-language')?.[1];
  const attribute = /<html\b[^>]{0,500}?\blang\s*=\s*["']?([a-z]{2})/i.exec(html?.html.slice(0, 5000) ?? '')?.[1];
  const written = [header, attribute].map((name) => name?.trim().toLowerCase().slice(0, 2));
  return knownLanguages.find((known) => written[0] === known) ?? knownLanguages.find((known) => written[1] === known);
}
