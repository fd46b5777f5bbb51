import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { compileSieve, readMessage, sift } from '@yellow-sieve/core';
import { runCommand, serviceEnv } from './command-line.js';
import { startWorld, until, type World } from './harness.js';

const bytes = (text: string) => Buffer.from(text);

/** An order with lines, all of it for a person's eye. */
const orders = `sieve: orders
locale: en-GB
fields:
  vessel: { type: text, required: true }
  day: { type: date }
  pier: { type: choice, choices: [North, South] }
rows:
  columns:
    item: { type: text }
    litres: { type: integer }
rules:
  - kind: template
    name: forms
    layouts:
      - name: form
        text: |
          Vessel: [[vessel]]
          Day: [[day]]
          Pier: [[pier]]
          [[rows:]]
          * [[item]], [[litres]] l
          [[:rows]]
review: { always: true }
routes:
  - to: book
  - { to: lines, each: row, with: { vessel: '{{ vessel }}', item: '{{ item }}', litres: '{{ litres }}' } }
`;
const plain = (name: string, rest: string) => `sieve: ${name}
locale: en-GB
fields: { vessel: { type: text, required: true } }
rules: [{ kind: pattern, find: 'Vessel: (?<vessel>.+)' }]
${rest}`;

let world: World;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_UNDO_SECONDS: '1', YELLOW_SIEVE_HOLD_SECONDS: '2' });
  for (const name of ['book', 'lines', 'log'])
    await world.client.destinations.put({ params: { name }, body: bytes(`destination: ${name}\nkind: sheet\n`) });
  await put('orders', orders);
  await put('plain', plain('plain', 'routes: [{ to: log }]\n'));
  await put('eyed', plain('eyed', 'review: { always: true }\nroutes: [{ to: log }]\n'));
  await put('drawn', plain('drawn', 'review: { share: 50 % }\nroutes: [{ to: log }]\n'));
});
afterAll(() => world.end());

async function put(name: string, source: string): Promise<void> {
  await world.client.sieves.put({ params: { name }, body: bytes(source), query: { live: 'true' } });
  const mailbox = `mailbox: ${name}\naddresses: [${name}@gannetbay.example]\nsieves: [${name}]\n`;
  await world.client.mailboxes.put({ params: { name }, body: bytes(mailbox) });
}

const feed = async (mailbox: string, text: string, subject = text.slice(0, 30)) =>
  (
    await world.client.messages.feed({
      params: { mailbox },
      body: bytes(
        `From: Ottoline Marsh <o.marsh@skerry.example>\nSubject: ${subject}\nMessage-ID: <${randomUUID()}@x.example>\nContent-Type: text/plain; charset=utf-8\n\n${text}\n`,
      ),
    })
  ).key;
const look = (key: string) => world.client.messages.get({ params: { key } });
const inState = (key: string, state: string) =>
  until(`it is ${state}`, async () => {
    const found = await look(key);
    return found.state === state && found;
  });
const order = (vessel: string) =>
  feed('orders', `Vessel: ${vessel}\nDay: 16 May 2027\nPier: North\n* Diesel, 40 l\n* Water, 100 l\n* Oil, 2 l\n`);
const refusal = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: { code?: string }) => error.code,
  );
const nothing = { take_back: [], fields: {} };
const delivered = (key: string) =>
  until('all of it is delivered', async () => {
    const found = await look(key);
    return found.deliveries.length > 0 && found.deliveries.every(({ state }) => rests.has(state)) && found;
  });
/** What a row that is gone had written is taken out again: its delivery is dropped. */
const rests = new Set(['delivered', 'dropped']);
const itemsOf = async (vessel: string) =>
  (await world.sql<{ cells: unknown }>('SELECT cells FROM sheet_row WHERE destination = ?', ['lines']))
    .map((row) => JSON.stringify(row))
    .filter((row) => row.includes(vessel))
    .map((row) => /Diesel|Water|Oil|Gas/.exec(row)?.[0])
    .sort();

describe('one after the other', () => {
  test('two desks never get the same; what one leaves, the other gets; a hold that nobody renews ends', async () => {
    const keys = [
      await feed('eyed', 'Vessel: Tern'),
      await feed('eyed', 'Vessel: Gull'),
      await feed('eyed', 'Vessel: Skua'),
    ];
    await Promise.all(keys.map((key) => inState(key, 'review')));
    const [one, two] = [randomUUID(), randomUUID()];
    const next = async (desk: string, after?: string) =>
      (await world.client.review.next({ body: { desk, sieve: 'eyed', ...(after ? { after } : {}) } })).item?.key ??
      null;
    // At the very same moment, again and again: no message is ever given twice.
    for (let round = 0; round < 5; round++) {
      const given = await Promise.all([next(one), next(two), next(randomUUID()), next(randomUUID())]);
      const held = given.filter((key) => key !== null);
      expect(new Set(held).size).toBe(held.length);
      await until(
        'all holds are over',
        async () => (await world.sql('SELECT 1 FROM review_hold WHERE held_until > NOW(3)')).length === 0,
      );
    }
    const first = await next(one);
    expect(first).toBe(keys[0]);
    expect(await next(two)).toBe(keys[1]);
    expect(await refusal(world.client.review.hold({ params: { key: first ?? '' }, body: { desk: two } }))).toBe(
      'YS-REVIEW-HELD',
    );
    await world.client.review.release({ params: { desk: one } });
    expect(await next(two)).toBe(keys[0]);
    const item = await world.client.review.hold({ params: { key: keys[2] ?? '' }, body: { desk: two, sieve: 'eyed' } });
    expect(item).toMatchObject({
      place: 3,
      waiting: 3,
      form: { fields: [{ name: 'vessel', choices: [] }], columns: [] },
    });
    expect(await next(one, keys[1])).toBe(null);
  });

  test('what would become of it with some changes is told, and nothing is kept', async () => {
    const key = await order('Kelpie');
    await inState(key, 'review');
    const tried = await world.client.review.try({
      params: { key },
      body: {
        ...nothing,
        fields: { vessel: 'Selkie', day: '3 June', pier: 'East' },
        cells: { 'rows[1].litres': '90' },
      },
    });
    expect(tried.outcome.fields).toEqual({
      vessel: 'Selkie',
      day: expect.stringMatching(/^20\d\d-06-03$/),
      pier: 'North',
    });
    expect(tried.outcome.rows[1]).toEqual({ item: 'Water', litres: 90 });
    expect(tried.refused).toMatchObject([{ path: 'pier' }]);
    expect(tried.routes.map(({ destination, fires }) => [destination, fires])).toEqual([
      ['book', true],
      ['lines', true],
    ]);
    expect((await look(key)).outcome?.fields.vessel).toBe('Kelpie');
    expect((await look(key)).revision).toBe(1);
  });

  test('it is confirmed with what was changed of it, as one act; taken back, the changes stay', async () => {
    const key = await order('Petrel');
    await inState(key, 'review');
    const body = { revision: 1, ...nothing, fields: { vessel: 'Storm Petrel', pier: 'South' } };
    await world.client.review.confirm({ params: { key }, body });
    const done = await inState(key, 'done');
    expect(done.outcome).toMatchObject({ verdict: 'sound', fields: { vessel: 'Storm Petrel', pier: 'South' } });
    await world.client.review.undo({ params: { key } });
    const back = await inState(key, 'review');
    expect(back.outcome?.fields.vessel).toBe('Storm Petrel');
    const wrong = { revision: back.revision ?? 0, ...nothing, fields: { day: 'some day' } };
    expect(await refusal(world.client.review.confirm({ params: { key }, body: wrong }))).toBe('YS-EXPECTED');
    await world.client.review.confirm({ params: { key }, body: { revision: back.revision ?? 0, ...nothing } });
    await delivered(key);
    // What was changed was wrong, the rest right, counted once; what was taken back counts no more.
    const { items } = await world.client.sieves.accuracy({ params: { name: 'orders' } });
    expect(items.map(({ field, judged, right }) => [field, judged, right])).toEqual([
      ['day', 1, 1],
      ['pier', 1, 0],
      ['rows', 1, 1],
      ['vessel', 1, 0],
    ]);
  });

  test('several are confirmed together; the one that changed meanwhile is told, and waits on', async () => {
    const keys = [await feed('eyed', 'Vessel: Auk'), await feed('eyed', 'Vessel: Eider')];
    await Promise.all(keys.map((key) => inState(key, 'review')));
    const items = keys.map((key, i) => ({ key, revision: i === 0 ? 1 : 7 }));
    const answer = await world.client.review.confirmMany({ body: { items } });
    expect(answer.items.map(({ code }) => code)).toEqual([null, 'YS-CONFIRM-CHANGED']);
    await inState(keys[0] ?? '', 'done');
    expect((await look(keys[1] ?? '')).state).toBe('review');
  });
});

describe('rows', () => {
  test('are corrected, added and removed; one that is held back goes nowhere until it is let go', async () => {
    const key = await order('Curlew');
    const { record, revision } = await inState(key, 'review');
    const cells = { 'rows[0].litres': '45', 'rows[3].item': 'Gas', 'rows[3].litres': '1' };
    await world.client.review.confirm({
      params: { key },
      body: { revision: revision ?? 0, ...nothing, cells, held_rows: [1] },
    });
    const sent = await delivered(key);
    expect(sent.outcome?.rows.map(({ item, litres }) => [item, litres])).toEqual([
      ['Diesel', 45],
      ['Water', 100],
      ['Oil', 2],
      ['Gas', 1],
    ]);
    expect(sent.outcome?.held_rows).toEqual([1]);
    expect(sent.routes.find(({ destination }) => destination === 'lines')?.why).toContain('row 2 is held back');
    expect(await itemsOf('Curlew')).toEqual(['Diesel', 'Gas', 'Oil']);
    expect((await world.client.review.causes({ query: { sieve: 'orders' } })).held_rows).toEqual([
      { sieve: 'orders', count: 1 },
    ]);
    // By the command line, counted as people do: the third is taken out, and nothing is held back any more.
    const run = (...words: string[]) => runCommand(words, { env: serviceEnv(world) });
    expect(
      (await run('records', 'enter', record ?? '', 'rows[2].litres=110', '--remove-row', '3', '--let-go')).err,
    ).toBe('');
    const after = await inState(key, 'review');
    expect(after.outcome?.rows.map(({ item, litres }) => [item, litres])).toEqual([
      ['Diesel', 45],
      ['Water', 110],
      ['Gas', 1],
    ]);
    // While it waits, what was written before stands as it is: nothing is sent, and nothing is taken out.
    expect(await itemsOf('Curlew')).toEqual(['Diesel', 'Gas', 'Oil']);
    expect((await run('review', 'confirm', key, '--yes')).exit).toBe(0);
    await inState(key, 'done');
    await delivered(key);
    expect(await itemsOf('Curlew')).toEqual(['Diesel', 'Gas', 'Water']);
    const history = await run('records', 'history', record ?? '');
    expect(history.out).toMatch(/row 1 {2}Diesel, 45/);
    expect(history.out).toMatch(/confirmed: revision 1/);
    expect((await run('records', 'enter', record ?? '', 'rows[0].litres=1')).err).toContain('counted from 1');
    expect(
      await refusal(
        world.client.records.enter({ params: { key: record ?? '' }, body: { ...nothing, held_rows: [9] } }),
      ),
    ).toBe('YS-EXPECTED');
  });
});

test('what was written of a message that then is not for us is taken out again; taken up again, it is written again', async () => {
  const key = await order('Plover');
  const { record, revision } = await inState(key, 'review');
  await world.client.review.confirm({ params: { key }, body: { revision: revision ?? 0, ...nothing } });
  await delivered(key);
  expect(await itemsOf('Plover')).toEqual(['Diesel', 'Oil', 'Water']);
  await world.client.records.enter({ params: { key: record ?? '' }, body: { ...nothing, fields: { pier: 'South' } } });
  await inState(key, 'review');
  expect(await itemsOf('Plover')).toEqual(['Diesel', 'Oil', 'Water']);
  await world.client.review.notForUs({ params: { key }, body: { reason: 'a test of theirs' } });
  expect(await itemsOf('Plover')).toEqual([]);
  const aside = await look(key);
  expect(aside.deliveries.every(({ state }) => state === 'dropped')).toBe(true);
  await world.client.review.forUs({ params: { key } });
  const again = await inState(key, 'review');
  await world.client.review.confirm({ params: { key }, body: { revision: again.revision ?? 0, ...nothing } });
  await inState(key, 'done');
  await until('it is written', async () => (await itemsOf('Plover')).length === 3);
});

test('a part of the sound records is drawn for a spot check, and what is said of those is counted apart', async () => {
  const keys: string[] = [];
  for (let i = 0; i < 40; i++) keys.push(await feed('drawn', `Vessel: Drawn ${i}`));
  const found = await Promise.all(
    keys.map((key) =>
      until('it rests', async () => {
        const detail = await look(key);
        return detail.state !== 'waiting' && detail;
      }),
    ),
  );
  const drawn = found.filter(({ state }) => state === 'review');
  // One in two: that it is none or all of forty happens once in 500 billion runs.
  expect(drawn.length).toBeGreaterThan(0);
  expect(drawn.length).toBeLessThan(40);
  expect(new Set(drawn.flatMap(({ reasons }) => reasons.map(({ code }) => code)))).toEqual(
    new Set(['YS-REVIEW-SHARE']),
  );
  const [one] = drawn;
  await world.client.messages.again({ params: { key: one?.key ?? '' } });
  await until('it is drawn again', async () => {
    const { state, revision } = await look(one?.key ?? '');
    return state === 'review' && revision === 2;
  });
  await world.client.review.confirm({ params: { key: one?.key ?? '' }, body: { revision: 2, ...nothing } });
  await inState(one?.key ?? '', 'done');
  const { items } = await world.client.sieves.accuracy({ params: { name: 'drawn' } });
  expect(items).toMatchObject([{ field: 'vessel', judged: 1, right: 1, spot_judged: 1, spot_right: 1 }]);
});

describe('what was corrected', () => {
  test('teaches: the draft gets a layout of it, and the sample what is expected', async () => {
    const key = await feed('orders', 'Boat: Merganser\nComes: 3 June 2027\nBerth: South pier\n', 'a boat');
    const { record } = await inState(key, 'review');
    await world.client.records.enter({
      params: { key: record ?? '' },
      body: { ...nothing, fields: { vessel: 'Merganser', day: '2027-06-03' } },
    });
    const taught = await world.client.review.teach({ params: { key }, body: { as: 'layout' } });
    const draft = await world.client.workbench.states({ params: { name: 'orders' } });
    expect(draft.draft?.source).toContain(taught.sample);
    const sample = await world.client.samples.get({ params: { name: 'orders', sample: taught.sample } });
    expect(sample.expect).toMatchObject({ vessel: 'Merganser', day: '2027-06-03' });
    const raw = Buffer.from(await world.client.samples.raw({ params: { name: 'orders', sample: taught.sample } }));
    const sifted = sift(await readMessage(raw), compileSieve(draft.draft?.source ?? ''));
    expect(sifted.kind === 'outcome' && sifted.outcome.fields).toMatchObject({
      vessel: 'Merganser',
      day: '2027-06-03',
    });
    expect(await refusal(world.client.review.teach({ params: { key }, body: { as: 'example' } }))).toBe(
      'YS-LEARN-NOTHING',
    );
  });

  test('mended at its cause, all that waited for it would go through, and then do', async () => {
    const keys = [await feed('plain', 'Ship: Wigeon'), await feed('plain', 'Ship: Pochard')];
    await Promise.all(keys.map((key) => inState(key, 'review')));
    const [cause] = (await world.client.review.causes({ query: { sieve: 'plain' } })).items;
    expect(cause).toMatchObject({ cause: 'YS-FIELD-MISSING vessel', count: 2 });
    await put('plain', plain('plain', 'routes: [{ to: log }]\n').replace('Vessel:', '(?:Vessel|Ship):'));
    const body = { state: 'review' as const, cause: cause?.cause ?? '', sieve: 'plain' };
    const ended = async (job: string) =>
      until('the job is over', async () => {
        const found = await world.client.jobs.get({ params: { key: job } });
        return found.finished !== null && found;
      });
    const dry = await ended((await world.client.messages.againMany({ query: { dry: 'true' }, body })).job);
    expect(dry.result).toMatchObject({ messages: 2, affected: 2, verdicts: { 'review → sound': 2 } });
    expect((await look(keys[0] ?? '')).state).toBe('review');
    await ended((await world.client.messages.againMany({ body })).job);
    await Promise.all(keys.map((key) => inState(key, 'done')));
  });
});

describe('what a record’s page tells', () => {
  test('revisions, who did what, notes, and what stands there now', async () => {
    const key = await feed('plain', 'Vessel: Dunlin');
    const { record } = await delivered(key);
    const params = { key: record ?? '' };
    await world.client.records.enter({ params, body: { ...nothing, fields: { vessel: 'Dunlin II' }, revision: 1 } });
    const after = await until('it is delivered again', async () => {
      const found = await look(key);
      return (
        found.revision === 2 &&
        found.deliveries[0]?.state === 'delivered' &&
        found.deliveries[0].revision === 2 &&
        found
      );
    });
    expect(
      await refusal(world.client.records.enter({ params, body: { ...nothing, fields: { vessel: 'x' }, revision: 1 } })),
    ).toBe('YS-CONFIRM-CHANGED');
    await world.client.review.note({ params: { key }, body: { text: 'the owner rang' } });
    const { revisions, journal } = await world.client.records.history({ params });
    expect(revisions.map(({ number, fields, entered }) => [number, fields.vessel, entered])).toEqual([
      [1, 'Dunlin', []],
      [2, 'Dunlin II', ['vessel']],
    ]);
    expect(journal.map(({ act, words }) => [act, words])).toEqual([
      ['entered', 'vessel'],
      ['note', 'the owner rang'],
    ]);
    const standing = await world.client.deliveries.standing({ params: { key: after.deliveries[0]?.key ?? '' } });
    expect(standing).toEqual({ cells: [['vessel', 'Dunlin II']], detail: null });
  });

  test('a person who may only look does nothing of it', async () => {
    const { token } = await world.client.tokens.make({ body: { name: 'looks', role: 'viewer' } });
    const asked = await fetch(`${world.url}/api/v1/review/next`, {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
      body: JSON.stringify({ desk: randomUUID() }),
    });
    expect(asked.status).toBe(403);
  });
});

describe('finding', () => {
  test('by subject, sender, recipient, value, key and field; within texts as far back as there are any', async () => {
    const key = await feed('eyed', 'Vessel: Ærø Cat\nShe needs shore power.\nGrüße', 'Fähre früh');
    const { record } = await inState(key, 'review');
    const found = async (find: string) =>
      (await world.client.messages.list({ query: { find } })).items.map((item) => item.key);
    for (const words of [
      'fahre',
      'FRÜH',
      'o.marsh@skerry',
      'ottoline fähre',
      'eyed@gannet',
      'ærø',
      key,
      record ?? '',
      'vessel="x"',
    ])
      expect([words, await found(words).then((keys) => keys.includes(key))]).toEqual([words, words !== 'vessel="x"']);
    expect(await found('vessel=Ærø')).toEqual([]);
    expect(await found('vessel="Ærø cat"')).toEqual([key]);
    expect(
      (await world.client.messages.list({ query: { find: '"ærø cat"', state: 'review', cause: 'YS-REVIEW-ALWAYS' } }))
        .items,
    ).toHaveLength(1);
    expect((await world.client.messages.list({ query: { find: 'ærø', to: '2001-01-01' } })).items).toEqual([]);
    expect(
      (await world.client.messages.list({ query: { field: 'vessel', starts: 'Ærø' } })).items.map((one) => one.key),
    ).toEqual([key]);
    expect(await found('"shore power"')).toEqual([]);
    const within = await world.client.messages.within({ query: { words: '"shore power"' } });
    expect(within.items).toMatchObject([{ key, excerpt: 'She needs shore power.' }]);
    expect([within.next, within.searched > 40]).toEqual([null, true]);
    const cli = await runCommand(['find', 'shore power', '--within'], { env: serviceEnv(world) });
    expect(cli.out).toContain('She needs shore power.');
    const elsewhere = ['find', 'shore power', '--within', '--cause', 'YS-CHECK-FAILED', '--json'];
    expect(JSON.parse((await runCommand(elsewhere, { env: serviceEnv(world) })).out)).toMatchObject({
      items: [],
      within: [],
    });
    expect(await refusal(world.client.messages.list({ query: { from: 'yesterday' } }))).toBe('YS-REQUEST-INVALID');
  });

  test('a choice is saved under a name, and found by it', async () => {
    const params = { name: 'eyed-now' };
    await world.client.views.put({ params, body: { title: 'Eyed, now', filters: { state: 'review', sieve: 'eyed' } } });
    const cli = await runCommand(['messages', '--view', 'eyed-now', '--json'], { env: serviceEnv(world) });
    const { items } = JSON.parse(cli.out) as { items: { sieve: string; state: string }[] };
    expect(items.length).toBeGreaterThan(0);
    expect(items.every(({ sieve, state }) => sieve === 'eyed' && state === 'review')).toBe(true);
    await world.client.views.remove({ params });
    expect((await world.client.views.list()).items).toEqual([]);
    expect(await refusal(world.client.views.remove({ params }))).toBe('YS-NOT-FOUND');
  });

  test('what is hidden in a subject is shown on the command line as what it is', async () => {
    const key = await feed('eyed', 'Vessel: Knot', 'invoice =?utf-8?Q?=E2=80=AEfdp.exe?=');
    await inState(key, 'review');
    const { out } = await runCommand(['messages', '--sieve', 'eyed'], { env: serviceEnv(world) });
    expect(out).toContain('invoice ⟨RLO⟩fdp.exe');
    expect(out).not.toContain('\u202e');
  });
});
