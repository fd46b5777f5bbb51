import Fastify from 'fastify';
import { escaped, pagePolicy, standInPage } from '../page.js';

/** A post as a room got it. */
interface Post {
  room: string;
  text: string;
  at: string;
}

export interface ChatStandIn {
  port: number;
  posts: readonly Post[];
  close(): Promise<void>;
}

const maxKept = 1000;

/** Simulated chat rooms: each address below `/rooms/` is one. Shows what was posted on a page. */
export async function startChat(port: number): Promise<ChatStandIn> {
  const posts: Post[] = [];
  const seen = new Set<string>();
  let failing = false;
  const app = Fastify({ forceCloseConnections: true });
  app.post<{ Body: { failing: boolean } }>('/mood', async (request) => {
    failing = request.body.failing;
    return { failing };
  });
  app.get<{ Params: { room: string } }>('/rooms/:room', async ({ params }) => ({ room: params.room }));
  app.post<{ Params: { room: string }; Body: { text?: unknown } }>('/rooms/:room', async (request, reply) => {
    if (failing) return reply.code(503).send({ error: 'the room is closed just now' });
    const { text } = request.body ?? {};
    if (typeof text !== 'string' || text === '') return reply.code(400).send({ error: 'text is missing' });
    const key = String(request.headers['idempotency-key'] ?? '');
    // The same post sent again is taken for what it is.
    if (key !== '' && seen.has(key + text)) return { posted: false };
    seen.add(key + text);
    posts.unshift({ room: request.params.room, text, at: new Date().toISOString() });
    posts.length = Math.min(posts.length, maxKept);
    return { posted: true };
  });
  app.get('/', async (_request, reply) =>
    reply.type('text/html; charset=utf-8').header('content-security-policy', pagePolicy).send(page(posts)),
  );
  await app.listen({ host: '127.0.0.1', port });
  return { port: (app.server.address() as { port: number }).port, posts, close: () => app.close() };
}

function page(posts: readonly Post[]): string {
  const items = posts.map(({ room, text, at }) => `<h2>#${escaped(room)}, ${at}</h2><pre>${escaped(text)}</pre>`);
  return standInPage(
    'Chat rooms',
    'This is a stand-in for a chat service: nobody reads along.',
    items.join('') || '<p>Nothing yet.</p>',
  );
}
