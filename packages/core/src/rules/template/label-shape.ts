import type { Landmark } from './landmark.js';
import type { Line } from './normalise.js';
import { columnGap } from './token.js';

/** How a layout's labels are told from their values; a strange line of the same make is a label too. */
export type LabelStyle = 'dash' | 'gap' | 'capitals';

const longestLabel = 5;

/** The styles of a layout's labels, beyond the colons and equals signs that are known everywhere. */
export function stylesOf(landmarks: readonly Landmark[]): Set<LabelStyle> {
  const styles = new Set<LabelStyle>();
  for (const { slots, prose, before, closing, capitals } of landmarks) {
    if (slots.length === 0 || prose) continue;
    if (closing === 'mark' && before.at(-1)?.norm === '-') styles.add('dash');
    if (closing === 'gap' || before.at(-1)?.norm === '\t') styles.add('gap');
    if (closing === 'none' && capitals) styles.add('capitals');
  }
  return styles;
}

/** Whether a line looks like a label with or without its value, as all forms have them or in the style of this layout. */
export function isLabelShaped({ kind, tokens }: Line, styles: ReadonlySet<LabelStyle>): boolean {
  if (kind === 'label only' || kind === 'label and value' || kind === 'heading') return true;
  if (hasLeader(tokens.map(({ norm }) => norm))) return true;
  const early = tokens.slice(1, longestLabel + 1);
  if (styles.has('dash') && early.some(({ norm, gap }) => norm === '-' && gap > 0)) return true;
  if (styles.has('gap') && early.some(({ gap }) => gap >= columnGap)) return true;
  const [first] = tokens;
  return styles.has('capitals') && first?.capitals === true && first.norm.length > 1;
}

/** Dots or underscores that lead from a label to its value. */
function hasLeader(norms: readonly string[]): boolean {
  return norms.some((norm, i) => /^[._…]$/.test(norm) && norms[i + 1] === norm && norms[i + 2] === norm);
}

/** Words a sentence has at least. */
const shortestSentence = 3;

/** Whether a line is a whole sentence: a note among the lines of a form, rather than the rest of a short value. */
export function isSentence(text: string): boolean {
  const words = text.trim().split(/\s+/);
  return words.length >= shortestSentence && /^["“(*]*\p{Lu}/u.test(text.trim()) && /[.!?][)"”*]*$/.test(text.trim());
}

/** Whether a line is dressed up on both sides, as separators and adverts are. */
export function isDressed(text: string): boolean {
  const line = text.trim();
  const first = line[0] ?? ' ';
  return (
    '-=*_~#+.'.includes(first) && line.startsWith(first.repeat(2)) && line.length >= 4 && line.endsWith(first.repeat(2))
  );
}
