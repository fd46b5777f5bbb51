import PostalMime from 'postal-mime';
import type { Database } from '../../database/connect.js';
import { messageRow } from '../../store/message-store.js';
import { rawPieces } from '../../store/raw-store.js';

/** The files that came attached to a message and are called so; `*` stands for anything. Pictures of its HTML are none. */
export async function attachmentsOf(
  message: string,
  called: string,
  db: Database,
): Promise<{ name: string; bytes: Uint8Array }[]> {
  const { rawId } = await messageRow(db, message);
  const pieces: Buffer[] = [];
  for await (const piece of rawPieces(db, rawId)) pieces.push(Buffer.from(piece));
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
