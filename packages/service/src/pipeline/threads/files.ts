import PostalMime from 'postal-mime';
import { standingIn, Unfit, written } from '../../destinations/own-file/own-table.js';
import type { AttachedFile, OwnFileTask } from '../../outgoing/file-work.js';
import { rawPieces } from '../../store/raw-store.js';
import { databaseOf } from './worker-state.js';

/** A stored message whose attachments are wanted; `*` in the name stands for anything. */
export interface AttachedTask {
  database: string;
  rawId: string;
  called: string;
}

/** The files that came attached to a message and are called so. Pictures of its HTML are none. */
export async function attached({ database, rawId, called }: AttachedTask): Promise<AttachedFile[]> {
  const pieces: Buffer[] = [];
  for await (const piece of rawPieces(databaseOf(database).db, rawId)) pieces.push(Buffer.from(piece));
  const { attachments } = await PostalMime.parse(Buffer.concat(pieces), { rfc822Attachments: true });
  const wanted = new RegExp(`^${called.split('*').map(escaped).join('.*')}$`, 'is');
  return attachments.flatMap(({ filename, disposition, related, content }, i) => {
    const name = filename ?? `attachment ${i + 1}`;
    if (related || (disposition === 'inline' && filename === null) || !wanted.test(name)) return [];
    return [
      { name, bytes: typeof content === 'string' ? Buffer.from(content) : new Uint8Array(content as ArrayBuffer) },
    ];
  });
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** The file with the lines in it, or why it cannot be written to. */
export const putInto = ({ bytes, kind, sheet, lines }: OwnFileTask) =>
  unlessUnfit(() => written(bytes, kind, sheet, lines));

/** What the row of a line's key says, or why that cannot be told. */
export const standsIn = ({ bytes, kind, sheet, lines: [line] }: OwnFileTask) =>
  unlessUnfit(() => ({ cells: line ? standingIn(bytes, kind, sheet, line) : null }));

/** What is thrown across threads loses its class. */
function unlessUnfit<T extends object>(work: () => T): T | { unfit: string } {
  try {
    return work();
  } catch (error) {
    if (error instanceof Unfit) return { unfit: error.message };
    throw error;
  }
}
