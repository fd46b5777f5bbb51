/** Lines of cells as CSV (RFC 4180), to be edited by hand. */
export const csvText = (lines: readonly (readonly string[])[]): string =>
  lines.map((line) => line.map(cell).join(',')).join('\n');

const cell = (text: string) => (/[",\n\r]|^\s|\s$/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
