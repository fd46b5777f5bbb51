import type { Cell } from '@yellow-sieve/core';
import { sheetRow } from '../../database/schema.js';
import type { DestinationKind } from '../destination-kind.js';

/** Rows kept in the service's own database; files are rendered from them behind a secret link. */
export const sheet: DestinationKind = {
  kind: 'sheet',
  about: 'rows kept here, downloaded as .csv or .xlsx behind a secret link',
  entries: {},
  connection: null,
  render: (line) => ({ payload: line.cells }),
  test: async () => ({ ok: true, detail: 'a sheet is kept in the service itself' }),
  async deliver(payload, about, { db, name }) {
    const cells = payload as Cell[];
    const updatedAt = new Date();
    await db
      .insert(sheetRow)
      .values({
        destination: name,
        identity: about.identity,
        messageTime: new Date(about.messageTime),
        cells,
        updatedAt,
      })
      .onDuplicateKeyUpdate({ set: { cells, updatedAt } });
    return { result: 'delivered', answer: 'written' };
  },
};
