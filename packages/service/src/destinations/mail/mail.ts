import { isIP } from 'node:net';
import { type Cell, cellText, say, wayHeader, YsError } from '@yellow-sieve/core';
import nodemailer, { type Transporter } from 'nodemailer';
import addressparser from 'nodemailer/lib/addressparser/index.js';
import * as v from 'valibot';
import { wayOn } from '../../store/message-store.js';
import type { DeliveryAbout, DestinationContext, DestinationKind, Tried } from '../destination-kind.js';
import { attachedOriginal, passedOn } from './original.js';

const entries = { from: v.pipe(v.string(), v.title('From'), v.description('The address it is sent from.')) };
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

interface WrittenMail {
  to: string;
  subject: string;
  text: string;
  cc?: string;
  replyTo?: string;
  /** The message it is about goes with it. */
  original?: 'attached';
  /** Message-IDs of the thread it answers in, without brackets; the last is the message it answers. */
  answers?: string[];
}

/** The message itself, passed on. */
interface PassedOn {
  to: string;
  original: 'as it is';
}

const cellNames = ['to', 'subject', 'text', 'several', 'original', 'reply', 'cc', 'reply_to'] as const;

/** A written message by SMTP, or the message itself. At least once, with a Message-ID that is the same at every try. */
export const mail: DestinationKind = {
  kind: 'mail',
  tells: true,
  addressed: true,
  title: 'mail',
  about: 'a written message by SMTP, or the message itself passed on',
  entries,
  connection: { kind: 'smtp', entries: connectionEntries },
  render(line, about) {
    const [to, subject, text, several, original, reply, cc, replyTo] = cellNames.map((name) =>
      textOf(line.cells, name),
    );
    if (reply) return renderReply({ reply, to, subject, text, original }, about);
    if (!to) return { refused: say('YS-DELIVERY-REFUSED', { detail: 'the route gives no address in “to”' }) };
    const count = addressparser([to, ...(cc ? [cc] : [])].join(', '), { flatten: true }).length;
    if (count > 1 && several !== 'yes') return { refused: say('YS-MAIL-SEVERAL', { count }) };
    if (original === 'as it is') return { payload: { to, original } satisfies PassedOn };
    if (original && original !== 'attached') return { refused: say('YS-MAIL-ORIGINAL', { original }) };
    const written: WrittenMail = {
      to,
      subject: (subject ?? '').replace(/\s+/g, ' '),
      text: text ?? '',
      ...(cc ? { cc } : {}),
      ...(replyTo ? { replyTo } : {}),
    };
    return { payload: original ? { ...written, original } : written };
  },
  async test(context) {
    const tried = await withTransport(context, async (transport) => {
      await transport.verify();
      return { result: 'delivered', answer: `the mail server answers, ${encryption(context)}` };
    });
    return { ok: tried.result === 'delivered', detail: tried.answer };
  },
  deliver: (payload, about, context) =>
    withTransport(context, async (transport) => {
      const mail = payload as WrittenMail | PassedOn;
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
              ...(mail.cc ? { cc: mail.cc } : {}),
              ...(mail.replyTo ? { replyTo: mail.replyTo } : {}),
              messageId,
              ...threadOf(mail),
              headers: { 'Auto-Submitted': mail.answers ? 'auto-replied' : 'auto-generated', [wayHeader]: way },
              ...(mail.original ? { attachments: [await attachedOriginal(about.message, context.db)] } : {}),
              disableFileAccess: true,
              disableUrlAccess: true,
            },
      );
      return { result: 'delivered', answer: String(sent.response) };
    }),
};

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

interface Reply {
  /** The reason for it: for each thread and reason one is sent. `yes` is the route. */
  reply: string;
  to: string | undefined;
  subject: string | undefined;
  text: string | undefined;
  original: string | undefined;
}

/** An answer to the sender in the thread, once for each thread and reason, and never to a machine or list. */
function renderReply(
  { reply, to, subject, text, original }: Reply,
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
    answers: answering.references,
  };
  return {
    payload: original ? { ...written, original } : written,
    once: `${answering.thread ?? message} ${reply === 'yes' || reply === 'true' ? route : reply}`,
  };
}

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

const textOf = (cells: readonly Cell[], name: string) => {
  const cell = cells.find((entry) => entry.name === name);
  return cell ? cellText(cell.value) : undefined;
};
