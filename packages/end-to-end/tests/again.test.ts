import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { MessageDetail } from '@yellow-sieve/contract';
import type { EffectSummary, MessageCoverage, Outcome } from '@yellow-sieve/core';
import { demoFile, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
const name = 'berth-request';
const params = { name };
const source = readFileSync(demoFile('berths', 'berth-request.sieve.yaml'), 'utf8');
const mail = (vessel: string, length = '9 m') =>
  `Subject: Berth request: ${vessel}\r\n\r\nVessel: ${vessel}\r\nLength over all: ${length}\r\nArrives 3 June 2027 for 4 nights\r\nWanted pier: North\r\nE-mail: ${vessel.toLowerCase()}@b.example\r\n`;

beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
});
afterAll(() => world.end());

async function fed(vessel: string, length?: string): Promise<MessageDetail> {
  await sendRaw(world.smtpPort, mail(vessel, length));
  return settled(world.client, `Berth request: ${vessel}`);
}

/** The message once it has a later revision, and its deliveries came to rest. */
const revised = (key: string, after: number): Promise<MessageDetail> =>
  until('the message has its next revision', async () => {
    const detail = await world.client.messages.get({ params: { key } });
    const resting = detail.deliveries.every(({ state }) => !['waiting', 'retrying'].includes(state));
    return detail.state !== 'waiting' && (detail.revision ?? 0) > after && resting && detail;
  });

const outcomeOf = (detail: MessageDetail) => detail.outcome as Outcome;
const put = (text: string, why = 'a test') =>
  world.client.sieves.put({ params, body: Buffer.from(text), query: { why } });
const sheet = async () => {
  const { items } = await world.client.destinations.list();
  const link = items.find((item) => item.name === 'berth-book')?.links[0] ?? '';
  return (await fetch(`${world.url}${link}`)).text();
};
const states = (detail: MessageDetail) =>
  Object.fromEntries(detail.deliveries.map(({ destination, state }) => [destination, state]));

describe('a value a person entered', () => {
  test('makes the next revision, goes out, and survives putting through again', async () => {
    const { client } = world;
    const detail = await fed('Tern');
    const record = { key: detail.record ?? '' };
    await client.records.enter({ params: record, body: { fields: { nights: 6, pier: null } } });
    const entered = await revised(detail.key, 1);
    // The last day is worked out of what was entered.
    expect(outcomeOf(entered).fields).toMatchObject({ nights: 6, pier: null, departure: '2027-06-09', vessel: 'Tern' });
    expect(outcomeOf(entered).evidence.nights).toMatchObject([{ how: 'entered' }]);
    expect(await sheet()).toMatch(/Tern,9,2027-06-03,6,2027-06-09/);
    await client.messages.again({ params: { key: detail.key } });
    const again = await revised(detail.key, 2);
    expect(outcomeOf(again).fields).toMatchObject({ nights: 6, pier: null });
    await client.records.enter({ params: record, body: { take_back: ['pier'] } });
    expect(outcomeOf(await revised(detail.key, 3)).fields).toMatchObject({ nights: 6, pier: 'North' });
    await client.messages.again({ params: { key: detail.key }, query: { forget: 'true' } });
    expect(outcomeOf(await revised(detail.key, 4)).fields).toMatchObject({ nights: 4, departure: '2027-06-07' });
  });

  test('changes nothing else: the version that made the record makes the next revision', async () => {
    const { client } = world;
    const detail = await fed('Gull');
    await put(
      source.replace('Vessel: [[vessel]]', 'Ship: [[vessel]]').replace('Berth request: [[vessel]]', 'B [[vessel]]'),
    );
    await client.records.enter({ params: { key: detail.record ?? '' }, body: { fields: { nights: 2 } } });
    const entered = await revised(detail.key, 1);
    expect(outcomeOf(entered).fields).toMatchObject({ vessel: 'Gull', nights: 2 });
    expect((entered.made_from as { sieveVersion: number }).sieveVersion).toBe(1);
    // Put through again it is made by what is live, and what was entered is still there.
    await client.messages.again({ params: { key: detail.key } });
    const again = await revised(detail.key, 2);
    expect(again.made_from?.sieveVersion).toBe(2);
    expect(outcomeOf(again).fields).toMatchObject({ nights: 2 });
    await put(source);
  });

  test('must be a value of its field', async () => {
    const detail = await fed('Skua');
    const call = (fields: Record<string, string | number>) =>
      world.client.records.enter({ params: { key: detail.record ?? '' }, body: { fields } });
    await expect(call({ nights: 'many' })).rejects.toMatchObject({ code: 'YS-EXPECTED' });
    await expect(call({ nigths: 3 })).rejects.toMatchObject({ code: 'YS-EXPECTED' });
  });
});

describe('putting through again', () => {
  test('sends nothing a second time that is as it was', async () => {
    const detail = await fed('Fulmar', '25 m');
    expect(states(detail)).toMatchObject({ 'harbour-master': 'delivered', 'harbour-master-chat': 'delivered' });
    const mails = async () =>
      ((await (await fetch(`http://127.0.0.1:${world.mail.httpPort}/mails`)).json()) as unknown[]).length;
    const before = await mails();
    await world.client.messages.again({ params: { key: detail.key } });
    const again = await revised(detail.key, 1);
    const delivered = (of: MessageDetail) =>
      of.deliveries
        .filter(({ state }) => state === 'delivered')
        .map(({ destination, updated }) => [destination, updated]);
    expect(delivered(again)).toEqual(delivered(detail));
    expect(delivered(again)).toHaveLength(4);
    expect(await mails()).toBe(before);
  });

  test('takes lines out again of our own sheets, and of tables the service made', async () => {
    const detail = await fed('Petrel');
    expect(await sheet()).toContain('Petrel');
    await put(
      source
        .replace('  - to: berth-book\n', '  - to: berth-book\n    when: [length, over, "10"]\n')
        .replace('  - to: berth-table\n', '  - to: berth-table\n    when: [length, over, "10"]\n'),
    );
    await world.client.messages.again({ params: { key: detail.key } });
    const again = await revised(detail.key, 1);
    expect(await sheet()).not.toContain('Petrel');
    expect(states(again)).toMatchObject({ 'berth-book': 'dropped', 'berth-table': 'dropped' });
    const table = again.deliveries.find(({ destination }) => destination === 'berth-table');
    expect(table).toMatchObject({ left_over: false, answer: 'taken out again: no longer part of the record' });
    await put(source);
    await world.client.messages.again({ params: { key: detail.key } });
    const back = await revised(detail.key, 2);
    expect(await sheet()).toContain('Petrel');
    expect(states(back)).toMatchObject({ 'berth-book': 'delivered', 'berth-table': 'delivered' });
  });

  test('with the draft: its new deliveries are kept back, and nothing that left is touched', async () => {
    const { client } = world;
    const detail = await fed('Dunlin');
    const text = source
      .replace('Vessel: "{{ vessel }}"', 'Vessel: "MV {{ vessel }}"')
      .replace('    when: [length, over, "20"]\n    with:\n      text', '    with:\n      text');
    await client.sieves.putDraft({ params, body: Buffer.from(text) });
    await client.messages.again({ params: { key: detail.key }, query: { draft: name } });
    const again = await revised(detail.key, 1);
    expect(states(again)).toMatchObject({ 'berth-book': 'delivered', 'harbour-master-chat': 'kept back' });
    expect(await sheet()).toContain('\r\nDunlin,');
    expect(again.made_from).toMatchObject({ sieveVersion: null });
    // Live again: what was kept back is not part of the record.
    await client.messages.again({ params: { key: detail.key } });
    expect(states(await revised(detail.key, 2))).toMatchObject({ 'harbour-master-chat': 'dropped' });
    await client.sieves.dropDraft({ params });
  });

  test('by selection, as a job that says what came out otherwise', async () => {
    const { client } = world;
    const from = new Date().toISOString();
    const details = [await fed('Knot'), await fed('Ruff'), await fed('Stint', '27 m')];
    await put(source.replace('max: 120 }', 'max: 26 }'));
    const again = async (body: object) => {
      const { job } = await client.messages.againMany({ body });
      return until('the job is over', async () => {
        const seen = await client.jobs.get({ params: { key: job } });
        return seen.finished !== null && seen;
      });
    };
    const job = await again({ from, mailbox: 'berths', state: 'done' });
    expect(job).toMatchObject({ state: 'done', done: 3, total: 3, title: expect.stringContaining('mailbox berths') });
    const summary = job.result as EffectSummary;
    expect(summary).toMatchObject({ messages: 3, affected: 1, verdicts: { 'sound → review': 1 } });
    expect(summary.fields.length).toMatchObject({ lost: 1 });
    const page = await client.jobs.findings({ params: { key: job.key } });
    expect(page.items.map(({ message }) => message)).toEqual([details[2]?.key]);
    expect(await again({ keys: [details[0]?.key] })).toMatchObject({ total: 1, done: 1 });
    expect(await again({ to: '2001-01-01T00:00:00Z' })).toMatchObject({ total: 0, state: 'done' });
    await put(source);
  });
});

describe('many at once tell nobody unless somebody says so', () => {
  // From now on every berth goes to the harbour master's room.
  const loud = source.replace('    when: [length, over, "20"]\n    with:\n      text', '    with:\n      text');
  const job = async (keys: string[], tells?: string) => {
    const { client } = world;
    const { job: key } = await client.messages.againMany({
      body: { keys },
      ...(tells === undefined ? {} : { query: { tells } }),
    });
    await until('the job is over', async () => (await client.jobs.get({ params: { key } })).finished !== null);
  };

  test('by a job it is kept back, by a job that names the place it goes, and by a person’s own act it goes again', async () => {
    const details = [await fed('Gadwall'), await fed('Garganey'), await fed('Goosander')];
    const [quiet, told, own] = details.map(({ key }) => key) as [string, string, string];
    await put(loud);
    await job([quiet, own]);
    await job([told], 'harbour-master-chat,berth-book');
    expect(states(await revised(quiet, 1))).toMatchObject({
      'harbour-master-chat': 'kept back',
      'berth-book': 'delivered',
    });
    expect(states(await revised(told, 1))).toMatchObject({ 'harbour-master-chat': 'delivered' });
    await world.client.records.enter({
      params: { key: details[2]?.record ?? '' },
      body: { fields: { skipper: 'Una Vane' } },
    });
    expect(states(await revised(own, 2))).toMatchObject({ 'harbour-master-chat': 'delivered' });
    await put(source);
  });
});

describe('right or wrong', () => {
  test('is said of any past value, counts in later comparisons, and week by week', async () => {
    const { client } = world;
    const detail = await fed('Whimbrel');
    const judge = (body: { path: string; right: boolean; value?: number }) =>
      client.records.judge({ params: { key: detail.record ?? '' }, body });
    await judge({ path: 'pier', right: true });
    await judge({ path: 'nights', right: false, value: 5 });
    await judge({ path: 'phone', right: false });
    await expect(judge({ path: 'nigths', right: true })).rejects.toMatchObject({ code: 'YS-EXPECTED' });
    const { items } = await client.sieves.coverage({ params, query: { of: 'stored', limit: '1' } });
    const cells = (items as MessageCoverage[])[0]?.cells;
    expect(cells?.pier).toMatchObject({ state: 'found', right: true, expected: 'North' });
    expect(cells?.nights).toMatchObject({ state: 'wrong', right: false, expected: 5, value: 4 });
    expect(cells?.phone).toMatchObject({ right: null });
    const accuracy = await client.sieves.accuracy({ params });
    // What people entered over other values counts too.
    expect(accuracy.items.map(({ field, judged, right }) => [field, judged, right])).toEqual([
      ['nights', 3, 0],
      ['phone', 1, 0],
      ['pier', 2, 1],
      ['skipper', 1, 0],
    ]);
    expect(accuracy.items[0]?.week).toMatch(/^\d{4}-\d{2}-\d{2}$/);
    expect(new Date(`${accuracy.items[0]?.week}T00:00:00Z`).getUTCDay()).toBe(1);
  });

  test('a record becomes a sample with all its values expected, in one act', async () => {
    const { client } = world;
    const detail = await fed('Curlew');
    const sample = await client.samples.fromMessage({ params, body: { message: detail.key, confirm: true } });
    expect(sample).toMatchObject({ message: detail.key, expect: { vessel: 'Curlew', remarks: null, deposit: null } });
    const { items } = await client.sieves.coverage({ params, query: { limit: '200' } });
    const cells = Object.values(
      (items as MessageCoverage[]).find(({ message }) => message === sample.name)?.cells ?? {},
    );
    expect(cells).toHaveLength(13);
    expect(cells.every(({ right }) => right === true)).toBe(true);
  });
});
