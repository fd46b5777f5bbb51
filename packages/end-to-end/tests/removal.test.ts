import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { runCommand, serviceEnv } from './command-line.js';
import { demoFile, sendRaw, settled, setUpBerths, startWorld, type World } from './harness.js';

const bytes = (text: string) => new TextEncoder().encode(text);
const none = 'sieve: none\nfields: {}\nrules: []\n';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  await run('feed', 'berths', demoFile('berths', 'messages', '001.eml'), '--wait');
});
afterAll(() => world.end());

const run = (...argv: string[]) => runCommand(argv, { env: serviceEnv(world) });

describe('what is in use is not removed, and who uses it is said', () => {
  test.each([
    ['sieve', 'berth-request', 'the mailbox “berths” names it'],
    ['destination', 'berth-book', 'the sieve “berth-request” names it'],
    ['connection', 'harbour-database', 'the destination “berth-table” names it'],
  ])('a %s', async (family, name, by) => {
    const { exit, err } = await run(family, 'remove', name);
    expect([exit, err]).toEqual([1, expect.stringContaining(by)]);
    expect(err).toContain('YS-IN-USE');
  });

  test('what is not there is said, too', async () => {
    for (const family of ['sieve', 'mailbox', 'destination', 'connection'])
      expect((await run(family, 'remove', 'nothing')).err).toContain('YS-NOT-FOUND');
  });
});

describe('a mailbox', () => {
  test('without messages goes for good, and its address is free', async () => {
    const { client } = world;
    const file = (name: string) => bytes(`mailbox: ${name}\naddresses: [odd@gannetbay.example]\nsieves: []\n`);
    await client.mailboxes.put({ params: { name: 'odd' }, body: file('odd') });
    expect((await run('mailbox', 'remove', 'odd', '--dry')).out).toBe(
      'The mailbox odd would be deleted.\nGoes with it – addresses: 1.\n',
    );
    expect((await run('mailbox')).out).toContain('odd@gannetbay.example');
    await run('mailbox', 'remove', 'odd');
    expect((await run('mailbox')).out).not.toContain('odd@');
    await client.mailboxes.put({ params: { name: 'odder' }, body: file('odder') });
    await client.mailboxes.remove({ params: { name: 'odder' }, query: {} });
  });

  test('with messages is archived: it takes no more mail, its records stay, and putting it again brings it back', async () => {
    const { client } = world;
    const { source } = await client.mailboxes.get({ params: { name: 'berths' } });
    const removal = await client.mailboxes.remove({ params: { name: 'berths' }, query: {} });
    expect(removal).toMatchObject({ outcome: 'archived', goes: [{ what: 'addresses' }] });
    expect(removal.stays.map(({ what }) => what)).toEqual(['messages', 'records']);
    expect((await client.mailboxes.list()).items.map(({ name }) => name)).not.toContain('berths');
    await expect(sendRaw(world.smtpPort, 'Subject: late\r\n\r\nx', 'berths@gannetbay.example')).rejects.toThrow();
    expect((await run('records', '--where', 'vessel=Kittiwake')).out).toContain('Kittiwake');
    const kept = await client.mailboxes.get({ params: { name: 'berths' } });
    expect([kept.source, kept.addresses]).toEqual([source, []]);
    await client.mailboxes.put({ params: { name: 'berths' }, body: bytes(kept.source) });
    await sendRaw(world.smtpPort, 'Subject: back again\r\n\r\nx', 'berths@gannetbay.example');
    expect((await settled(client, 'back again')).mailbox).toBe('berths');
  });
});

describe('a sieve', () => {
  test('that read nothing goes with its versions, draft and samples', async () => {
    const { client } = world;
    const params = { name: 'none' };
    await client.sieves.putDraft({ params, body: bytes(none) });
    await client.sieves.publish({ params, body: {} });
    await client.sieves.putDraft({ params, body: bytes(`${none}# more\n`) });
    await client.samples.put({ params: { name: 'none', sample: 'a.eml' }, body: bytes('Subject: a\r\n\r\nx') });
    expect(await client.sieves.remove({ params, query: { dry: 'true' } })).toEqual({
      outcome: 'deleted',
      goes: [
        { what: 'versions', count: 1 },
        { what: 'samples', count: 1 },
        { what: 'drafts', count: 1 },
      ],
      stays: [],
    });
    await client.sieves.remove({ params, query: {} });
    await expect(client.sieves.get({ params })).rejects.toMatchObject({ code: 'YS-NOT-FOUND' });
    await expect(client.samples.get({ params: { name: 'none', sample: 'a.eml' } })).rejects.toMatchObject({
      code: 'YS-NOT-FOUND',
    });
  });

  test('that made records is archived, and publishing it again brings it back', async () => {
    const { client } = world;
    const { source } = await client.mailboxes.get({ params: { name: 'berths' } });
    await client.mailboxes.put({
      params: { name: 'berths' },
      body: bytes(source.replace(/sieves:[^\n]*(?:\n\s+- [^\n]*)*/, 'sieves: []')),
    });
    const removal = await client.sieves.remove({ params: { name: 'berth-request' }, query: {} });
    expect(removal.outcome).toBe('archived');
    expect(removal.stays.map(({ what }) => what)).toEqual(expect.arrayContaining(['versions', 'records']));
    expect((await client.sieves.list()).items.map(({ name }) => name)).not.toContain('berth-request');
    // Out of use, it is none that a mailbox can have, until it is published again.
    const again = client.mailboxes.put({ params: { name: 'berths' }, body: bytes(source) });
    await expect(again).rejects.toThrow('names the sieve “berth-request”, which does not exist');
    expect((await run('records', '--where', 'vessel=Kittiwake')).out).toContain('Kittiwake');
  });
});

describe('a destination', () => {
  test('that no sieve names any more goes with its sheet; what was delivered stays listed', async () => {
    const { client } = world;
    const removal = await client.destinations.remove({ params: { name: 'berth-book' }, query: {} });
    expect(removal.goes).toContainEqual({ what: 'rows of its sheet', count: 1 });
    expect(removal.stays).toEqual([{ what: 'past deliveries', count: expect.any(Number) }]);
    expect((await client.destinations.list()).items.map(({ name }) => name)).not.toContain('berth-book');
    expect((await run('deliveries', '--destination', 'berth-book')).out).toContain('delivered');
  });

  test('and then its connection', async () => {
    await run('destination', 'remove', 'berth-table');
    expect((await run('connection')).out).toContain('harbour-database');
    expect((await run('connection', 'remove', 'harbour-database')).out).toBe(
      'The connection harbour-database is deleted.\n',
    );
    expect((await run('connection')).out).not.toContain('harbour-database');
  });
});
