import type { TextForm } from './reading.js';
import { plain } from './text/plain-words.js';

/** A plain part longer than this has something to say. */
const longestStub = 600;
/** How many times longer the HTML’s text must be. */
const longer = 2;

/** What a plain part says that was only put there for old programs. */
const pointsElsewhere =
  /\b(?:html|web ?browser|browser|webversion|online version|view (?:this|it|the) |enable images|navigateur|navegador|im browser|e-?mail client|mail (?:program|client)|multipart message|mime format|programme? de messagerie|versione online|in de browser|i din browser)\b/;

/** Why a plain form is but a stub beside the HTML; null when it is not. */
export function stubReason(text: string, html: TextForm | null): string | null {
  if (!html) return null;
  const words = text.trim();
  const rich = html.text.trim();
  if (words === '') return rich === '' ? null : 'the plain part is empty';
  if (words.length > longestStub || rich.length < words.length * longer) return null;
  return pointsElsewhere.test(plain(words)) ? 'the plain part only points to the HTML' : null;
}
