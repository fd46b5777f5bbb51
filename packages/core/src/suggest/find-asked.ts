import { linesOf } from '../reading/index.js';
import type { Marked } from './marked.js';

/** Lines that are looked at. */
const maxLines = 400;

const question = /^\s*(?:(?:Q|F|P|D|V|Question|Frage|Pregunta|Domanda|Vraag|Pergunta)\s?\d{0,2}[.:)]\s*)(\S.*\?)$/iu;
const answer =
  /^(\s*(?:A|R|S|Answer|Antwort|Réponse|Respuesta|Risposta|Antwoord|Resposta|Svar)\s?\d{0,2}[.:)]\s*)(\S.*)?$/iu;

/** Whether some words only say that an answer follows: then it is the question above that names it. */
export function isAnswerMark(words: string): boolean {
  const found = answer.exec(words.trimEnd());
  return found !== null && found[2] === undefined;
}

/** `Q: How long is she?` above `A: 9.5 m`: what a form asked, and what was answered. Questions that are all the same are of items. */
export function findAsked(text: string): Marked[] {
  const lines = linesOf(text)
    .slice(0, maxLines)
    .map(({ start, end }) => ({ start, words: text.slice(start, end).trimEnd() }))
    .filter(({ words }) => words !== '');
  const found = lines.flatMap(({ words }, i): Marked[] => {
    const [, label = ''] = question.exec(words) ?? [];
    const below = lines[i + 1];
    const [, before = '', value = ''] = (below && answer.exec(below.words)) ?? [];
    if (label === '' || value === '' || !below) return [];
    const start = below.start + before.length;
    return [{ label, start, end: start + value.length, by: 'label' }];
  });
  return new Set(found.map(({ label }) => label)).size === found.length ? found : [];
}
