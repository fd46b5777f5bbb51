import type { Line } from './normalise.js';
import { type Claims, isFiller } from './place.js';
import type { Search } from './search.js';

const isFilled = (line: Line | undefined) => line !== undefined && !isFiller(line);

/** To the next claim, ruling, or line that looks like one of this layout's labels and stands after a blank one. */
export function blockEnd(
  from: number,
  endsAtBlank: boolean,
  { lines: claimed, styles, titles }: Claims,
  search: Search,
): { last: Line; uncertain: number | null } {
  const { lines } = search;
  let last = lines[from] as Line;
  let uncertain: number | null = null;
  for (let at = from + 1; at < lines.length; at++) {
    const line = lines[at] as Line;
    const { kind } = line;
    if (claimed.has(at) || kind === 'ruling' || (kind === 'blank' && endsAtBlank)) break;
    const afterBlank = (lines[at - 1] as Line).kind === 'blank';
    const headed = lines[at + 1]?.kind === 'ruling' && kind !== 'blank';
    // A heading has something under it; a question at the end of an answer has not.
    const heads = kind === 'label and value' || isFilled(lines[at + 1]);
    const styled = kind === 'label only' || styles.has(kind) || (titles && isTitle(line, search));
    if (headed || (afterBlank && heads && styled)) break;
    if (afterBlank && kind === 'label and value') uncertain ??= line.index;
    if (kind !== 'blank') last = line;
  }
  return { last, uncertain };
}

/** Words of a title at most. */
const longestTitle = 4;

/** Whether a line is a title: a few words, the first with a capital, and no mark at its end. */
function isTitle({ tokens, start, end }: Line, { text }: Search): boolean {
  const words = tokens.filter(({ word }) => word).length;
  return words <= longestTitle && /^\p{Lu}/u.test(text.slice(start, end).trim()) && tokens.at(-1)?.word === true;
}
