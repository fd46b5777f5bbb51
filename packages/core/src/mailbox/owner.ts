import { say } from '../errors/index.js';
import { cellOf, type LookupTable, lacking } from '../lookups/index.js';
import type { Reason } from '../sieve/index.js';
import { fold } from '../values/index.js';
import type { MailboxSource } from './schema.js';

/**
 * Who looks after a category: as it says itself, else as the table of owners has it; null where neither says. A reason for review where
 * there is no such table, or it lacks a column.
 */
export function ownerOfCategory(
  { sorter }: Pick<MailboxSource, 'sorter'>,
  category: string | null,
  lookups: Readonly<Record<string, LookupTable>>,
): string | null | Reason {
  if (!sorter || category === null) return null;
  const own = sorter.categories.find((one) => one.category === category)?.owner;
  if (own !== undefined || !sorter.owners) return own ?? null;
  const { table: name, by, take } = sorter.owners;
  const table = lookups[name];
  if (!table) return reason('YS-LOOKUP-NO-TABLE', { table: name });
  const [absent] = lacking(table, [by, take]);
  if (absent !== undefined)
    return reason('YS-LOOKUP-NO-COLUMN', { table: name, column: absent, known: table.columns.join(', ') });
  const row = table.rows.find((cells) => fold(cellOf(table, cells, by)) === fold(category));
  return (row && cellOf(table, row, take)) || null;
}

const reason = (code: 'YS-LOOKUP-NO-TABLE' | 'YS-LOOKUP-NO-COLUMN', params: Record<string, string>): Reason => ({
  code,
  text: say(code, params),
});
