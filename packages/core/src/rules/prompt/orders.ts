/** What a model is called, and what it is told to do, in the languages people try it in. */
const addressed =
  /\b(?:ai|a\.i\.|assistant|chatbot|language model|llm|system prompt|(?:sprach)?modell|ki|assistent|modèle|modelo|asistente|assistente|model)\b/iu;
const told =
  /\b(?:ignore|disregard|forget|override|pretend|respond|answer|reply|output|set|act as|you are now|ignorier\w*|vergiss|antworte|setze|gib|ignorez|oublie[rz]?|réponds|répondez|mets|ignora|ignore|olvida|responde|esquece|esqueça|negeer|vergeet|antwoord|zet|ignorer|glem|svar|sæt)\b/iu;
const rules =
  /\b(?:instructions?|rules?|prompts?|anweisung\w*|regeln?|consignes?|règles?|instrucciones|reglas|instruções|regras|instructies|regels|instruktion\w*|regler|json|schema|fields?)\b/iu;

const maxShown = 10;

/** Sentences of a text that talk to the model, as far as they can be told; for people to see, not to decide by. */
export function ordersIn(text: string): string[] {
  const sentences = text.match(/[^.!?\n]+[.!?]*/g) ?? [];
  return sentences
    .filter((sentence) => told.test(sentence) && (rules.test(sentence) || addressed.test(sentence)))
    .slice(0, maxShown)
    .map((sentence) => sentence.trim().slice(0, 200));
}
