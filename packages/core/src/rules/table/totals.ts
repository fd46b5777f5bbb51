import { folded } from './header.js';

/** How lines begin that add up the items above them, and are none themselves. */
const adding =
  /^(?:grand |sub ?|net |gross |running )?(?:totals?|sums?|summe|gesamt\p{L}*|zwischensumme|endbetrag|subtotais?|i alt|totaal|totale|total|montant|importe|soma|somme|ialt)\b|^(?:vat|mwst|ust|moms|iva|tva|btw|tax|amount due|balance|carried forward|brought forward|to pay)\b/u;

/** A heading says no more. */
const mostWords = 5;

/** Whether the words of a cell say that its line adds up others. */
export function addsUp(text: string): boolean {
  const words = folded(text);
  return adding.test(words) && words.split(' ').length <= mostWords;
}
