import { PassThrough, Readable } from 'node:stream';
import { say, YsError } from '@yellow-sieve/core';
import type { Logger } from 'pino';
import { SMTPServer, type SMTPServerAddress, type SMTPServerDataStream, type SMTPServerSession } from 'smtp-server';
import { ConnectionCaps, placeOf } from '../../connection-caps.js';
import { isDatabaseDown, troubleName } from '../../database/trouble.js';
import { Networks } from '../../networks.js';
import { acceptMessage, megabytes } from '../accept.js';
import { AddressBook } from '../address-book.js';
import type { IntakeTools, RunningIntake } from '../intake-kind.js';
import { certificateOf } from './certificate.js';
import { PerMinute } from './per-minute.js';
import { SenderCheck } from './sender-check.js';
import { wholeLines } from './whole-lines.js';

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
/** Recipients of one message: what a server takes at the least (RFC 5321, 4.5.3.1.8). */
const maxRecipients = 100;
/** Recipients refused on one connection, after which it ends: who asks for so many is guessing. */
const maxRefused = 20;

/** What a listener speaks, and where. */
export interface Speaking {
  /** As messages have it. */
  kind: string;
  port: number;
  /** A mail server of the house hands over (RFC 2033): there each recipient has an answer. */
  lmtp: boolean;
}

/** Listens for mail. What is acknowledged is on disk. */
export async function startListener(options: IntakeTools, speaking: Speaking): Promise<RunningIntake> {
  const { intake, log, config } = options;
  const { port, lmtp } = speaking;
  const messages = new PerMinute(config.messagesPerMinute);
  const { limit: messageLimit } = intake;
  // A relay knows better than the service: mail came from elsewhere there.
  const senders = config.checkSenders ? new SenderCheck(config.nameServers) : null;
  const addresses = new AddressBook(intake.db);
  // Mailbox of each recipient, found when the recipient was named.
  const found = new WeakMap<SMTPServerAddress, string>();
  const trusted = new Networks(config.relays);
  const isTrusted = (address: string) => lmtp || trusted.holds(address);
  const caps = new ConnectionCaps({ perAddress: maxOfOne, strangers: maxOfStrangers, trusted });
  const visits = new Map<string, Visit>();
  const server = new SMTPServer({
    ...(await certificateOf(config)),
    lmtp,
    banner: 'Yellow Sieve',
    size: messageLimit,
    maxClients: maxClients,
    socketTimeout: idleMs,
    disabledCommands: ['AUTH'],
    // With an older protocol than this mail would only seem to be encrypted.
    minVersion: 'TLSv1.2',
    disableReverseLookup: true,
    closeTimeout: closePatienceMs,
    hideENHANCEDSTATUSCODES: false,
    logger: false,
    onConnect: ({ id, remoteAddress }, callback) => {
      if (!caps.enter(remoteAddress)) return callback(answer(421, say('YS-INTAKE-CONNECTIONS')));
      const end = isTrusted(remoteAddress) ? null : setTimeout(() => hangUp(server, id), longestMs);
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
    onMailFrom: (address, { remoteAddress }, callback) => {
      if (!isTrusted(remoteAddress) && !messages.take(placeOf(remoteAddress)))
        return callback(answer(451, say('YS-INTAKE-TOO-MANY')));
      const size = Number((address.args as { SIZE?: string } | undefined)?.SIZE ?? 0);
      callback(size > messageLimit ? tooLarge(messageLimit) : undefined);
    },
    onRcptTo: (address, { id, envelope, remoteAddress }, callback) => {
      if (envelope.rcptTo.length >= maxRecipients && !isTrusted(remoteAddress))
        return callback(answer(452, say('YS-INTAKE-RECIPIENTS')));
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
      take(options, speaking.kind, stream, session, found, isTrusted(session.remoteAddress) ? null : senders).then(
        (ids) => callback(null, `taken as ${ids.join(', ')}`),
        (error: unknown) => callback(refusal(error, messageLimit, log)),
      );
    },
  } as ConstructorParameters<typeof SMTPServer>[0]);
  server.on('error', (error) => log.debug({ trouble: troubleName(error) }, 'smtp connection trouble'));
  const listening = await new Promise<number>((resolve, reject) => {
    server.server.once('error', reject);
    server.listen(port, config.host, () => resolve((server.server.address() as { port: number }).port));
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
  kind: string,
  stream: SMTPServerDataStream,
  session: SMTPServerSession,
  found: WeakMap<SMTPServerAddress, string>,
  senders: SenderCheck | null,
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
    intake: kind,
  }));
  const source = Readable.from(wholeLines(stream));
  if (!senders) {
    const ids = await acceptMessage(options.intake, source, receipts);
    options.onward('messages');
    return ids;
  }
  const [kept, looked] = twice(source);
  const sending = { ip: session.remoteAddress, helo: String(session.hostNameAppearsAs || ''), sender };
  const checked = senders.results(looked, sending);
  const ids = await acceptMessage(
    options.intake,
    kept,
    checked.then((results) => receipts.map((receipt) => ({ ...receipt, checked: results }))),
  );
  options.onward('messages');
  return ids;
}

/** A stream for two readers, at the pace of the slower. */
function twice(source: Readable): [Readable, Readable] {
  const readers: [PassThrough, PassThrough] = [new PassThrough(), new PassThrough()];
  for (const reader of readers) source.pipe(reader);
  source.once('error', (error) => {
    for (const reader of readers) reader.destroy(error);
  });
  // Each is told by whom it is read; who left does not hold up the other.
  readers[1].on('error', () => undefined);
  return readers;
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
