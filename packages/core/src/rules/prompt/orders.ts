import type { View } from '../../reading/index.js';
import type { Place } from './find-quote.js';

/** What a model is called, and what it is told to do and to leave, in the languages people try it in. */
const addressed =
  /(?<!\p{L})(?:ai|a\.i\.|assistant|chatbot|language model|llm|gpt|system prompt|sprachmodell|ki|assistent|modèle de langage|modèle|modelo(?: de linguagem| de lenguaje)?|asistente|assistente|taalmodel|sprogmodel|intelligence artificielle|inteligencia artificial|inteligência artificial|kunstmatige intelligentie)(?!\p{L})/iu;
/** To leave its rules. */
const leave =
  /(?<!\p{L})(?:ignore|ignoring|disregard|forget|override|bypass|overlook|pretend|ignorier\w*|vergiss|vergessen sie|missachte\w*|ignore[rz]|oublie[rz]?|ignora|ignoren?|olvida|olvide|esquece|esqueça|ignore|negeer|vergeet|ignorer|glem)(?!\p{L})/iu;
/** To do something. */
const told =
  /(?<!\p{L})(?:respond|answer|reply|output|return|print|set|fill|write|act as|you are now|you must|antworte\w*|setze\w*|gib|trage|schreib\w*|réponds|répondez|mets|mettez|écris|écrivez|responde|responda|pon|ponga|escribe|preenche|preencha|escreva|antwoord|zet|vul|schrijf|svar|sæt|skriv)(?!\p{L})/iu;
const rules =
  /(?<!\p{L})(?:instructions?|guidelines|rules|prompts?|anweisung\w*|regeln?|vorgaben|consignes?|règles?|instrucciones|reglas|instruções|regras|instructies|regels|instruktion\w*|instrukser?|regler)(?!\p{L})/iu;
const ofModels =
  /(?<!\p{L})(?:system prompt|json|schema|new instructions|neue anweisungen|nouvelles consignes|nuevas instrucciones|novas instruções|nieuwe instructies|nye instruktioner)(?!\p{L})/iu;
/** How the parts of a talk with a model begin. */
const role =
  /^\s*(?:(?:system|assistant|user|developer|ai)\s*[:>]|<\|?\/?(?:im_start|im_end|system|assistant|s)\b|\[\/?INST\]|#{2,}\s*(?:system|instruction|assistant|response))/i;
const posedAnswer = /\{\s*["'“]?\w+["'”]?\s*:/;

const sentence = /[^.!?\n]+[.!?]*/g;

/**
 * The sentences of a text that talk to the model, as far as they can be told: one that gives it orders about its rules or by
 * name, one that poses as a part of the talk, and what goes on giving orders behind it in the same paragraph.
 */
export function orderPlaces(text: string): Place[] {
  const found: Place[] = [];
  for (const { 0: words, index } of text.matchAll(sentence)) {
    const before = found.at(-1);
    const goesOn = before !== undefined && !/\n\s*\n/.test(text.slice(before.end, index + 1));
    const does = told.test(words) || leave.test(words);
    const isOrder =
      role.test(words) ||
      (leave.test(words) && rules.test(words)) ||
      (does && (addressed.test(words) || ofModels.test(words)));
    if (isOrder || (goesOn && (does || posedAnswer.test(words))))
      found.push({ start: index, end: index + words.length });
  }
  return found;
}

const known = new WeakMap<View, Place[]>();

/** The same for a view; each is looked through once. */
export function ordersIn(view: View): readonly Place[] {
  const places = known.get(view) ?? orderPlaces(view.text);
  known.set(view, places);
  return places;
}

const maxShown = 10;

/** Sentences that talk to the model, for people to see. */
export const ordersShown = (views: readonly View[]): string[] =>
  views
    .flatMap((view) => ordersIn(view).map(({ start, end }) => view.text.slice(start, end).trim().slice(0, 200)))
    .slice(0, maxShown);
