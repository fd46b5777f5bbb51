import type { Candidate, Claims, Line, Slot, Token, ValuePlace } from '../model.js';
import { isFiller, lastOffset } from '../text/lines.js';
import type { Search } from '../text/prepared-text.js';
import { isSignAround } from '../text/tokens.js';
import { isGreeting } from '../text/words.js';

/** Blank lines between a value and one that stands above or below it. */
export const maxBlank = 2;

/** Lines that a text above has at the most. */
const maxOver = 200;

/** The line right above the first words of a layout, or above a ruling over them; of a text that runs on, all that stands there. */
export function lineOver(
  { line, from, landmark }: Candidate,
  slot: Slot,
  claims: Claims,
  { lines }: Search,
): ValuePlace {
  const isFree = (one: Line | undefined) => one !== undefined && !isFiller(one) && !claims.lines.has(one.index);
  let at = line.index - 1;
  while (at >= line.index - 1 - maxBlank && lines[at]?.kind === 'blank') at--;
  if (lines[at]?.kind === 'ruling') at--;
  while (at >= line.index - 2 - 2 * maxBlank && lines[at]?.kind === 'blank') at--;
  const place = { slot, start: from, end: from, joined: true, uncertain: null };
  const above = lines[at];
  // Words further in have others before them on their line.
  if (!above || !isFree(above) || (line.tokens[0]?.start !== from && landmark.before.length > 0)) return place;
  if (slot.runsOn) {
    let top = at;
    while (
      at - top < maxOver &&
      (isFree(lines[top - 1]) || (lines[top - 1]?.kind === 'blank' && isFree(lines[top - 2])))
    )
      top--;
    const own = lines.slice(top, at).find((one) => one.kind !== 'blank' && !greets(one));
    return { ...place, start: lineStart(own ?? above), end: lastOffset(above), joined: own === undefined };
  }
  const isOwn = ({ norm }: Token) => !slot.dressed || !isSignAround.test(norm);
  const [first, last] = [above.tokens.find(isOwn), above.tokens.findLast(isOwn)];
  return { ...place, start: first?.start ?? above.start, end: last?.end ?? above.end };
}

const lineStart = ({ tokens, start }: Line) => tokens[0]?.start ?? start;

/** `Hello Ada,`: a few words of which the first greets. */
const longestGreeting = 6;
const greets = ({ tokens }: Line) =>
  tokens.length <= longestGreeting && isGreeting(tokens[0]?.norm ?? '') && /^[,!]$/.test(tokens.at(-1)?.norm ?? '');
