import { type Cell, cellText, nearest, say } from '@yellow-sieve/core';
import addressparser from 'nodemailer/lib/addressparser/index.js';
import type { DeliveryAbout, DestinationKind } from '../destination-kind.js';
import { attachedBy, attachedNames, type CalendarEvent, type Contact } from './attached.js';

/** A mail as it is kept in the outbox. */
export interface WrittenMail {
  to: string;
  subject: string;
  text: string;
  /** The same in HTML, for those who read that; the values in it are escaped. */
  html?: string;
  cc?: string;
  replyTo?: string;
  contact?: Contact;
  event?: CalendarEvent;
  /** The message it is about goes with it. */
  original?: 'attached';
  /** Message-IDs of the thread it answers in, without brackets; the last is the message it answers. */
  answers?: string[];
}

/** The message itself, passed on. */
export interface PassedOn {
  to: string;
  original: 'as it is';
}

const cellNames = ['to', 'subject', 'text', 'html', 'several', 'original', 'reply', 'cc', 'reply_to'] as const;
type Texts = Partial<Record<(typeof cellNames)[number], string>>;

/** What a line of a route becomes: a mail of its own, an answer in the thread, or the message itself. */
export function renderMail(cells: readonly Cell[], about: DeliveryAbout): ReturnType<DestinationKind['render']> {
  const unknown = cells.find(({ name }) => !known.has(name));
  if (unknown)
    return { refused: say('YS-MAIL-NAME', { name: unknown.name, nearest: nearest(unknown.name, [...known]) }) };
  const texts = textsOf(cells);
  const { html, text } = texts;
  if (html && !text) return { refused: say('YS-MAIL-HTML') };
  const attached = attachedBy(cells);
  if ('refused' in attached) return attached;
  const more = { ...(html ? { html } : {}), ...attached };
  return texts.reply ? renderReply(texts, more, about) : renderOwn(texts, more);
}

const known: ReadonlySet<string> = new Set([...cellNames, ...attachedNames]);

const textsOf = (cells: readonly Cell[]): Texts =>
  Object.fromEntries(cells.map(({ name, value }) => [name, cellText(value)]));

type More = Pick<WrittenMail, 'html' | 'contact' | 'event'>;

function renderOwn(texts: Texts, more: More): ReturnType<DestinationKind['render']> {
  const { to, cc, original, subject = '', text = '', several, reply_to: replyTo } = texts;
  if (!to) return { refused: say('YS-DELIVERY-REFUSED', { detail: 'the route gives no address in “to”' }) };
  const count = addressparser([to, ...(cc ? [cc] : [])].join(', '), { flatten: true }).length;
  if (count > 1 && several !== 'yes') return { refused: say('YS-MAIL-SEVERAL', { count }) };
  if (original === 'as it is') return { payload: { to, original } satisfies PassedOn };
  if (original && original !== 'attached') return { refused: say('YS-MAIL-ORIGINAL', { original }) };
  const written: WrittenMail = {
    to,
    subject: subject.replace(/\s+/g, ' '),
    text,
    ...more,
    ...(cc ? { cc } : {}),
    ...(replyTo ? { replyTo } : {}),
  };
  return { payload: original ? { ...written, original } : written };
}

/** An answer to the sender in the thread, once for each thread and reason, and never to a machine or list. */
function renderReply(
  { reply = '', to, subject, text, original }: Texts,
  more: More,
  { answering, message, route }: DeliveryAbout,
): ReturnType<DestinationKind['render']> {
  if (to !== undefined) return { refused: say('YS-MAIL-REPLY-TO') };
  if (!text) return { refused: say('YS-MAIL-REPLY-EMPTY') };
  if (original && original !== 'attached') return { refused: say('YS-MAIL-ORIGINAL', { original }) };
  if (!answering || 'refused' in answering)
    return { unsent: say('YS-MAIL-NO-REPLY', { why: answering?.refused ?? 'it was not read' }) };
  const written: WrittenMail = {
    to: answering.to,
    subject: (subject ?? answering.subject).replace(/\s+/g, ' '),
    text,
    ...more,
    answers: answering.references,
  };
  // The reason for it; `yes` is the route.
  const reason = reply === 'yes' || reply === 'true' ? route : reply;
  return {
    payload: original ? { ...written, original } : written,
    once: `${answering.thread ?? message} ${reason}`,
  };
}
