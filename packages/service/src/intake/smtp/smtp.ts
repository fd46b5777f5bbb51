import { say, YsError } from '@yellow-sieve/core';
import type { Logger } from 'pino';
import { SMTPServer, type SMTPServerAddress, type SMTPServerDataStream, type SMTPServerSession } from 'smtp-server';
import { ConnectionCaps } from '../../connection-caps.js';
import { isDatabaseDown, troubleName } from '../../database/trouble.js';
import { Networks } from '../../networks.js';
import { acceptMessage, megabytes } from '../accept.js';
import { AddressBook } from '../address-book.js';
import type { IntakeKind, IntakeTools, RunningIntake } from '../intake-kind.js';

/** An SMTP error as the server library wants it: the code the other side sees. */
function answer(responseCode: number, text: string): Error {
  return Object.assign(new Error(text), { responseCode });
}

/** How long a stop waits for senders who are in the middle of a message; they keep it and try again. */
const closePatienceMs = 2000;

/** Connections at the same time: of one address, of all who are no relay of ours, and of everybody. */
const maxOfOne = 20;
const maxOfStrangers = 160;
const maxClients = 200;
/** Milliseconds without a word after which a connection ends, and how long one of a stranger may last in all. */
const idleMs = 60_000;
const longestMs = 10 * 60_000;
/** Recipients refused on one connection, after which it ends: who asks for so many is guessing. */
const maxRefused = 20;

async function startSmtp(options: IntakeTools): Promise<RunningIntake> {
  const { intake, log } = options;
  const { host, smtpPort: port, relays } = options.config;
  const { limit: messageLimit } = intake;
  const addresses = new AddressBook(intake.db);
  // Mailbox of each recipient, found when the recipient was named.
  const found = new WeakMap<SMTPServerAddress, string>();
  const trusted = new Networks(relays);
  const caps = new ConnectionCaps({ perAddress: maxOfOne, strangers: maxOfStrangers, trusted });
  const visits = new Map<string, Visit>();
  const server = new SMTPServer({
    banner: 'Yellow Sieve',
    size: messageLimit,
    maxClients: maxClients,
    socketTimeout: idleMs,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    closeTimeout: closePatienceMs,
    hideENHANCEDSTATUSCODES: false,
    logger: false,
    onConnect: ({ id, remoteAddress }, callback) => {
      if (!caps.enter(remoteAddress)) return callback(answer(421, say('YS-INTAKE-CONNECTIONS')));
      const end = trusted.holds(remoteAddress) ? null : setTimeout(() => hangUp(server, id), longestMs);
      visits.set(id, { end, refused: 0 });
      callback();
    },
    onClose: ({ id, remoteAddress }) => {
      const visit = visits.get(id);
      // One that was turned away was never counted.
      if (!visit) return;
      if (visit.end) clearTimeout(visit.end);
      visits.delete(id);
      caps.leave(remoteAddress);
    },
    onMailFrom: (address, _session, callback) => {
      const size = Number((address.args as { SIZE?: string } | undefined)?.SIZE ?? 0);
      callback(size > messageLimit ? tooLarge(messageLimit) : undefined);
    },
    onRcptTo: (address, { id }, callback) => {
      addresses.find(address.address).then(
        (mailbox) => {
          if (mailbox === null) return callback(unknownAddress(visits.get(id)));
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

/** What is known of a connection. */
interface Visit {
  end: NodeJS.Timeout | null;
  refused: number;
}

function hangUp({ connections }: SMTPServer, id: string): void {
  for (const connection of connections)
    if (connection.session.id === id) connection.send(421, say('YS-INTAKE-CONNECTIONS'));
}

/** 421 ends the connection (RFC 5321, section 3.8). */
function unknownAddress(visit: Visit | undefined): Error {
  const refused = visit ? ++visit.refused : 1;
  return answer(refused >= maxRefused ? 421 : 550, say('YS-INTAKE-UNKNOWN-ADDRESS'));
}

async function take(
  options: IntakeTools,
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
    intake: smtp.kind,
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

/** Mail servers and programs that speak SMTP. `250` is said only after the message is committed to disk. */
export const smtp: IntakeKind = {
  kind: 'smtp',
  title: 'SMTP',
  about: 'mail servers and programs that speak SMTP',
  start: startSmtp,
};
