/** A layout's text cut at its repeated block. */
export interface SplitText {
  before: string;
  /** The lines of one item; null where nothing is repeated. */
  block: string | null;
  after: string;
}

const opens = /^\s*\[\[\s*rows:\s*\]\]\s*$/;
const closes = /^\s*\[\[\s*:rows\s*\]\]\s*$/;
const anywhere = /\[\[\s*:?rows:?\s*\]\]/;

/** Cuts a layout's text at `[[rows:]]` and `[[:rows]]`, each alone on its line; null when they are written otherwise. */
export function splitBlock(text: string): SplitText | null {
  const lines = text.split('\n');
  const open = lines.findIndex((line) => opens.test(line));
  const close = lines.findIndex((line) => closes.test(line));
  const marks = lines.filter((line) => anywhere.test(line)).length;
  if (marks === 0) return { before: text, block: null, after: '' };
  if (marks !== 2 || open < 0 || close <= open + 1) return null;
  return {
    before: lines.slice(0, open).join('\n'),
    block: lines.slice(open + 1, close).join('\n'),
    after: lines.slice(close + 1).join('\n'),
  };
}
