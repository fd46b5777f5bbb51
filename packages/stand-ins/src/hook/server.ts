import Fastify from 'fastify';
import { Webhook } from 'standardwebhooks';
import { escaped, pagePolicy, standInPage } from '../page.js';

/** An event that came, as it was. */
interface Received {
  id: string;
  type: string;
  body: string;
  /** Whether its signature holds. */
  signed: boolean;
  headers: Record<string, string>;
}

export interface HookStandIn {
  port: number;
  /** The newest first; an event that came again is there once more. */
  received: readonly Received[];
  mood: { answer: number; headers: Record<string, string> };
  close(): Promise<void>;
}

const maxKept = 1000;

/** A simulated program that takes events at `/events`, checks their signatures, and shows them on a page. */
export async function startHook(port: number, secret: string): Promise<HookStandIn> {
  const received: Received[] = [];
  const mood = { answer: 200, headers: {} as Record<string, string> };
  const app = Fastify({ forceCloseConnections: true });
  app.removeAllContentTypeParsers();
  app.addContentTypeParser('*', { parseAs: 'string' }, (_request, body, done) => done(null, body));
  app.get('/events', async () => ({ takes: 'events' }));
  app.post<{ Body: string }>('/events', async (request, reply) => {
    const headers = Object.fromEntries(Object.entries(request.headers).map(([name, value]) => [name, String(value)]));
    const { type = '' } = JSON.parse(request.body) as { type?: string };
    received.unshift({
      id: headers['webhook-id'] ?? '',
      type,
      body: request.body,
      signed: holds(secret, request.body, headers),
      headers,
    });
    received.length = Math.min(received.length, maxKept);
    return reply
      .status(mood.answer)
      .headers(mood.headers)
      .send({ taken: mood.answer < 300 });
  });
  app.get('/', async (_request, reply) =>
    reply.type('text/html; charset=utf-8').header('content-security-policy', pagePolicy).send(page(received)),
  );
  await app.listen({ host: '127.0.0.1', port });
  return { port: (app.server.address() as { port: number }).port, received, mood, close: () => app.close() };
}

function holds(secret: string, body: string, headers: Record<string, string>): boolean {
  try {
    new Webhook(secret).verify(body, headers);
    return true;
  } catch {
    return false;
  }
}

function page(received: readonly Received[]): string {
  const items = received.map(
    ({ type, id, signed, body }) =>
      `<h2>${escaped(type)}</h2><p>${escaped(id)}, ${signed ? 'signed' : 'its signature does not hold'}</p><pre>${escaped(JSON.stringify(JSON.parse(body), null, 2))}</pre>`,
  );
  return standInPage(
    'Events',
    'This is a stand-in for a program that takes events.',
    items.join('') || '<p>Nothing yet.</p>',
  );
}
