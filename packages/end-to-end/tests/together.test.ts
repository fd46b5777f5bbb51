import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { startWorld, until, type World } from './harness.js';

const bytes = (text: string) => Buffer.from(text);

const sieve = `sieve: dockets
locale: en-GB
fields:
  docket: { type: text, required: true }
  vessel: { type: text }
  litres: { type: integer }
rules:
  - { kind: pattern, find: 'Docket: (?<docket>.+)' }
  - { kind: pattern, find: 'Vessel: (?<vessel>.+)' }
  - { kind: pattern, find: 'Litres: (?<litres>.+)' }
routes:
  - { to: book, with: { docket: '{{ docket }}' } }
  - { to: lines }
  - { to: tanks }
`;

let world: World;
beforeAll(async () => {
  world = await startWorld();
  const { client, database, name } = world;
  const at = { host: '127.0.0.1', port: database.port, user: 'app', password: database.password, database: name };
  await client.connections.put({ params: { name: 'own' }, body: { kind: 'mariadb', ...at } });
  const own = (to: string, rest: string) =>
    client.destinations.put({ params: { name: to }, body: bytes(`destination: ${to}\nkind: ${rest}\n`) });
  await own('book', 'sheet');
  await own('lines', 'database\nconnection: own\ntable: docket_lines');
  await own('tanks', 'database\nconnection: own\ntable: tank_levels\nkey: [vessel]');
  await client.sieves.put({ params: { name: 'dockets' }, body: bytes(sieve), query: { live: 'true' } });
  const mailbox = 'mailbox: dockets\naddresses: [dockets@gannetbay.example]\nsieves: [dockets]\n';
  await client.mailboxes.put({ params: { name: 'dockets' }, body: bytes(mailbox) });
});
afterAll(() => world.end());

const feed = async (docket: string, litres: number, vessel = 'Sandpiper') =>
  (
    await world.client.messages.feed({
      params: { mailbox: 'dockets' },
      body: bytes(`Message-ID: <${docket}@x.example>\n\nDocket: ${docket}\nVessel: ${vessel}\nLitres: ${litres}\n`),
    })
  ).key;
const settled = (keys: readonly string[]) =>
  until('all deliveries are settled', async () => {
    const found = await Promise.all(keys.map((key) => world.client.messages.get({ params: { key } })));
    const deliveries = found.flatMap((one) => one.deliveries);
    return (
      deliveries.length === keys.length * 3 &&
      deliveries.every(({ state }) => ['delivered', 'stopped', 'dropped'].includes(state)) &&
      found
    );
  });

test('of many that are written together, one that the table refuses stops alone', async () => {
  await settled([await feed('FD-first', 1)]);
  await world.sql('ALTER TABLE docket_lines MODIFY litres TINYINT UNSIGNED');
  const keys = await Promise.all(Array.from({ length: 40 }, (_, i) => feed(`FD-${i}`, i === 17 ? 999 : i)));
  const found = await settled(keys);
  const ofLines = found.map(({ deliveries }) => deliveries.find(({ destination }) => destination === 'lines'));
  expect(ofLines.map((one, i) => [i, one?.state]).filter(([, state]) => state !== 'delivered')).toEqual([
    [17, 'stopped'],
  ]);
  expect(ofLines[17]?.answer).toMatch(/Out of range/);
  expect(ofLines[3]?.answer).toBe('inserted');
  expect(await world.sql('SELECT 1 FROM docket_lines')).toHaveLength(40);
  expect(await world.sql("SELECT 1 FROM sheet_row WHERE destination = 'book'")).toHaveLength(41);
  // Each try is kept, whether it was made alone or not.
  const tries = await world.sql<{ result: string }>(
    "SELECT DISTINCT result FROM attempt JOIN delivery ON delivery.id = attempt.delivery_id WHERE delivery.destination = 'lines'",
  );
  expect(tries.map(({ result }) => result).sort()).toEqual(['delivered', 'refused']);
  // Fewer transactions than messages: they were committed together.
  const [{ moments } = { moments: 0 }] = await world.sql<{ moments: number }>(
    'SELECT COUNT(DISTINCT created_at) AS moments FROM record_revision',
  );
  expect(Number(moments)).toBeLessThan(41);
});

test('of one key the newest message’s row stays, however many are on their way', async () => {
  const keys: string[] = [];
  for (let i = 0; i < 12; i++) keys.push(await feed(`FE-${i}`, 100 + i, 'Kelpie'));
  await settled(keys);
  const rows = await world.sql<{ litres: number }>("SELECT litres FROM tank_levels WHERE vessel = 'Kelpie'");
  expect(rows.map(({ litres }) => Number(litres))).toEqual([111]);
});

test('what is to be taken out is taken out, though the message came through again meanwhile', async () => {
  const key = await feed('FG-1', 7, 'Skua');
  await settled([key]);
  // As it stands between a revision without the line, and the moment its turn comes.
  await world.sql(
    `UPDATE delivery SET state = 'waiting', payload = JSON_OBJECT('takeOut', JSON_EXTRACT(payload, '$')), route = 'gone',
      due_at = NOW(3) + INTERVAL 1 HOUR, identity = SHA2(identity, 256), order_key = 'of its own' WHERE message_id = ? AND destination = 'lines'`,
    [key],
  );
  await world.client.messages.again({ params: { key } });
  const stateOf = async () =>
    (await world.sql<{ state: string }>("SELECT state FROM delivery WHERE message_id = ? AND route = 'gone'", [key]))[0]
      ?.state;
  await until('the line is delivered anew', async () => {
    const { deliveries, revision } = await world.client.messages.get({ params: { key } });
    return revision === 2 && deliveries.filter(({ state }) => state === 'delivered').length === 3;
  });
  expect(await stateOf()).toBe('waiting');
  await world.sql("UPDATE delivery SET due_at = NOW(3) WHERE message_id = ? AND route = 'gone'", [key]);
  await until('it is taken out', async () => (await stateOf()) === 'dropped');
});
