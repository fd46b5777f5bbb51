import { isSeparator } from './separators.js';
import type { Token } from './token.js';

export type LineKind = 'blank' | 'ruling' | 'label only' | 'label and value' | 'bullet' | 'text';

const longestLabel = 5;

/** What a line looks like, judged by itself. */
export function classify(tokens: readonly Token[]): LineKind {
  if (tokens.length === 0) return 'blank';
  if (tokens.every((token) => !token.word)) return tokens.length >= 3 ? 'ruling' : 'text';
  if (tokens[0]?.norm === '-' || tokens[0]?.norm === '*' || tokens[0]?.norm === '•') return 'bullet';
  return labelKind(tokens);
}

/** A label is one to five words that a colon, equals sign or cell edge closes. */
function labelKind(tokens: readonly Token[]): LineKind {
  const end = tokens.findIndex((token) => token.norm === ':' || token.norm === '=' || token.norm === '\t');
  if (
    end < 1 ||
    end > longestLabel ||
    !tokens.slice(0, end).every((token) => token.word || "'()/.&".includes(token.norm))
  )
    return 'text';
  // A time such as 14:30 is no label.
  if (end === 1 && /^\d+$/.test(tokens[0]?.norm ?? '') && tokens[end]?.norm === ':') return 'text';
  return tokens.slice(end).every(isSeparator) ? 'label only' : 'label and value';
}
