import type { RecordRevision } from '@yellow-sieve/contract';
import { fill } from '../../words';
import { recordWords, reviewWords } from '../../words-review';
import { valueText } from '../message/outcome';

/** Fields of any of the revisions, then the cells of rows as people count them: what stands side by side. */
export function placesOf(revisions: readonly RecordRevision[]): string[] {
  const fields = revisions.flatMap(({ fields }) => Object.keys(fields));
  const rows = Math.max(0, ...revisions.map(({ rows }) => rows.length));
  return [...new Set(fields), ...Array.from({ length: rows }, (_, i) => rowPlace(i))];
}

const rowPlace = (at: number) => fill(recordWords.row, { number: at + 1 });

/** What stands at a place of a revision, as text. */
export function shownAt({ fields, rows, held_rows: held }: RecordRevision, place: string): string {
  const at = rows.findIndex((_, i) => rowPlace(i) === place);
  if (at < 0) return valueText(fields[place] ?? null) ?? '';
  const cells = Object.entries(rows[at] ?? {}).flatMap(([name, value]) => {
    const text = valueText(value);
    return text === null ? [] : [`${name} ${text}`];
  });
  return cells.join(', ') + (held.includes(at) ? ` (${reviewWords.desk.held})` : '');
}

/** What made a revision: a version or the draft, or a person's values. */
export function madeBy({ made_from: from, sieve, entered }: RecordRevision): string {
  const version =
    from.sieveVersion === null
      ? fill(recordWords.byDraft, { sieve })
      : fill(recordWords.byVersion, { version: from.sieveVersion, sieve });
  const asked = from.answers.length > 0 ? `, ${recordWords.byModel}` : '';
  return version + asked + (entered.length > 0 ? `, ${recordWords.byPerson}` : '');
}
