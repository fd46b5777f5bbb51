import type { MailReport } from '../reading.js';
import { latin1 } from '../text/bytes.js';
import type { MimePart } from './part.js';

/** Bytes of a report that are looked at, and recipients that are kept. */
const maxBytes = 200_000;
const maxRecipients = 100;

/** What a report says (RFC 3464, RFC 8098); null when the message is none. */
export function reportOf(root: MimePart): MailReport | null {
  const part = root.content.type === 'multipart/report' || root.content.report ? find(root) : null;
  if (!part && root.content.report !== 'delivery-status') return null;
  const receipt = part?.content.type === 'message/disposition-notification';
  return { kind: receipt ? 'receipt' : 'bounce', recipients: part?.body?.bytes ? recipients(part.body.bytes) : [] };
}

function find(part: MimePart): MimePart | null {
  return (
    part.children.find(({ content }) =>
      /^message\/(?:global-)?(?:delivery-status|disposition-notification)$/.test(content.type),
    ) ?? null
  );
}

function recipients(bytes: Uint8Array): MailReport['recipients'] {
  const groups = latin1(bytes.subarray(0, maxBytes)).split(/\r?\n[ \t]*\r?\n/);
  return groups
    .flatMap((group) => {
      const field = (name: string) => new RegExp(`^${name}[ \\t]*:[ \\t]*(.*)$`, 'im').exec(group)?.[1]?.trim() ?? '';
      const address = (field('Final-Recipient') || field('Original-Recipient'))
        .replace(/^[^;]*;\s*/, '')
        .replace(/^<|>$/g, '');
      return address === '' ? [] : [{ address, action: field('Action').toLowerCase(), status: field('Status') }];
    })
    .slice(0, maxRecipients);
}
