import { afterAll, beforeAll, expect, test } from '@jest/globals';
import {
  demoMail,
  type RunningService,
  sendRaw,
  settled,
  setUpBerths,
  startWorld,
  until,
  type World,
} from './harness.js';

let world: World;
let intake: RunningService;
const workers: RunningService[] = [];

beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_ROLE: 'web', YELLOW_SIEVE_NOTICE_SECONDS: '1' });
  await setUpBerths(world);
  intake = await world.beside('intake');
  workers.push(...(await Promise.all([world.beside('work'), world.beside('work')])));
});
afterAll(async () => {
  await Promise.all([intake.stop(), ...workers.map((worker) => worker.stop())]);
  await world.end();
});

test('one process takes mail in, others do the work, another answers: the line is the same', async () => {
  await sendRaw(intake.smtpPort, demoMail('002'));
  const detail = await settled(world.client, 'Berth request: Selkie of Skerry');
  expect(detail.state).toBe('done');
  expect(detail.deliveries.map(({ state }) => state)).toEqual(Array.from({ length: 5 }, () => 'delivered'));
});

test('two workers share what there is, and no message is handled twice', async () => {
  const count = 60;
  const mail = (i: number) =>
    `Subject: Berth request: Vessel${i}\r\n\r\nVessel: Vessel${i}\r\nLength over all: 9 m\r\nArrives 3 June 2027 for 4 nights\r\nE-mail: a@b.example\r\n`;
  await Promise.all(Array.from({ length: count }, (_, i) => sendRaw(intake.smtpPort, mail(i))));
  for (let i = 0; i < count; i++) expect((await settled(world.client, `Berth request: Vessel${i}`)).revision).toBe(1);
  const [rows] = await world.sql<{ n: number }>("SELECT COUNT(*) AS n FROM berth_requests WHERE vessel LIKE 'Vessel%'");
  expect(rows?.n).toBe(count);
  const [tries] = await world.sql<{ most: number }>('SELECT MAX(attempts) AS most FROM delivery');
  expect(tries?.most).toBe(1);
});

test('an export that takes long to be mailed is mailed by one of them', async () => {
  await world.client.exports.put({
    params: { name: 'week' },
    body: Buffer.from(
      'export: week\nsieve: berth-request\nmail: { by: harbour-master, to: ada@skerry.example, every: day }\n',
    ),
  });
  // Longer than the workers wait before they look again.
  world.mail.mood({ takesMs: 3000 });
  await world.sql('UPDATE saved_export SET due_at = NOW(3) - INTERVAL 1 HOUR');
  await until('it is noted', async () => (await world.client.exports.get({ params: { name: 'week' } })).sent !== null);
  expect(world.mail.arrived.filter(({ to }) => to.includes('ada@skerry.example'))).toHaveLength(1);
  expect(new Date(await due()).getTime()).toBeGreaterThan(Date.now());
});

const due = async () => (await world.client.exports.get({ params: { name: 'week' } })).mail?.next ?? '';
