import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { startWorld, until, type World } from './harness.js';
import { startPostgres } from './postgres.js';

let world: World;
let server: Awaited<ReturnType<typeof startPostgres>>;

const sieve = (routes: string) => `sieve: gauge
locale: en-GB
timezone: Europe/London
fields:
  station: { type: text, required: true }
  height: { type: number, required: true }
  fee: { type: amount }
  day: { type: date }
  at: { type: datetime }
  wet: { type: yes-no }
rules:
  - kind: pattern
    name: line
    find: 'Station: (?<station>~word~)'
  - { kind: pattern, name: height, find: 'Height: (?<height>~number~)' }
  - { kind: pattern, name: fee, find: 'Fee: (?<fee>~amount~)' }
  - { kind: pattern, name: day, find: 'Day: (?<day>~date~)' }
  - { kind: pattern, name: at, find: 'At: (?<at>[^\\n]+)' }
  - { kind: pattern, name: wet, find: 'Wet: (?<wet>yes|no)' }
routes:
${routes}
`;
const put = (routes: string) =>
  world.client.sieves.put({ params: { name: 'gauge' }, body: Buffer.from(sieve(routes)), query: { live: 'true' } });
const destination = (name: string, more: string) =>
  world.client.destinations.put({
    params: { name },
    body: Buffer.from(`destination: ${name}\nkind: postgresql\nconnection: harbour\n${more}\n`),
  });
const login = () => ({
  kind: 'postgresql',
  host: '127.0.0.1',
  port: server.port,
  user: 'harbour',
  password: server.password,
  database: 'harbour',
});

beforeAll(async () => {
  [world, server] = await Promise.all([startWorld(), startPostgres()]);
  await world.client.connections.put({ params: { name: 'harbour' }, body: login() });
  await destination('readings', 'table: readings');
  await destination('stations', 'table: stations\nkey: [station]');
  await put('  - to: readings');
  await world.client.mailboxes.put({
    params: { name: 'gauges' },
    body: Buffer.from('mailbox: gauges\naddresses: [gauges@gannetbay.example]\nsieves: [gauge]\n'),
  });
});
afterAll(() => Promise.all([world.end(), server.end()]));

let fed = 0;
const feed = async (...lines: string[]) => {
  const raw = `From: a@moss.example\nSubject: Gauge\nMessage-ID: <${++fed}@moss.example>\n\n${lines.join('\n')}\n`;
  return (await world.client.messages.feed({ params: { mailbox: 'gauges' }, body: Buffer.from(raw) })).key;
};
const deliveryIs = (key: string, state: string) =>
  until(`it is ${state}`, async () => {
    const [delivery] = (await world.client.messages.get({ params: { key } })).deliveries;
    return delivery?.state === state && delivery;
  });

describe('a table in PostgreSQL', () => {
  test('is tested without writing, and made from the fields with the types of the server', async () => {
    expect(await world.client.destinations.test({ params: { name: 'readings' } })).toMatchObject({ ok: true });
    const key = await feed(
      'Station: Skerry',
      'Height: 4.25',
      'Fee: GBP 3.50',
      'Day: 14 May 2026',
      'At: 14 May 2026 10:30',
      'Wet: yes',
    );
    expect((await deliveryIs(key, 'delivered')).answer).toBe('inserted');
    expect(
      await server.sql('SELECT station, height::text, fee::text, fee_currency, day::text, wet FROM readings'),
    ).toEqual([
      { station: 'Skerry', height: '4.2500000000', fee: '3.5000', fee_currency: 'GBP', day: '2026-05-14', wet: true },
    ]);
    expect(await server.sql("SELECT at AT TIME ZONE 'UTC' = '2026-05-14 09:30' AS same FROM readings")).toEqual([
      { same: true },
    ]);
  });

  test('what stands there can be read beside what was written', async () => {
    const { items } = await world.client.deliveries.list({ query: {} });
    const standing = await world.client.deliveries.standing({ params: { key: items[0]?.key ?? '' } });
    expect(JSON.stringify(standing)).toContain('"height","4.25"');
  });

  test('a record that changes changes its row', async () => {
    const key = await feed('Station: Holm', 'Height: 2');
    await deliveryIs(key, 'delivered');
    const { record } = await world.client.messages.get({ params: { key } });
    await world.client.records.enter({ params: { key: record ?? '' }, body: { fields: { height: 3 } } });
    await until('the row has it', async () => {
      const rows = await server.sql("SELECT height::int AS height FROM readings WHERE station = 'Holm'");
      return rows.length === 1 && rows[0]?.height === 3;
    });
  });

  test('by a declared key the newest message stays, and a new column is added', async () => {
    await put('  - { to: stations, with: { station: "{{ station }}", height: "{{ height }}" } }');
    await deliveryIs(await feed('Station: Rock', 'Height: 1'), 'delivered');
    await put('  - { to: stations, with: { station: "{{ station }}", height: "{{ height }}", wet: "{{ wet }}" } }');
    const second = await deliveryIs(await feed('Station: Rock', 'Height: 2', 'Wet: no'), 'delivered');
    expect(second.answer).toBe('updated');
    expect(await server.sql('SELECT station, height::int, wet FROM stations')).toEqual([
      { station: 'Rock', height: 2, wet: false },
    ]);
  });

  test('one that was made elsewhere is left as it is: what it lacks is said, and its columns are known', async () => {
    await server.sql(`CREATE TABLE theirs (ys_identity char(64) PRIMARY KEY, ys_message char(36), ys_written timestamptz,
      station text NOT NULL, remark date); COMMENT ON COLUMN theirs.station IS 'where it stands'`);
    await destination('theirs', 'table: theirs');
    expect(await world.client.destinations.columns({ params: { name: 'theirs' } })).toMatchObject({
      columns: [
        { name: 'station', required: true, help: 'where it stands', holds: 'text' },
        { name: 'remark', required: false, help: null, holds: 'day' },
      ],
    });
    await put('  - { to: theirs, with: { station: "{{ station }}", height: "{{ height }}", remark: "{{ height }}" } }');
    const { checklist } = await world.client.trial.get({ params: { name: 'gauge' } });
    expect(checklist).toContainEqual({
      point: 'columns that fit',
      ok: false,
      text: 'In “theirs” there is no “height”; “remark” holds day, and gets number. Change the mapping, or what is there.',
      destination: 'theirs',
    });
    await put('  - { to: theirs, with: { station: "{{ station }}", height: "{{ height }}" } }');
    const refused = await deliveryIs(await feed('Station: Ness', 'Height: 1'), 'stopped');
    expect(refused.answer).toContain('it lacks height');
    await put('  - { to: theirs, with: { station: "{{ station }}" } }');
    await deliveryIs(await feed('Station: Ness', 'Height: 1'), 'delivered');
    expect(await server.sql('SELECT station FROM theirs')).toEqual([{ station: 'Ness' }]);
  });

  test('a server that is down is tried again; a database that is not there or a wrong password stops', async () => {
    await put('  - to: readings');
    await server.stop();
    const key = await feed('Station: Deep', 'Height: 9');
    await deliveryIs(key, 'retrying');
    await server.start();
    await deliveryIs(key, 'delivered');
    await world.client.connections.put({ params: { name: 'harbour' }, body: { ...login(), database: 'nowhere' } });
    const refused = await deliveryIs(await feed('Station: Far', 'Height: 9'), 'stopped');
    expect(refused.answer).toContain('nowhere');
    await world.client.connections.put({ params: { name: 'harbour' }, body: { ...login(), password: 'wrong' } });
    const unknown = await deliveryIs(await feed('Station: Wide', 'Height: 9'), 'stopped');
    expect(unknown.answer).toContain('password authentication failed');
  });
});
