/** An undecoded header line with its folds: one UTF-16 unit a byte. */
export interface HeaderLine {
  /** Lower case. */
  key: string;
  line: string;
}

/** What a header field begins with (RFC 5322, section 2.2; space before the colon is obsolete, and still met). */
export const headerStart = /^[\x21-\x39\x3b-\x7e]+[ \t]*:/;

/** The header fields of a block, folds kept inside of each. */
export function headerLines(lines: readonly string[]): HeaderLine[] {
  const fields: HeaderLine[] = [];
  for (const line of lines) {
    const last = fields.at(-1);
    if (/^[ \t]/.test(line) && last) last.line += line;
    else if (headerStart.test(line)) fields.push({ key: line.slice(0, line.indexOf(':')).trim().toLowerCase(), line });
  }
  return fields;
}
