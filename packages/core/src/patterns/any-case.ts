/** An escape with all that belongs to it, a beginning of a group, a range, or any other character. */
const pieces = /\\(?:u\{[^}]*\}|u[\da-f]{4}|[pPk][{<][^}>]*[}>]|.)|\(\?(?:<\w+>|<?[=!]|:)|\p{L}-\p{L}|./gsu;

/** The source of an expression as one for which capitals do not matter, whatever the flags: `kr` becomes `[kK][rR]`. */
export function anyCase(source: string): string {
  let inClass = false;
  return [...source.matchAll(pieces)]
    .map(([piece]) => {
      if (piece === '[') inClass = true;
      else if (piece === ']') inClass = false;
      const [lower, upper] = [piece.toLowerCase(), piece.toUpperCase()];
      if (!/^\p{L}(?:-\p{L})?$/u.test(piece) || lower === upper) return piece;
      // Outside a class a hyphen is itself: `x-y` is no range.
      if (!inClass) return [...piece].map((one) => cased(one)).join('');
      return `${lower}${upper}`;
    })
    .join('');
}

function cased(one: string): string {
  const [lower, upper] = [one.toLowerCase(), one.toUpperCase()];
  return lower === upper || [...upper].length > 1 ? one : `[${lower}${upper}]`;
}
