import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { ClientError } from '@yellow-sieve/client';
import { runCommand, serviceEnv } from './command-line.js';
import { demoFile, demoMail, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
const name = 'berth-request';
const params = { name };
const source = readFileSync(demoFile('berths', 'berth-request.sieve.yaml'), 'utf8');
const sample = 'messages/001.eml';
let record = '';
let message = '';

beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  const { client } = world;
  await client.samples.put({ params: { ...params, sample }, body: demoMail('001') });
  await client.sieves.put({ params, body: Buffer.from(source.replace('Berth requests', 'Berths')) });
  for (const number of ['001', '003', '004']) {
    const { key } = await client.messages.feed({ params: { mailbox: 'berths' }, query: {}, body: demoMail(number) });
    if (number === '003') message = key;
  }
  record = (await until('the message is handled', async () => {
    const detail = await client.messages.get({ params: { key: message } });
    return detail.state === 'done' ? detail.record : null;
  })) as string;
  await until('all messages are handled', async () => {
    const { items } = await client.messages.list({ query: { state: 'waiting' } });
    return items.length === 0;
  });
});
afterAll(() => world.end());

const refusal = async (call: Promise<unknown>) =>
  call.then(
    () => null,
    (error: unknown) => (error instanceof ClientError ? error.code : String(error)),
  );

const overJob = (key: string) =>
  until('the job is over', async () => {
    const job = await world.client.jobs.get({ params: { key } });
    return job.finished === null ? null : job;
  });

describe('renaming a field', () => {
  test('is shown first, and changes nothing by that', async () => {
    const { client } = world;
    const { digest } = await client.sieves.get({ params });
    const plan = await client.sieves.rename({ params, body: { from: 'skipper', to: 'contact', dry: true } });
    expect(plan).toMatchObject({
      version: 2,
      places: 9,
      spelled_out: ['berth-table'],
      asks: ['what they ask for'],
      draft: false,
      samples: 1,
      records: 3,
      job: null,
    });
    expect(plan.diff).toContain('-          Skipper: [[skipper]]\n+          Skipper: [[contact]]');
    expect(plan.diff).toContain('+      skipper: "{{ contact }}"');
    expect((await client.sieves.get({ params })).digest).toBe(digest);
  });

  test('takes rules, draft, samples, what people said, and stored records with it', async () => {
    const { client } = world;
    await client.records.enter({ params: { key: record }, body: { fields: { skipper: 'Theodora Lunde' } } });
    await until('the correction is in', async () => {
      const { fields } = await client.records.get({ params: { key: record } });
      return (fields as Record<string, unknown>).skipper === 'Theodora Lunde';
    });
    await client.records.judge({ params: { key: record }, body: { path: 'skipper', right: true } });
    const live = await client.sieves.get({ params });
    const draft = live.source.replace('Phone: [[phone]]', 'Telephone: [[phone]]');
    await client.sieves.putDraft({ params, body: Buffer.from(draft) });

    const done = await client.sieves.rename({ params, body: { from: 'skipper', to: 'contact' }, match: live.digest });
    expect(done).toMatchObject({ version: 3, draft: true });
    expect(await overJob(done.job ?? '')).toMatchObject({ state: 'done', result: { renamed: 3 } });

    const { items: versions } = await client.sieves.versions({ params });
    expect(versions[0]).toMatchObject({ number: 3, renamed: { from: 'skipper', to: 'contact' } });
    expect(await client.sieves.draft({ params })).toMatchObject({ base: 3, problems: [] });
    expect((await client.sieves.draft({ params })).source).toContain('contact: { type: text }');
    const kept = await client.samples.get({ params: { ...params, sample } });
    expect(kept.expect).toMatchObject({ contact: 'Ottoline Marsh' });
    expect(kept.expect).not.toHaveProperty('skipper');
    const { items: accuracy } = await client.sieves.accuracy({ params });
    expect(accuracy).toMatchObject([{ field: 'contact', judged: 2, right: 1 }]);

    const stored = await client.records.get({ params: { key: record } });
    expect(stored.fields).toMatchObject({ contact: 'Theodora Lunde' });
    expect(Object.keys(stored.fields as object)).not.toContain('skipper');
    expect(stored.evidence).toMatchObject({ contact: [{ how: 'entered' }] });
  });

  test('records are found by the new name, and by the old one no more', async () => {
    const found = async (field: string) =>
      (await world.client.records.list({ query: { field, starts: 'Theodora' } })).items.length;
    expect([await found('contact'), await found('skipper')]).toEqual([1, 0]);
  });

  test('what a person entered stays when the message is put through again, and can be corrected by its old version', async () => {
    const { client } = world;
    await client.messages.again({ params: { key: message } });
    const fields = await until('the next revision', async () => {
      const now = await client.records.get({ params: { key: record } });
      return now.revision === 3 ? (now.fields as Record<string, unknown>) : null;
    });
    expect(fields.contact).toBe('Theodora Lunde');

    // This one was made by version 2, where the field still had its old name.
    const { items } = await client.records.list({ query: {} });
    const old = items.find(({ fields: all }) => (all as Record<string, unknown>).vessel === 'Kittiwake');
    await client.records.enter({ params: { key: old?.key ?? '' }, body: { fields: { contact: 'O. Marsh' } } });
    const corrected = await until('the correction is in', async () => {
      const now = await client.records.get({ params: { key: old?.key ?? '' } });
      return now.revision === 2 ? now : null;
    });
    expect(corrected).toMatchObject({
      fields: { contact: 'O. Marsh', vessel: 'Kittiwake' },
      made_from: { sieveVersion: 2, namesOf: 3 },
    });
  });

  test('names change in the order they changed, also where a name was given up and taken again', async () => {
    const { client } = world;
    for (const [from, to] of [
      ['contact', 'person'],
      ['remarks', 'contact'],
    ] as const) {
      const { job } = await client.sieves.rename({ params, body: { from, to } });
      await overJob(job ?? '');
    }
    const { fields } = await client.records.get({ params: { key: record } });
    expect(fields).toMatchObject({ person: 'Theodora Lunde', contact: expect.not.stringContaining('Lunde') });
  });

  test('is refused where it cannot be done, and when somebody else was quicker', async () => {
    const { client } = world;
    const to = (from: string, name_: string, match?: string) =>
      refusal(client.sieves.rename({ params, body: { from, to: name_ }, match }));
    expect(await to('person', 'vessel')).toBe('YS-RENAME-TAKEN');
    expect(await to('skiper', 'x')).toBe('YS-SIEVE-UNKNOWN-FIELD');
    expect(await to('person', 'x', 'another digest')).toBe('YS-SIEVE-CHANGED');
    const draft = await client.sieves.draft({ params });
    await client.sieves.putDraft({ params, body: Buffer.from(`${draft.source}\nnot: [closed`), match: draft.digest });
    expect(await to('person', 'x')).toBe('YS-RENAME-DRAFT');
    await client.sieves.dropDraft({ params });
  });

  test('on the command line it is shown, asked, and done', async () => {
    const env = serviceEnv(world);
    const argv = ['sieve', 'rename', name, 'person', 'skipper'];
    const asked = await runCommand([...argv, '--dry'], { env });
    expect(asked.out).toContain('Skipper: [[skipper]]');
    expect(asked.out).toContain('3 stored records.');
    expect((await runCommand(argv, { env })).exit).toBe(2);
    const ran = await runCommand([...argv, '--yes', '--why', 'back to the old word'], { env });
    expect(ran.out).toContain('person is skipper now: in version 6, which is live, and in 3 stored records.');
    const versions = await runCommand(['sieve', 'versions', name], { env });
    expect(versions.out).toContain('person is now skipper: back to the old word');
  });

  test('what waits for want of the field waits under its new name', async () => {
    const { client } = world;
    const { key } = await client.messages.feed({ params: { mailbox: 'berths' }, query: {}, body: demoMail('006') });
    const causes = async () => (await client.review.causes({ query: { sieve: name } })).items.map(({ cause }) => cause);
    await until('it waits', async () => (await client.messages.get({ params: { key } })).state === 'review');
    expect(await causes()).toEqual(['YS-FIELD-MISSING email']);
    const done = await client.sieves.rename({ params, body: { from: 'email', to: 'address' } });
    await overJob(done.job ?? '');
    expect(await causes()).toEqual(['YS-FIELD-MISSING address']);
  });
});
