import { once } from 'node:events';
import { connect as connectTcp } from 'node:net';
import { connect as connectTls } from 'node:tls';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { demoMail, sendRaw, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_MESSAGE_LIMIT: '1500000' });
  await setUpBerths(world);
  const body = Buffer.from(
    'mailbox: fuel\naddresses: [fuel@gannetbay.example, "@dock.gannetbay.example"]\nsieves: []\notherwise: skip\n',
  );
  await world.client.mailboxes.put({ params: { name: 'fuel' }, body });
});
afterAll(() => world.end());

/** Speaks SMTP line by line; returns each answer. */
async function talk(lines: readonly string[]): Promise<string[]> {
  const socket = connectTcp(world.smtpPort, '127.0.0.1');
  const answers: string[] = [];
  let held = '';
  let next: (line: string) => void = () => undefined;
  socket.on('data', (data) => {
    held += data.toString();
    const complete = /^(?:\d{3}-.*\r\n)*\d{3} .*\r\n$/.test(held);
    if (!complete) return;
    const answer = held;
    held = '';
    next(answer);
  });
  const answer = () =>
    new Promise<string>((resolve) => {
      next = resolve;
    });
  const greeting = answer();
  await greeting;
  for (const line of lines) {
    const coming = answer();
    socket.write(`${line}\r\n`);
    answers.push(await coming);
  }
  socket.destroy();
  return answers;
}

/** Has a listener encrypt, and says what it offers then. */
async function encrypted(port: number, hello: string): Promise<string> {
  const plain = connectTcp(port, '127.0.0.1');
  const said = (from: NodeJS.ReadableStream, line: string | null) =>
    new Promise<string>((resolve) => {
      from.once('data', (data) => resolve(String(data)));
      if (line !== null) (from as unknown as NodeJS.WritableStream).write(`${line}\r\n`);
    });
  await said(plain, null);
  expect(await said(plain, hello)).toContain('STARTTLS');
  expect(await said(plain, 'STARTTLS')).toMatch(/^220/);
  const secure = connectTls({ socket: plain, rejectUnauthorized: false });
  await once(secure, 'secureConnect');
  expect(secure.getProtocol()).toMatch(/^TLSv1\.[23]$/);
  const offered = await said(secure, hello);
  secure.destroy();
  return offered;
}

/** Sends what follows DATA as it is; returns the answers to it and to a NOOP behind it. */
async function sendData(body: string): Promise<string> {
  const socket = connectTcp(world.smtpPort, '127.0.0.1');
  let heard = '';
  socket.on('data', (data) => {
    heard += data.toString();
  });
  const says = (what: RegExp) => until(`it says ${what}`, async () => what.test(heard));
  await says(/^220 /);
  for (const line of ['EHLO x', 'MAIL FROM:<a@b.example>', 'RCPT TO:<fuel@gannetbay.example>', 'DATA'])
    socket.write(`${line}\r\n`);
  await says(/^354 /m);
  heard = '';
  socket.write(`${body}\r\n.\r\nNOOP\r\n`);
  await until('it answered both', async () => heard.split('\r\n').length > 2);
  socket.destroy();
  return heard;
}

describe('the SMTP intake', () => {
  test('encrypts when asked, with a certificate of its own, and offers what mail servers use', async () => {
    const offered = await encrypted(world.smtpPort, 'EHLO client');
    for (const one of ['PIPELINING', '8BITMIME', 'SMTPUTF8', 'ENHANCEDSTATUSCODES', 'SIZE 1500000'])
      expect(offered).toContain(one);
  });

  test.each([
    ['a line feed alone', 'Subject: Smuggled 1\r\n\r\nHello\nthere'],
    [
      'a hidden end',
      'Subject: Smuggled 2\r\n\r\nHello\n.\nMAIL FROM:<x@y.example>\r\nRCPT TO:<fuel@gannetbay.example>',
    ],
    ['a hidden end of another kind', 'Subject: Smuggled 3\r\n\r\nHello\n.\r\nMAIL FROM:<x@y.example>'],
    ['a carriage return alone', 'Subject: Smuggled 4\r\n\r\nHello\rthere'],
  ])('refuses %s, and takes nothing of it', async (_, body) => {
    const heard = await sendData(body);
    expect(heard).toMatch(/^554 .*stands alone/);
    expect(heard.trim().split('\r\n')).toHaveLength(2);
    expect(heard).toMatch(/^250 .*$/m);
    expect(await world.sql("SELECT id FROM message WHERE subject LIKE 'Smuggled%'")).toEqual([]);
  });

  test('announces the limit, refuses unknown recipients and too large a size', async () => {
    const answers = await talk([
      'EHLO client',
      'MAIL FROM:<a@b.example> SIZE=99999999',
      'MAIL FROM:<a@b.example>',
      'RCPT TO:<nobody@gannetbay.example>',
      'RCPT TO:<berths@gannetbay.example>',
    ]);
    expect(answers[0]).toContain('SIZE 1500000');
    expect(answers.slice(1).map((answer) => answer.slice(0, 3))).toEqual(['552', '250', '550', '250']);
    expect(answers[3]).toContain('No mailbox takes mail for this address');
  });

  test('a message that grows over the limit is refused and leaves nothing behind', async () => {
    const raw = Buffer.concat([demoMail('001'), Buffer.alloc(1_600_000, 'x\r\n')]);
    await expect(sendRaw(world.smtpPort, raw)).rejects.toMatchObject({ responseCode: 552 });
    const [left] = await world.sql<{ raws: number; chunks: number }>(
      'SELECT (SELECT COUNT(*) FROM raw WHERE size = 0) AS raws, (SELECT COUNT(*) FROM raw_chunk JOIN raw ON raw.id = raw_id WHERE raw.complete = 0) AS chunks',
    );
    expect(left).toEqual({ raws: 0, chunks: 0 });
  });

  test('a long message is kept in pieces and comes back as it was', async () => {
    const raw = Buffer.concat([
      Buffer.from('Subject: Berth, long\r\n\r\n'),
      Buffer.alloc(1_000_000, 'Vessel: abcdefgh\r\n'),
    ]);
    await sendRaw(world.smtpPort, raw, 'fuel@gannetbay.example');
    const item = await until('it was taken', async () =>
      (await world.client.messages.list({ query: {} })).items.find(({ subject }) => subject === 'Berth, long'),
    );
    const back = Buffer.from(await world.client.messages.raw({ params: { key: item.key } }));
    expect(back.subarray(0, raw.length).equals(raw)).toBe(true);
    const [pieces] = await world.sql<{ n: number }>(
      'SELECT COUNT(*) AS n FROM raw_chunk JOIN message ON message.raw_id = raw_chunk.raw_id WHERE message.id = ?',
      [item.key],
    );
    expect(pieces?.n).toBe(4);
  });

  test('a mail to two mailboxes is two messages that share one raw; two addresses of one are one', async () => {
    const raw = 'Subject: to both\r\n\r\nHello';
    const answer = await sendRaw(world.smtpPort, raw, [
      'berths+tag@gannetbay.example',
      'BERTHS@gannetbay.example',
      'anything@dock.gannetbay.example',
    ]);
    const keys = /taken as (.*)$/.exec(answer)?.[1]?.split(', ') ?? [];
    expect(keys).toHaveLength(2);
    const rows = await world.sql<{ raw_id: string; recipient: string }>(
      'SELECT raw_id, recipient FROM message WHERE id IN (?)',
      [keys],
    );
    expect(new Set(rows.map((row) => row.raw_id)).size).toBe(1);
    expect(rows.map((row) => row.recipient)).toContain('anything@dock.gannetbay.example');
  });
});
