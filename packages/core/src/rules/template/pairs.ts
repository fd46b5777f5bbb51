import type { Piece } from './parse-layout.js';
import { isCellEdge } from './separators.js';
import { columnGap, type Token } from './token.js';

/** A line with several labelled values in columns (`Wind: [[wind]] kn   Gust: [[gust]] kn`) is as many landmarks. */
export function pairsOf(pieces: readonly Piece[]): Piece[][] {
  const pairs: Piece[][] = [[]];
  for (const [i, piece] of pieces.entries()) {
    const edge = piece.slot === null && i > 0 ? columnEdge(piece.constant) : -1;
    const label = piece.constant.slice(edge);
    if (edge < 0 || !pieces[i + 1]?.slot || !label.some((token) => token.word)) {
      pairs.at(-1)?.push(piece);
      continue;
    }
    const behind = piece.constant.slice(0, edge).filter((token) => !isCellEdge(token) && token.norm !== ',');
    if (behind.length > 0)
      pairs.at(-1)?.push({ ...piece, constant: behind, text: textOf(behind, piece), gap: columnGap });
    pairs.push([{ ...piece, constant: label, text: textOf(label, piece) }]);
  }
  return pairs;
}

const textOf = (tokens: readonly Token[], { text, constant }: Piece) => {
  const from = constant[0]?.start ?? 0;
  return text.slice((tokens[0]?.start ?? from) - from, (tokens.at(-1)?.end ?? from) - from);
};

/** Where constants between two slots begin a new column: behind a bar or tab, or a wide gap; -1 when they do not. */
function columnEdge(constant: readonly Token[]): number {
  const edge = constant.findLastIndex(isCellEdge);
  if (edge >= 0) return edge + 1;
  const comma = constant.findLastIndex(({ norm }) => norm === ',');
  // A comma separates labelled values only: `wind=[[wind]] kn, gust=[[gust]] kn`.
  if (comma >= 0 && /^[=:]$/.test(constant.at(-1)?.norm ?? '')) return comma + 1;
  return constant.findIndex((token) => token.gap >= columnGap);
}

/** The mark between the labelled values of a line. */
export function edgeOf(pieces: readonly Piece[]): string | null {
  const inner = pieces.slice(1, -1).flatMap(({ constant }) => constant);
  return (inner.find(isCellEdge) ?? inner.find(({ norm }) => norm === ','))?.norm ?? null;
}
