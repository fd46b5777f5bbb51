import Fastify from 'fastify';
import { SMTPServer } from 'smtp-server';
import { escaped, pagePolicy, standInPage } from '../page.js';

/** A mail that arrived at the recipients' stand-in. */
export interface ArrivedMail {
  to: string[];
  from: string;
  raw: string;
  at: string;
}

export interface MailStandIn {
  smtpPort: number;
  httpPort: number;
  arrived: readonly ArrivedMail[];
  mood(mood: MailMood): void;
  close(): Promise<void>;
}

interface MailMood {
  /** Refuses every recipient. */
  refusing?: boolean;
  /** Milliseconds until it says that it has taken a mail. */
  takesMs?: number;
}

const maxKept = 1000;

/** A simulated mail server of the people mail is sent to. Takes everything, keeps it in memory, and shows it on a page. */
export async function startMail(smtpPort: number, httpPort: number): Promise<MailStandIn> {
  const arrived: ArrivedMail[] = [];
  let mood: MailMood = {};
  const smtp = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    onRcptTo: (_address, _session, callback) =>
      callback(mood.refusing ? Object.assign(new Error('told to refuse'), { responseCode: 550 }) : undefined),
    onData: (stream, session, callback) => {
      const pieces: Buffer[] = [];
      stream.on('data', (piece: Buffer) => pieces.push(piece));
      stream.on('end', () => {
        const { mailFrom, rcptTo } = session.envelope;
        arrived.unshift({
          from: mailFrom ? mailFrom.address : '',
          to: rcptTo.map(({ address }) => address),
          raw: Buffer.concat(pieces).toString('utf8'),
          at: new Date().toISOString(),
        });
        arrived.length = Math.min(arrived.length, maxKept);
        setTimeout(() => callback(null, 'taken'), mood.takesMs ?? 0);
      });
    },
  });
  const listening = await new Promise<number>((resolve, reject) => {
    smtp.server.once('error', reject);
    smtp.listen(smtpPort, '127.0.0.1', () => resolve((smtp.server.address() as { port: number }).port));
  });
  const app = Fastify({ forceCloseConnections: true });
  app.post<{ Body: MailMood }>('/mood', async (request) => {
    mood = request.body;
    return mood;
  });
  app.get('/mails', async () => arrived);
  app.get('/', async (_request, reply) =>
    reply.type('text/html; charset=utf-8').header('content-security-policy', pagePolicy).send(page(arrived)),
  );
  await app.listen({ host: '127.0.0.1', port: httpPort });
  return {
    smtpPort: listening,
    httpPort: (app.server.address() as { port: number }).port,
    arrived,
    mood: (now) => {
      mood = now;
    },
    close: async () => {
      await app.close();
      await new Promise<void>((resolve) => smtp.close(() => resolve()));
    },
  };
}

function page(mails: readonly ArrivedMail[]): string {
  const items = mails.map(
    ({ to, at, raw }) => `<h2>to ${escaped(to.join(', '))}, ${at}</h2><pre>${escaped(raw)}</pre>`,
  );
  return standInPage(
    'Mail that arrived',
    'This is a stand-in for the recipients’ mail server: nothing here was sent to anybody.',
    items.join('') || '<p>Nothing yet.</p>',
  );
}
