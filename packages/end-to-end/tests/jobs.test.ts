import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Job } from '@yellow-sieve/contract';
import type { EffectSummary, MessageEffect } from '@yellow-sieve/core';
import { demoFile, demoMail, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
const name = 'berth-request';
const params = { name };
const source = readFileSync(demoFile('berths', 'berth-request.sieve.yaml'), 'utf8');
const changed = (from: string | RegExp, to: string) => source.replace(from, to);
const many = 100;
const mail = (i: number) =>
  `Subject: Berth request: Vessel${i}\r\nDate: Mon, 3 May 2027 09:12:00 +0100\r\n\r\nVessel: Vessel${i}\r\nLength over all: ${10 + (i % 20)} m\r\nArrives 3 June 2027 for 4 nights\r\nE-mail: a${i}@b.example\r\n`;

beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_LEASE_SECONDS: '2', YELLOW_SIEVE_THREADS: '2' });
  await setUpBerths(world);
  for (const number of ['001', '002', '003'])
    await world.client.samples.put({ params: { name, sample: `messages/${number}.eml` }, body: demoMail(number) });
  for (let at = 0; at < many; at += 25)
    await Promise.all(Array.from({ length: 25 }, (_, i) => sendRaw(world.smtpPort, mail(at + i))));
  await until('all are done', async () => {
    const [row] = await world.sql<{ n: number }>("SELECT COUNT(*) AS n FROM message WHERE state = 'done'");
    return row?.n === many;
  });
}, 180_000);
afterAll(() => world.end());

const over = (key: string, seconds?: number): Promise<Job> =>
  until(
    'the job is over',
    async () => {
      const job = await world.client.jobs.get({ params: { key } });
      return ['done', 'failed', 'stopped'].includes(job.state) && job;
    },
    seconds,
  );

async function effectOf(body: { source?: string; stored?: number | 'all' }): Promise<[Job, EffectSummary]> {
  const { job } = await world.client.sieves.effect({ params, body: body as never });
  const done = await over(job);
  return [done, done.result as EffectSummary];
}

async function findings(key: string): Promise<MessageEffect[]> {
  const all = [];
  let cursor: string | undefined;
  do {
    const page = await world.client.jobs.findings({
      params: { key },
      query: { limit: '100', ...(cursor ? { cursor } : {}) },
    });
    all.push(...page.items.map(({ detail }) => detail as MessageEffect));
    cursor = page.next ?? undefined;
  } while (cursor);
  return all;
}

async function questions(): Promise<number> {
  const answer = await fetch(`http://127.0.0.1:${world.model.port}/`);
  return ((await answer.json()) as { asked: number }).asked;
}

describe('the effect of a change', () => {
  test('over samples and all stored messages, in numbers and message by message', async () => {
    const text = changed(
      'length: { type: number, unit: m, min: 2, max: 120 }',
      'length: { type: number, unit: m, max: 25 }',
    );
    const [job, summary] = await effectOf({ source: text, stored: 'all' });
    expect(job).toMatchObject({ state: 'done', done: many + 3, total: many + 3, left: null, kind: 'effect' });
    expect(job.rate).toBeGreaterThan(0);
    // Lengths of 26 to 29 m: four in twenty.
    expect(summary).toMatchObject({ messages: many + 3, affected: many / 5, notTried: 0 });
    const lost = { gained: 0, lost: many / 5, altered: 0, moved: 0, unclear: 0 };
    expect(summary.fields).toEqual({ length: lost, fee_class: lost, permitted_pier: lost });
    expect(summary.verdicts).toEqual({ 'sound → review': many / 5 });
    expect(summary.routes['berth-request/harbour-master-chat']).toEqual({ fires: 0, stops: many / 5, alters: 0 });
    const all = await findings(job.key);
    expect(new Set(all.map(({ message }) => message)).size).toBe(many / 5);
    const longest = all.find(({ changes }) => changes[0]?.before.value === 29);
    expect(longest).toHaveProperty('subject', expect.stringMatching(/^Berth request: Vessel\d+$/));
    expect(longest?.changes[0]).toMatchObject({
      field: 'length',
      kind: 'lost',
      before: { value: 29, evidence: [{ how: 'read', in: 'message.text', raw: '29' }] },
      after: { value: null, problem: expect.stringContaining('outside its allowed range') },
    });
  });

  test('over the newest messages alone, and nothing where nothing changes', async () => {
    const [job, summary] = await effectOf({ source: `${source}\n# a remark\n`, stored: 10 });
    expect([job.total, summary.messages, summary.affected]).toEqual([13, 13, 0]);
    expect(await findings(job.key)).toEqual([]);
  });

  test('counts what would be asked of a model, and asks nothing', async () => {
    const always = changed(/ {4}when:\n {6}any:\n.*\n.*\n/, '    when: [vessel, present]\n');
    const asked = await questions();
    const [, summary] = await effectOf({
      source: always.replace('nights, skipper, email, phone]', 'deposit]'),
      stored: 5,
    });
    expect(summary.notTried).toBeGreaterThan(0);
    expect(summary.asks.questions).toBe(summary.notTried);
    expect(await questions()).toBe(asked);
  });

  test('says what the questions would cost, where the connection states a price', async () => {
    const { client } = world;
    const always = changed(/ {4}when:\n {6}any:\n.*\n.*\n/, '    when: [vessel, present]\n');
    const text = always.replace('nights, skipper, email, phone]', 'deposit]');
    const url = `http://127.0.0.1:${world.model.port}/v1`;
    const put = (price: object) =>
      client.connections.put({ params: { name: 'model' }, body: { kind: 'model', url, model: 'stand-in', ...price } });
    const estimate = async () => {
      const [, summary] = await effectOf({ source: text, stored: 5 });
      return {
        asks: summary.asks,
        ...(summary as unknown as { estimate: { tokens: number; price: unknown } }).estimate,
      };
    };
    await put({});
    expect(await estimate()).toMatchObject({ tokens: expect.any(Number), price: null });
    await put({ price_per_1000_tokens: 2, currency: 'EUR' });
    const { asks, tokens, price } = await estimate();
    // No model has answered anything yet, so it goes by the length of the questions.
    expect(tokens).toBe(Math.round(asks.characters / 4 + asks.questions * 200));
    expect(price).toEqual({ value: expect.closeTo((tokens * 2) / 1000, 3), currency: 'EUR' });
    await expect(put({ price_per_1000_tokens: -1, currency: 'EUR' })).rejects.toMatchObject({
      code: 'YS-REQUEST-INVALID',
    });
    const mean = [10, 20, 30, 40, 50];
    for (const [i, count] of mean.entries())
      await world.sql(
        `INSERT INTO kept_answer (digest, model, content, complete, tokens, created_at) VALUES (?, 'stand-in', '{}', 1, ?, NOW(3))`,
        [String(i).repeat(64), count],
      );
    expect((await estimate()).tokens).toBe(asks.questions * 30);
  });

  test('of what does not compile is refused at once', async () => {
    await expect(effectOf({ source: 'sieve: berth-request\nfeilds: {}\n' })).rejects.toMatchObject({
      code: expect.stringMatching(/^YS-FILE/),
    });
  });
});

describe('a job', () => {
  const slow = () => world.client.messages.againMany({ body: { sieve: name } });

  test('goes on after the service was killed, and comes to every message', async () => {
    const { job } = await slow();
    await until('it has begun', async () => (await world.client.jobs.get({ params: { key: job } })).done > 0);
    await world.kill();
    await world.restart();
    const done = await over(job, 120);
    expect(done).toMatchObject({ state: 'done', total: many });
    expect(done.done).toBe(many);
    const [least] = await world.sql<{ least: number }>('SELECT MIN(revision) AS least FROM record');
    expect(least?.least).toBeGreaterThanOrEqual(2);
  });

  test('goes on where it was after an orderly stop', async () => {
    const { job } = await slow();
    await until('it has begun', async () => (await world.client.jobs.get({ params: { key: job } })).done > 0);
    await world.restart();
    const done = await over(job, 120);
    expect([done.state, done.done]).toEqual(['done', many]);
  });

  test('is stopped, and says how far it came', async () => {
    const { job } = await slow();
    await until('it has begun', async () => (await world.client.jobs.get({ params: { key: job } })).done > 0);
    await world.client.jobs.stop({ params: { key: job } });
    const done = await over(job);
    expect(done.state).toBe('stopped');
    expect(done.done).toBeLessThan(many);
    await expect(world.client.jobs.stop({ params: { key: job } })).rejects.toMatchObject({ code: 'YS-JOB-OVER' });
  });

  test('lets live mail through while it works', async () => {
    const { job } = await slow();
    await until('it has begun', async () => (await world.client.jobs.get({ params: { key: job } })).done > 0);
    await sendRaw(world.smtpPort, mail(9001));
    await settled(world.client, 'Berth request: Vessel9001');
    expect((await world.client.jobs.get({ params: { key: job } })).state).toBe('running');
    await over(job, 120);
  });

  test('is listed with the others, newest first', async () => {
    const { items, next } = await world.client.jobs.list({ query: { limit: '2', sieve: name } });
    expect(items).toHaveLength(2);
    expect(items[0]).toMatchObject({
      title: 'Put through again: sieve berth-request',
      by: 'first start',
      kind: 'again',
    });
    expect(next).not.toBeNull();
  });
});
