import type { Readable } from 'node:stream';
import type { ServeContext } from '../http/serve-context.js';
import { mailboxHead } from '../store/mailbox-store.js';
import type { Receipt } from '../store/message-store.js';
import { acceptMessage } from './accept.js';

/** Puts a raw message that came by a call into a mailbox, as if it had come to the first of its addresses. */
export async function feed(
  { db, intake, onward }: ServeContext,
  kind: string,
  name: string,
  raw: Readable,
  past: Pick<Receipt, 'receivedAt' | 'behind' | 'tells'> = {},
): Promise<{ key: string }> {
  const mailbox = await mailboxHead(db, name);
  const receipt = {
    mailboxId: mailbox.id,
    recipient: mailbox.addresses[0] ?? '',
    sender: '',
    intake: kind,
    ...past,
  };
  const [key = ''] = await acceptMessage(intake, raw, [receipt]);
  onward('messages');
  return { key };
}
