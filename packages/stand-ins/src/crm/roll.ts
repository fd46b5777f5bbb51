import { randomBytes } from 'node:crypto';
import Fastify from 'fastify';

interface Person {
  ref: number;
  type: 'person';
  attributes: Record<string, unknown>;
}

export interface RollStandIn {
  port: number;
  client: string;
  secret: string;
  people: Person[];
  /** Tokens that were given. */
  readonly tokens: number;
  /** Has all tokens refused that were given so far. */
  revoke(): void;
  close(): Promise<void>;
}

/** Entries on one page of a search. */
const pageSize = 2;
const names: ReadonlySet<string> = new Set(['eMail', 'fullName', 'phone', 'remarks', 'visits']);

/**
 * Wherry roll: a simulated CRM of another shape than Quayside desk. It wants tokens by client credentials, wraps entries, searches by
 * beginnings and page by page, changes them only whole, and says 200 to what it refuses. Everything is kept in memory.
 */
export async function startRoll(port: number): Promise<RollStandIn> {
  const [client, secret] = ['gannet bay', 'roll:5b/21 +'];
  const people: Person[] = [];
  const given = new Set<string>();
  let tokens = 0;
  const app = Fastify({ forceCloseConnections: true });
  app.addContentTypeParser('application/x-www-form-urlencoded', { parseAs: 'string' }, (_request, text, done) =>
    done(null, Object.fromEntries(new URLSearchParams(String(text)))),
  );
  app.post<{ Body: Record<string, string> }>('/oauth/token', async ({ headers, body }, reply) => {
    const pair = Buffer.from((headers.authorization ?? '').replace(/^Basic /, ''), 'base64').toString();
    const [id = '', key = ''] = pair.split(':').map(decodeURIComponent);
    if (body.grant_type !== 'client_credentials' || id !== client || key !== secret)
      return reply.code(401).send({ error: 'invalid_client', error_description: 'nobody here is called that' });
    const token = randomBytes(12).toString('hex');
    given.add(token);
    tokens++;
    return { access_token: token, token_type: 'Bearer', expires_in: 3600 };
  });
  const refused = (detail: string) => ({ ok: false, errors: [{ detail }] });
  await app.register(async (api) => {
    api.addHook('onRequest', async (request, reply) => {
      if (!given.has((request.headers.authorization ?? '').replace(/^Bearer /, '')))
        return reply.code(401).send(refused('this token is not good'));
    });
    api.get('/v2/roll', async () => ({ ok: true, data: { roll: 'Wherry roll' } }));
    api.get<{ Querystring: { begins?: string; cursor?: string } }>('/v2/people', async ({ query }) => {
      const from = Number(query.cursor ?? 0);
      const found = people.filter(({ attributes }) => String(attributes.eMail).startsWith(query.begins ?? ''));
      const more = from + pageSize < found.length;
      return { ok: true, data: found.slice(from, from + pageSize), meta: { next: more ? from + pageSize : null } };
    });
    api.post<{ Body: { data?: Partial<Person> } }>('/v2/people', async ({ body }) => {
      const complaint = complaintOf(body.data);
      if (complaint) return refused(complaint);
      const person: Person = { ref: 100 + people.length, type: 'person', attributes: body.data?.attributes ?? {} };
      people.push(person);
      return { ok: true, data: person };
    });
    api.put<{ Params: { ref: string }; Body: { data?: Partial<Person> } }>(
      '/v2/people/:ref',
      async ({ params, body }) => {
        const person = people.find(({ ref }) => String(ref) === params.ref);
        const complaint = person ? complaintOf(body.data) : 'nobody has this number';
        if (!person || complaint) return refused(complaint ?? '');
        person.attributes = body.data?.attributes ?? {};
        return { ok: true, data: person };
      },
    );
  });
  await app.listen({ host: '127.0.0.1', port });
  return {
    port: (app.server.address() as { port: number }).port,
    client,
    secret,
    people,
    get tokens() {
      return tokens;
    },
    revoke: () => given.clear(),
    close: () => app.close(),
  };
}

function complaintOf(data: Partial<Person> | undefined): string | null {
  if (data?.type !== 'person') return 'what is sent is no person';
  const unknown = Object.keys(data.attributes ?? {}).find((name) => !names.has(name));
  if (unknown) return `${unknown} is not known`;
  return data.attributes?.fullName ? null : 'a person has a full name';
}
