import { dictionary } from '../dictionary.js';
import {
  type Attachment,
  authenticationOf,
  loopReason,
  type TextPart,
  textOfPart,
  textParts,
} from '../reading/index.js';
import type { SingleValue, ValueKind } from '../values/index.js';
import type { NamedType, Scene } from './scene.js';

interface MessageName {
  kind: ValueKind;
  many?: boolean;
  get(scene: Scene): readonly (string | null)[] | string | null;
}

const domainOf = (address: string | undefined) => address?.slice(address.lastIndexOf('@') + 1).toLowerCase() ?? null;
const tagOf = (recipient: string) => /\+([^@]*)@/.exec(recipient)?.[1] ?? null;

/** The names of a message: one line each. */
const messageNames: Readonly<Record<string, MessageName>> = dictionary({
  'message.subject': { kind: 'text', get: (s) => s.reading.subject },
  'message.from': { kind: 'text', get: (s) => s.reading.from?.address ?? null },
  'message.from.address': { kind: 'text', get: (s) => s.reading.from?.address ?? null },
  'message.from.name': { kind: 'text', get: (s) => s.reading.from?.name || null },
  'message.from.domain': { kind: 'text', get: (s) => domainOf(s.reading.from?.address) },
  'message.reply_to': { kind: 'text', get: (s) => s.reading.replyTo?.address ?? s.reading.from?.address ?? null },
  'message.to': { kind: 'text', many: true, get: (s) => s.reading.to.map((a) => a.address) },
  'message.cc': { kind: 'text', many: true, get: (s) => s.reading.cc.map((a) => a.address) },
  'message.recipient': { kind: 'text', get: (s) => s.arrival.recipient || null },
  'message.mailbox': { kind: 'text', get: (s) => s.arrival.mailbox || null },
  'message.tag': { kind: 'text', get: (s) => tagOf(s.arrival.recipient) },
  'message.date': { kind: 'datetime', get: (s) => s.reading.date },
  'message.received': { kind: 'datetime', get: (s) => s.arrival.received || null },
  'message.id': { kind: 'text', get: (s) => s.reading.id },
  'message.key': { kind: 'text', get: (s) => s.arrival.key || null },
  'message.text': { kind: 'text', get: (s) => s.form.text },
  'message.html': { kind: 'text', get: (s) => s.reading.html?.html ?? null },
  ...textNames(),
  'message.forwarded.from': { kind: 'text', get: (s) => s.form.forwarded?.from?.address || null },
  'message.forwarded.date': { kind: 'datetime', get: (s) => s.form.forwarded?.date ?? null },
  'message.forwarded.subject': { kind: 'text', get: (s) => s.form.forwarded?.subject ?? null },
  'message.thread': { kind: 'text', get: (s) => s.reading.thread },
  'message.automatic': { kind: 'text', get: (s) => String(s.reading.automatic) },
  'message.automatic.kind': { kind: 'text', get: (s) => s.reading.automaticKind },
  'message.loop': { kind: 'text', get: (s) => String(loopReason(s.reading, s.arrival.mailbox) !== null) },
  'message.authenticated': { kind: 'text', get: (s) => authenticationOf(s.reading, s.arrival.trusted).verdict },
  'message.list': { kind: 'text', get: (s) => String(s.reading.list) },
  'message.size': { kind: 'number', get: (s) => String(s.reading.size) },
  'message.category': { kind: 'text', get: (s) => s.category },
  'message.attachments': { kind: 'text', many: true, get: (s) => s.reading.attachments.map((a) => a.name) },
  'message.attachments.count': { kind: 'integer', get: (s) => String(s.reading.attachments.length) },
});

/** The parts of the text, each under its own name. */
function textNames(): Record<string, MessageName> {
  const parts = Object.keys(textParts) as TextPart[];
  return Object.fromEntries(
    parts.map((part) => [part, { kind: 'text', get: ({ form }: Scene) => textOfPart(form, part) }]),
  );
}

/** `message.attachments[0].name`: what one attachment is called, is, or says. */
const attachmentName = /^message\.attachments\[(\d{1,3})\]\.(name|type|text)$/;

const attachmentTexts: Readonly<Record<string, (attachment: Attachment) => string | null>> = dictionary({
  name: ({ name }) => name,
  type: ({ type }) => type,
  text: ({ text }) => text,
});

const header = /^message\.headers\.([a-z0-9-]+)$/;

export const messageNameList: readonly string[] = Object.keys(messageNames);

/** The type of a `message.*` name, or null when there is none such. */
export function messageNameType(name: string): NamedType | null {
  const known = messageNames[name];
  if (known) return { kind: known.kind, many: known.many ?? false, options: { type: known.kind } };
  if (attachmentName.test(name)) return { kind: 'text', many: false, options: { type: 'text' } };
  return header.test(name) ? { kind: 'text', many: true, options: { type: 'text' } } : null;
}

/** The values a `message.*` name has in a scene; none means null. */
export function messageNameValues(name: string, scene: Scene): SingleValue[] {
  const headerName = header.exec(name)?.[1];
  if (headerName !== undefined)
    return scene.reading.headers.filter(([key]) => key === headerName).map(([, text]) => ({ kind: 'text', text }));
  const attached = attachmentName.exec(name);
  if (attached) {
    const attachment = scene.reading.attachments[Number(attached[1])];
    const text = attachment && attachmentTexts[attached[2] ?? '']?.(attachment);
    return text ? [{ kind: 'text', text }] : [];
  }
  const known = messageNames[name];
  if (!known) return [];
  const found = known.get(scene);
  const list = Array.isArray(found) ? found : [found as string | null];
  return list.filter((item) => item !== null && item !== '').map((item) => asValue(known.kind, item as string));
}

function asValue(kind: ValueKind, text: string): SingleValue {
  if (kind === 'number') return { kind, decimal: text, unit: null };
  if (kind === 'integer') return { kind, decimal: text, unit: null };
  if (kind === 'datetime') return { kind, datetime: text };
  return { kind: 'text', text };
}
