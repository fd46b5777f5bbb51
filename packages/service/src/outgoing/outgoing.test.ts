import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { describe, expect, test } from '@jest/globals';
import { Outgoing } from './outgoing.js';

describe('where the service may send', () => {
  const closed = new Outgoing([]);
  const opened = new Outgoing(['127.0.0.1', '10.1.0.0/16']);

  test.each([
    '127.0.0.1',
    '127.9.9.9',
    '10.1.2.3',
    '172.16.0.1',
    '192.168.1.1',
    '169.254.169.254',
    '100.64.0.1',
    '0.0.0.0',
    '::1',
    '::ffff:127.0.0.1',
    'fe80::1',
    'fd00::1',
    '224.0.0.1',
  ])('%s is private', (address) => {
    expect(closed.mayReach(address)).toBe(false);
  });

  test.each(['8.8.8.8', '172.32.0.1', '2606:4700::1', '11.0.0.1'])('%s is not', (address) => {
    expect(closed.mayReach(address)).toBe(true);
  });

  test('an operator can allow addresses and networks, and no more than those', () => {
    expect(['127.0.0.1', '10.1.255.1'].every((address) => opened.mayReach(address))).toBe(true);
    expect(['127.0.0.2', '10.2.0.1'].some((address) => opened.mayReach(address))).toBe(false);
  });
});

describe('a request', () => {
  const asked: string[] = [];
  const server = createServer((request, response) => {
    asked.push(request.url ?? '');
    if (request.url === '/moved') return void response.writeHead(302, { location: '/elsewhere' }).end();
    if (request.url === '/busy') return void response.writeHead(429, { 'retry-after': '7' }).end('busy');
    if (request.url === '/silent') return void request.socket.destroy();
    response.end('fine');
  });
  const ready = new Promise<string>((resolve) =>
    server.listen(0, '127.0.0.1', () => resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`)),
  );
  const send = async (outgoing: Outgoing, path: string, host?: string) => {
    const base = host ? (await ready).replace('127.0.0.1', host) : await ready;
    return outgoing.send({ method: 'POST', url: `${base}${path}`, headers: {}, body: {} });
  };
  const allowed = new Outgoing(['127.0.0.1', '::1']);

  test('to a private address, or to a name that leads to one, is not sent', async () => {
    for (const host of ['127.0.0.1', 'localhost'])
      expect(await send(new Outgoing([]), '/', host)).toMatchObject({ kind: 'private' });
    expect(asked).toEqual([]);
  });

  test('to a name that leads elsewhere the second time is not sent there', async () => {
    const answers = ['127.0.0.1', '127.0.0.2', '127.0.0.1'];
    let looked = 0;
    const sly = new Outgoing(['127.0.0.1'], {
      resolve: async () => [{ address: answers[looked++] ?? '', family: 4 }],
    });
    expect(await send(sly, '/first', 'sly.example')).toMatchObject({ kind: 'answer' });
    await sly.close();
    const again = new Outgoing(['127.0.0.1'], {
      resolve: async () => [{ address: answers[looked++] ?? '', family: 4 }],
    });
    expect(await send(again, '/second', 'sly.example')).toMatchObject({ kind: 'private' });
    await expect(again.addressOf('sly.example')).resolves.toBe('127.0.0.1');
    expect(asked.splice(0)).toEqual(['/first']);
  });

  test('of several addresses of a name only those are tried that are not private', async () => {
    const both = new Outgoing(['127.0.0.1'], {
      resolve: async () => [
        { address: '10.0.0.1', family: 4 },
        { address: '127.0.0.1', family: 4 },
      ],
    });
    expect(await send(both, '/third', 'both.example')).toMatchObject({ kind: 'answer' });
    expect(asked.splice(0)).toEqual(['/third']);
  });

  test('does not follow where an answer leads', async () => {
    expect(await send(allowed, '/moved')).toMatchObject({ kind: 'answer', status: 302 });
    expect(asked).toEqual(['/moved']);
  });

  test('tells an answer with its patience, silence after sending, and nobody there', async () => {
    expect(await send(allowed, '/busy')).toEqual({ kind: 'answer', status: 429, text: 'busy', retryAfterSeconds: 7 });
    expect(await send(allowed, '/silent')).toMatchObject({ kind: 'silent' });
    await new Promise((resolve) => server.close(resolve));
    expect(await send(allowed, '/')).toMatchObject({ kind: 'unreachable', detail: 'ECONNREFUSED' });
  });
});
