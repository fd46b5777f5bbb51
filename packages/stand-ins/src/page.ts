/** Escapes text for HTML. */
export const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (mark) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[mark] ?? mark);

/** The policy of the stand-ins' pages: they show what came in, and run nothing of it. */
export const pagePolicy = "default-src 'none'; style-src 'unsafe-inline'";

/** A page of a stand-in, which says that it is one. */
export function standInPage(title: string, about: string, body: string): string {
  const style =
    'body{font:15px/1.5 sans-serif;margin:2rem;max-width:72rem;color:#222}h2{font-size:1rem;margin-top:2rem}pre{border-left:2px solid #888;padding-left:1rem;white-space:pre-wrap}table{border-collapse:collapse}th,td{border-bottom:1px solid #ccc;padding:.3rem .8rem .3rem 0;text-align:left;vertical-align:top}';
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escaped(title)} (stand-in)</title><style>${style}</style><h1>${escaped(title)}</h1><p>${escaped(about)}</p>${body}</html>`;
}

/** A table of records, with every column any of them has. */
export function tableOf(records: readonly object[]): string {
  if (records.length === 0) return '<p>Nothing yet.</p>';
  const columns = [...new Set(records.flatMap((record) => Object.keys(record)))];
  const cell = (value: unknown) => escaped(Array.isArray(value) ? value.join(', ') : String(value ?? ''));
  const rows = records.map(
    (record) =>
      `<tr>${columns.map((name) => `<td>${cell((record as Record<string, unknown>)[name])}</td>`).join('')}</tr>`,
  );
  return `<table><tr>${columns.map((name) => `<th>${escaped(name)}</th>`).join('')}</tr>${rows.join('')}</table>`;
}
