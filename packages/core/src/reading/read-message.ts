import { type Code, type Params, say } from '../errors/index.js';
import { limits as defaults, type Limits } from '../limits.js';
import { attachmentOf } from './attachments/attachment.js';
import { type Charsets, composeForm } from './compose.js';
import { addressesOf } from './headers/addresses.js';
import { readDateHeader } from './headers/date-header.js';
import { answersAnother, decodeHeaders, headerOf } from './headers/headers.js';
import type { MimePart, MimeTree } from './mime/part.js';
import { reportOf } from './mime/report.js';
import { splitParts } from './mime/split-parts.js';
import { automaticOf } from './origin/automatic.js';
import { threadOf } from './origin/thread.js';
import { leaves, partNotes } from './part-notes.js';
import type { Reading, ReadingProblem, TextForm } from './reading.js';
import type { Envelope } from './segments/segments.js';
import { hasKind, type Shown, shownParts } from './shown.js';
import { stubReason } from './stub.js';

/**
 * Reads a raw message (RFC 5322, MIME) into the form rules look at. Any bytes give a reading; what could not be read
 * is in its `problems`. The source may be streamed. Without `documents` attached workbooks and PDFs are named and not read, which saves their time
 * where no rule asks what they say.
 */
export async function readMessage(
  raw: Uint8Array | Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
  limits: Limits = defaults,
  { documents = true }: { documents?: boolean } = {},
): Promise<Reading> {
  const bounds = documents ? limits : { ...limits, documentBytes: 0 };
  return readTree(await splitParts(raw instanceof Uint8Array ? [raw] : raw, bounds), bounds);
}

async function readTree({ root, size, flaws }: MimeTree, limits: Limits): Promise<Reading> {
  const headers = decodeHeaders(root.headerLines, limits.headers, firstCharset(root));
  const head = headOf(headers, root);
  const automatic = automaticOf(headers, root.headerLines, head.report);
  const envelope: Envelope = {
    subject: head.subject,
    replies: answersAnother(headers),
    sender: head.from?.name ?? '',
    returns: automatic?.kind === 'bounce',
  };
  const shown = { html: shownParts(root, 'html', envelope.returns), plain: shownParts(root, 'text', envelope.returns) };
  const charsets: Charsets = new Map();
  const { html, plain, flattened } = forms(shown, envelope, limits, charsets);
  const { thread, reason } = threadOf(head.subject, envelope.replies, html ?? plain);
  const attachments = attachedParts(root, shown);
  return {
    ...head,
    thread,
    threadReason: reason,
    automatic: automatic !== null,
    automaticKind: automatic?.kind ?? null,
    automaticReason: automatic?.reason ?? null,
    size,
    plain,
    html,
    attachments: await Promise.all(
      attachments
        .slice(0, limits.attachments)
        .map((part) => attachmentOf(part, limits, (inner) => formInside(inner, limits))),
    ),
    parts: partNotes(root, shown, charsets),
    headers,
    problems: [...flaws, ...unread(root, attachments, flattened, limits)].map(({ code, params }) =>
      problem(code, params),
    ),
  };
}

/** The charset the message names first: raw bytes in its headers are most likely of the same. */
function firstCharset(part: MimePart): string | null {
  for (let at: MimePart | undefined = part; at; at = at.children[0])
    if (at.content.charset !== null) return at.content.charset;
  return null;
}

type Head = Pick<Reading, 'subject' | 'from' | 'to' | 'cc' | 'replyTo' | 'date' | 'id' | 'list' | 'report' | 'hops'>;

function headOf(headers: [string, string][], root: MimePart): Head {
  const header = (name: string) => headerOf(headers, name);
  const addresses = (name: string) => addressesOf(root.headerLines, name);
  return {
    subject: header('subject') ?? '',
    from: addresses('from')[0] ?? null,
    to: addresses('to'),
    cc: addresses('cc'),
    replyTo: addresses('reply-to')[0] ?? null,
    date: readDateHeader(header('date')),
    id: header('message-id')?.replace(/^<|>$/g, '') || null,
    list:
      ['list-id', 'list-post', 'list-unsubscribe'].some((name) => header(name) !== null) ||
      /^list$/i.test(header('precedence') ?? ''),
    report: reportOf(root),
    hops: headers.filter(([key]) => key === 'received').length,
  };
}

function forms(
  shown: { html: Shown[]; plain: Shown[] },
  envelope: Envelope,
  limits: Limits,
  charsets: Charsets,
): Pick<Reading, 'html' | 'plain'> & { flattened: boolean } {
  const rich = hasKind(shown.html, 'html') ? composeForm(shown.html, envelope, limits, charsets) : null;
  const html = rich && rich.html !== null ? { ...rich.form, html: rich.html } : null;
  const poor =
    hasKind(shown.plain, 'plain') || (!html && shown.plain.length > 0)
      ? composeForm(shown.plain, envelope, limits, charsets).form
      : null;
  const plain = poor && { ...poor, stub: stubReason(poor.text, html) };
  const empty = html && plain && html.text.trim() === '' && plain.text.trim() !== '';
  return {
    plain,
    html: empty ? { ...html, stub: 'the HTML part holds no text' } : html,
    flattened: rich?.flattened ?? false,
  };
}

/** The text of a message that is attached. */
function formInside(root: MimePart, limits: Limits): TextForm | null {
  const { subject, from } = headOf(decodeHeaders(root.headerLines, limits.headers, firstCharset(root)), root);
  const envelope: Envelope = { subject, replies: false, sender: from?.name ?? '', returns: false };
  const shown = { html: shownParts(root, 'html', false), plain: shownParts(root, 'text', false) };
  const { html, plain } = forms(shown, envelope, limits, new Map());
  return html ?? plain;
}

/** What is neither text of the message nor a box of parts, in the order of the message. */
function attachedParts(root: MimePart, shown: { html: Shown[]; plain: Shown[] }): MimePart[] {
  const texts = new Set([...leaves(shown.html), ...leaves(shown.plain)]);
  const found: MimePart[] = [];
  const stack = [root];
  for (let part = stack.pop(); part; part = stack.pop()) {
    // An empty root is a message without a body.
    if (part.body && !texts.has(part) && !(part === root && part.body.size === 0)) found.push(part);
    stack.push(...[...part.children].reverse());
  }
  return found;
}

interface Unread {
  code: Code;
  params: Params;
}

/** What is there and cannot be read, named so that nobody looks for the fault in a rule. */
function unread(root: MimePart, attachments: readonly MimePart[], flattened: boolean, limits: Limits): Unread[] {
  const found: Unread[] = [];
  const tnef = attachments.find(
    ({ content }) =>
      /^application\/(?:vnd\.)?ms-tnef$/.test(content.type) || /^winmail\.dat$/i.test(content.filename ?? ''),
  );
  if (tnef) found.push({ code: 'YS-READING-TNEF', params: { name: tnef.content.filename ?? 'winmail.dat' } });
  const sealed =
    root.content.type === 'multipart/encrypted' || /^application\/(?:x-)?pkcs7-mime$/.test(root.content.type);
  if (sealed) found.push({ code: 'YS-READING-SEALED', params: { type: root.content.type } });
  const cut = anyPart(root, ({ body, content }) => (body?.cut ?? false) && content.type.startsWith('text/'));
  if (cut) found.push({ code: 'YS-READING-CUT', params: { limit: limits.textBytes / 1024 } });
  if (flattened) found.push({ code: 'YS-READING-NESTING', params: { limit: limits.htmlDepth } });
  if (attachments.length > limits.attachments)
    found.push({ code: 'YS-READING-ATTACHMENTS', params: { limit: limits.attachments, count: attachments.length } });
  return found;
}

function anyPart(root: MimePart, holds: (part: MimePart) => boolean): boolean {
  const stack = [root];
  for (let part = stack.pop(); part; part = stack.pop()) {
    if (holds(part)) return true;
    stack.push(...part.children);
  }
  return false;
}

const problem = (code: Code, params: Params): ReadingProblem => ({ code, text: say(code, params) });
