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
