import { fromOrigin, linesOf, quotationsIn, type Range, type TextForm, toOrigin, type View } from '../reading/index.js';
import type { Marked } from './marked.js';

/** Lines that are looked at. */
const maxLines = 400;

/** What somebody wrote, by how the sentence above it calls it. */
const nouns =
  /(?<!\p{L})(comment|message|note|reply|answer|review|reason|feedback|remark|question|kommentar|nachricht|notiz|antwort|grund|begründung|frage|commentaire|réponse|remarque|motif|avis|comentario|mensaje|respuesta|nota|motivo|comentário|mensagem|resposta|bericht|opmerking|antwoord|reactie|commento|messaggio|risposta|besked|svar|meddelande)(?!\p{L})/giu;

/**
 * What is quoted below a sentence with a colon (`Ada Quist closed the request and wrote:`), by the markup or behind the marks of a quotation.
 * Below a label it is that label's.
 */
export function findPassages(view: View, form: TextForm & { html?: string }): Marked[] {
  const quotations = quotationsIn(form).flatMap((range) => fromOrigin(view, range) ?? []);
  const isQuoted = ({ start }: Range) => {
    if (quotations.some((one) => one.start <= start && start < one.end)) return true;
    const at = toOrigin(view, start, start + 1)[0]?.start ?? 0;
    return /^\s*(?:>\s?)+$/.test(form.text.slice(form.text.lastIndexOf('\n', at - 1) + 1, at));
  };
  const lines = linesOf(view.text)
    .slice(0, maxLines)
    .filter(({ start, end }) => view.text.slice(start, end).trim() !== '')
    .map((line) => ({ ...line, quoted: isQuoted(line) }));
  return lines.flatMap((first, at): Marked[] => {
    const above = lines[at - 1];
    if (!first.quoted || !above || above.quoted) return [];
    const said = view.text.slice(above.start, above.end).trim();
    if (!isSentenceAbove(said)) return [];
    const behind = lines.findIndex(({ quoted }, i) => i > at && !quoted);
    const last = lines[(behind < 0 ? lines.length : behind) - 1] ?? first;
    const until = lines[behind]?.start;
    const label = [...said.matchAll(nouns)].at(-1)?.[1]?.toLowerCase() ?? 'comment';
    return [{ label, start: first.start, end: last.end, by: 'label', ...(until === undefined ? {} : { until }) }];
  });
}

/** Words from which on what stands before a colon is more than a label. */
const minWords = 4;

const isSentenceAbove = (said: string) => /[:：]$/.test(said) && said.split(/\s+/).length >= minWords;

/** Lines of what somebody wrote above a ruling, and labelled ones right below it, by which that is what it is. */
const maxAbove = 12;
const minBelow = 2;
const labelled = /^\s*\p{L}[^:\n]{0,40}?\s*:\s+\S/u;

/** What stands on top of a message and has no label, where a ruling parts it from lines that have: what a gateway hands on. */
export function findAboveRuling({ text }: View): Marked[] {
  const lines = linesOf(text)
    .slice(0, maxLines)
    .map((line) => ({ ...line, words: text.slice(line.start, line.end).trim() }))
    .filter(({ words }) => words !== '');
  const ruling = lines.findIndex(({ words }) => /^[-_=*]{4,}$/.test(words));
  const [first, last] = [lines[0], lines[ruling - 1]];
  const below = lines.slice(ruling + 1, ruling + 1 + minBelow);
  const isHandedOn =
    ruling > 0 &&
    ruling <= maxAbove &&
    below.length === minBelow &&
    below.every(({ words }) => labelled.test(words)) &&
    !lines.slice(0, ruling).some(({ words }) => labelled.test(words) || /[:,]$/.test(words));
  return isHandedOn && first && last
    ? [{ label: 'message', start: first.start, end: last.end, by: 'label', until: below[0]?.start ?? last.end }]
    : [];
}
