/** Words that open a letter; one may stand for another, as the next writer greets otherwise. */
const words = new Set(
  'dear hi hello hey howdy hej kære goddag olá ola oi caro cara prezado prezada hallo liebe lieber guten bonjour salut cher chère hola querido querida estimado estimada ciao salve gentile beste geachte'.split(
    ' ',
  ),
);

export const isGreeting = (word: string): boolean => words.has(word);

/** All of them, for looking up lines. */
export const greetings: readonly string[] = [...words];
