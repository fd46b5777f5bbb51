import { setTimeout as sleep } from 'node:timers/promises';
import Fastify, { type FastifyInstance } from 'fastify';
import { pagePolicy, standInPage, tableOf } from '../page.js';
import { complaintAbout, shapes } from './shape.js';

type Entry = Record<string, unknown> & { id: string };

/** How the desk behaves; changed by `POST /mood`. */
interface DeskMood {
  /** Milliseconds before each answer. */
  slowMs: number;
  /** Answers 503 to everything. */
  failing: boolean;
  /** Requests a minute it takes; more get 429. */
  perMinute: number;
}

export interface CrmStandIn {
  port: number;
  key: string;
  contacts: readonly Entry[];
  jobs: readonly Entry[];
  /** Requests that reached its interface. */
  readonly asked: number;
  mood: DeskMood;
  close(): Promise<void>;
}

/** The key is no secret: the desk shows it on its page, as it is made up. */
const deskKey = 'desk-7f31-gannet';

/** Quayside desk: a simulated CRM with contacts and jobs, which keeps everything in memory and shows it on a page. */
export async function startCrm(port: number): Promise<CrmStandIn> {
  const held = { contacts: [] as Entry[], jobs: [] as Entry[] };
  const mood: DeskMood = { slowMs: 0, failing: false, perMinute: 600 };
  const state = { next: 1, asked: 0, minute: 0, inMinute: 0 };
  const app = Fastify({ forceCloseConnections: true });
  app.post<{ Body: Partial<DeskMood> }>('/mood', async (request) => Object.assign(mood, request.body));
  app.get('/', async (_request, reply) =>
    reply.type('text/html; charset=utf-8').header('content-security-policy', pagePolicy).send(page(held)),
  );
  await app.register(async (api) => {
    api.addHook('onRequest', async (request, reply) => {
      state.asked++;
      await sleep(mood.slowMs);
      if (mood.failing) return reply.code(503).send({ error: { message: 'the desk is closed just now' } });
      if (request.headers['x-desk-key'] !== deskKey)
        return reply.code(401).send({ error: { message: 'this key is not known here' } });
      if (!inRate(state, mood.perMinute))
        return reply
          .code(429)
          .header('retry-after', '2')
          .send({ error: { message: 'too many requests a minute' } });
    });
    api.get('/api/me', async () => ({ desk: 'Quayside desk' }));
    for (const kind of ['contacts', 'jobs'] as const) serveKind(api, kind, held[kind], () => String(state.next++));
  });
  await app.listen({ host: '127.0.0.1', port });
  return {
    port: (app.server.address() as { port: number }).port,
    key: deskKey,
    ...held,
    get asked() {
      return state.asked;
    },
    mood,
    close: () => app.close(),
  };
}

function inRate(state: { minute: number; inMinute: number }, perMinute: number): boolean {
  const minute = Math.floor(Date.now() / 60_000);
  state.inMinute = state.minute === minute ? state.inMinute + 1 : 1;
  state.minute = minute;
  return state.inMinute <= perMinute;
}

function serveKind(api: FastifyInstance, kind: keyof typeof shapes, entries: Entry[], nextId: () => string): void {
  api.get<{ Querystring: Record<string, string> }>(`/api/${kind}`, async ({ query }) => ({
    items: entries.filter((entry) => Object.entries(query).every(([field, value]) => alike(entry[field], value))),
  }));
  api.post<{ Body: Record<string, unknown> }>(`/api/${kind}`, async ({ body }, reply) => {
    const complaint = complaintAbout(body, shapes[kind], true);
    if (complaint) return reply.code(422).send({ error: { message: complaint } });
    const entry = { id: nextId(), ...body };
    entries.unshift(entry);
    return reply.code(201).send(entry);
  });
  api.patch<{ Params: { id: string }; Body: Record<string, unknown> }>(
    `/api/${kind}/:id`,
    async ({ params, body }, reply) => {
      const entry = entries.find(({ id }) => id === params.id);
      if (!entry) return reply.code(404).send({ error: { message: 'there is none with this id' } });
      const complaint = complaintAbout(body, shapes[kind], false);
      if (complaint) return reply.code(422).send({ error: { message: complaint } });
      return Object.assign(entry, body);
    },
  );
}

const alike = (held: unknown, asked: string) => String(held ?? '').toLowerCase() === asked.toLowerCase();

const page = ({ contacts, jobs }: { contacts: Entry[]; jobs: Entry[] }) =>
  standInPage(
    'Quayside desk',
    `This is a stand-in for a CRM: everything in it is made up. API key: ${deskKey}`,
    `<h2>Contacts</h2>${tableOf(contacts)}<h2>Jobs</h2>${tableOf(jobs)}`,
  );
