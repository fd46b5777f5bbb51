import { folded } from './header.js';

/** How lines begin that add up the items above them, or to them, and are none themselves. */
const adding =
  /^(?:(?:grand|sub|net|gross|running|over|opening|closing|previous|new) ?)?(?:totals?|sums?|nett?o?|gross|brutto|summe|gesamt\p{L}*|zwischensumme|endbetrag|subtotais?|i alt|ialt|totaal|totale|montant|importe|soma|somme|vat|mwst|ust|moms|iva|tva|btw|tax|amount due|balance|saldo\p{L}*|\p{L}+saldo|solde|carried forward|brought forward|to pay|carriage|shipping|delivery|postage|freight|handling|discount|versand\p{L}*|rabatt|frais de port|livraison|remise|gastos de envio|descuento|portes|desconto|verzendkosten|bezorgkosten|korting|fragt|forsendelse)(?![\p{L}])/u;

/** Words that may follow: what is added up, how, and in which money. A total of anything else is an item's name. */
const further =
  /^(?:\d.*|%|total|amount|sum|price|cost|costs|due|net|netto|gross|brutto|fee|charge|charges|excl|excluding|incl|including|vat|tax|mwst|moms|iva|tva|btw|to|pay|of|the|order|all|in|for|and|gbp|eur|usd|dkk|items?|lines?|pos|forward|anterior|initial|inicial|final|précédent|general|geral|generale|a|pagar|payer|betalen|zu|zahlen)$/u;

/** Whether the words of a cell say that its line adds up others. */
export function addsUp(text: string): boolean {
  const words = folded(text);
  const match = adding.exec(words);
  if (!match) return false;
  const rest = words.slice(match[0].length).trim();
  return rest === '' || rest.split(' ').every((word) => further.test(word));
}
