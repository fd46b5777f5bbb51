import type { Token } from './token.js';

const marks = new Set([':', '=', '-', '\t', '|', '.', '…', '→', '>', '?', '*', '：']);

/** Whether a token is one of the marks people put between a label and its value. */
export function isSeparator(token: Token | undefined): boolean {
  return token !== undefined && marks.has(token.norm);
}

/**
 * The index where a value begins at or after `from`. Where a separator stands before, only more of it and cell edges are
 * passed over: a value may begin with a mark of its own.
 */
export function skipSeparators(tokens: readonly Token[], from: number): number {
  const before = tokens[from - 1];
  const closed = isSeparator(before) ? before?.norm : null;
  let at = from;
  while (isSeparator(tokens[at]) && (closed === null || tokens[at]?.norm === closed || tokens[at]?.norm === '\t')) at++;
  return at;
}
