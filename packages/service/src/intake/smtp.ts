import { say, YsError } from '@yellow-sieve/core';
import type { Logger } from 'pino';
import { SMTPServer, type SMTPServerAddress, type SMTPServerDataStream, type SMTPServerSession } from 'smtp-server';
import { isDatabaseDown, troubleName } from '../database/trouble.js';
import { acceptMessage, type Intake, megabytes } from './accept.js';
import { AddressBook } from './address-book.js';

export interface SmtpOptions {
  intake: Intake;
  host: string;
  port: number;
  log: Logger;
  /** Called after a message was taken. */
  onward: () => void;
}

export interface SmtpIntake {
  port: number;
  close(): Promise<void>;
}

/** An SMTP error as the server library wants it: the code the other side sees. */
function answer(responseCode: number, text: string): Error {
  return Object.assign(new Error(text), { responseCode });
}

/** How long a stop waits for senders who are in the middle of a message; they keep it and try again. */
const closePatienceMs = 2000;

/** Connections that may hold a message at the same time. */
const mostClients = 100;

/** Starts the SMTP intake. `250` is said only after the message is committed to disk. */
export async function startSmtp(options: SmtpOptions): Promise<SmtpIntake> {
  const { intake, host, port, log } = options;
  const { limit: messageLimit } = intake;
  const addresses = new AddressBook(intake.db);
  // Mailbox of each recipient, found when the recipient was named.
  const found = new WeakMap<SMTPServerAddress, string>();
  const server = new SMTPServer({
    banner: 'Yellow Sieve',
    size: messageLimit,
    maxClients: mostClients,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    closeTimeout: closePatienceMs,
    hideENHANCEDSTATUSCODES: false,
    logger: false,
    onMailFrom: (address, _session, callback) => {
      const size = Number((address.args as { SIZE?: string } | undefined)?.SIZE ?? 0);
      callback(size > messageLimit ? tooLarge(messageLimit) : undefined);
    },
    onRcptTo: (address, _session, callback) => {
      addresses.find(address.address).then(
        (mailbox) => {
          if (mailbox === null) return callback(answer(550, say('YS-INTAKE-UNKNOWN-ADDRESS')));
          found.set(address, mailbox);
          callback();
        },
        (error: unknown) => callback(later(error, log)),
      );
    },
    onData: (stream, session, callback) => {
      take(options, stream, session, found).then(
        (ids) => callback(null, `taken as ${ids.join(', ')}`),
        (error: unknown) => callback(refusal(error, messageLimit, log)),
      );
    },
  } as ConstructorParameters<typeof SMTPServer>[0]);
  server.on('error', (error) => log.debug({ trouble: troubleName(error) }, 'smtp connection trouble'));
  const listening = await new Promise<number>((resolve, reject) => {
    server.server.once('error', reject);
    server.listen(port, host, () => resolve((server.server.address() as { port: number }).port));
  });
  return { port: listening, close: () => new Promise((resolve) => server.close(() => resolve())) };
}

async function take(
  options: SmtpOptions,
  stream: SMTPServerDataStream,
  session: SMTPServerSession,
  found: WeakMap<SMTPServerAddress, string>,
): Promise<string[]> {
  const sender = session.envelope.mailFrom === false ? '' : session.envelope.mailFrom.address;
  // Two addresses of one mailbox give one message.
  const byMailbox = new Map(
    session.envelope.rcptTo.map((recipient) => [found.get(recipient) ?? '', recipient.address]),
  );
  const receipts = [...byMailbox].map(([mailboxId, recipient]) => ({
    mailboxId,
    recipient: recipient.slice(0, 320),
    sender: sender.slice(0, 320),
    intake: 'smtp',
  }));
  const ids = await acceptMessage(options.intake, stream, receipts);
  options.onward();
  return ids;
}

function refusal(error: unknown, limit: number, log: Logger): Error {
  if (error instanceof YsError && error.code === 'YS-INTAKE-TOO-LARGE') return tooLarge(limit);
  if (error instanceof YsError) return answer(554, error.message);
  return later(error, log);
}

const tooLarge = (limit: number) => answer(552, say('YS-INTAKE-TOO-LARGE', { limit: megabytes(limit) }));

/** Trouble on our side is never the sender's fault: they keep the message and try again. */
function later(error: unknown, log: Logger): Error {
  log.warn({ trouble: troubleName(error), down: isDatabaseDown(error) }, 'a message could not be taken just now');
  return answer(451, say('YS-DATABASE-DOWN'));
}
