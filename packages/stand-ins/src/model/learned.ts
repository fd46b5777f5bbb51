import { cutIn } from './find/cut.js';
import { contentOf } from './find/said.js';
import type { Letter } from './find/spot.js';
import { currencies, months, nearDays, numberWords, weekdays } from './language/words.js';
import type { Asked, Question } from './request.js';

/** Words that stood in the items of worked examples, by column and by the value the item had there. */
export type Learned = ReadonlyMap<string, ReadonlyMap<string, ReadonlySet<string>>>;

/** What stands with a value in the examples' items, and with no other value of the same column. */
export function learnedFrom({ examples, columns }: Pick<Question, 'examples' | 'columns'>): Learned {
  const judged = columns.filter(({ type }) => type === 'choice');
  const items = examples.flatMap(({ letter, answer }) => itemsOf(letter, answer.rows ?? []));
  return new Map(judged.map((column) => [column.name, wordsByValue(column, items)]));
}

interface Item {
  values: Readonly<Record<string, unknown>>;
  words: readonly string[];
}

/** The stretch of an example that each of its rows was taken from. */
function itemsOf(letter: Letter, rows: NonNullable<Question['examples'][number]['answer']['rows']>): Item[] {
  const lower = letter.text.toLowerCase();
  let from = 0;
  const hulls = rows.map((row) => {
    const places = Object.values(row)
      .flat()
      .flatMap((entry) => {
        const quote = entry?.quote?.toLowerCase();
        const at = quote ? lower.indexOf(quote, from) : -1;
        return quote && at >= 0 && at < from + 300 ? [{ start: at, end: at + quote.length }] : [];
      });
    const start = places.length > 0 ? Math.min(...places.map((place) => place.start)) : from;
    const end = places.length > 0 ? Math.max(...places.map((place) => place.end)) : from;
    from = Math.max(from, end);
    return { row, start, end };
  });
  return hulls.map(({ row, start, end }, i) => {
    const [before, after] = [hulls[i - 1], hulls[i + 1]];
    const head = before
      ? cutIn(letter.text, before.end, Math.max(start, before.end))
      : Math.max(0, letter.text.lastIndexOf('\n\n', start));
    const stop = /[.!?]\s|\n\s*\n/.exec(letter.text.slice(end));
    const tail = after
      ? cutIn(letter.text, end, Math.max(after.start, end))
      : end + (stop?.index ?? letter.text.length - end);
    const values = Object.fromEntries(
      Object.entries(row).map(([name, entry]) => [name, Array.isArray(entry) ? null : (entry?.value ?? null)]),
    );
    return { values, words: contentOf(letter.text.slice(head, tail)).filter((word) => !isCalendarOrMoney(word)) };
  });
}

/** Days, numbers and money stand with anything. */
const isCalendarOrMoney = (word: string) =>
  weekdays.has(word) ||
  months.has(word) ||
  numberWords.has(word) ||
  currencies.has(word) ||
  nearDays.some(([phrase]) => phrase === word);

function wordsByValue({ name }: Asked, items: readonly Item[]): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const { values, words } of items) {
    const key = String(values[name] ?? null);
    found.set(key, new Set([...(found.get(key) ?? []), ...words]));
  }
  const all = [...found.values()];
  return new Map(
    [...found].map(([value, words]) => [
      value,
      new Set([...words].filter((word) => all.filter((other) => other.has(word)).length === 1)),
    ]),
  );
}
