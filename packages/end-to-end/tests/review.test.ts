import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { runCommand, serviceEnv } from './command-line.js';
import { startWorld, until, type World } from './harness.js';

/** What was confirmed leaves after this. */
const undoMs = 2000;

let world: World;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_UNDO_SECONDS: String(undoMs / 1000), YELLOW_SIEVE_LEASE_SECONDS: '2' });
  const { client, model } = world;
  await client.connections.put({
    params: { name: 'model' },
    body: { kind: 'model', url: `http://127.0.0.1:${model.port}/v1`, model: 'stand-in' },
  });
  for (const name of ['book', 'asked-book'])
    await client.destinations.put({ params: { name }, body: bytes(`destination: ${name}\nkind: sheet\n`) });
  await putSieve(
    'always',
    `rules: [{ kind: pattern, find: 'Vessel: (?<vessel>.+)' }]\nreview: { always: true }`,
    'book',
  );
  await putSieve(
    'asked',
    'rules: [{ kind: prompt, name: ask, ask: "vessel: the name of the boat.", fills: [vessel] }]',
    'asked-book',
  );
});
afterAll(() => world.end());

const bytes = (text: string) => Buffer.from(text);

async function putSieve(name: string, rules: string, to: string): Promise<void> {
  const source = `sieve: ${name}\nlocale: en-GB\nfields: { vessel: { type: text } }\n${rules}\nroutes: [{ to: ${to} }]\n`;
  await world.client.sieves.put({ params: { name }, body: bytes(source), query: { live: 'true' } });
  const mailbox = `mailbox: ${name}\naddresses: [${name}@gannetbay.example]\nsieves: [${name}]\n`;
  await world.client.mailboxes.put({ params: { name }, body: bytes(mailbox) });
}

const feed = async (mailbox: string, text: string) =>
  (
    await world.client.messages.feed({
      params: { mailbox },
      body: bytes(`Subject: ${text.slice(0, 30)}\nMessage-ID: <${Math.random()}@x.example>\n\n${text}\n`),
    })
  ).key;
const look = (key: string) => world.client.messages.get({ params: { key } });
const inState = (key: string, state: string) =>
  until(`it is ${state}`, async () => {
    const found = await look(key);
    return found.state === state && found;
  });
const inReview = (key: string) => inState(key, 'review');
const confirm = async (key: string, revision?: number) =>
  world.client.review.confirm({ params: { key }, body: { revision: revision ?? (await look(key)).revision ?? 0 } });
const undo = (key: string) => world.client.review.undo({ params: { key } });
const refusal = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: { problem?: { code: string } }) => error.problem?.code,
  );
const delivered = (key: string) =>
  until('it is delivered', async () => {
    const found = await look(key);
    return found.deliveries[0]?.state === 'delivered' && found;
  });
const inBook = async (book = 'book') =>
  (await world.sql<{ cells: string }>('SELECT cells FROM sheet_row WHERE destination = ?', [book])).map((row) =>
    JSON.stringify(row),
  );

describe('a record in review', () => {
  test('is confirmed as it stands, leaves a little later, and says who confirmed it', async () => {
    const key = await feed('always', 'Vessel: Tern');
    await inReview(key);
    const { leaves } = await confirm(key);
    const done = await inState(key, 'done');
    expect(done.outcome).toMatchObject({ verdict: 'sound', reasons: [], fields: { vessel: 'Tern' } });
    expect(done.confirmed).toMatchObject({ by: expect.any(String), leaves });
    expect(done.deliveries.map(({ state }) => state)).toEqual(['waiting']);
    const after = await delivered(key);
    expect(Date.parse(after.deliveries[0]?.updated ?? '')).toBeGreaterThanOrEqual(Date.parse(leaves));
    expect(await refusal(undo(key))).toBe('YS-CONFIRM-LEFT');
    // It stays confirmed, whenever it is put through again.
    await world.client.messages.again({ params: { key } });
    expect((await inState(key, 'done')).revision).toBe(3);
  });

  test('goes back where its confirmation is taken back, and nothing of it leaves', async () => {
    const key = await feed('always', 'Vessel: Gull');
    await inReview(key);
    await confirm(key);
    await inState(key, 'done');
    await undo(key);
    const back = await inReview(key);
    expect([back.confirmed, back.deliveries.map(({ state }) => state)]).toEqual([null, ['dropped']]);
    await new Promise((resolve) => setTimeout(resolve, undoMs + 500));
    expect((await look(key)).deliveries.map(({ state }) => state)).toEqual(['dropped']);
    expect((await inBook()).some((row) => row.includes('Gull'))).toBe(false);
    await confirm(key);
    await delivered(key);
  });

  test('is confirmed as it was seen, and not where a newer revision came in between', async () => {
    const key = await feed('always', 'Vessel: Skua');
    const { revision } = await inReview(key);
    await world.client.messages.again({ params: { key } });
    await until('there is a newer one', async () => {
      const found = await look(key);
      return found.state === 'review' && (found.revision ?? 0) > (revision ?? 0);
    });
    expect(await refusal(confirm(key, revision ?? 0))).toBe('YS-CONFIRM-CHANGED');
    expect((await look(key)).state).toBe('review');
  });

  test('that is another one than was confirmed waits again', async () => {
    const key = await feed('always', 'Vessel: Auk');
    await inReview(key);
    await confirm(key);
    const { record } = await delivered(key);
    await world.client.records.enter({
      params: { key: record ?? '' },
      body: { fields: { vessel: 'Razorbill' }, take_back: [] },
    });
    const corrected = await inReview(key);
    expect([corrected.confirmed, corrected.outcome?.fields.vessel]).toEqual([null, 'Razorbill']);
    await confirm(key);
    await inState(key, 'done');
    await putSieve(
      'always',
      `rules: [{ kind: pattern, find: 'Vessel: (?<vessel>.)' }]\nreview: { always: true }`,
      'book',
    );
    await world.client.messages.again({ params: { key }, query: { forget: 'false' } });
    // What was entered stands, so it is the same; another, read anew, is not.
    await inState(key, 'done');
    const other = await feed('always', 'Vessel: Fulmar');
    await inReview(other);
    await confirm(other);
    await inState(other, 'done');
    await putSieve(
      'always',
      `rules: [{ kind: pattern, find: 'Vessel: (?<vessel>.+)' }]\nreview: { always: true }`,
      'book',
    );
    await world.client.messages.again({ params: { key: other } });
    expect((await inReview(other)).reasons.map(({ code }) => code)).toContain('YS-CONFIRMED-CHANGED');
  });

  test('what a model only claimed becomes the person’s word', async () => {
    world.model.mood('invent');
    const key = await feed('asked', 'Our boat Merganser needs a berth.');
    const before = await inReview(key);
    expect(before.outcome?.evidence.vessel?.[0]?.how).toBe('unsupported');
    await confirm(key);
    const after = await delivered(key);
    expect(after.outcome).toMatchObject({ verdict: 'sound', fields: { vessel: 'Merganser' } });
    expect(after.outcome?.evidence.vessel?.[0]?.how).toBe('entered');
    expect((await inBook('asked-book'))[0]).toContain('Merganser');
  });

  test('that is not for us is laid aside with a reason, and can be taken in again', async () => {
    const key = await feed('always', 'Vessel: Spam');
    await inReview(key);
    await world.client.review.notForUs({ params: { key }, body: { reason: 'an advertisement' } });
    const aside = await look(key);
    expect([aside.state, aside.reasons[0]?.text]).toEqual(['skipped', expect.stringContaining('an advertisement')]);
    expect(await refusal(confirm(key))).toBe('YS-CONFIRM-STATE');
    await world.client.messages.takeIn({ params: { key } });
    await inReview(key);
  });
});

describe('on the command line', () => {
  const run = (...words: string[]) => runCommand(words, { env: serviceEnv(world) });

  test('causes are listed, records confirmed after they were shown, taken back, and laid aside', async () => {
    const [one, two] = [await feed('always', 'Vessel: Eider'), await feed('always', 'Vessel: Teal')];
    await Promise.all([one, two].map(inReview));
    const causes = await run('review', '--sieve', 'always');
    expect(causes.out).toMatch(/always\s.*YS-REVIEW-ALWAYS/);
    const confirmed = await run('review', 'confirm', one, '--yes');
    expect([confirmed.exit, confirmed.out]).toEqual([0, expect.stringMatching(new RegExp(`${one}\\s+confirmed`))]);
    expect(confirmed.err + confirmed.out).toContain('Vessel: Eider');
    expect((await run('review', 'undo', one)).exit).toBe(0);
    await inReview(one);
    expect((await run('review', 'not-for-us', two, '--reason', 'not ours')).exit).toBe(0);
    const again = await run('review', 'undo', two);
    expect([again.exit, again.out]).toEqual([0, expect.stringContaining('in review again')]);
    await inReview(two);
    const all = await run('review', 'confirm', '--sieve', 'always', '--cause', 'YS-REVIEW-ALWAYS', '--yes');
    expect(all.exit).toBe(0);
    await inState(one, 'done');
  });
});

/** A row of numbers that is the same in every run. */
function randomly(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

test('whatever people do, and the service too, nothing leaves that is not confirmed', async () => {
  const pick = randomly(20_261_128);
  const keys: string[] = [];
  for (let i = 0; i < 12; i++) keys.push(await feed('always', `Vessel: Random${i}x`));
  await Promise.all(keys.map(inReview));
  const standing = new Set<string>();
  for (let act = 0; act < 60; act++) {
    const key = keys[pick(keys.length)] ?? '';
    const what = pick(act === 30 ? 1 : 5);
    if (act === 30) {
      await world.kill();
      await world.restart();
    } else if (what < 2) {
      if ((await refusal(confirm(key))) === null) standing.add(key);
    } else if (what === 2) {
      if ((await refusal(undo(key))) === null) standing.delete(key);
    } else if (what === 3) await refusal(world.client.messages.again({ params: { key } }));
    else await new Promise((resolve) => setTimeout(resolve, pick(300)));
  }
  await until('all rest', async () => {
    const found = await Promise.all(keys.map(look));
    return found.every(
      ({ state, deliveries }) => state !== 'waiting' && deliveries.every((one) => one.state !== 'waiting'),
    );
  });
  const rows = (await inBook()).join();
  const left = keys.filter((_, i) => rows.includes(`Random${i}x`));
  expect(left.sort()).toEqual([...standing].sort());
});
