import { describe, expect, test } from '@jest/globals';
import { createClient } from './client.js';
import { ClientError } from './client-error.js';

interface Seen {
  url: string;
  method: string;
  headers: Record<string, string>;
  body: unknown;
}

function clientOf(answer: () => Response) {
  const seen: Seen[] = [];
  const fetch = (async (url: string, init: RequestInit) => {
    seen.push({ url, method: init.method ?? '', headers: init.headers as Record<string, string>, body: init.body });
    return answer();
  }) as typeof globalThis.fetch;
  return { client: createClient({ url: 'http://service.example/', token: 't', fetch }), seen };
}

const json =
  (data: unknown, status = 200) =>
  () =>
    new Response(JSON.stringify(data), { status });

describe('the client', () => {
  test('puts parameters into the path and the query, and sends the token', async () => {
    const { client, seen } = clientOf(json({ items: [], next: null }));
    await client.messages.list({ query: { mailbox: 'berths', limit: '5' } });
    expect(seen[0]).toMatchObject({
      url: 'http://service.example/api/v1/messages?mailbox=berths&limit=5',
      method: 'GET',
      headers: { authorization: 'Bearer t' },
    });
    await client.sieves.get({ params: { name: 'a/b' } });
    expect(seen[1]?.url).toBe('http://service.example/api/v1/sieves/a%2Fb');
  });

  test('sends files as bytes of their type, and data as JSON', async () => {
    const { client, seen } = clientOf(json({ key: 'k' }));
    const raw = new TextEncoder().encode('Subject: x');
    await client.messages.feed({ params: { mailbox: 'berths' }, body: raw });
    expect(seen[0]).toMatchObject({ method: 'POST', headers: { 'content-type': 'message/rfc822' }, body: raw });
    await client.connections.put({ params: { name: 'x' }, body: { kind: 'smtp', port: 25 } });
    expect(seen[1]).toMatchObject({
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: '{"kind":"smtp","port":25}',
    });
  });

  test('gives files back as bytes', async () => {
    const { client } = clientOf(() => new Response('Subject: x'));
    const raw = await client.messages.raw({ params: { key: 'k' } });
    expect(new TextDecoder().decode(raw)).toBe('Subject: x');
  });

  test('rejects with the service’s own problem', async () => {
    const { client } = clientOf(
      json({ type: 'about:blank', title: 'There is no sieve “x”.', status: 404, code: 'YS-NOT-FOUND' }, 404),
    );
    const error = await client.sieves.get({ params: { name: 'x' } }).catch((thrown: unknown) => thrown);
    expect(error).toBeInstanceOf(ClientError);
    expect(error).toMatchObject({ code: 'YS-NOT-FOUND', message: 'There is no sieve “x”.' });
  });

  test.each([
    ['no JSON', () => new Response('<html>', { status: 502 })],
    ['JSON of another shape', json({ error: 'x' }, 502)],
  ])('an answer that is %s is told by its status', async (_, answer) => {
    await expect(clientOf(answer).client.sieves.list()).rejects.toMatchObject({
      problem: { status: 502 },
      message: 'The service answered 502.',
    });
  });
});
