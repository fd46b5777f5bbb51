import { linesOf, type Range } from '../reading/index.js';
import { foldLabel, type Marked } from './marked.js';

/** Words and characters of a section's title. */
const longestTitle = 4;
const maxLength = 60;
const title = /^\P{N}*\p{L}\P{N}*$/u;

/** Who has a part in something, and the ways there and back: what a section is headed by that no list of items is. */
const roles = new RegExp(
  `(?<!\\p{L})(?:${[
    'arriv(?:es|ing)|leav(?:es|ing)|depart(?:s|ing)|check-?in|check-?out|sender|shipper|consignor|receiver|recipient|consignee|bill(?:ing|ed)?|invoic\\p{L}*|ship(?:ping|ped)?|deliver\\p{L}*|outbound|outward|inbound|return(?:ing)?|departure|arrival|pick-?up|collection|drop-?off|buyer|seller|vendor|purchaser|landlord|tenant|owner|employer|employee|before|after|old|new|previous|current',
    'anreise|abreise|absender|empfänger|rechnungs\\p{L}*|liefer\\p{L}*|hin(?:fahrt|flug|reise|weg)|rück(?:fahrt|flug|reise|weg|gabe)|abfahrt|abflug|ankunft|abholung|zustellung|käufer|verkäufer|vermieter|mieter|auftraggeber|bisher|vorher|nachher|alt|neu',
    'expéditeur|destinataire|aller|retour|départ|arrivée|facturation|livraison|enlèvement|acheteur|vendeur|bailleur|locataire|avant|après',
    'remitente|destinatari[oa]|ida|vuelta|salida|llegada|facturación|envío|entrega|recogida|comprador|vendedor|antes|después',
    'mittente|andata|ritorno|partenza|arrivo|fatturazione|spedizione|consegna|ritiro|acquirente|venditore|prima|dopo',
    'remetente|destinatári[oa]|volta|partida|chegada|faturação|recolha|depois',
    'afzender|ontvanger|geadresseerde|heen(?:reis|vlucht)|terug(?:reis|vlucht)|retour(?:reis|vlucht)|vertrek|aankomst|factuur\\p{L}*|aflever\\p{L}*|bezorg\\p{L}*|ophalen|koper|verkoper|huurder|verhuurder',
    'afsender|modtager|udrejse|hjemrejse|afgang|ankomst|faktura\\p{L}*|levering\\p{L}*|køber|sælger|avsändare|mottagare|utresa|hemresa|avgång',
  ].join('|')})(?!\\p{L})`,
  'iu',
);

/** Whether titles are of sections of a form: another role each. */
export const areOfRoles = (titles: readonly string[]): boolean =>
  titles.length > 1 &&
  new Set(titles.map(foldLabel)).size === titles.length &&
  titles.every((words) => words.split(/\s+/).length <= longestTitle && roles.test(words));

/** A line that heads a section. */
interface Heading extends Range {
  words: string;
}

/**
 * Values whose label stands more than once, named by the title of their section as well: `Outbound`, below it `Date`, and the same again
 * below `Return`. `known`: what is named so in other messages of the kind, folded; it is here, too.
 */
export function bySection(text: string, marked: readonly Marked[], known: ReadonlySet<string> = new Set()): Marked[] {
  const times = new Map<string, number>();
  for (const { label } of marked) times.set(foldLabel(label), (times.get(foldLabel(label)) ?? 0) + 1);
  const isTwice = ({ label }: Marked) => (times.get(foldLabel(label)) ?? 0) > 1;
  if (known.size === 0 && !marked.some(isTwice)) return [...marked];
  const headings = headingsIn(text, marked);
  const above = (mark: Marked) => headings.findLast(({ end }) => end < mark.start);
  const told = marked.filter(isTwice).flatMap((mark) => {
    const heading = above(mark);
    return heading ? [{ mark, heading }] : [];
  });
  const places = new Set(told.map(({ mark, heading }) => `${heading.start} ${foldLabel(mark.label)}`));
  // Each of the same needs a title of its own.
  const isApart = told.length === marked.filter(isTwice).length && places.size === told.length;
  return marked.map((mark): Marked => {
    const heading = above(mark);
    if (!heading || mark.label === '' || mark.section) return mark;
    const label = `${heading.words} ${mark.label}`;
    const isNamedSo = (isApart && isTwice(mark)) || known.has(foldLabel(label));
    return isNamedSo ? { ...mark, label, section: heading } : mark;
  });
}

/** Lines of a few words that stand alone, are no label, and hold no value. */
function headingsIn(text: string, marked: readonly Marked[]): Heading[] {
  const labels = new Set(marked.map(({ label }) => foldLabel(label)));
  return linesOf(text).flatMap(({ start, end }): Heading[] => {
    if (end - start > maxLength) return [];
    const words = text.slice(start, end).replace(/^[\s\p{P}\p{S}]+|[\s\p{P}\p{S}]+$/gu, '');
    const isTitle = title.test(words) && !/[.!?:\t|]/.test(words) && words.split(/\s+/).length <= longestTitle;
    const isFree = !labels.has(foldLabel(words)) && !marked.some((one) => one.start < end && one.end > start);
    return isTitle && isFree ? [{ start, end, words }] : [];
  });
}
