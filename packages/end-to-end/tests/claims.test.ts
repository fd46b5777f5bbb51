import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { demoMail, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_LEASE_SECONDS: '2', YELLOW_SIEVE_THREADS: '2' });
  await setUpBerths(world);
});
afterAll(() => world.end());

const settledState = (key: string) =>
  until('it is settled', async () => {
    const { state, reasons } = await world.client.messages.get({ params: { key } });
    return state !== 'waiting' && { state, reasons };
  });

/** Makes a stored message look as if workers had taken it before and never came back. */
async function lostClaim(key: string, lost: number): Promise<void> {
  await world.sql(
    "UPDATE message SET state = 'waiting', claimed_by = '00000000-0000-7000-8000-000000000000', claimed_until = NOW(3) - INTERVAL 1 SECOND, lost = ? WHERE id = ?",
    [lost, key],
  );
}

test('a claim that ran out is taken over', async () => {
  const { key } = await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('001') });
  await settledState(key);
  await lostClaim(key, 0);
  expect((await settledState(key)).state).toBe('done');
  expect((await world.client.messages.get({ params: { key } })).revision).toBe(2);
});

test('a message whose claims were lost three times runs alone, and is done if it can be', async () => {
  const { key } = await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('004') });
  await settledState(key);
  await lostClaim(key, 2);
  expect((await settledState(key)).state).toBe('done');
});

test('lost again, it is left to a person', async () => {
  const { key } = await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('010') });
  await settledState(key);
  await lostClaim(key, 3);
  expect(await settledState(key)).toMatchObject({ state: 'failed', reasons: [{ code: 'YS-MESSAGE-LOST-WORKER' }] });
  await world.client.messages.again({ params: { key } });
  expect((await settledState(key)).state).toBe('done');
});

test('a claim that holds is left alone', async () => {
  const { key } = await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('003') });
  await settledState(key);
  await world.sql(
    "UPDATE message SET state = 'waiting', claimed_by = '00000000-0000-7000-8000-000000000000', claimed_until = NOW(3) + INTERVAL 1 HOUR WHERE id = ?",
    [key],
  );
  const other = await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('011') });
  await settledState(other.key);
  expect((await world.client.messages.get({ params: { key } })).state).toBe('waiting');
});
