import type { Landmark } from './landmark.js';
import type { Token } from './token.js';

/** A remark in brackets behind a label (`Drone (yes/no):`) comes and goes, unless it tells two labels apart. */
export function withoutRemark(landmark: Landmark, _index: number, all: readonly Landmark[]): Landmark {
  const bare = bareWords(landmark);
  if (bare.length === landmark.before.length || !bare.some(({ word }) => word)) return landmark;
  const named = (tokens: readonly Token[]) => tokens.flatMap(({ word, norm }) => (word ? [norm] : [])).join(' ');
  const alike = all.filter((other) => named(bareWords(other)) === named(bare));
  return alike.length > 1 ? landmark : { ...landmark, before: bare };
}

function bareWords({ before }: Landmark): Token[] {
  const open = before.findIndex(({ norm }) => norm === '(');
  const close = before.findLastIndex(({ norm }) => norm === ')');
  const last = before.slice(close + 1).some(({ word }) => word);
  return open > 0 && close > open && !last ? [...before.slice(0, open), ...before.slice(close + 1)] : before;
}
