import { isNearWord } from '../../../values/near-word.js';

export const ascii = /^[\t\x21-\x7e]+$/;

export function folded(token: string): string {
  const sign = oneOfFamily.get(token);
  if (sign !== undefined) return sign;
  return token
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[‐-―−]/g, '-')
    .replace(/[“”„«»]/g, '"')
    .replace(/[‘’‚]/g, "'");
}

/** Signs of which one stands where another does when the value beside it is another: up and down, done and not, lamps. */
export const families = ['▲▼△▽▴▾▵▿↑↓↗↘⬆⬇⇧⇩🔺🔻🔼🔽📈📉', '✓✔✗✘✕✖☑☒☐✅❌❎', '🔴🟠🟡🟢🔵🟣⚫⚪'];
const oneOfFamily = new Map(families.flatMap(([...signs]) => signs.map((sign) => [sign, signs[0] as string])));

/** Words that open a letter; one may stand for another, as the next writer greets otherwise. */
const greetingWords = new Set(
  'dear hi hello hey howdy hej kære goddag olá ola oi caro cara prezado prezada hallo liebe lieber guten bonjour salut cher chère hola querido querida estimado estimada buenos buenas ciao salve gentile egregio egregia spettabile spett beste geachte'.split(
    ' ',
  ),
);

export const isGreeting = (word: string): boolean => greetingWords.has(word);

/** All of them, for looking up lines. */
export const greetings: readonly string[] = [...greetingWords];

/** Same word, or a letter apart when it is long enough that this says something. */
export function sameWord(a: string, b: string): boolean {
  return a === b || isNearWord(a, b);
}

/** Whether a letter of this word may be wrong. */
export function canBeForgiven(word: string): boolean {
  return word.length >= 4 && !/\d/.test(word);
}
