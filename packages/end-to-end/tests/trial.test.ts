import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { runCommand, serviceEnv } from './command-line.js';
import { demoFile, sendRaw, settled, startWorld, until, type World } from './harness.js';

const bytes = (text: string) => new TextEncoder().encode(text);
const mail = (vessel: string, id = vessel, email = `${vessel.toLowerCase()}@skerry.example`) =>
  `From: desk@skerry.example\r\nTo: quay@gannetbay.example\r\nSubject: Quay: ${vessel}\r\nMessage-ID: <${id}@skerry.example>\r\n\r\nVessel: ${vessel}\r\nLength: 9.5 m\r\nE-mail: ${email}\r\n`;

const sieve = (name: string, more = '') => `sieve: ${name}
fields:
  vessel: { type: text, required: true }
  length: { type: number, unit: m }
  email: { type: email }
rules:
  - kind: template
    layouts:
      - name: plain
        text: |
          Vessel: [[vessel]]
          Length: [[length]] m
          E-mail: [[email]]
routes:
  - to: quay-book
  - to: owners
    with: { email: "{{ email }}" }
${more}`;

let world: World;
beforeAll(async () => {
  world = await startWorld();
  const { client } = world;
  await client.connections.put({
    params: { name: 'crm' },
    body: {
      kind: 'crm',
      description: readFileSync(demoFile('crm', 'quayside-desk.crm.yaml'), 'utf8'),
      base: `http://127.0.0.1:${world.crm.port}/api`,
      credentials: { key: world.crm.key },
    },
  });
  await client.destinations.put({
    params: { name: 'quay-book' },
    body: bytes('destination: quay-book\ntitle: Quay book\nkind: sheet\n'),
  });
  await client.destinations.put({
    params: { name: 'owners' },
    body: bytes('destination: owners\ntitle: Owners\nkind: crm\nconnection: crm\nentity: contact\nfind_by: email\n'),
  });
  await client.sieves.putDraft({ params: { name: 'quay' }, body: bytes(sieve('quay')) });
  await client.sieves.publish({ params: { name: 'quay' }, body: { trial: true } });
  await client.mailboxes.put({
    params: { name: 'quay' },
    body: bytes('mailbox: quay\naddresses: [quay@gannetbay.example]\nsieves: [quay]\n'),
  });
}, 120_000);
afterAll(() => world.end());

const trial = () => world.client.trial.get({ params: { name: 'quay' } });
const statesOf = async (subject: string) =>
  (await settled(world.client, subject)).deliveries.map(({ destination, state }) => `${destination} ${state}`).sort();
const cli = (...argv: string[]) => runCommand(argv, { env: serviceEnv(world) });
const send = (text: string) => sendRaw(world.smtpPort, text, 'quay@gannetbay.example');

async function sheetText(): Promise<string> {
  const { links } = await world.client.destinations.get({ params: { name: 'quay-book' } });
  return (await fetch(world.url + links.find((link) => link.endsWith('csv')))).text();
}

describe('a sieve on trial', () => {
  test('does everything but deliver: the record is there, its deliveries are kept back', async () => {
    await send(mail('Kelpie'));
    expect(await statesOf('Quay: Kelpie')).toEqual(['owners kept back', 'quay-book kept back']);
    const { items } = await world.client.records.list({ query: { sieve: 'quay' } });
    expect(items[0]?.fields).toMatchObject({ vessel: 'Kelpie', length: 9.5 });
    expect(await sheetText()).not.toContain('Kelpie');
    expect(world.crm.contacts).toHaveLength(0);
  });

  test('says since when, by whom, and how much is kept back', async () => {
    const { trial: since, kept } = await trial();
    expect(since?.by).toBe('first start');
    expect(kept).toEqual([
      { destination: 'owners', count: 1 },
      { destination: 'quay-book', count: 1 },
    ]);
  });

  test('put through again, it takes the place of what was kept back', async () => {
    const { key } = await settled(world.client, 'Quay: Kelpie');
    await world.client.messages.again({ params: { key } });
    await until(
      'Kelpie was put through again',
      async () => (await settled(world.client, 'Quay: Kelpie')).revision === 2,
    );
    expect((await trial()).kept).toEqual([
      { destination: 'owners', count: 1 },
      { destination: 'quay-book', count: 1 },
    ]);
  });

  test('its checklist names what is open, in whole sentences', async () => {
    const { checklist } = await trial();
    expect(checklist.map(({ point, ok, text }) => [point, ok, text])).toEqual([
      ['expected values', false, 'No sample has expected values. Say of one what is right.'],
      ['destinations', false, '“Quay book” was not tested as it is now. Test it.'],
      ['destinations', false, '“Owners” was not tested as it is now. Test it.'],
      ['required columns', false, '“Owners” requires name, not written. Map it.'],
      ['columns that fit', true, 'All that is written to “Owners” has a place there'],
      ['model answers', true, 'No rule asks a model'],
    ]);
  });

  test('is not turned on while points are open, unless that is said', async () => {
    await expect(
      world.client.trial.turnOn({ params: { name: 'quay' }, body: { kept: 'release' } }),
    ).rejects.toMatchObject({ code: 'YS-TRIAL-OPEN', message: expect.stringContaining('requires name, not written') });
    expect((await trial()).trial).not.toBeNull();
  });
});

describe('one message delivered for real', () => {
  test('shows exactly what would be written, and where', async () => {
    const { key } = await settled(world.client, 'Quay: Kelpie');
    const { items } = await world.client.trial.targets({ params: { key } });
    expect(items.map(({ title, kind }) => `${title} ${kind}`).sort()).toEqual(['Owners crm', 'Quay book sheet']);
    expect(items.find(({ kind }) => kind === 'crm')?.payload).toEqual({ email: 'kelpie@skerry.example' });
    const { out } = await cli('messages', 'deliver', key);
    expect(out).toContain('email: kelpie@skerry.example');
    expect(out).toContain('vessel: Kelpie, length: 9.5');
  });

  test('goes nowhere when other targets are named than those it has', async () => {
    const { key } = await settled(world.client, 'Quay: Kelpie');
    const named = world.client.trial.deliver({ params: { key }, body: { targets: ['quay-book'] } });
    await expect(named).rejects.toMatchObject({
      code: 'YS-TRIAL-TARGETS',
      message: 'This message would go to owners, quay-book, not to what was named. Look again, and name these.',
    });
    expect(await statesOf('Quay: Kelpie')).toEqual(['owners kept back', 'quay-book kept back']);
  });

  test('goes to those named, alone, while the sieve stays on trial', async () => {
    const { key } = await settled(world.client, 'Quay: Kelpie');
    const said = await cli('messages', 'deliver', key, '--to', 'quay-book, owners');
    expect(said.out).toContain('2 on the way to quay-book, owners.');
    await until('Kelpie is where it goes', async () =>
      (await statesOf('Quay: Kelpie')).includes('quay-book delivered'),
    );
    expect(await sheetText()).toContain('Kelpie');
    await send(mail('Selkie'));
    expect(await statesOf('Quay: Selkie')).toEqual(['owners kept back', 'quay-book kept back']);
    const again = await cli('messages', 'deliver', key, '--to', 'quay-book');
    expect([again.exit, again.err]).toEqual([1, expect.stringContaining('YS-TRIAL-NOTHING')]);
  });
});

describe('turning on', () => {
  test('on the command line, the checklist is a table, and what is kept back has to be spoken for', async () => {
    const shown = await cli('sieve', 'trial', 'quay');
    expect([shown.exit, shown.out]).toEqual([
      1,
      expect.stringMatching(/open\s+required columns\s+“Owners” requires name/),
    ]);
    const unsaid = await cli('sieve', 'turn-on', 'quay', '--yes', '--anyway');
    expect([unsaid.exit, unsaid.err]).toEqual([2, expect.stringContaining('YS-CLI-KEPT')]);
  });

  test('with everything put right, releases what was kept back; what comes after goes at once', async () => {
    const { client } = world;
    const live = await client.sieves.get({ params: { name: 'quay' } });
    const mapped = live.source.replace('{ email: "{{ email }}" }', '{ email: "{{ email }}", name: "{{ vessel }}" }');
    await client.sieves.put({ params: { name: 'quay' }, body: bytes(mapped) });
    await client.samples.put({ params: { name: 'quay', sample: 'samples/1.eml' }, body: bytes(mail('Kelpie')) });
    await client.samples.expect({
      params: { name: 'quay', sample: 'samples/1.eml' },
      body: { expect: { vessel: 'Kelpie', length: '9.5' } },
    });
    await client.destinations.test({ params: { name: 'quay-book' } });
    await client.destinations.test({ params: { name: 'owners' } });
    expect((await trial()).checklist.filter(({ ok }) => !ok)).toEqual([]);
    // The one kept back was made before the name was mapped: it is put through again, as anybody would.
    const { key } = await settled(client, 'Quay: Selkie');
    await client.messages.again({ params: { key } });
    await until('Selkie was put through again', async () => (await settled(client, 'Quay: Selkie')).revision === 2);
    const { count } = await client.trial.turnOn({ params: { name: 'quay' }, body: { kept: 'release' } });
    expect(count).toBe(2);
    await until(
      'Selkie is where it goes',
      async () => (await statesOf('Quay: Selkie')).join() === 'owners delivered,quay-book delivered',
    );
    expect(await sheetText()).toContain('Selkie');
    await send(mail('Tern'));
    await until(
      'Tern is where it goes',
      async () => (await statesOf('Quay: Tern')).join() === 'owners delivered,quay-book delivered',
    );
    expect(world.crm.contacts.map(({ name }) => name).sort()).toEqual(['Selkie', 'Tern']);
  });

  test('a destination that changed since its test wants to be tested again', async () => {
    await world.client.destinations.put({
      params: { name: 'quay-book' },
      body: bytes('destination: quay-book\ntitle: Quay book anew\nkind: sheet\n'),
    });
    expect((await trial()).checklist).toContainEqual(
      expect.objectContaining({ ok: false, text: '“Quay book anew” was not tested as it is now. Test it.' }),
    );
  });

  test('what is not on trial cannot be turned on, and what is, not begun again', async () => {
    const off = await cli('sieve', 'turn-on', 'quay', '--yes');
    expect(off.err).toContain('YS-TRIAL-NOT');
    expect((await cli('sieve', 'trial', 'quay', '--begin')).out).toContain('quay is on trial since');
    expect((await cli('sieve', 'trial', 'quay', '--begin')).err).toContain('YS-TRIAL-ALREADY');
  });
});

describe('back on trial', () => {
  test('what was delivered before stays, and its change is kept back', async () => {
    const { client } = world;
    const { key } = await settled(client, 'Quay: Tern');
    const live = await client.sieves.get({ params: { name: 'quay' } });
    await client.sieves.put({
      params: { name: 'quay' },
      body: bytes(live.source.replace('name: "{{ vessel }}"', 'name: "M/V {{ vessel }}"')),
    });
    await client.messages.again({ params: { key } });
    await until(
      'Tern is where it goes',
      async () => (await statesOf('Quay: Tern')).join() === 'owners kept back,quay-book delivered',
    );
    expect(world.crm.contacts.map(({ name }) => name).sort()).toEqual(['Selkie', 'Tern']);
  });

  test('one delivery is released or dropped by itself', async () => {
    const { deliveries } = await settled(world.client, 'Quay: Tern');
    const kept = deliveries.find(({ state }) => state === 'kept back')?.key ?? '';
    expect((await cli('deliveries', 'drop', kept)).out).toContain('dropped at the end of the trial');
    const late = await cli('deliveries', 'release', kept);
    expect(late.err).toContain('this one is dropped');
  });

  test('dropped as a whole, nothing of it leaves, and turning on finds nothing kept', async () => {
    await send(mail('Osprey'));
    await statesOf('Quay: Osprey');
    const { count } = await world.client.trial.settle({ params: { name: 'quay' }, body: { do: 'drop' } });
    expect(count).toBe(2);
    expect(await statesOf('Quay: Osprey')).toEqual(['owners dropped', 'quay-book dropped']);
    const on = await cli('sieve', 'turn-on', 'quay', '--yes', '--anyway');
    expect(on.out).toContain('quay is turned on.');
    expect(await sheetText()).not.toContain('Osprey');
  });

  test('what a draft made is not released with what the sieve made', async () => {
    const { client } = world;
    await client.trial.begin({ params: { name: 'quay' } });
    await send(mail('Petrel'));
    const { key } = await settled(client, 'Quay: Petrel');
    const live = await client.sieves.get({ params: { name: 'quay' } });
    await client.sieves.putDraft({ params: { name: 'quay' }, body: bytes(live.source.replace('M/V', 'Yacht')) });
    await client.messages.again({ params: { key }, query: { draft: 'quay' } });
    await until('Petrel was put through again', async () => (await settled(client, 'Quay: Petrel')).revision === 2);
    const { count } = await client.trial.turnOn({ params: { name: 'quay' }, body: { kept: 'release', anyway: true } });
    expect(count).toBe(0);
    expect(await statesOf('Quay: Petrel')).toEqual(['owners kept back', 'quay-book kept back']);
  });
});

describe('the checklist', () => {
  const pointsOf = async (name: string) => {
    const { checklist } = await world.client.trial.get({ params: { name } });
    return checklist.flatMap(({ ok, text }) => (ok ? [] : [text]));
  };
  const put = (name: string, text: string) => world.client.sieves.put({ params: { name }, body: bytes(text) });

  test('wants a route, and a person between a model and the world', async () => {
    await put(
      'asked',
      'sieve: asked\nfields: { vessel: { type: text } }\nrules:\n  - kind: prompt\n    name: who comes\n    ask: Which vessel comes?\n    fills: [vessel]\nreview: { prompt: false }\n',
    );
    expect(await pointsOf('asked')).toEqual([
      'No sample has expected values. Say of one what is right.',
      'No route leads anywhere, so nothing would be delivered. Add a route.',
      '“who comes” would ask a model, and none is set up. Make a connection “model”.',
    ]);
    await put(
      'asked',
      'sieve: asked\nfields: { vessel: { type: text } }\nroutes: [{ to: nowhere }, { to: quay-book }]\n',
    );
    expect(await pointsOf('asked')).toEqual([
      'No sample has expected values. Say of one what is right.',
      'The destination “nowhere” does not exist. Make it.',
      '“Quay book anew” was not tested as it is now. Test it.',
    ]);
  });

  test('names a test that failed, and expected values that do not hold', async () => {
    const { client } = world;
    await client.connections.put({
      params: { name: 'closed' },
      body: { kind: 'mariadb', host: '127.0.0.1', port: 1, user: 'a', password: 'b', database: 'c' },
    });
    await client.destinations.put({
      params: { name: 'closed' },
      body: bytes('destination: closed\ntitle: Closed\nkind: database\nconnection: closed\ntable: x\n'),
    });
    await client.destinations.test({ params: { name: 'closed' } });
    await put('wrong', sieve('wrong').replace(/routes:[\s\S]*/, 'routes: [{ to: closed }]\n'));
    await client.samples.put({ params: { name: 'wrong', sample: 'samples/1.eml' }, body: bytes(mail('Kelpie')) });
    await client.samples.expect({
      params: { name: 'wrong', sample: 'samples/1.eml' },
      body: { expect: { vessel: 'Selkie', length: '9.5' } },
    });
    const points = await pointsOf('wrong');
    expect(points[0]).toBe('1 of 2 expected values do not hold. Mend the rules or the values.');
    expect(points[1]).toMatch(/^The test of “Closed” failed: .*ECONNREFUSED/);
    expect(points[2]).toMatch(/^“Closed”: What it requires could not be asked: .*ECONNREFUSED\.$/);
  });
});

describe('who acts at once', () => {
  test('releases each delivery once, and it is counted once', async () => {
    const { client } = world;
    await client.trial.begin({ params: { name: 'quay' } });
    const vessels = [...Array(12).keys()].map((i) => `Gull${i}`);
    for (const vessel of vessels) await send(mail(vessel));
    for (const vessel of vessels) await statesOf(`Quay: ${vessel}`);
    const delivered = async () =>
      (await client.destinations.get({ params: { name: 'quay-book' } })).states.delivered ?? 0;
    const before = await delivered();
    const release = () =>
      client.trial.settle({ params: { name: 'quay' }, body: { do: 'release', destination: 'quay-book' } });
    const counts = await Promise.all([release(), release(), release()]);
    expect(counts.reduce((sum, { count }) => sum + count, 0)).toBe(12);
    await until('all are in the book', async () => (await delivered()) === before + 12);
    const { states } = await client.destinations.get({ params: { name: 'quay-book' } });
    const { items } = await client.deliveries.list({ query: { destination: 'quay-book', limit: '200' } });
    const counted = (state: string) => items.filter((item) => item.state === state).length;
    for (const state of ['delivered', 'kept back', 'dropped', 'waiting'])
      expect([state, states[state] ?? 0]).toEqual([state, counted(state)]);
  });
});
