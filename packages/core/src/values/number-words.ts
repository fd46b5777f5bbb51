import { accentless } from './fold.js';

// Numbers from nought to a hundred as words, in the forms people write in mail; hyphens count as spaces, accents as none.
const list = (words: string) => words.split(' ').map((forms) => forms.split('/'));

interface Counting {
  /** From nought on, as far as the words are irregular; forms that mean the same beside each other. */
  small: string[][];
  /** Twenty, thirty, … ninety. */
  tens: string[][];
  /** How tens and units are put together. */
  join(ten: string, unit: string): string[];
  hundred: string[];
}

const french: Counting = {
  small: list(
    'zero un/une deux trois quatre cinq six sept huit neuf dix onze douze treize quatorze quinze seize dix_sept dix_huit dix_neuf',
  ),
  tens: list('vingt trente quarante cinquante soixante septante huitante/octante nonante'),
  join: (ten, unit) => [`${ten} ${unit}`, `${ten} et ${unit}`],
  hundred: ['cent'],
};

const countings: Readonly<Record<string, Counting>> = {
  en: {
    small: list(
      'zero/nought/none one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen',
    ),
    tens: list('twenty thirty forty/fourty fifty sixty seventy eighty ninety'),
    join: (ten, unit) => [`${ten} ${unit}`, `${ten}${unit}`],
    hundred: ['hundred', 'a hundred', 'one hundred'],
  },
  pt: {
    small: list(
      'zero um/uma dois/duas tres quatro cinco seis sete oito nove dez onze doze treze catorze/quatorze quinze dezasseis/dezesseis dezassete/dezessete dezoito dezanove/dezenove',
    ),
    tens: list('vinte trinta quarenta cinquenta sessenta setenta oitenta noventa'),
    join: (ten, unit) => [`${ten} e ${unit}`],
    hundred: ['cem'],
  },
  da: {
    small: list(
      'nul en/et/een to tre fire fem seks syv otte ni ti elleve tolv tretten fjorten femten seksten sytten atten nitten',
    ),
    tens: list('tyve tredive fyrre halvtreds/halvtredsindstyve tres/tresindstyve halvfjerds firs halvfems'),
    join: (ten, unit) => [`${unit}og${ten}`, `${unit} og ${ten}`],
    hundred: ['hundrede', 'et hundrede', 'hundred'],
  },
  de: {
    small: list(
      'null eins/ein/eine/einen/einem/einer zwei/zwo drei vier funf sechs sieben acht neun zehn elf zwolf dreizehn vierzehn funfzehn sechzehn siebzehn achtzehn neunzehn',
    ),
    tens: list('zwanzig dreißig/dreissig vierzig funfzig sechzig siebzig achtzig neunzig'),
    join: (ten, unit) => [`${unit}und${ten}`],
    hundred: ['hundert', 'einhundert'],
  },
  fr: french,
  es: {
    small: list(
      'cero uno/un/una dos tres cuatro cinco seis siete ocho nueve diez once doce trece catorce quince dieciseis diecisiete dieciocho diecinueve veinte veintiuno/veintiun/veintiuna veintidos veintitres veinticuatro veinticinco veintiseis veintisiete veintiocho veintinueve',
    ),
    tens: list('veinte treinta cuarenta cincuenta sesenta setenta ochenta noventa'),
    join: (ten, unit) => [`${ten} y ${unit}`],
    hundred: ['cien', 'ciento'],
  },
};

const words = new Map(Object.entries(countings).map(([language, counting]) => [language, wordsOf(language, counting)]));

/** Longest number in words: `quatre vingt dix neuf`. */
const longest = 4;

/** A number in words at the head of a text, and what follows it; null when there is none. Languages: en, pt, da, de, fr, es. */
export function leadingWords(text: string, language: string): { number: number; rest: string } | null {
  const known = words.get(language) ?? words.get('en');
  const parts = accentless(text).replace(/[-‐‑]/g, ' ').split(/ +/);
  for (let count = Math.min(longest, parts.length); count > 0; count--) {
    const number = known?.get(parts.slice(0, count).join(' '));
    if (number !== undefined) return { number, rest: parts.slice(count).join(' ') };
  }
  return null;
}

function wordsOf(language: string, { small, tens, join, hundred }: Counting): Map<string, number> {
  const found = new Map<string, number>();
  const add = (forms: readonly string[], number: number) => {
    for (const form of forms) if (!found.has(form)) found.set(form.replace(/_/g, ' '), number);
  };
  small.forEach((forms, number) => {
    add(forms, number);
  });
  tens.forEach((forms, i) => {
    for (const ten of forms) {
      add([ten], 20 + i * 10);
      for (const [unit, units] of small.slice(1, 10).entries())
        for (const form of units) add(join(ten, form), 21 + i * 10 + unit);
    }
  });
  if (language === 'fr') for (const [forms, number] of vigesimal(small)) add(forms, number);
  add(hundred, 100);
  return found;
}

/** French counts from sixty and from four score on to nineteen: `soixante et onze`, `quatre-vingt-dix-neuf`. */
function vigesimal(small: readonly string[][]): [string[], number][] {
  return small
    .slice(1, 20)
    .flatMap((units, i): [string[], number][] => [
      [units.flatMap((unit) => (i < 9 ? [] : [`soixante ${unit}`, `soixante et ${unit}`])), 61 + i],
      [[...units.map((unit) => `quatre vingt ${unit}`), ...(i === 0 ? ['quatre vingt et un'] : [])], 81 + i],
      ...(i === 0 ? [[['quatre vingts', 'quatre vingt'], 80] as [string[], number]] : []),
    ]);
}
