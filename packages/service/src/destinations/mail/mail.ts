import { type Cell, cellText, say, wayHeader } from '@yellow-sieve/core';
import nodemailer from 'nodemailer';
import * as v from 'valibot';
import { wayOn } from '../../store/message-store.js';
import type { DestinationContext, DestinationKind, Tried } from '../destination-kind.js';

const entries = { from: v.pipe(v.string(), v.title('From'), v.description('The address it is sent from.')) };
const connectionEntries = {
  host: v.pipe(v.string(), v.title('Mail server')),
  port: v.pipe(v.number(), v.title('Port')),
  user: v.optional(v.pipe(v.string(), v.title('User'))),
  password: v.optional(v.pipe(v.string(), v.title('Password'), v.metadata({ as: 'secret' }))),
};

interface WrittenMail {
  to: string;
  subject: string;
  text: string;
}

/** A written message by SMTP. At least once, with a Message-ID that is the same at every try. */
export const mail: DestinationKind = {
  kind: 'mail',
  about: 'a written message by SMTP',
  entries,
  connection: { kind: 'smtp', entries: connectionEntries },
  render(line) {
    const [to, subject, text] = ['to', 'subject', 'text'].map((name) => textOf(line.cells, name));
    if (!to) return { refused: say('YS-DELIVERY-REFUSED', { detail: 'the route gives no address in “to”' }) };
    const payload: WrittenMail = { to, subject: (subject ?? '').replace(/\s+/g, ' '), text: text ?? '' };
    return { payload };
  },
  async test(context) {
    const transport = transportOf(context);
    try {
      await transport.verify();
      return { ok: true, detail: 'the mail server answers' };
    } catch (error) {
      return { ok: false, detail: triedOf(error).answer };
    } finally {
      transport.close();
    }
  },
  async deliver(payload, about, context) {
    const transport = transportOf(context);
    try {
      const sent = await transport.sendMail({
        from: String(context.definition.from),
        ...(payload as WrittenMail),
        messageId: `<${about.identity.slice(0, 40)}@yellow-sieve.invalid>`,
        headers: {
          'Auto-Submitted': 'auto-generated',
          [wayHeader]: await wayOn(context.db, about.message),
        },
        disableFileAccess: true,
        disableUrlAccess: true,
      });
      return { result: 'delivered', answer: String(sent.response) };
    } catch (error) {
      return triedOf(error);
    } finally {
      transport.close();
    }
  },
};

function transportOf({ connection }: DestinationContext) {
  const { host, port, user, password } = connection as { host: string; port: number; user?: string; password?: string };
  return nodemailer.createTransport({
    host,
    port,
    ...(user ? { auth: { user, pass: password ?? '' } } : {}),
    connectionTimeout: 5000,
    greetingTimeout: 5000,
    socketTimeout: 20_000,
  });
}

/** A 5xx answer is final, a 4xx or no connection passes; silence after DATA leaves open whether it was taken. */
function triedOf(error: unknown): Tried {
  const {
    code = 'no answer',
    responseCode = 0,
    response = '',
    command = '',
  } = error as { code?: string; responseCode?: number; response?: string; command?: string };
  if (responseCode >= 500) return { result: 'refused', answer: response };
  if (code === 'ETIMEDOUT' && command === 'DATA') return { result: 'uncertain', answer: say('YS-DELIVERY-UNCERTAIN') };
  return { result: 'unreachable', answer: say('YS-DELIVERY-UNREACHABLE', { detail: response || code }) };
}

const textOf = (cells: readonly Cell[], name: string) => {
  const cell = cells.find((entry) => entry.name === name);
  return cell ? cellText(cell.value) : undefined;
};
