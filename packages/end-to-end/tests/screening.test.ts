import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { sendRaw, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
});
afterAll(() => world.end());

const form = (vessel: string) =>
  `Vessel: ${vessel}\r\nLength over all: 9 m\r\nArrives 3 June 2027 for four nights\r\nWanted pier: North\r\nSkipper: Ottoline Marsh\r\nE-mail: o.marsh@skerry.example\r\n`;
const mail = (subject: string, headers: readonly string[], body = form('Tern')) =>
  ['From: form@gannetbay.example', `Subject: ${subject}`, ...headers, '', body].join('\r\n');

/** All messages of a subject, once none waits any more. */
const handled = (subject: string, count: number) =>
  until(`“${subject}” is handled`, async () => {
    const { items } = await world.client.messages.list({ query: { limit: '100' } });
    const mine = items.filter((item) => item.subject === subject);
    return mine.length === count && mine.every(({ state }) => state !== 'waiting') ? mine : null;
  });

describe('twins', () => {
  test('of copies that arrive at once, exactly one becomes a record; the others name it', async () => {
    const raw = mail('Berth request: copies', ['Message-ID: <copies@gannetbay.example>']);
    await Promise.all(Array.from({ length: 6 }, () => sendRaw(world.smtpPort, raw)));
    const found = await handled('Berth request: copies', 6);
    const [first, ...more] = found.filter(({ state }) => state === 'done');
    expect(more).toEqual([]);
    const twins = found.filter(({ state }) => state === 'skipped');
    expect(twins.map(({ reasons }) => reasons[0]?.code)).toEqual(Array(5).fill('YS-MESSAGE-TWIN'));
    for (const { reasons } of twins) expect(reasons[0]?.text).toContain(first?.key);
    const rows = await world.sql('SELECT 1 FROM record');
    expect(rows).toHaveLength(1);
  });

  test('the same Message-ID with another body is no twin, nor is the same body with another', async () => {
    const id = 'Message-ID: <other@gannetbay.example>';
    await sendRaw(world.smtpPort, mail('Berth request: others', [id]));
    await sendRaw(world.smtpPort, mail('Berth request: others', [id], form('Auk')));
    await sendRaw(world.smtpPort, mail('Berth request: others', ['Message-ID: <third@gannetbay.example>']));
    await sendRaw(world.smtpPort, mail('Berth request: others', []));
    const found = await handled('Berth request: others', 4);
    expect(found.map(({ state }) => state)).toEqual(Array(4).fill('done'));
  });

  test('a copy that came another way is a twin, whatever was put above it', async () => {
    const headers = ['Message-ID: <ways@gannetbay.example>'];
    await sendRaw(world.smtpPort, mail('Berth request: ways', headers));
    await handled('Berth request: ways', 1);
    await sendRaw(
      world.smtpPort,
      `Received: from a by b; Mon, 3 May 2027 09:12:00 +0000\r\n${mail('Berth request: ways', headers)}`,
    );
    const found = await handled('Berth request: ways', 2);
    expect(found.map(({ state }) => state).sort()).toEqual(['done', 'skipped']);
  });

  test('a twin can be taken in, and what is not skipped cannot', async () => {
    const [twin] = (await handled('Berth request: ways', 2)).filter(({ state }) => state === 'skipped');
    await world.client.messages.takeIn({ params: { key: twin?.key ?? '' } });
    const found = await until('the twin is taken in', async () => {
      const { state } = await world.client.messages.get({ params: { key: twin?.key ?? '' } });
      return state === 'done' ? state : null;
    });
    expect(found).toBe('done');
    await expect(world.client.messages.takeIn({ params: { key: twin?.key ?? '' } })).rejects.toMatchObject({
      code: 'YS-MESSAGE-NOT-SKIPPED',
    });
    // Taken in once, it is not screened again when it is put through anew.
    await world.client.messages.again({ params: { key: twin?.key ?? '' } });
    await handled('Berth request: ways', 2);
    expect((await world.client.messages.get({ params: { key: twin?.key ?? '' } })).revision).toBe(2);
  });
});

describe('screening', () => {
  test('an automatic reply is skipped, with what told it; taken in, it goes through', async () => {
    await sendRaw(world.smtpPort, mail('Berth request: away', ['Auto-Submitted: auto-replied']));
    const [away] = await handled('Berth request: away', 1);
    expect(away).toMatchObject({ state: 'skipped', reasons: [{ code: 'YS-MESSAGE-SCREENED' }] });
    expect(away?.reasons[0]?.text).toContain('auto-replied (RFC 3834)');
    await world.client.messages.takeIn({ params: { key: away?.key ?? '' } });
    const [taken] = await until('it is taken in', async () => {
      const found = await handled('Berth request: away', 1);
      return found[0]?.state === 'skipped' ? null : found;
    });
    expect(taken?.state).toBe('done');
  });

  test('a message that goes round in circles is skipped, and mail that leaves says which way it came', async () => {
    await sendRaw(world.smtpPort, mail('Berth request: round', ['X-Yellow-Sieve-Mailbox: office berths']));
    await sendRaw(
      world.smtpPort,
      mail('Berth request: passed on', Array(60).fill('Received: from a by b; Mon, 3 May 2027 09:12:00 +0000')),
    );
    for (const subject of ['Berth request: round', 'Berth request: passed on']) {
      const [round] = await handled(subject, 1);
      expect(round).toMatchObject({ state: 'skipped', reasons: [{ code: 'YS-MESSAGE-LOOP' }] });
    }
    await sendRaw(
      world.smtpPort,
      mail('Berth request: long', ['X-Yellow-Sieve-Mailbox: office'], form('Kraken').replace('9 m', '40 m')),
    );
    await handled('Berth request: long', 1);
    const sent = await until(
      'the mail arrives',
      async () => world.mail.arrived.find(({ raw }) => raw.includes('Kraken')) ?? null,
    );
    expect(sent.raw.toLowerCase()).toContain('x-yellow-sieve-mailbox: office berths');
  });
});
