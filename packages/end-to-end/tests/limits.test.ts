import { readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { sendRaw, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_THREADS: '2' });
  await setUpBerths(world);
});
afterAll(() => world.end());

const head = (subject: string, ...lines: string[]) =>
  ['From: form@gannetbay.example', `Subject: ${subject}`, ...lines].join('\r\n');
const form =
  'Vessel: Tern\r\nLength over all: 9 m\r\nArrives 3 June 2027 for four nights\r\nWanted pier: North\r\nSkipper: Ottoline Marsh\r\nE-mail: o.marsh@skerry.example\r\n';
const plain = (subject: string, body: string) => `${head(subject)}\r\n\r\n${body}`;
const html = (subject: string, body: string) => `${head(subject, 'Content-Type: text/html')}\r\n\r\n${body}`;
const boundary = (name: string) => `Content-Type: multipart/mixed; boundary=${name}`;

/** What is sent, and which problems of the reading are told. */
const hostile: readonly [name: string, raw: (subject: string) => string, problems: string[]][] = [
  ['20,000 lines', (s) => plain(s, `${form}${'and one more line: yes\r\n'.repeat(20_000)}`), []],
  ['20,000 quotations', (s) => plain(s, form + 'On 3 May 2027, Ann wrote:\r\n> x\r\n'.repeat(10_000)), []],
  [
    '60 parts in each other',
    (s) =>
      `${head(s)}\r\n${Array.from({ length: 60 }, (_, i) => `${boundary(`b${i}`)}\r\n\r\n--b${i}\r\n`).join('')}\r\n${form}`,
    [],
  ],
  [
    '3,000 messages in each other',
    (s) => `${head(s)}\r\n${'Content-Type: message/rfc822\r\n\r\n'.repeat(3000)}${form}`,
    ['YS-READING-DEPTH'],
  ],
  ['50,000 divs in each other', (s) => html(s, `${'<div>'.repeat(50_000)}${form}`), ['YS-READING-NESTING']],
  ['20,000 rows of cells', (s) => html(s, `<table>${'<tr><td>a<td>b<td>c</tr>'.repeat(20_000)}</table>`), []],
  [
    '300 attachments',
    (s) =>
      `${head(s, boundary('b'))}\r\n\r\n--b\r\n\r\n${form}${Array.from({ length: 300 }, (_, i) => `--b\r\nContent-Type: text/csv; name=a${i}.csv\r\nContent-Disposition: attachment\r\n\r\na,b\r\n`).join('')}--b--`,
    [],
  ],
  [
    '5,000 parts',
    (s) =>
      `${head(s, boundary('b'))}\r\n\r\n--b\r\n\r\n${form}${'--b\r\nContent-Type: image/png\r\n\r\nx\r\n'.repeat(5000)}`,
    ['YS-READING-PARTS', 'YS-READING-ATTACHMENTS'],
  ],
  [
    'a header of 200 KB',
    (s) =>
      `${head(s, `X-Long: ${'a'.repeat(200 * 1024)}`, `To: ${'"a, b" <x@y.example>, '.repeat(2000)}x@y.example`)}\r\n\r\n${form}`,
    [],
  ],
  [
    'a header of 300 KB',
    (s) => `${head(s, `X-Long: ${'a'.repeat(300 * 1024)}`)}\r\n\r\n${form}`,
    ['YS-READING-HEADER-CUT'],
  ],
  ['NULs', (s) => plain(s, form.replace('Tern', 'T\0ern')), []],
  [
    'bytes that are no UTF-8',
    (s) => `${head(s, 'Content-Type: text/plain; charset=utf-8')}\r\n\r\n${form.replace('Tern', 'T\xe9rn\xff')}`,
    [],
  ],
  ['no body', (s) => head(s), []],
  ['an empty body', (s) => plain(s, ''), []],
  [
    'cut off',
    (s) =>
      `${head(s, boundary('b'))}\r\n\r\n--b\r\nContent-Type: text/html\r\nContent-Transfer-Encoding: base64\r\n\r\n${Buffer.from(form).toString('base64').slice(0, 51)}`,
    [],
  ],
  ['a boundary that never comes', (s) => `${head(s, boundary('b'))}\r\n\r\n${form}`, ['YS-READING-BOUNDARY']],
  [
    'a form of one mail program',
    (s) =>
      `${head(s, boundary('b'))}\r\n\r\n--b\r\nContent-Type: application/ms-tnef; name=winmail.dat\r\n\r\nx\r\n--b--`,
    ['YS-READING-TNEF'],
  ],
  ['sealed', (s) => `${head(s, 'Content-Type: application/pkcs7-mime')}\r\n\r\nx`, ['YS-READING-SEALED']],
];

const handled = (subject: string) =>
  until(`“${subject}” is handled`, async () => {
    const { items } = await world.client.messages.list({ query: { limit: '100' } });
    const item = items.find((message) => message.subject === subject);
    return item && item.state !== 'waiting' ? item : null;
  });

// First, while the service is fresh: what other messages made its threads keep is not theirs.
describe('four messages of 25 MB at once', () => {
  const line = `${'QUJD'.repeat(19)}\r\n`;
  const large = (subject: string) =>
    `${head(subject, boundary('b'))}\r\n\r\n--b\r\n\r\n${form}--b\r\nContent-Type: application/pdf; name=plan.pdf\r\nContent-Transfer-Encoding: base64\r\n\r\n${line.repeat(Math.floor((24.9 * 1024 * 1024) / line.length))}--b--\r\n`;
  const peakMegabytes = () =>
    Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${world.pid}/status`, 'utf8'))?.[1]) / 1024;

  test('become records, hold up nobody, and need no more than 400 MB', async () => {
    // When the collector comes by is chance, and a busy machine puts it off; what is needed shows in the best of three rounds.
    const peaks: number[] = [];
    for (const round of ['large', 'as large', 'still as large']) {
      // From here on the high-water mark counts anew.
      writeFileSync(`/proc/${world.pid}/clear_refs`, '5');
      const sending = Promise.all([1, 2, 3, 4].map((n) => sendRaw(world.smtpPort, large(`${round} ${n}`))));
      await sendRaw(world.smtpPort, plain(`Berth request: ${round}`, form));
      expect((await handled(`Berth request: ${round}`)).state).toBe('done');
      await sending;
      for (const n of [1, 2, 3, 4]) expect((await handled(`${round} ${n}`)).state).not.toBe('failed');
      peaks.push(peakMegabytes());
      if (peakMegabytes() < 400) break;
    }
    expect(Math.min(...peaks)).toBeLessThan(400);
  });
});

describe('hostile messages', () => {
  test.each(hostile)(
    '%s: it ends in a state with a reason, and what was not read is told',
    async (name, raw, problems) => {
      await sendRaw(world.smtpPort, Buffer.from(raw(name), 'latin1'));
      const { key, state, reasons } = await handled(name);
      expect(['done', 'review']).toContain(state);
      expect(state === 'done' || reasons.length > 0).toBe(true);
      const reading = (await world.client.messages.reading({ params: { key } })) as { problems: { code: string }[] };
      expect(reading.problems.map(({ code }) => code)).toEqual(problems);
    },
  );

  test('one without headers is kept and waits for a person', async () => {
    await sendRaw(world.smtpPort, 'no header at all');
    const found = await until('it is handled', async () => {
      const { items } = await world.client.messages.list({ query: { limit: '100' } });
      return items.find(({ subject, state }) => subject === '' && state !== 'waiting') ?? null;
    });
    expect(found.state).toBe('review');
  });

  test('one beyond the limit is refused while it is sent, and not kept', async () => {
    const before = await world.sql<{ n: number }>('SELECT COUNT(*) AS n FROM message');
    await expect(sendRaw(world.smtpPort, plain('too long', 'x'.repeat(26 * 1024 * 1024)))).rejects.toThrow(/55\d/);
    expect(await world.sql('SELECT COUNT(*) AS n FROM message')).toEqual(before);
  });
});
