import { linesOf, type Range } from '../reading/index.js';
import type { Marked } from './marked.js';

/** What is compared: a message's text without its items, and what is known in it. */
export interface Between {
  text: string;
  /** Values. */
  known: readonly Range[];
  /** Stretches in which nothing else is looked for. */
  covered: readonly Range[];
}

/** Lines that what somebody wrote may have, and lines of a message that are looked at. */
const maxLines = 12;
const maxLooked = 200;
/** The share of the messages that have the same lines around it, and how many they are at the least. */
const sameShare = 0.6;
const minSame = 2;

/** A line that is a title: up to four words. */
const title = /^\p{Lu}[\p{L}’'-]*(?: [\p{L}’'-]+){0,3}:?$/u;

interface Line extends Range {
  /** Its words, with a mark in the place of each value that is known; null where nothing but values is on it. */
  said: string | null;
  hasValue: boolean;
}

/**
 * What stands between the same two lines in most messages, and is another text in each: what somebody wrote, where no label names it.
 * For each message its marks.
 */
export function findBetween(messages: readonly Between[]): Marked[][] {
  const all = messages.map(linesSaid);
  const enough = Math.max(minSame, sameShare * all.length);
  const once = all.map(saidOnce);
  const times = new Map<string, number>();
  for (const said of once.flatMap((own) => [...own])) times.set(said, (times.get(said) ?? 0) + 1);
  const isSame = (said: string | null) => said !== null && (times.get(said) ?? 0) >= enough;
  const frames = new Map<string, [string, string]>();
  for (const lines of all)
    for (const [at, { said }] of lines.entries()) {
      if (said === null || !isSame(said) || frames.has(said)) continue;
      const below = lines.slice(at + 1, at + 2 + maxLines).findIndex((line) => isSame(line.said));
      const end = lines[at + 1 + below]?.said;
      if (below > 0 && end) frames.set(said, [said, end]);
    }
  const found = [...frames.values()].flatMap(([above, below]) => {
    const stretches = all.map((lines, i) =>
      once[i]?.has(above) && once[i]?.has(below) ? between(lines, above, below, messages[i]?.covered ?? []) : null,
    );
    const texts = stretches.flatMap((one, i) => (one ? [textAt(messages[i], one)] : []));
    return texts.length >= enough && new Set(texts).size > 1
      ? [{ stretches, label: title.test(above) ? above : 'text' }]
      : [];
  });
  return messages.map(({ text }, i) =>
    found.flatMap(({ stretches, label }) => markOf(text, label, stretches[i] ?? null)),
  );
}

/** Some lines, and where the next one begins. */
interface Stretch extends Range {
  until: number;
}

/** What only one line of a message says. */
function saidOnce(lines: readonly Line[]): Set<string> {
  const all = lines.flatMap(({ said }) => said ?? []);
  const twice = new Set(all.filter((said, i) => all.indexOf(said) !== i));
  return new Set(all.filter((said) => !twice.has(said)));
}

const textAt = (message: Between | undefined, range: Range | null) =>
  message && range ? message.text.slice(range.start, range.end) : '';

function linesSaid({ text, known, covered }: Between): Line[] {
  return linesOf(text)
    .filter(({ start, end }) => text.slice(start, end).trim() !== '')
    .slice(0, maxLooked)
    .map((line) => {
      const isOn = ({ start, end }: Range) => start < line.end && end > line.start;
      const own = known.filter(isOn);
      let [said, at] = ['', line.start];
      for (const { start, end } of [...own].sort((a, b) => a.start - b.start)) {
        said += `${text.slice(at, Math.max(at, start))}\0`;
        at = Math.max(at, end);
      }
      said = (said + text.slice(at, Math.max(at, line.end))).trim();
      const hasValue = own.length > 0 || covered.some(isOn);
      return { ...line, said: /\p{L}{2}/u.test(said) ? said : null, hasValue };
    });
}

function between(lines: readonly Line[], above: string, below: string, covered: readonly Range[]): Stretch | null {
  const from = lines.findIndex(({ said }) => said === above) + 1;
  const to = lines.findIndex(({ said }) => said === below);
  const own = lines.slice(from, Math.max(from, to));
  const [first, last] = [own[0], own.at(-1)];
  const isFree = own.length <= maxLines && !own.some(({ hasValue }) => hasValue);
  if (!first || !last || !isFree) return null;
  const [start, end] = [lines[from - 1]?.end ?? 0, lines[to]?.start ?? 0];
  return covered.some((one) => one.start < end && one.end > start)
    ? null
    : { start: first.start, end: last.end, until: end };
}

/** Marks around a text that is quoted, and rulings above and below it, are none of it. */
function markOf(text: string, label: string, range: Stretch | null): Marked[] {
  if (range === null) return [];
  const words = text
    .slice(range.start, range.end)
    .replace(/^\s*[-=_*~]{3,}[^\S\n]*\n/, '')
    .replace(/\n[^\S\n]*[-=_*~]{3,}\s*$/, '');
  const inner = /^\s*["“„«]?\s*([\s\S]*?)\s*["“”»]?\s*$/.exec(words)?.[1] ?? words.trim();
  const start = text.indexOf(inner, range.start);
  return [{ label, start, end: start + inner.length, by: 'difference', until: range.until }];
}
