/** Values that can be told by their looks alone, wherever they stand in a line. */
export const telling: readonly { type: string; like: RegExp }[] = [
  { type: 'email', like: /[^\s<>()[\],;:"]+@[^\s<>()[\],;:"]+\.\p{L}{2,}/gu },
  { type: 'amount', like: /(?:[£€¥$₹] ?\d[\d.,]*\d|\b[A-Z]{3} \d[\d.,]*\d|\d[\d.,]*\d ?(?:€|[A-Z]{3}\b))/g },
  {
    type: 'date',
    like: /\b\d{4}-\d{2}-\d{2}\b|\b\d{1,2}(?:st|nd|rd|th|\.)? (?:of )?\p{L}{3,9}\.?(?:,? \d{4})?\b|\b\p{L}{3,9} \d{1,2}(?:st|nd|rd|th)?,? \d{4}\b|\b\d{1,2}[./]\d{1,2}[./]\d{2,4}\b/gu,
  },
];

/** The value that looks like one of its kind and holds a stretch of a line, or that stretch itself. */
export function wholeValue(line: string, start: number, end: number): { start: number; end: number } {
  for (const { like } of telling)
    for (const match of line.matchAll(like)) {
      const to = match.index + match[0].length;
      if (match.index <= start && end <= to) return { start: match.index, end: to };
    }
  return { start, end };
}
