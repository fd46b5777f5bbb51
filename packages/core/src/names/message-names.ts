import { dictionary } from '../dictionary.js';
import {
  type Attachment,
  authenticationOf,
  loopReason,
  type Reading,
  resultOf,
  type TextPart,
  textOfPart,
  textParts,
} from '../reading/index.js';
import { momentValue, numberValue, ownTypes, type SingleValue, wordsValue } from '../values/index.js';
import type { NamedType, Scene } from './scene.js';

interface MessageName {
  kind: string;
  many?: boolean;
  get(scene: Scene): readonly (string | null)[] | string | null;
}

const domainOf = (address: string | undefined) => address?.slice(address.lastIndexOf('@') + 1).toLowerCase() ?? null;
const tagOf = (recipient: string) => /\+([^@]*)@/.exec(recipient)?.[1] ?? null;

const { words, moment, number, count } = ownTypes;

/** The names of a message: one line each. */
const messageNames: Readonly<Record<string, MessageName>> = dictionary({
  'message.subject': { kind: words, get: (s) => s.reading.subject },
  'message.from': { kind: words, get: (s) => s.reading.from?.address ?? null },
  'message.from.address': { kind: words, get: (s) => s.reading.from?.address ?? null },
  'message.from.name': { kind: words, get: (s) => s.reading.from?.name || null },
  'message.from.domain': { kind: words, get: (s) => domainOf(s.reading.from?.address) },
  'message.reply_to': { kind: words, get: (s) => s.reading.replyTo?.address ?? s.reading.from?.address ?? null },
  'message.to': { kind: words, many: true, get: (s) => s.reading.to.map((a) => a.address) },
  'message.cc': { kind: words, many: true, get: (s) => s.reading.cc.map((a) => a.address) },
  'message.recipient': { kind: words, get: (s) => s.arrival.recipient || null },
  'message.mailbox': { kind: words, get: (s) => s.arrival.mailbox || null },
  'message.tag': { kind: words, get: (s) => tagOf(s.arrival.recipient) },
  'message.date': { kind: moment, get: (s) => s.reading.date },
  'message.received': { kind: moment, get: (s) => s.arrival.received || null },
  'message.id': { kind: words, get: (s) => s.reading.id },
  'message.key': { kind: words, get: (s) => s.arrival.key || null },
  'message.text': { kind: words, get: (s) => s.form.text },
  'message.html': { kind: words, get: (s) => s.reading.html?.html ?? null },
  ...textNames(),
  'message.forwarded.from': { kind: words, get: (s) => s.form.forwarded?.from?.address || null },
  'message.forwarded.date': { kind: moment, get: (s) => s.form.forwarded?.date ?? null },
  'message.forwarded.subject': { kind: words, get: (s) => s.form.forwarded?.subject ?? null },
  'message.thread': { kind: words, get: (s) => s.reading.thread },
  'message.automatic': { kind: words, get: (s) => String(s.reading.automatic) },
  'message.automatic.kind': { kind: words, get: (s) => s.reading.automaticKind },
  'message.loop': { kind: words, get: (s) => String(loopReason(s.reading, s.arrival.mailbox) !== null) },
  'message.authenticated': { kind: words, get: (s) => authenticationOf(s.reading, s.arrival).verdict },
  'message.spf': { kind: words, get: (s) => resultOf('spf', s.reading, s.arrival) },
  'message.dkim': { kind: words, get: (s) => resultOf('dkim', s.reading, s.arrival) },
  'message.dmarc': { kind: words, get: (s) => resultOf('dmarc', s.reading, s.arrival) },
  'message.list': { kind: words, get: (s) => String(s.reading.list) },
  'message.size': { kind: number, get: (s) => String(s.reading.size) },
  'message.category': { kind: words, get: (s) => s.category },
  'message.owner': { kind: words, get: (s) => s.owner ?? null },
  'message.attachments': { kind: words, many: true, get: (s) => s.reading.attachments.map((a) => a.name) },
  'message.attachments.count': { kind: count, get: (s) => String(s.reading.attachments.length) },
});

/** The parts of the text, each under its own name. */
function textNames(): Record<string, MessageName> {
  const parts = Object.keys(textParts) as TextPart[];
  return Object.fromEntries(
    parts.map((part) => [part, { kind: words, get: ({ form }: Scene) => textOfPart(form, part) }]),
  );
}

/** `message.attachments[0].name`, or `message.attachments["*.csv"].text` of the first so named: what one is called, is, or says. */
const attachmentName = /^message\.attachments\[(?:(\d{1,3})|"([^"\]]{1,100})"|'([^'\]]{1,100})')\]\.(name|type|text)$/;

const attachmentTexts: Readonly<Record<string, (attachment: Attachment) => string | null>> = dictionary({
  name: ({ name }) => name,
  type: ({ type }) => type,
  text: ({ text }) => text,
});

/** The attachment that a name means, and its place; null where there is none. */
export function attachmentAt(name: string, reading: Reading): { attachment: Attachment; at: number } | null {
  const [, number, double, single] = attachmentName.exec(name) ?? [];
  const called = double ?? single;
  const at = called === undefined ? Number(number) : reading.attachments.findIndex((one) => isCalled(one, called));
  const attachment = reading.attachments[at];
  return attachment ? { attachment, at } : null;
}

/** `*` stands for anything; capitals do not matter. */
function isCalled({ name }: Attachment, pattern: string): boolean {
  const [first = '', ...more] = pattern.toLowerCase().split('*');
  const last = more.pop();
  let rest = name.toLowerCase();
  if (last === undefined) return rest === first;
  if (!rest.startsWith(first) || !rest.endsWith(last) || rest.length < first.length + last.length) return false;
  rest = rest.slice(first.length, rest.length - last.length);
  for (const piece of more) {
    const at = rest.indexOf(piece);
    if (at < 0) return false;
    rest = rest.slice(at + piece.length);
  }
  return true;
}

const header = /^message\.headers\.([a-z0-9-]+)$/;

export const messageNameList: readonly string[] = Object.keys(messageNames);

/** The names of a message that are one text each, in which rules can look. */
export const lookInNames: readonly string[] = Object.entries(messageNames).flatMap(([name, { kind, many }]) =>
  kind === words && !many ? [name] : [],
);

/** The type of a `message.*` name, or null when there is none such. */
export function messageNameType(name: string): NamedType | null {
  const known = messageNames[name];
  if (known) return { kind: known.kind, many: known.many ?? false, options: { type: known.kind } };
  if (attachmentName.test(name)) return { kind: words, many: false, options: { type: words } };
  return header.test(name) ? { kind: words, many: true, options: { type: words } } : null;
}

/** The values a `message.*` name has in a scene; none means null. */
export function messageNameValues(name: string, scene: Scene): SingleValue[] {
  const headerName = header.exec(name)?.[1];
  if (headerName !== undefined)
    return scene.reading.headers.filter(([key]) => key === headerName).map(([, text]) => wordsValue(text));
  const said = attachmentName.exec(name)?.[4];
  if (said !== undefined) {
    const found = attachmentAt(name, scene.reading);
    const text = found && attachmentTexts[said]?.(found.attachment);
    return text ? [wordsValue(text)] : [];
  }
  const known = messageNames[name];
  if (!known) return [];
  const found = known.get(scene);
  const list = Array.isArray(found) ? found : [found as string | null];
  return list.filter((item) => item !== null && item !== '').map((item) => asValue(known.kind, item as string));
}

function asValue(kind: string, text: string): SingleValue {
  if (kind === number || kind === count) return { ...numberValue(text), kind };
  return kind === moment ? momentValue(text) : wordsValue(text);
}
