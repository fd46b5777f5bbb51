/** Words and characters of a label. */
const maxWords = 5;
const maxLength = 40;

/** The label a line begins with, folded: a few words that a colon or the edge of a cell closes; null where it has none. */
export function labelOf(line: string): string | null {
  const match = /^[\s*_"'(>-]*([\p{L}\p{N}#°][^:=\t]{0,60}?)[\s*_"')]*(?:[:=：](?!\/\/|\d\d)|\t)/u.exec(line);
  const label = match?.[1];
  if (!label || label.length > maxLength || label.split(/\s+/).length > maxWords || !/\p{L}/u.test(label)) return null;
  return label.normalize('NFKC').toLowerCase().replace(/\s+/g, ' ');
}
