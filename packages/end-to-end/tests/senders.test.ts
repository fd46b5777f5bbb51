import { generateKeyPairSync } from 'node:crypto';
import { createSocket, type Socket } from 'node:dgram';
import { once } from 'node:events';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import dnsPacket from 'dns-packet';
import { createTransport } from 'nodemailer';
import { startWorld, until, type World } from './harness.js';

const { publicKey, privateKey } = generateKeyPairSync('rsa', {
  modulusLength: 2048,
  publicKeyEncoding: { type: 'spki', format: 'der' },
  privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
});

/** What the name server knows. */
const texts: Readonly<Record<string, string>> = {
  'skerry.example': 'v=spf1 ip4:127.0.0.1 -all',
  '_dmarc.skerry.example': 'v=DMARC1; p=reject',
  'k1._domainkey.skerry.example': `v=DKIM1; k=rsa; p=${publicKey.toString('base64')}`,
  'auk.example': 'v=spf1 -all',
  '_dmarc.auk.example': 'v=DMARC1; p=reject',
};

/** A name server that knows little; of `silent.example` it says nothing at all. */
async function startNames(): Promise<Socket> {
  const server = createSocket('udp4');
  server.on('message', (asked, from) => {
    const { id, questions = [] } = dnsPacket.decode(asked);
    const [question] = questions;
    if (!question || /silent\.example$/.test(question.name)) return;
    const text = question.type === 'TXT' ? texts[question.name.toLowerCase()] : undefined;
    const answers =
      text === undefined
        ? []
        : [{ type: 'TXT' as const, name: question.name, ttl: 60, data: text.match(/.{1,250}/g) ?? [] }];
    const flags = dnsPacket.RECURSION_DESIRED | dnsPacket.RECURSION_AVAILABLE | (text === undefined ? 3 : 0);
    server.send(
      dnsPacket.encode({ type: 'response', id: id ?? 0, flags, questions, answers }),
      from.port,
      from.address,
    );
  });
  server.bind(0, '127.0.0.1');
  await once(server, 'listening');
  return server;
}

let names: Socket;
let world: World;
beforeAll(async () => {
  names = await startNames();
  world = await startWorld({
    YELLOW_SIEVE_CHECK_SENDERS: 'yes',
    YELLOW_SIEVE_NAME_SERVERS: `127.0.0.1:${names.address().port}`,
    // In the tests loopback is else where relays are.
    YELLOW_SIEVE_RELAYS: '10.9.9.9',
  });
  const body = [
    'mailbox: gate',
    'addresses: [gate@gannetbay.example]',
    'sorter:',
    '  categories:',
    '    - { category: forged, when: [message.authenticated, is, fail] }',
    '    - { category: signed, when: { all: [[message.authenticated, is, pass], [message.dkim, is, pass]] } }',
    '    - { category: known, when: { all: [[message.authenticated, is, pass], [message.spf, is, pass]] } }',
    '    - { category: unknown, when: [message.authenticated, is, none] }',
    'sieves: []',
    'otherwise: done',
  ].join('\n');
  await world.client.mailboxes.put({ params: { name: 'gate' }, body: Buffer.from(body) });
}, 60_000);
afterAll(async () => {
  await world.end();
  names.close();
});

async function send(
  from: string,
  subject: string,
  dkim?: { domainName: string; keySelector: string; privateKey: string },
) {
  const transport = createTransport({
    host: '127.0.0.1',
    port: world.smtpPort,
    tls: { rejectUnauthorized: false },
    ...(dkim ? { dkim } : {}),
  });
  await transport.sendMail({ from, to: 'gate@gannetbay.example', subject, text: 'Two berths, please.' });
  transport.close();
  return until('the message is sorted', async () => {
    const { items } = await world.client.messages.list({ query: { mailbox: 'gate', limit: '50' } });
    const found = items.find((one) => one.subject === subject && one.state !== 'waiting');
    return found ? world.client.messages.get({ params: { key: found.key } }) : null;
  });
}

describe('who sent it, as name servers say', () => {
  const key = { keySelector: 'k1', privateKey };
  test.each([
    [
      'allowed by SPF',
      'ann@skerry.example',
      undefined,
      'known',
      'spf=pass smtp.mailfrom=ann@skerry.example; dkim=none; dmarc=pass header.from=skerry.example',
    ],
    [
      'signed',
      'ann@skerry.example',
      { ...key, domainName: 'skerry.example' },
      'signed',
      /dkim=pass header\.d=skerry\.example; dmarc=pass/,
    ],
    ['forged', 'ann@auk.example', undefined, 'forged', /spf=fail .*dmarc=fail header\.from=auk\.example/],
    ['of a domain that says nothing', 'ann@tern.example', undefined, 'unknown', /spf=none .*dmarc=none/],
  ])('%s', async (subject, from, dkim, category, results) => {
    const message = await send(from, subject, dkim);
    expect(message.category).toBe(category);
    if (typeof results === 'string') expect(message.sender_checks).toBe(results);
    else expect(message.sender_checks).toMatch(results);
  });

  test('a name server that is silent accuses nobody, and the message is taken', async () => {
    const message = await send('ann@silent.example', 'nobody answers');
    expect(message.sender_checks).toContain('temperror');
    expect(message.category).toBe('unknown');
  }, 40_000);

  test('a forged Authentication-Results header changes nothing', async () => {
    const transport = createTransport({ host: '127.0.0.1', port: world.smtpPort, tls: { rejectUnauthorized: false } });
    await transport.sendMail({
      from: 'ann@auk.example',
      to: 'gate@gannetbay.example',
      subject: 'says it is fine',
      text: 'x',
      headers: { 'Authentication-Results': 'the service; dmarc=pass header.from=auk.example' },
    });
    transport.close();
    const found = await until('the message is there', async () => {
      const { items } = await world.client.messages.list({ query: { mailbox: 'gate', limit: '50' } });
      return items.find(({ subject, state }) => subject === 'says it is fine' && state !== 'waiting') ?? null;
    });
    expect(found.category).toBe('forged');
  });
});

test('asking to confirm forwarding waits for a person, with the code, whatever the mailbox would do', async () => {
  const transport = createTransport({ host: '127.0.0.1', port: world.smtpPort, tls: { rejectUnauthorized: false } });
  await transport.sendMail({
    from: 'no-reply@tern.example',
    to: 'gate@gannetbay.example',
    subject: 'Forwarding confirmation',
    text: 'ann@tern.example wants to forward mail to gate@gannetbay.example.\nConfirmation code: 483920175\n',
  });
  transport.close();
  const found = await until('the message is there', async () => {
    const query = { mailbox: 'gate', state: 'review' as const, cause: 'YS-MESSAGE-CONFIRMATION' };
    return (await world.client.messages.list({ query })).items[0] ?? null;
  });
  expect(found.reasons[0]?.text).toContain('(code 483920175)');
});
