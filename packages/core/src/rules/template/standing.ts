import { enumerationEnd } from './classify.js';
import { beginsCell, isCellEdge } from './separators.js';
import type { Token } from './token.js';

/** How words stand on their line: labels begin a line or a cell, sentences may begin behind another; decoys are in the middle. */
export type Standing = 'start' | 'cell' | 'label' | 'sentence' | 'middle';

export function standingOf(tokens: readonly Token[], at: number): Standing {
  if (isFirst(tokens, at)) return 'start';
  if (beginsCell(tokens, at) || beginsCell(tokens, decorated(tokens, at))) return 'cell';
  if (isLabelEnd(tokens, at)) return 'label';
  return /^[.!?:]$/.test(tokens[at - 1]?.norm ?? '') ? 'sentence' : 'middle';
}

/** Whether nothing but marks stands before a token, a bullet or a number set aside. */
function isFirst(tokens: readonly Token[], at: number): boolean {
  for (let i = enumerationEnd(tokens); i < at; i++) if (tokens[i]?.word || isCellEdge(tokens[i])) return false;
  return true;
}

/** Dots that lead from a label to its value. */
const leader = 3;
/** Words and marks looked back at for an empty label. */
const farthestBack = 120;

/** Right behind a label with no value: `Phone: E-mail: o.marsh@…`, as where lines were joined. */
function isLabelEnd(tokens: readonly Token[], at: number): boolean {
  if (at > farthestBack) return false;
  const last = tokens.findLastIndex((token, i) => i < at && token.word);
  const marks = tokens.slice(last + 1, at).map(({ norm }) => norm);
  const closes = marks.some((norm) => norm === ':' || norm === '=');
  const dots = marks.filter((norm) => norm === '.').length;
  return last >= 0 && tokens.slice(0, last).every(({ norm }) => norm !== ':') && (closes || dots >= leader);
}

/** The first of the marks that dress a word up on its left. */
function decorated(tokens: readonly Token[], at: number): number {
  let first = at;
  while (first > 0 && /^[*_("']$/.test(tokens[first - 1]?.norm ?? '') && tokens[first]?.gap === 0) first--;
  return first;
}
