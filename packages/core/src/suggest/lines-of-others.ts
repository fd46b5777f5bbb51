import type { Examined } from './group.js';
import { type Named, writeLayout } from './write-layout.js';

/**
 * A layout with the lines that its own message lacks and others of its group have: each of them behind the line of the value that stands
 * before it there. `namedIn`: what is marked in a message, by the names of fields.
 */
export function withLinesOfOthers(
  layout: string,
  [shown, ...others]: readonly [Examined, ...Examined[]],
  namedIn: (one: Examined) => readonly Named[],
): string {
  const lines = layout.trimEnd().split('\n');
  const placed = new Set([...layout.matchAll(/\[\[(\w+)/g)].map(([, field]) => field));
  const words = shown.message.whole.toLowerCase();
  for (const other of others) {
    const named = [...namedIn(other)].sort((a, b) => a.start - b.start);
    for (const [i, mark] of named.entries()) {
      if (mark.by !== 'label' || mark.field === '*' || placed.has(mark.field)) continue;
      // Where its label stands and names no value there, such as a heading of rows, it is none of the layout's.
      if (words.includes(mark.label.toLowerCase())) continue;
      const written = aloneOn(other.message.whole, mark, named);
      if (!written) continue;
      // The title of its section comes with the first of its values.
      const put = mark.section && lines.includes(written[0] ?? '') ? written.slice(1) : written;
      lines.splice(placeFor(mark, named.slice(0, i), other, lines), 0, ...put);
      placed.add(mark.field);
    }
  }
  return `${lines.join('\n')}\n`;
}

const slotOf = (field: string) => new RegExp(`\\[\\[${field}(?![\\w])`);

const lineOf = (field: string, lines: readonly string[]): number => lines.findIndex((line) => slotOf(field).test(line));

/** The lines of a layout for one value, with the title of its section; null where others share its line. */
function aloneOn(text: string, mark: Named, all: readonly Named[]): string[] | null {
  const from = text.lastIndexOf('\n', mark.start - 1) + 1;
  const below = text.indexOf('\n', mark.end);
  const to = below < 0 ? text.length : below;
  if (all.some((one) => one !== mark && one.start < to && one.end > from)) return null;
  const title = new Set(mark.section ? [mark.section.start] : []);
  return writeLayout(text, [mark], title).trim().split('\n');
}

/** Behind the nearest value before it that the layout has, but not in the middle of a block of rows, nor before a value that hangs on that line. */
function placeFor(mark: Named, before: readonly Named[], { rows }: Examined, lines: readonly string[]): number {
  const known = before.findLast(({ field }) => lineOf(field, lines) >= 0);
  const below = rows && rows.over.end <= mark.start ? lines.indexOf('[[:rows]]') : -1;
  let at = Math.max(known ? lineOf(known.field, lines) : -1, below) + 1;
  while (at > 0 && isBare(lines[at])) at++;
  return at;
}

/** Whether a line has no words of its own. */
const isBare = (line: string | undefined) =>
  line !== undefined &&
  line !== '[[rows:]]' &&
  line.includes('[[') &&
  !/[\p{L}\p{N}]/u.test(line.replace(/\[\[.*?\]\]/g, ''));
