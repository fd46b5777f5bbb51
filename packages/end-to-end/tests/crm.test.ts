import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { demoFile, deskAndChat, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
});
afterAll(() => world.end());
beforeEach(() => void Object.assign(world.crm.mood, { slowMs: 0, failing: false, perMinute: 600 }));

const form = (vessel: string, fields: { length?: number; skipper?: string; email?: string; phone?: string }) =>
  `From: form@gannetbay.example\r\nSubject: Berth request: ${vessel}\r\nDate: Fri, 14 May 2027 09:12:00 +0100\r\n\r\n` +
  [
    `Vessel: ${vessel}`,
    `Length over all: ${fields.length ?? 9} m`,
    'Arrives 3 June 2027 for 2 nights',
    ...(fields.skipper === '' ? [] : [`Skipper: ${fields.skipper ?? 'Ottoline Marsh'}`]),
    `E-mail: ${fields.email ?? 'o.marsh@skerry.example'}`,
    ...(fields.phone ? [`Phone: ${fields.phone}`] : []),
  ].join('\r\n');

const send = (vessel: string, fields: Parameters<typeof form>[1] = {}) => sendRaw(world.smtpPort, form(vessel, fields));

/** The delivery of a vessel's message to a destination, once it is as wanted. */
const delivery = (vessel: string, destination: string, state: string) =>
  until(`the delivery of ${vessel} to ${destination} is ${state}`, async () => {
    const { items } = await world.client.deliveries.list({ query: { destination, limit: '200' } });
    return items.find((item) => item.subject === `Berth request: ${vessel}` && item.state === state);
  });

const contactsOf = (email: string) => world.crm.contacts.filter((contact) => contact.email === email);

describe('a CRM that a description tells of', () => {
  test('gets an entry with typed values; what is missing is not sent', async () => {
    await send('Kittiwake', { length: 9.2, phone: '07700 900 412' });
    expect((await delivery('Kittiwake', 'owners-crm', 'delivered')).answer).toMatch(/^made contact \d+$/);
    expect(contactsOf('o.marsh@skerry.example')).toMatchObject([
      { name: 'Ottoline Marsh', last_vessel: 'Kittiwake', length: 9.2, phone: '+447700900412', tags: ['berth'] },
    ]);
    await send('Tern', { email: 'tern@skerry.example' });
    await delivery('Tern', 'owners-crm', 'delivered');
    expect(contactsOf('tern@skerry.example')[0]).not.toHaveProperty('phone');
  });

  test('changes the entry that has the key already, and leaves what the message does not say', async () => {
    await send('Selkie', { email: 'O.Marsh@skerry.example', length: 12 });
    expect((await delivery('Selkie', 'owners-crm', 'delivered')).answer).toMatch(/^changed contact \d+$/);
    const found = world.crm.contacts.filter(({ email }) => /^o\.marsh@skerry\.example$/i.test(String(email)));
    expect(found).toMatchObject([{ last_vessel: 'Selkie', length: 12, phone: '+447700900412' }]);
  });

  test('of two at once for the same person, one makes the entry and the other changes it', async () => {
    world.crm.mood.slowMs = 100;
    const vessels = ['Gull', 'Skua', 'Petrel', 'Fulmar'];
    await Promise.all(vessels.map((vessel) => send(vessel, { email: 'busy@skerry.example' })));
    for (const vessel of vessels)
      await until(`${vessel} is settled`, async () => {
        const { items } = await world.client.deliveries.list({ query: { destination: 'owners-crm', limit: '200' } });
        const item = items.find(({ subject }) => subject === `Berth request: ${vessel}`);
        return item && (item.state === 'delivered' || item.state === 'dropped');
      });
    expect(contactsOf('busy@skerry.example')).toHaveLength(1);
  });

  test('an older message does not overwrite what a newer one wrote', async () => {
    await send('Newer', { email: 'order@skerry.example' });
    await delivery('Newer', 'owners-crm', 'delivered');
    const received = new Date(Date.now() - 3600_000).toISOString();
    const body = Buffer.from(form('Older', { email: 'order@skerry.example' }));
    await world.client.messages.feed({ params: { mailbox: 'berths' }, query: { received }, body });
    expect((await delivery('Older', 'owners-crm', 'dropped')).answer).toBe('newer already there');
    expect(contactsOf('order@skerry.example')).toMatchObject([{ last_vessel: 'Newer' }]);
  });

  test('a refused record stops alone, in the words of the CRM; another goes through', async () => {
    await send('Long One', { length: 46, email: 'long@skerry.example' });
    expect((await delivery('Long One', 'owners-crm', 'stopped')).answer).toBe(
      'Quayside desk refuses: “length” can be 40 at the most',
    );
    await send('Short One', { email: 'short@skerry.example' });
    await delivery('Short One', 'owners-crm', 'delivered');
  });

  test('what is required there and missing here is told before anything is sent', async () => {
    const asked = world.crm.asked;
    await send('Nobody Aboard', { skipper: '', email: 'nobody@skerry.example' });
    const stopped = await delivery('Nobody Aboard', 'owners-crm', 'stopped');
    expect(stopped.answer).toContain('needs “name” there');
    expect(world.crm.asked).toBe(asked);
  });

  test('several entries with the key are a person’s matter', async () => {
    await send('Twice', { email: 'twice@skerry.example' });
    await delivery('Twice', 'owners-crm', 'delivered');
    (world.crm.contacts as { id: string }[]).push({ id: 'x', email: 'twice@skerry.example', name: 'Twin' } as never);
    await send('Thrice', { email: 'twice@skerry.example' });
    expect((await delivery('Thrice', 'owners-crm', 'stopped')).answer).toContain('2 of contact there have');
  });

  test.each([
    ['closed', { failing: true }, 'the desk is closed just now'],
    ['over its limit', { perMinute: 0 }, 'too many requests a minute'],
  ])('a CRM that is %s is tried again, and gets it in the end', async (name, mood, said) => {
    Object.assign(world.crm.mood, mood);
    const vessel = `Patience ${name.length}`;
    await send(vessel, { email: `${name.length}@patience.example` });
    expect((await delivery(vessel, 'owners-crm', 'retrying')).answer).toContain(said);
    Object.assign(world.crm.mood, { failing: false, perMinute: 600 });
    const { key } = await delivery(vessel, 'owners-crm', 'retrying');
    await world.client.deliveries.retry({ params: { key } });
    await delivery(vessel, 'owners-crm', 'delivered');
    expect(contactsOf(`${name.length}@patience.example`)).toHaveLength(1);
  });

  test('an entity without a key of its own is found again by the delivery’s identity', async () => {
    const definition = 'destination: yard-jobs\nkind: crm\nconnection: quayside-desk\nentity: job\n';
    await world.client.destinations.put({ params: { name: 'yard-jobs' }, body: Buffer.from(definition) });
    const { source } = await world.client.sieves.get({ params: { name: 'berth-request' } });
    const routed = source.replace(
      'routes:\n',
      'routes:\n  - to: yard-jobs\n    with: { title: "{{ vessel }}", vessel: "{{ vessel }}" }\n',
    );
    await world.client.sieves.put({ params: { name: 'berth-request' }, body: Buffer.from(routed) });
    await send('Jobber', { email: 'jobber@skerry.example' });
    const done = await delivery('Jobber', 'yard-jobs', 'delivered');
    expect(world.crm.jobs).toMatchObject([{ title: 'Jobber', reference: done.identity }]);
    // The title changes, so the same job is written again, not a second one.
    const changed = routed.replace('title: "{{ vessel }}"', 'title: "Look at {{ vessel }}"');
    await world.client.sieves.put({ params: { name: 'berth-request' }, body: Buffer.from(changed) });
    await world.client.messages.again({ params: { key: done.message } });
    await until('the job is changed', async () => world.crm.jobs[0]?.title === 'Look at Jobber');
    expect(world.crm.jobs).toHaveLength(1);
    await setUpBerths(world);
  });
});

describe('a test writes nothing', () => {
  const connection = (changes: object) => ({ ...deskAndChat(world.crm, world.chat)['quayside-desk'], ...changes });
  const testCrm = () => world.client.destinations.test({ params: { name: 'owners-crm' } });

  test('and says that all is well, or which of key, address and entity is not', async () => {
    const before = world.crm.contacts.length;
    expect(await testCrm()).toMatchObject({ ok: true, detail: expect.stringContaining('Quayside desk answers') });
    await world.client.connections.put({
      params: { name: 'quayside-desk' },
      body: connection({ credentials: { key: 'wrong' } }),
    });
    expect(await testCrm()).toMatchObject({ ok: false, detail: expect.stringContaining('key is not known') });
    await world.client.connections.put({
      params: { name: 'quayside-desk' },
      body: connection({ base: 'http://127.0.0.1:59999/api' }),
    });
    expect(await testCrm()).toMatchObject({ ok: false, detail: expect.stringContaining('ECONNREFUSED') });
    await world.client.connections.put({
      params: { name: 'quayside-desk' },
      body: connection({ base: 'http://10.1.2.3/api' }),
    });
    expect(await testCrm()).toMatchObject({ ok: false, detail: expect.stringContaining('private') });
    await setUpBerths(world);
    const { items } = await world.client.destinations.list();
    expect(items.find(({ name }) => name === 'owners-crm')?.tested).toMatchObject({ ok: false });
    expect(world.crm.contacts).toHaveLength(before);
  });

  test('a description with a mistake is refused at its line', async () => {
    const description = readFileSync(demoFile('crm', 'quayside-desk.crm.yaml'), 'utf8').replace('find:', 'finds:');
    const put = world.client.connections.put({ params: { name: 'quayside-desk' }, body: connection({ description }) });
    await expect(put).rejects.toMatchObject({ code: 'YS-REQUEST-INVALID', message: expect.stringContaining('“find”') });
  });

  test('a chat room is looked at, not written to', async () => {
    const before = world.chat.posts.length;
    expect(await world.client.destinations.test({ params: { name: 'harbour-master-chat' } })).toMatchObject({
      ok: true,
    });
    expect(world.chat.posts).toHaveLength(before);
  });
});

test('a long vessel is told to the harbour master’s room, once', async () => {
  await send('Great Auk', { length: 31, email: 'auk@skerry.example' });
  const { key } = await settled(world.client, 'Berth request: Great Auk');
  await world.client.messages.again({ params: { key } });
  await settled(world.client, 'Berth request: Great Auk');
  const told = world.chat.posts.filter(({ text }) => text.includes('Great Auk'));
  expect(told).toMatchObject([{ room: 'harbour-master', text: expect.stringContaining('31 m, from 2027-06-03') }]);
});
