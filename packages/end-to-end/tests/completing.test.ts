import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { MessageDetail } from '@yellow-sieve/contract';
import { createTransport } from 'nodemailer';
import { settled, startWorld, until, type World } from './harness.js';

let world: World;
const sieve = (completes: string) => `sieve: repairs
locale: en-GB
fields:
  no: { type: text }
  vessel: { type: text, required: true }
  pier: { type: text, required: true }
  day: { type: date }
rules:
  - { kind: pattern, name: no, find: 'No[.]? (?<no>[A-Z0-9]+)' }
  - { kind: pattern, name: vessel, find: 'Vessel: (?<vessel>[^\\n]+)' }
  - { kind: pattern, name: pier, find: 'Pier: (?<pier>[^\\n]+)' }
  - { kind: pattern, name: day, find: 'Day: (?<day>~date~)' }
completes: ${completes}
routes:
  - to: book
  - to: answers
    when: [pier, missing]
    in_review: deliver
    with: { reply: what is missing, text: "Thank you. At which pier does {{ vessel }} lie?" }
`;
const put = (completes: string) =>
  world.client.sieves.put({
    params: { name: 'repairs' },
    body: Buffer.from(sieve(completes)),
    query: { live: 'true' },
  });

beforeAll(async () => {
  world = await startWorld();
  const { client } = world;
  await client.connections.put({
    params: { name: 'smtp' },
    body: { kind: 'smtp', host: '127.0.0.1', port: world.mail.smtpPort, tls: 'none' },
  });
  const destination = (name: string, more: string) =>
    client.destinations.put({ params: { name }, body: Buffer.from(`destination: ${name}\n${more}\n`) });
  await destination('book', 'kind: sheet');
  await destination('answers', 'kind: mail\nconnection: smtp\nfrom: yard@gannetbay.example');
  await put('{ by: thread }');
  await client.mailboxes.put({
    params: { name: 'yard' },
    body: Buffer.from('mailbox: yard\naddresses: [yard@gannetbay.example]\nsieves: [repairs]\n'),
  });
}, 60_000);
afterAll(() => world.end());

interface Sent {
  subject: string;
  text: string;
  from?: string;
  messageId?: string;
  inReplyTo?: string;
  references?: string[];
}
async function send(mail: Sent): Promise<MessageDetail> {
  const transport = createTransport({ host: '127.0.0.1', port: world.smtpPort, ignoreTLS: true });
  await transport.sendMail({ from: 'ann@skerry.example', to: 'yard@gannetbay.example', ...mail });
  transport.close();
  return settled(world.client, mail.subject);
}
const fresh = (key: string, holds: (detail: MessageDetail) => boolean) =>
  until('the record is as it should be', async () => {
    const detail = await world.client.messages.get({ params: { key } });
    return detail.state !== 'waiting' && holds(detail) && detail;
  });
const sheet = async () => {
  const link = (await world.client.destinations.list()).items.find(({ name }) => name === 'book')?.links[0] ?? '';
  return (await fetch(`${world.url}${link}`)).text();
};

describe('a reply with what was missing', () => {
  test('mail, our question in the thread, the answer to it, and the record is whole', async () => {
    const first = await send({
      subject: 'Mast',
      text: 'Vessel: Tern\nDay: 3 June 2027',
      messageId: '<one@skerry.example>',
    });
    expect(first.state).toBe('review');
    const ours = await until('our question went', async () =>
      world.mail.arrived.find(({ to, raw }) => to.includes('ann@skerry.example') && /^Subject: Re: Mast/m.test(raw)),
    );
    const question = /^Message-ID: (<[^>]+>)/im.exec(ours.raw)?.[1] ?? '';
    // The answer is to our mail, which the service has never taken in.
    const answer = await send({
      subject: 'AW: Re: Mast',
      text: 'Pier: North, of course\n\nOn 3 June the yard wrote:\n> At which pier does Tern lie?\n',
      inReplyTo: question,
      references: ['<one@skerry.example>', question],
    });
    expect(answer).toMatchObject({ state: 'done', record: null, deliveries: [] });
    expect(answer.reasons[0]).toMatchObject({ code: 'YS-MESSAGE-COMPLETES', text: expect.stringContaining(first.key) });
    const whole = await fresh(first.key, ({ state }) => state === 'done');
    expect(whole.outcome?.fields).toMatchObject({ vessel: 'Tern', pier: 'North, of course', day: '2027-06-03' });
    expect(whole.outcome?.evidence.pier?.[0]?.how).toBe('entered');
    await until('it is in the book', async () => (await sheet()).includes('Tern,"North, of course"'));
    const { journal } = await world.client.records.history({ params: { key: whole.record ?? '' } });
    expect(journal).toMatchObject([{ by: `message ${answer.key}`, act: 'entered', words: 'pier' }]);
    // Putting the answer through again changes nothing.
    await world.client.messages.again({ params: { key: answer.key } });
    const again = await fresh(answer.key, () => true);
    expect(again).toMatchObject({ state: 'done', record: null });
    expect((await sheet()).trim().split('\r\n')).toHaveLength(2);
  });

  test('what it says otherwise is left to a person, and what a person entered stands', async () => {
    const first = await send({ subject: 'Keel', text: 'Vessel: Auk', messageId: '<two@skerry.example>' });
    await world.client.records.enter({ params: { key: first.record ?? '' }, body: { fields: { pier: 'South' } } });
    await fresh(first.key, ({ state }) => state === 'done');
    const answer = await send({
      subject: 'Re: Keel',
      text: 'Vessel: Kite\nPier: North\nDay: 4 June 2027',
      inReplyTo: '<two@skerry.example>',
    });
    expect(answer).toMatchObject({ state: 'review', record: null });
    expect(answer.reasons[0]).toMatchObject({
      code: 'YS-MESSAGE-CONTRADICTS',
      text: expect.stringContaining('of vessel'),
    });
    const kept = await fresh(first.key, ({ outcome }) => outcome?.fields.day === '2027-06-04');
    expect(kept.outcome?.fields).toMatchObject({ vessel: 'Auk', pier: 'South' });
  });

  test('what somebody else writes in the thread changes nothing', async () => {
    const first = await send({ subject: 'Hull', text: 'Vessel: Skua', messageId: '<four@skerry.example>' });
    const other = await send({
      subject: 'Re: Hull',
      from: 'eve@other.example',
      text: 'Pier: West',
      inReplyTo: '<four@skerry.example>',
    });
    expect(other.record).not.toBeNull();
    expect((await world.client.messages.get({ params: { key: first.key } })).revision).toBe(1);
  });

  test('a reply to nothing known, or that says nothing, is a message like others', async () => {
    expect(
      (await send({ subject: 'Re: what', text: 'Pier: North', inReplyTo: '<none@skerry.example>' })).record,
    ).not.toBeNull();
    const first = await send({ subject: 'Rudder', text: 'Vessel: Ruff', messageId: '<three@skerry.example>' });
    const thanks = await send({ subject: 'Re: Rudder', text: 'Thank you!', inReplyTo: '<three@skerry.example>' });
    expect(thanks.reasons[0]?.code).not.toBe('YS-MESSAGE-COMPLETES');
    expect((await world.client.messages.get({ params: { key: first.key } })).revision).toBe(1);
  });
});

test('a later notice with the same number brings the record and what was written up to date', async () => {
  await put('{ by: field, field: no }');
  const first = await send({ subject: 'Order 1', text: 'No. A77\nVessel: Gull\nPier: North\nDay: 5 June 2027' });
  await until('it is in the book', async () => (await sheet()).includes('A77,Gull,North,2027-06-05'));
  const later = await send({ subject: 'Order 1 moved', text: 'No. A77\nDay: 9 June 2027' });
  expect(later).toMatchObject({ state: 'done', record: null });
  const moved = await fresh(first.key, ({ outcome }) => outcome?.fields.day === '2027-06-09');
  expect(moved.revision).toBe(2);
  await until('the book follows', async () => (await sheet()).includes('A77,Gull,North,2027-06-09'));
  expect((await sheet()).match(/A77/g)).toHaveLength(1);
  await expect(put('{ by: field, field: number }')).rejects.toMatchObject({ code: 'YS-SIEVE-UNKNOWN-FIELD' });
});
