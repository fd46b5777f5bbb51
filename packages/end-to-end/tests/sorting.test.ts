import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ClientError } from '@yellow-sieve/client';
import { runCommand, serviceEnv } from './command-line.js';
import { demoFile, startWorld, until, type World } from './harness.js';

let world: World;
const params = { name: 'office' };
const keys = new Map<string, string>();
const labels = readFileSync(demoFile('office', 'labels.jsonl'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as { message: string; category: string | null });

beforeAll(async () => {
  world = await startWorld();
  const { client, database, name, mail } = world;
  await client.connections.put({
    params: { name: 'harbour-database' },
    body: {
      kind: 'mariadb',
      host: '127.0.0.1',
      port: database.port,
      user: 'app',
      password: database.password,
      database: name,
    },
  });
  await client.connections.put({
    params: { name: 'outgoing-mail' },
    body: { kind: 'smtp', host: '127.0.0.1', port: mail.smtpPort, tls: 'none' },
  });
  for (const key of ['office-log', 'desks'])
    await client.destinations.put({
      params: { name: key },
      body: readFileSync(demoFile('destinations', `${key}.destination.yaml`)),
    });
  await client.mailboxes.put({ params, body: readFileSync(demoFile('office', 'office.mailbox.yaml')) });
});
afterAll(() => world.end());

const feed = async (subject: string, body: string) => {
  const raw = Buffer.from(`From: a.b@moss.example\nSubject: ${subject}\nMessage-ID: <${subject}@x>\n\n${body}\n`);
  return (await world.client.messages.feed({ params: { mailbox: 'office' }, body: raw })).key;
};
const detail = (key: string) => world.client.messages.get({ params: { key } });
const handled = (key: string) =>
  until(`${key} is handled`, async () => {
    const found = await detail(key);
    return found.state !== 'waiting' && found;
  });
/** Categories in the list of all that came, by subject; the table is made with its first line. */
async function logged(): Promise<Record<string, string>> {
  const query = world.sql<{ subject: string; category: string }>('SELECT subject, category FROM office_log');
  const rows = await query.catch(() => []);
  return Object.fromEntries(rows.map(({ subject, category }) => [subject, category]));
}
async function refusal(call: Promise<unknown>): Promise<string> {
  const error = (await call.then(
    () => {
      throw new Error('it was not refused');
    },
    (reason: unknown) => reason,
  )) as ClientError;
  return error.code;
}

describe('who looks after a category', () => {
  const sorted = { name: 'front' };
  const source = `mailbox: front
addresses: [front@gannetbay.example]
sorter:
  owners: { table: desk_list, by: category, take: address }
  categories: [{ category: lost gear, when: [message.subject, contains, lost] }]
sieves: []
otherwise: done
routes: [{ to: desks, when: [message.owner, present], with: { to: '{{ message.owner }}', original: as it is } }]
`;
  const put = async (address: string) =>
    world.client.lookups.put({
      params: { name: 'desk_list' },
      query: { dry: 'false' },
      body: Buffer.from(`category,address\nLost Gear,${address}\n`),
    });
  const fed = async (subject: string) => {
    const body = Buffer.from(`From: a.b@moss.example\nSubject: ${subject}\nMessage-ID: <${subject}@x>\n\nhello\n`);
    return handled((await world.client.messages.feed({ params: { mailbox: 'front' }, body })).key);
  };
  const went = (subject: string) =>
    until(`“${subject}” is passed on`, async () =>
      world.mail.arrived.find(({ raw }) => raw.includes(`Subject: ${subject}`)),
    );

  test('is looked up in a table, as it is when the message comes; the table says who asks it', async () => {
    await world.client.mailboxes.put({ params: sorted, body: Buffer.from(source) });
    const before = await fed('lost oar');
    expect([before.state, before.reasons[0]?.code]).toEqual(['review', 'YS-LOOKUP-NO-TABLE']);
    await put('first@gannetbay.example');
    await world.client.messages.again({ params: { key: before.key }, query: {} });
    expect((await went('lost oar')).to).toEqual(['first@gannetbay.example']);
    await put('second@gannetbay.example');
    await fed('lost rope');
    expect((await went('lost rope')).to).toEqual(['second@gannetbay.example']);
    const { categories } = await world.client.sorting.get({ params: sorted });
    expect(categories[0]).toMatchObject({ category: 'lost gear', owner: 'second@gannetbay.example' });
    const { items } = await world.client.lookups.list();
    expect(items.find(({ name }) => name === 'desk_list')?.used_by).toEqual(['mailbox front']);
  });
});

describe('a mailbox’s file', () => {
  test('is changed by a form only as it was seen, and stays as it is where it would not compile', async () => {
    const { mailboxes } = world.client;
    const named = { name: 'side' };
    await mailboxes.put({
      params: named,
      body: Buffer.from('mailbox: side\naddresses: [side@gannetbay.example]\nsieves: [] # none yet\n'),
    });
    const { digest: seen } = await mailboxes.get({ params: named });
    const sorter = (...categories: string[]) => ({
      act: 'set sorter' as const,
      categories: categories.map((category) => ({ was: null, category })),
    });
    const wrong = mailboxes.edit({ params: named, body: { seen, act: sorter('noise', 'noise') } });
    expect(await refusal(wrong)).toBe('YS-SORTER-TWICE');
    const both = await Promise.allSettled([
      mailboxes.edit({ params: named, body: { seen, act: sorter('noise') } }),
      mailboxes.edit({ params: named, body: { seen, act: sorter('paint') } }),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(await refusal(mailboxes.edit({ params: named, body: { seen, act: sorter('late') } }))).toBe(
      'YS-MAILBOX-CHANGED',
    );
    const now = await mailboxes.get({ params: named });
    expect(now.sorter?.categories).toHaveLength(1);
    expect(now.source).toContain('# none yet');
  });
});

describe('a general address', () => {
  test('before anything is learned, all is unsorted, waits, and is listed all the same', async () => {
    const key = await feed('Gate', 'My key card does not open the gate');
    const found = await handled(key);
    expect([found.state, found.category, found.reasons[0]?.code]).toEqual(['review', null, 'YS-MESSAGE-UNSORTED']);
    expect(found.reasons[0]?.text).toContain('were not tried');
    await until('it is listed', async () => (await logged()).Gate === 'unsorted');
    expect(Object.fromEntries(found.routes.map(({ destination, fires }) => [destination, fires]))).toEqual({
      'office-log': true,
      desks: false,
    });
    expect(await refusal(world.client.sorting.use({ params }))).toBe('YS-SORTER-TOO-FEW');
    keys.set('gate', key);
  });

  test('messages are labelled, one or many; what is wrong with a label is said', async () => {
    const { client } = world;
    for (const { message } of labels) {
      const body = readFileSync(demoFile('office', ...message.split('/')));
      keys.set(message, (await client.messages.feed({ params: { mailbox: 'office' }, body })).key);
    }
    for (const category of new Set(labels.map((one) => one.category))) {
      const some = labels.filter((one) => one.category === category).map(({ message }) => keys.get(message) ?? '');
      await client.sorting.labelMany({ body: { keys: some, category } });
    }
    const key = keys.get('gate') ?? '';
    expect(await refusal(client.sorting.label({ params: { key }, body: { category: 'fish' } }))).toBe(
      'YS-LABEL-CATEGORY',
    );
    expect(
      await refusal(client.sorting.labelMany({ body: { keys: [world.name.padEnd(36, '0')], category: null } })),
    ).toBe('YS-REQUEST-INVALID');
    expect((await client.sorting.labels({ params })).items).toHaveLength(labels.length);
  });

  test('each label is judged by a sorter that has not seen it', async () => {
    const found = await world.client.sorting.get({ params });
    expect(found).toMatchObject({ threshold: 0.6, in_use: null, current: false });
    expect(found.judged).toHaveLength(labels.length);
    const right = found.table.reduce((sum, { given }, i) => sum + (given[i] ?? 0), 0);
    const wrong = found.judged.filter((one) => one.sure && one.judged !== one.labelled).length;
    expect(right).toBeGreaterThan(labels.length * 0.7);
    expect(wrong).toBeLessThan(labels.length * 0.05);
    expect(found.table.reduce((sum, { labelled }) => sum + labelled, 0)).toBe(labels.length);
    expect(found.categories.map(({ category, labelled }) => [category, labelled]).at(-1)).toEqual([
      'none of these',
      labels.filter(({ category }) => category === null).length,
    ]);
  });

  test('before a sorter is used, what it would change is said, and nothing is changed', async () => {
    for (const { message } of labels) await handled(keys.get(message) ?? '');
    const { number, looked, changes } = await world.client.sorting.use({ params, query: { dry: 'true' } });
    expect([number, looked]).toEqual([null, labels.length + 1]);
    expect(changes.find(({ message }) => message === keys.get('gate'))).toMatchObject({
      was: null,
      will: 'gate keys',
      left: true,
    });
    expect((await world.client.sorting.get({ params })).in_use).toBeNull();
  });

  test('a file of labels says the same by command line, as far as the messages are there', async () => {
    const { client } = world;
    for (const { message } of labels.slice(0, 5))
      await client.sorting.unlabel({ params: { key: keys.get(message) ?? '' } });
    const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-labels-'));
    const lines = labels.map(({ message, category }) => ({
      message: demoFile('office', ...message.split('/')),
      category,
    }));
    writeFileSync(join(folder, 'new.eml'), 'Subject: New\nMessage-ID: <new@x>\n\nnobody has seen this\n');
    const all = [...lines, { message: 'new.eml', category: null }];
    writeFileSync(join(folder, 'labels.jsonl'), all.map((line) => JSON.stringify(line)).join('\n'));
    const done = await runCommand(['label', 'file', 'office', join(folder, 'labels.jsonl')], {
      env: serviceEnv(world),
    });
    expect([done.exit, done.out]).toEqual([
      1,
      expect.stringMatching(/^46 messages are labelled\.\n1 are not in office: new\.eml/),
    ]);
    const { items } = await client.sorting.labels({ params });
    const byKey = new Map(items.map(({ message, category }) => [message, category]));
    expect(labels.map(({ message }) => byKey.get(keys.get(message) ?? ''))).toEqual(
      labels.map(({ category }) => category),
    );
    rmSync(folder, { recursive: true });
  });

  test('in use it sorts what comes, says why, and brings it to the right desk', async () => {
    expect((await world.client.sorting.use({ params })).number).toBe(1);
    expect(await world.client.sorting.get({ params })).toMatchObject({ in_use: { number: 1 }, current: true });
    const found = await handled(await feed('Diesel', 'Some diesel ran into the basin and there is a film of oil'));
    expect([found.state, found.category, found.record]).toEqual(['done', 'waste oil', null]);
    expect(found.sorting).toMatchObject({ by: 'learned', version: expect.stringMatching(/^[0-9a-f]{64}$/) });
    expect(found.sorting?.words.for.length).toBeGreaterThan(0);
    await until('it is listed', async () => (await logged()).Diesel === 'waste oil');
    const arrived = await until('its desk has it', async () =>
      world.mail.arrived.find(({ to }) => to.includes('environment@gannetbay.example')),
    );
    // The message itself, with what is said of passing it on before its own header; the envelope is ours.
    expect(arrived.from).toBe('office-desk@gannetbay.example');
    const [head = '', ...body] = arrived.raw.split(/\r?\n\r?\n/);
    expect(head).toMatch(/^x-yellow-sieve-mailbox: office\r?\nResent-From: .*office-desk@/);
    expect(head).toContain('Resent-To: environment@gannetbay.example');
    expect(head).toMatch(/\nFrom: a\.b@moss\.example\r?\nSubject: Diesel\r?\nMessage-ID: <Diesel@x>/);
    expect(body.join('')).toContain('film of oil');
  });

  test('what it cannot say waits; a person says it, and it goes to the right desk by that', async () => {
    const key = await feed('Olie', 'Hej, hvor kan vi aflevere vores gamle olie og filtrene? Vi skifter den på mandag.');
    expect((await handled(key)).reasons[0]?.text).toContain('(da)');
    await world.client.sorting.label({ params: { key }, body: { category: 'waste oil', again: true } });
    const found = await until('it is sorted', async () => {
      const now = await detail(key);
      return now.state === 'done' && now;
    });
    expect([found.category, found.sorting?.by, found.labelled?.category]).toEqual(['waste oil', 'person', 'waste oil']);
    await until('the list knows', async () => (await logged()).Olie === 'waste oil');
    expect((await world.client.sorting.get({ params })).current).toBe(false);
  });

  test('before it is sorted anew, what would become of it is said, and what already went where', async () => {
    const { client } = world;
    const key = await feed('Tern film', 'We would like to film a scene of our series at the north mole, may we');
    await client.sorting.label({ params: { key }, body: { category: 'filming', again: true } });
    await until('it is at its desk', async () =>
      (await detail(key)).deliveries.some((one) => one.destination === 'desks' && one.state === 'delivered'),
    );
    const look = async () => {
      const { job } = await client.messages.againMany({ query: { dry: 'true' }, body: { keys: [key] } });
      await until('it is looked at', async () => (await client.jobs.get({ params: { key: job } })).finished !== null);
      const [found] = (await client.jobs.findings({ params: { key: job }, query: {} })).items;
      return found?.detail as { category: unknown; routes: { to: string; kind: string; left: boolean }[] } | undefined;
    };
    // As it was sorted, so it would be: the sorter in use and what people said count.
    expect(await look()).toBeUndefined();
    await client.sorting.label({ params: { key }, body: { category: 'lost gear', again: false } });
    const found = await look();
    expect(found?.category).toEqual({ before: 'filming', after: 'lost gear' });
    expect(found?.routes.map(({ to, left }) => [to, left])).toContainEqual(['desks', true]);
  });

  test('what was unsorted goes where it belongs when it is put through again', async () => {
    const key = keys.get('gate') ?? '';
    await world.client.messages.again({ params: { key }, query: {} });
    await until('it is sorted', async () => (await detail(key)).category === 'gate keys');
    await until('the list knows', async () => (await logged()).Gate === 'gate keys');
    const rows = await world.sql("SELECT * FROM office_log WHERE subject = 'Gate'");
    expect(rows).toHaveLength(1);
  });

  test('the command line does the same', async () => {
    const run = (...argv: string[]) => runCommand(argv, { env: serviceEnv(world) });
    const shown = await run('sorter', 'office');
    expect(shown.out).toMatch(/gate keys +.*100 %/);
    expect(shown.out).toContain('Sorter 1 is in use');
    const key = keys.get('gate') ?? '';
    expect((await run('label', 'gate keys', key)).out).toContain('is labelled “gate keys”');
    expect((await run('labels', 'office')).out).toContain('Gate');
    expect((await run('sorter', 'use', 'office', '--yes')).out).toContain('Sorter 2 is in use');
    expect((await run('label', 'remove', key)).out).toContain('Taken back');
    // From files alone it finds what the service finds.
    const offline = await run('sorter', demoFile('office', 'office.mailbox.yaml'), '--json');
    const { table } = JSON.parse(offline.out) as { table: { category: string }[] };
    expect(table.map(({ category }) => category)).toContain('none of these');
  });
});

describe('what only a description tells', () => {
  const model = { kind: 'model', model: 'stand-in', may_ask: true, timeout_seconds: 2 };
  const danish =
    'Hej, min nøgle til lågen virker ikke mere, og kortet åbner heller ikke døren til broen. Hvem kan hjælpe?';

  test('is put to a model, which chooses between the categories and says for which words', async () => {
    await world.client.connections.put({
      params: { name: 'model' },
      body: { ...model, url: `http://127.0.0.1:${world.model.port}/v1`, price_per_1000_tokens: 0.5, currency: 'GBP' },
    });
    const found = await handled(await feed('Nøgle', danish));
    expect(found.sorting).toMatchObject({ by: 'described', category: 'gate keys', confidence: null });
    expect(found.sorting?.quote).toMatch(/nøgle/i);
    const { items } = await world.client.model.use({ query: {} });
    expect(items.find(({ sieve }) => sieve === 'mailbox office')).toMatchObject({ rule: 'sorter', asked: 1 });
  });

  test('waits while the model is down, and goes on by itself; the same is never asked twice', async () => {
    world.model.mood('fail');
    const key = await feed('Kort', `${danish} Kortet er nyt.`);
    await until('it waits for the answer', async () => {
      const rows = await world.sql<{ wants: number }>('SELECT wants FROM message WHERE id = ?', [key]);
      return rows[0]?.wants === 1;
    });
    expect((await detail(key)).state).toBe('waiting');
    world.model.mood('well');
    expect((await handled(key)).category).toBe('gate keys');
    const asked = () => fetch(`http://127.0.0.1:${world.model.port}/`).then((answer) => answer.json());
    const before = await asked();
    await world.client.messages.again({ params: { key }, query: {} });
    expect((await handled(key)).category).toBe('gate keys');
    expect(await asked()).toEqual(before);
  });

  test('costs no more a day than the mailbox says', async () => {
    const text = readFileSync(demoFile('office', 'office.mailbox.yaml'), 'utf8');
    const put = (ceiling: number) =>
      world.client.mailboxes.put({
        params,
        body: Buffer.from(text.replace('sorter:\n', `sorter:\n  asking: { ceiling: ${ceiling} }\n`)),
      });
    await put(0);
    const key = await feed('Dør', `${danish} Det haster.`);
    await until('it is held', async () => {
      const [row] = await world.sql<{ detail: string | null }>("SELECT detail FROM want WHERE state = 'waiting'");
      return row?.detail?.includes('ceiling');
    });
    await put(10);
    expect((await handled(key)).category).toBe('gate keys');
  });
});

describe('answering in the thread', () => {
  const mailbox = `mailbox: clerk
addresses: [clerk@gannetbay.example]
sieves: []
otherwise: done
routes:
  - to: desks
    name: received
    with: { reply: yes, text: "We have your letter “{{ message.subject }}”." }
  - to: desks
    name: note
    when: [message.body, contains, rudder]
    with: { to: yard@gannetbay.example, subject: "For the yard", text: "Please look.", original: attached }
`;
  const write = async (id: string, headers = '', from = 'a.b@moss.example') => {
    const raw = Buffer.from(
      `From: ${from}\nSubject: Mast\nMessage-ID: <${id}@moss.example>\n${headers}\nIt is bent.\n`,
    );
    const { key } = await world.client.messages.feed({ params: { mailbox: 'clerk' }, body: raw });
    await handled(key);
    return key;
  };
  const answers = () => world.mail.arrived.filter(({ raw }) => /^Subject: Re: Mast/m.test(raw));
  const deliveryOf = async (key: string) => (await detail(key)).deliveries[0];

  test('goes to the sender once for each thread, marked as what it is', async () => {
    await world.client.mailboxes.put({ params: { name: 'clerk' }, body: Buffer.from(mailbox) });
    await write('1');
    const [answer] = await until('it is answered', async () => answers().length > 0 && answers());
    expect(answer?.to).toEqual(['a.b@moss.example']);
    expect(answer?.raw).toMatch(/^In-Reply-To: <1@moss\.example>/m);
    expect(answer?.raw).toMatch(/^References: <1@moss\.example>/m);
    expect(answer?.raw).toMatch(/^Auto-Submitted: auto-replied/m);
    const second = await write('2', 'In-Reply-To: <1@moss.example>\nReferences: <1@moss.example>\n');
    expect(await deliveryOf(second)).toMatchObject({
      state: 'dropped',
      answer: expect.stringContaining('once in a thread'),
    });
    await write('3');
    await until('another thread has its own', async () => answers().length === 2);
  });

  test('never to what is automatic or came by a list, and that is no trouble', async () => {
    const list = await write('4', 'List-Id: <boats.moss.example>\n');
    expect(await deliveryOf(list)).toMatchObject({ state: 'dropped', answer: expect.stringContaining('by a list') });
    const absent = await write('5', 'Auto-Submitted: auto-replied\n');
    expect(await deliveryOf(absent)).toMatchObject({ state: 'dropped', answer: expect.stringContaining('automatic') });
    expect((await detail(absent)).state).toBe('done');
    expect(answers()).toHaveLength(2);
  });

  test('what is of the past is answered by nobody, and the next in its thread is the first', async () => {
    const raw = (id: string, more = '') =>
      Buffer.from(`From: a.b@moss.example\nSubject: Mast\nMessage-ID: <${id}@moss.example>\n${more}\nIt is bent.\n`);
    const before = answers().length;
    const old = await world.client.messages.feed({
      params: { mailbox: 'clerk' },
      query: { tells: '' },
      body: raw('7'),
    });
    await handled(old.key);
    expect((await deliveryOf(old.key))?.state).toBe('kept back');
    const next = { params: { mailbox: 'clerk' }, body: raw('8', 'References: <7@moss.example>\n') };
    await handled((await world.client.messages.feed(next)).key);
    await until('the sender has an answer', async () => answers().length === before + 1);
  });

  test('a written text can have the message attached, byte for byte', async () => {
    const raw = 'From: c@moss.example\nSubject: Help\nMessage-ID: <6@moss.example>\n\nThe rudder is gone.\n';
    await world.client.messages.feed({ params: { mailbox: 'clerk' }, body: Buffer.from(raw) });
    const noted = await until('the yard has it', async () =>
      world.mail.arrived.find(({ to }) => to.includes('yard@gannetbay.example')),
    );
    expect(noted.raw).toMatch(/^Subject: For the yard/m);
    expect(noted.raw).toContain('Content-Type: message/rfc822');
    const [, part = ''] = noted.raw.split(/Content-Type: message\/rfc822[\s\S]*?\r?\n\r?\n/);
    expect(part.replaceAll('\r\n', '\n')).toContain(raw.trimEnd());
  });
});
