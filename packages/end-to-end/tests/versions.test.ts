import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type ClientError, createClient } from '@yellow-sieve/client';
import type { MessageCoverage } from '@yellow-sieve/core';
import { demoFile, demoMail, setUpBerths, startWorld, type World } from './harness.js';

let world: World;
const name = 'berth-request';
const source = readFileSync(demoFile('berths', 'berth-request.sieve.yaml'), 'utf8');
const changed = (from: string | RegExp, to: string) => Buffer.from(source.replace(from, to));
const params = { name };
const sampleNames = ['001', '002', '003', '009', '011'].map((number) => `messages/${number}.eml`);
const misspelt = () => changed('Wanted pier: [[pier]]', 'Quay wanted: [[pier]]');

beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  for (const sample of sampleNames)
    await world.client.samples.put({ params: { name, sample }, body: demoMail(sample.slice(9, 12)) });
  // The file says what is expected; it is taken over when the text is put.
  await world.client.sieves.put({ params, body: changed('title: Berth requests', 'title: Berths') });
});
afterAll(() => world.end());

/** The code a call is refused with. */
async function refusal(call: Promise<unknown>): Promise<[string, number, string]> {
  const error = (await call.then(
    () => {
      throw new Error('it was not refused');
    },
    (reason: unknown) => reason,
  )) as ClientError;
  return [error.code, error.problem.status, error.message];
}

describe('samples', () => {
  test('are kept with what the file expects of them', async () => {
    const { items } = await world.client.samples.list({ params });
    expect(items.map((item) => item.name)).toEqual(sampleNames);
    expect(items[0]).toMatchObject({
      subject: 'Berth request: Kittiwake',
      expect: { vessel: 'Kittiwake', deposit: '40.00', remarks: null },
      by: 'first start',
    });
    const raw = await world.client.samples.raw({ params: { name, sample: 'messages/001.eml' } });
    expect(Buffer.from(raw).equals(demoMail('001'))).toBe(true);
  });

  test('give the grid of coverage, a page at a time', async () => {
    const { client } = world;
    const first = await client.sieves.coverage({ params, query: { limit: '3' } });
    expect(first.fields.slice(0, 2)).toEqual([
      { name: 'vessel', type: 'text', unit: null, required: true },
      { name: 'length', type: 'number', unit: 'm', required: false },
    ]);
    const cells = (first.items as MessageCoverage[]).map((item) => item.cells);
    expect(cells[0]?.deposit).toMatchObject({ state: 'found', right: true, expected: { value: 40, currency: 'GBP' } });
    expect(cells[2]?.arrival).toMatchObject({ state: 'found', right: true, evidence: [{ how: 'read' }] });
    const rest = await client.sieves.coverage({ params, query: { limit: '3', cursor: first.next ?? '' } });
    expect((rest.items as MessageCoverage[]).map((item) => [item.message, item.tried])).toEqual([
      // Nobody has asked a model about it yet.
      ['messages/009.eml', false],
      ['messages/011.eml', true],
    ]);
    expect(rest.next).toBeNull();
  });

  test('say what a draft would change, before anything is published', async () => {
    const { client } = world;
    await client.sieves.putDraft({ params, body: misspelt() });
    const page = await client.sieves.coverage({ params, query: { with: 'draft' } });
    const cells = (page.items as MessageCoverage[]).map((item) => item.cells.pier);
    expect(cells[0]).toMatchObject({ state: 'wrong', right: false, expected: 'North', value: null, was: 'North' });
    expect(cells[1]).toMatchObject({ state: 'changed', right: null, was: 'North' });
    await client.sieves.dropDraft({ params });
  });

  test('are made of pasted text, of a stored message with its values, and are judged one by one', async () => {
    const { client } = world;
    const sample = 'samples/pasted.eml';
    const pasted = {
      from: 'ann@skerry.example',
      subject: 'Berth request: Tern',
      text: 'Vessel: Tern\nArrives 3 May 2027\nE-mail: a@b.example\n',
    };
    await client.samples.paste({ params: { name, sample }, body: pasted });
    const confirmed = await client.samples.confirm({
      params: { name, sample },
      body: { fields: ['vessel', 'nights'] },
    });
    expect(confirmed.expect).toEqual({ vessel: 'Tern', nights: null });
    const judged = await client.samples.expect({ params: { name, sample }, body: { expect: { length: '9,5 m' } } });
    expect(judged.expect).toEqual({ length: '9,5 m' });
    const wrong = client.samples.expect({ params: { name, sample }, body: { expect: { nights: 'a few' } } });
    expect((await refusal(wrong)).slice(0, 2)).toEqual(['YS-EXPECTED', 422]);
    const unknown = client.samples.expect({ params: { name, sample }, body: { expect: { nigths: 3 } } });
    expect((await refusal(unknown))[2]).toContain('“nights”');
    await client.samples.remove({ params: { name, sample } });
    expect((await refusal(client.samples.get({ params: { name, sample } })))[0]).toBe('YS-NOT-FOUND');
  });

  test('have names that stay inside a folder, and are not confirmed before their questions are answered', async () => {
    for (const sample of ['../x.eml', '/etc/passwd', 'a/../b.eml', 'a\nb'])
      expect(await refusal(world.client.samples.get({ params: { name, sample } }))).toMatchObject([
        'YS-REQUEST-INVALID',
        400,
        expect.anything(),
      ]);
    const asked = { params: { name, sample: 'messages/009.eml' }, body: {} };
    expect((await refusal(world.client.samples.confirm(asked)))[0]).toBe('YS-SAMPLE-NOT-TRIED');
  });
});

describe('two people at once', () => {
  test('the second to publish is told who was first', async () => {
    const { client } = world;
    const { digest, version } = await client.sieves.get({ params });
    await client.sieves.put({ params, body: changed('title: Berth requests', 'title: First'), match: digest });
    const [code, status, sentence] = await refusal(
      client.sieves.put({ params, body: changed('title: Berth requests', 'title: Second'), match: digest }),
    );
    expect([code, status]).toEqual(['YS-SIEVE-CHANGED', 412]);
    expect(sentence).toContain(`first start published version ${version + 1}`);
    expect((await client.sieves.get({ params })).title).toBe('First');
  });

  test('the second to save a draft is told, and the draft survives', async () => {
    const { client } = world;
    const begun = await client.sieves.putDraft({ params, body: changed('title: Berth requests', 'title: Mine') });
    const other = await client.tokens.make({ body: { name: 'Ottoline', role: 'author' } });
    const ottoline = createClient({ url: world.url, token: other.token });
    await ottoline.sieves.putDraft({ params, body: Buffer.from('sieve: [unfinished'), match: begun.digest });
    const [code, status, sentence] = await refusal(
      client.sieves.putDraft({ params, body: changed('x', 'y'), match: begun.digest }),
    );
    expect([code, status, sentence.includes('Ottoline changed it')]).toEqual(['YS-DRAFT-CHANGED', 412, true]);
    await world.restart();
    const kept = await world.client.sieves.draft({ params });
    expect(kept).toMatchObject({ source: 'sieve: [unfinished', by: 'Ottoline', base: begun.base });
    expect(kept.problems[0]).toMatchObject({ code: 'YS-FILE-SYNTAX', line: 1 });
    expect((await refusal(world.client.sieves.publish({ params, body: {} })))[1]).toBe(422);
    await world.client.sieves.dropDraft({ params });
  });

  test('a draft that fell behind is not published over what somebody else did', async () => {
    const { client } = world;
    const draft = await client.sieves.putDraft({ params, body: changed('title: Berth requests', 'title: Behind') });
    await client.sieves.put({ params, body: changed('title: Berth requests', 'title: Ahead') });
    expect((await refusal(client.sieves.publish({ params, body: {}, match: draft.digest })))[0]).toBe(
      'YS-DRAFT-BEHIND',
    );
    const { version } = await client.sieves.get({ params });
    const body = Buffer.from(draft.source);
    const anew = await client.sieves.putDraft({ params, body, match: draft.digest, query: { base: String(version) } });
    const published = await client.sieves.publish({ params, body: {}, match: anew.digest });
    expect([published.title, published.version]).toEqual(['Behind', version + 1]);
    expect((await refusal(client.sieves.draft({ params })))[0]).toBe('YS-NOT-FOUND');
  });
});

test('a draft that was published meanwhile is not begun anew unseen', async () => {
  const { client } = world;
  const draft = await client.sieves.putDraft({ params, body: changed('title: Berth requests', 'title: Ours') });
  await client.sieves.publish({ params, body: {}, match: draft.digest });
  const late = client.sieves.putDraft({
    params,
    body: changed('title: Berth requests', 'title: Late'),
    match: 'f'.repeat(64),
  });
  expect((await refusal(late)).slice(0, 2)).toEqual(['YS-SIEVE-CHANGED', 412]);
  const { digest } = await client.sieves.get({ params });
  expect((await client.sieves.putDraft({ params, body: changed('x', 'y'), match: digest })).base).toBeGreaterThan(1);
  await client.sieves.dropDraft({ params });
});

describe('publishing', () => {
  test('a field with expected values cannot go without a word either', async () => {
    const { client } = world;
    const gone = source
      .replace(/ {2}deposit: \{.*\n/, '')
      .replace(/ +Deposit paid: .*\n/, '')
      .replace(/ +Deposit: .*\n/, '')
      .replace(/ +deposit: 40.00,\n/, '');
    const [code, , sentence] = await refusal(
      client.sieves.put({ params, body: Buffer.from(gone.replace(/\nsamples:[\s\S]*/, '\n')) }),
    );
    expect([code, sentence]).toEqual(['YS-PUBLISH-BREAKS', expect.stringContaining('messages/001.eml: deposit')]);
  });

  test('what breaks expected values wants a reason, and the version keeps it', async () => {
    const { client } = world;
    const { version } = await client.sieves.get({ params });
    const [code, status, sentence] = await refusal(client.sieves.put({ params, body: misspelt() }));
    expect([code, status]).toEqual(['YS-PUBLISH-BREAKS', 409]);
    expect(sentence).toContain('messages/001.eml: pier');
    expect((await client.sieves.get({ params })).version).toBe(version);
    const why = 'the form lost its pier last week';
    const published = await client.sieves.put({ params, body: misspelt(), query: { why } });
    expect(published.version).toBe(version + 1);
    const { items } = await client.sieves.versions({ params });
    expect(items[0]).toMatchObject({ number: version + 1, why, by: 'first start', back_to: null });
  });

  test('expected values that the same text changes are no reason to ask', async () => {
    const { client } = world;
    const text = misspelt().toString().replaceAll('pier: North,', 'pier: null,');
    await client.sieves.put({ params, body: Buffer.from(text) });
    const { expect: expected } = await client.samples.get({ params: { name, sample: 'messages/001.eml' } });
    expect(expected?.pier).toBeNull();
  });

  test('goes back to an earlier version, byte for byte, and compares', async () => {
    const { client } = world;
    const why = 'the pier is back';
    const live = await client.sieves.get({ params });
    const back = await client.sieves.back({ params: { name, number: 1 }, body: { why }, match: live.digest });
    expect(back.version).toBe(live.version + 1);
    expect((await client.sieves.get({ params })).source).toBe(source);
    const { items } = await client.sieves.versions({ params, query: { limit: '1' } });
    expect(items).toMatchObject([{ back_to: 1, why }]);
    const query = { from: String(live.version), to: 'live' };
    const compared = await client.sieves.compare({ params, query });
    expect(compared.diff).toContain('-          Quay wanted: [[pier]]\n+          Wanted pier: [[pier]]');
    expect(await client.sieves.compare({ params, query: { from: '1', to: 'live' } })).toMatchObject({ same: true });
    expect((await refusal(client.sieves.version({ params: { name, number: 99 } })))[0]).toBe('YS-NOT-FOUND');
  });
});

describe('a suggestion from stored messages', () => {
  test('is a sieve that finds in them what it says, and nothing is kept of it', async () => {
    const { client } = world;
    const keys = [];
    for (const number of ['001', '003'])
      keys.push((await client.messages.feed({ params: { mailbox: 'berths' }, query: {}, body: demoMail(number) })).key);
    const found = await client.sieves.suggest({ body: { messages: keys, sieve: 'forms', locale: 'en-GB' } });
    expect(found.fields.map((field) => field.name)).toEqual(expect.arrayContaining(['vessel', 'skipper', 'email']));
    expect(found.layouts.flatMap(({ messages }) => messages).sort()).toEqual(
      keys.map((key) => `samples/${key}.eml`).sort(),
    );
    const sieves = await client.sieves.list();
    expect(sieves.items.map((item) => item.name)).toEqual([name]);
    await client.sieves.put({ params: { name: 'forms' }, body: Buffer.from(found.source) });
    for (const key of keys) await client.samples.fromMessage({ params: { name: 'forms' }, body: { message: key } });
    const grid = await client.sieves.coverage({ params: { name: 'forms' } });
    const cells = (grid.items as MessageCoverage[]).flatMap((item) => Object.values(item.cells));
    expect(cells.filter(({ state }) => state === 'found').length).toBeGreaterThan(10);
    expect(cells.filter(({ state }) => state === 'wrong' || state === 'problem')).toEqual([]);
  });

  test('of messages that have nothing to find is refused in words', async () => {
    const { client } = world;
    const body = Buffer.from('From: a@b.example\nSubject: Hello\n\nhello\n');
    const { key } = await client.messages.feed({ params: { mailbox: 'berths' }, query: {}, body });
    expect((await refusal(client.sieves.suggest({ body: { messages: [key] } })))[0]).toBe('YS-SUGGEST-NOTHING');
    expect((await refusal(client.sieves.suggest({ body: { messages: [] } })))[0]).toBe('YS-REQUEST-INVALID');
  });
});
