/** Lines of one sentence, wrapped in the sample, become one: it may be wrapped elsewhere in the next message. */
export function joinSentences(lines: readonly string[]): string[] {
  const joined: string[] = [];
  for (const line of lines) {
    const above = joined.at(-1);
    if (above !== undefined && goesOn(above, line)) joined[joined.length - 1] = `${above.trimEnd()} ${line.trim()}`;
    else joined.push(line);
  }
  return joined;
}

const longLine = 36;

/** Whether a template line goes on in the next: both hold words, the first is long and unfinished, the next begins small. */
function goesOn(above: string, line: string): boolean {
  const plain = above.replace(/\[\[[^\]]*\]\]/g, 'value word');
  const slotted = above.includes('[[') || line.includes('[[');
  // Two values in a row would have nothing between them.
  const touching = /\]\]\s*$/.test(above) && /^\s*\[\[\w/.test(line);
  return (
    slotted &&
    !touching &&
    plain.length >= longLine &&
    !/[:.!?;]\s*$/.test(above) &&
    /^(?:\[\[\w|\p{Ll})/u.test(line) &&
    /\p{L}/u.test(line.replace(/\[\[[^\]]*\]\]/g, '')) &&
    !/^[\p{L} ]{1,30}[:=]/u.test(line)
  );
}
