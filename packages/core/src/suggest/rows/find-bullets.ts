import type { Range } from '../../reading/index.js';
import type { Line } from '../../rules/template/model.js';
import { enumerationEnd, normalise } from '../../rules/template/text/lines.js';
import { type ReadContext, valueTypes } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import { areTelling } from './alike-part.js';
import { type FoundRows, isLinked, type LookedForRows } from './found-rows.js';

const maxLines = 600;
/** A list of fewer lines says little of what its items have in common. */
const minItems = 2;
/** What parts the values of an item, the most telling first. */
const separators = ['\t', ' | ', '; ', ', ', ' – ', ' - ', ': '];

/** A list whose lines are cut alike into values of which one at least is no mere text: `- Diesel, £168.70`. */
export function findBullets(message: LookedForRows, context: ReadContext): FoundRows | null {
  for (const lines of lists(message.view.text))
    for (const separator of separators) {
      const found = cutBy(separator, lines, message, context);
      if (found) return found;
    }
  const [chosen] = message.chosen ? lists(message.view.text) : [];
  return chosen ? cutBy(null, chosen, message, context) : null;
}

/** Runs of lines that begin with a bullet, with nothing but blank lines between. */
function lists(text: string): Line[][] {
  const found: Line[][] = [];
  let open = false;
  for (const line of normalise(text, maxLines)) {
    if (line.kind === 'blank') continue;
    const bulleted = enumerationEnd(line.tokens) > 0;
    if (bulleted && open) found.at(-1)?.push(line);
    else if (bulleted) found.push([line]);
    open = bulleted;
  }
  return found.filter((lines) => lines.length >= minItems);
}

function cutBy(
  /** Null where a line is one value. */
  separator: string | null,
  lines: readonly Line[],
  { view, links, chosen }: LookedForRows,
  context: ReadContext,
): FoundRows | null {
  const cells = lines.map((line) => cellsOf(view.text, line, separator));
  const count = Math.min(...cells.map(({ length }) => length));
  if (count < (separator === null ? 1 : 2)) return null;
  // More marks than elsewhere are the first value’s own: `Rope, white, 12 mm, £5`.
  const ranges = cells.map((row) => [
    { start: row[0]?.start ?? 0, end: row[row.length - count]?.end ?? 0 },
    ...row.slice(row.length - count + 1),
  ]);
  const values = [...Array(count).keys()].map((at) => ranges.map((row) => textAt(view.text, row[at])));
  const types = values.map((all) => guessType('', all, context).type);
  if (!chosen && !values.some((all) => areTelling(all, context))) return null;
  const labels = types.map((type, i) => {
    const same = types.slice(0, i).filter((other) => other === type).length;
    const name = valueTypes[type]?.called ?? type.replace('-', ' ');
    return same === 0 ? name : `${name} ${same + 1}`;
  });
  return {
    by: 'block',
    over: { start: lines[0]?.start ?? 0, end: lines.at(-1)?.end ?? 0 },
    count: lines.length,
    columns: labels.map((label, at) => ({
      label,
      values: values[at] ?? [],
      linked: ranges.every((row) => row[at] !== undefined && isLinked(view, row[at], links)),
    })),
    write: (nameOf) => `- ${labels.map((label) => `[[${nameOf(label)?.join(', ') ?? '*'}]]`).join(separator ?? '')}`,
  };
}

function cellsOf(text: string, { tokens, end }: Line, separator: string | null): Range[] {
  const from = tokens[enumerationEnd(tokens)]?.start ?? end;
  if (separator === null) return [{ start: from, end }];
  const cells: Range[] = [];
  let at = from;
  for (const part of text.slice(from, end).split(separator)) {
    cells.push({ start: at, end: at + part.length });
    at += part.length + separator.length;
  }
  return cells;
}

const textAt = (text: string, range: Range | undefined) => (range ? text.slice(range.start, range.end).trim() : '');
