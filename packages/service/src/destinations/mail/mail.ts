import { isIP } from 'node:net';
import { say, wayHeader, YsError } from '@yellow-sieve/core';
import nodemailer, { type Transporter } from 'nodemailer';
import * as v from 'valibot';
import { wayOn } from '../../store/message-store.js';
import type { DeliveryAbout, DestinationContext, DestinationKind, Tried } from '../destination-kind.js';
import { zoneEntry } from '../zone-entry.js';
import { calendarOf, vcardOf } from './attached.js';
import { underCeiling } from './ceiling.js';
import { attachedOriginal, passedOn } from './original.js';
import { type PassedOn, renderMail, type WrittenMail } from './written.js';

const most = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1_000_000));
const entries = {
  from: v.pipe(v.string(), v.title('From'), v.description('The address it is sent from.')),
  per_hour: v.optional(
    v.pipe(
      most,
      v.title('At most an hour'),
      v.description('What is more waits until there is room; nothing is lost.'),
      v.metadata({ aside: true }),
    ),
  ),
  per_day: v.optional(
    v.pipe(
      most,
      v.title('At most a day'),
      v.description('What is more waits until there is room; nothing is lost.'),
      v.metadata({ aside: true }),
    ),
  ),
  zone: zoneEntry('By whose clock times of calendar entries are meant; UTC where nothing is said.'),
};
const connectionEntries = {
  host: v.pipe(v.string(), v.title('Mail server')),
  port: v.pipe(v.number(), v.title('Port')),
  user: v.optional(v.pipe(v.string(), v.title('User'))),
  password: v.optional(v.pipe(v.string(), v.title('Password'), v.metadata({ as: 'secret' }))),
  tls: v.optional(
    v.pipe(
      v.picklist(['starttls', 'from the start', 'none']),
      v.title('Encryption'),
      v.description('“starttls” where nothing is said; “none” sends mail and password readable for whoever listens.'),
    ),
  ),
};

interface MailConnection {
  host: string;
  port: number;
  user?: string;
  password?: string;
  tls?: 'starttls' | 'from the start' | 'none';
}

/** A written message by SMTP, or the message itself. At least once, with a Message-ID that is the same at every try. */
export const mail: DestinationKind = {
  kind: 'mail',
  tells: true,
  addressed: true,
  ofMessage: { to: '{{ message.owner }}', original: 'as it is' },
  title: 'mail',
  about: 'a written message by SMTP, or the message itself passed on',
  entries,
  connection: { kind: 'smtp', entries: connectionEntries },
  render: ({ cells }, about) => renderMail(cells, about),
  async test(context) {
    const tried = await withTransport(context, async (transport) => {
      await transport.verify();
      return { result: 'delivered', answer: `the mail server answers, ${encryption(context)}` };
    });
    return { ok: tried.result === 'delivered', detail: tried.answer };
  },
  deliver: (payload, about, context) =>
    underCeiling(context, about.identity, () => send(payload as WrittenMail | PassedOn, about, context)),
  /** The text of it to one person, marked as tried out; nobody else has it. */
  tryOut: (payload, about, context, to) => {
    const mail = payload as WrittenMail | PassedOn;
    if (mail.original === 'as it is') return send({ ...mail, to }, about, context);
    const { cc: _, answers: __, ...own } = mail;
    const meant = [mail.to, ...(mail.cc ? [mail.cc] : [])].join(', ');
    return send({ ...own, to, subject: say('YS-MAIL-TRIED', { subject: mail.subject, to: meant }) }, about, context);
  },
};

/** Sends a mail with a Message-ID that is the same at every try. */
const send = (mail: WrittenMail | PassedOn, about: DeliveryAbout, context: DestinationContext): Promise<Tried> =>
  withTransport(context, async (transport) => {
    const messageId = `<${about.identity.slice(0, 40)}@yellow-sieve.invalid>`;
    const way = await wayOn(context.db, about.message);
    const from = String(context.definition.from);
    const sent = await transport.sendMail(
      mail.original === 'as it is'
        ? await passedOn(mail.to, from, messageId, way, about.message, context.db)
        : {
            from,
            to: mail.to,
            subject: mail.subject,
            text: mail.text,
            ...(mail.html ? { html: mail.html } : {}),
            ...(mail.cc ? { cc: mail.cc } : {}),
            ...(mail.replyTo ? { replyTo: mail.replyTo } : {}),
            messageId,
            ...threadOf(mail),
            headers: { 'Auto-Submitted': mail.answers ? 'auto-replied' : 'auto-generated', [wayHeader]: way },
            attachments: await attachmentsOf(mail, about, context),
            disableFileAccess: true,
            disableUrlAccess: true,
          },
    );
    return { result: 'delivered', answer: String(sent.response) };
  });

async function attachmentsOf(mail: WrittenMail, about: DeliveryAbout, { db, definition }: DestinationContext) {
  const { contact, event, original } = mail;
  const uid = `${about.identity.slice(0, 40)}@yellow-sieve.invalid`;
  const zone = String(definition.zone ?? 'UTC');
  const when = { uid, revision: about.revision ?? 0, zone, now: new Date() };
  return [
    ...(contact ? [{ filename: 'contact.vcf', contentType: 'text/vcard', content: vcardOf(contact) }] : []),
    ...(event
      ? [
          {
            filename: 'event.ics',
            contentType: 'text/calendar; method=PUBLISH; charset=utf-8',
            content: calendarOf(event, when),
          },
        ]
      : []),
    ...(original ? [await attachedOriginal(about.message, db)] : []),
  ];
}

/** A file on its way to people, beside any record. */
export interface MailedFile {
  to: string[];
  subject: string;
  text: string;
  /** The same for the same file at the same time, so that a second try is known. */
  messageId: string;
  file: { name: string; type: string; bytes: Buffer } | null;
}

/** Sends a file by a destination of this kind. */
export const sendFileByMail = (context: DestinationContext, mailed: MailedFile): Promise<Tried> =>
  withTransport(context, async (transport) => {
    const { to, subject, text, messageId, file } = mailed;
    const sent = await transport.sendMail({
      from: String(context.definition.from),
      to,
      subject,
      text,
      messageId: `<${messageId}@yellow-sieve.invalid>`,
      headers: { 'Auto-Submitted': 'auto-generated' },
      ...(file ? { attachments: [{ filename: file.name, contentType: file.type, content: file.bytes }] } : {}),
      disableFileAccess: true,
      disableUrlAccess: true,
    });
    return { result: 'delivered', answer: String(sent.response) };
  });

const threadOf = ({ answers = [] }: WrittenMail) => {
  const ids = answers.map((id) => `<${id}>`);
  const last = ids.at(-1);
  return last === undefined ? {} : { inReplyTo: last, references: ids };
};

/** How a connection is encrypted, in words. */
function encryption({ connection }: DestinationContext): string {
  const { tls = 'starttls', user } = connection as unknown as MailConnection;
  if (tls !== 'none') return 'encrypted';
  return user ? 'without encryption: whoever listens reads mail and password' : 'without encryption';
}

/** TLS is required unless the connection says otherwise: a password is never sent in clear because a server offers nothing else. */
async function withTransport(
  context: DestinationContext,
  work: (transport: Transporter) => Promise<Tried>,
): Promise<Tried> {
  const { host, port, user, password, tls = 'starttls' } = context.connection as unknown as MailConnection;
  let transport: Transporter | null = null;
  try {
    transport = nodemailer.createTransport({
      host: await context.outgoing.addressOf(host),
      port,
      secure: tls === 'from the start',
      requireTLS: tls === 'starttls',
      ignoreTLS: tls === 'none',
      // The address was looked up already; the certificate is held against the name.
      tls: isIP(host) === 0 ? { servername: host } : {},
      ...(user ? { auth: { user, pass: password ?? '' } } : {}),
      connectionTimeout: 5000,
      greetingTimeout: 5000,
      socketTimeout: 20_000,
    });
    return await work(transport);
  } catch (error) {
    return error instanceof YsError ? { result: 'refused', answer: error.message } : triedOf(error);
  } finally {
    transport?.close();
  }
}

/** A 5xx answer is final, a 4xx or no connection passes; silence after DATA leaves open whether it was taken. */
function triedOf(error: unknown): Tried {
  const {
    code = 'no answer',
    responseCode = 0,
    response = '',
    command = '',
  } = error as { code?: string; responseCode?: number; response?: string; command?: string };
  if (code === 'ETLS') return { result: 'refused', answer: say('YS-MAIL-TLS') };
  if (responseCode >= 500) return { result: 'refused', answer: response };
  if (code === 'ETIMEDOUT' && command === 'DATA') return { result: 'uncertain', answer: say('YS-DELIVERY-UNCERTAIN') };
  return { result: 'unreachable', answer: say('YS-DELIVERY-UNREACHABLE', { detail: response || code }) };
}
