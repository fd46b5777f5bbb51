import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { connect, demoFile, sharedDatabase, startWorld, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
}, 120_000);
afterAll(() => world.end());

const bytes = (text: string) => new TextEncoder().encode(text);
const description = readFileSync(demoFile('crm', 'quayside-desk.crm.yaml'), 'utf8');
const form = (kind: string, body: Parameters<World['client']['destinations']['form']>[0]['body'] = {}) =>
  world.client.destinations.form({ params: { kind }, body });

describe('what a destination asks for', () => {
  test('follows from the declaration of its kind', async () => {
    const { destinations: items } = await world.client.kinds.list();
    expect(items.map(({ kind, connection }) => [kind, connection])).toEqual([
      ['sheet', null],
      ['database', 'mariadb'],
      ['postgresql', 'postgresql'],
      ['mail', 'smtp'],
      ['crm', 'crm'],
      ['chat', 'chat'],
      ['webhook', 'webhook'],
      ['own-file', null],
      ['folder', null],
    ]);
    expect((await form('sheet')).options.map(({ name, as, required }) => `${name} ${as} ${required}`)).toEqual([
      'zone text false',
      'key texts false',
      'clear texts false',
      'rolls text false',
      'lines number false',
    ]);
    const { options, connection } = await form('database');
    expect(options.map(({ name, as, required }) => [name, as, required])).toEqual([
      ['table', 'text', true],
      ['key', 'texts', false],
      ['clear', 'texts', false],
      ['rows_table', 'text', false],
    ]);
    expect(connection.map(({ name, as }) => `${name} ${as}`)).toEqual([
      'host text',
      'port number',
      'user text',
      'password secret',
      'database text',
    ]);
  });

  test('every entry of every kind has a title of its own', async () => {
    for (const { kind } of (await world.client.kinds.list()).destinations) {
      const { options, connection } = await form(kind);
      for (const { name, title } of [...options, ...connection]) expect([kind, title]).not.toEqual([kind, name]);
    }
  });

  test('a CRM asks for what its description names, once it is written', async () => {
    expect((await form('crm')).connection.map(({ name }) => name)).toEqual(['description', 'base']);
    const { options, connection, detail } = await form('crm', { connecting: { description } });
    expect(detail).toBeNull();
    expect(connection.at(-1)).toEqual({
      name: 'credentials.key',
      as: 'secret',
      required: true,
      title: 'API key',
      help: 'Quayside desk shows it at the top of its page.',
      offers: [],
      aside: false,
    });
    expect(options.map(({ name, offers }) => [name, offers])).toEqual([
      ['entity', ['contact', 'job']],
      ['find_by', ['email', 'reference']],
      ['clear', []],
    ]);
  });

  test('a description that cannot be read is said, and nothing is lost', async () => {
    const { detail, connection } = await form('crm', { connecting: { description: 'crm: desk\ntitel: Desk\n' } });
    expect(detail).toMatch(/line 1: The key “title” is missing here\. Add it\.$/);
    expect(connection.map(({ name }) => name)).toEqual(['description', 'base']);
  });

  test('a connection that is there offers its values, and keeps its secrets', async () => {
    const body = { kind: 'crm', description, credentials: { key: 'a-secret-key' } };
    await world.client.connections.put({ params: { name: 'desk' }, body });
    const told = await form('crm', { connection: 'desk' });
    expect(told.connection).toEqual([]);
    expect(told.options[0]?.offers).toEqual(['contact', 'job']);
    expect(JSON.stringify(told)).not.toContain('a-secret-key');
    await expect(form('crm', { connection: 'nobody' })).rejects.toMatchObject({ code: 'YS-DESTINATION-CONNECTION' });
    await expect(form('fax')).rejects.toMatchObject({ code: 'YS-DESTINATION-KIND' });
  });
});

describe('the columns a destination has of its own', () => {
  const columns = (name: string) => world.client.destinations.columns({ params: { name } });
  const put = (name: string, file: string) =>
    world.client.destinations.put({ params: { name }, body: bytes(`destination: ${name}\n${file}`) });

  test('are the fields of a CRM’s entity; what it is found by is required, too', async () => {
    await put('jobs', 'kind: crm\nconnection: desk\nentity: job\nfind_by: reference\n');
    const { columns: found } = await columns('jobs');
    expect(found?.filter(({ required }) => required).map(({ name }) => name)).toEqual(['title', 'vessel']);
    await put('people', 'kind: crm\nconnection: desk\nentity: contact\nfind_by: email\n');
    expect((await columns('people')).columns?.find(({ name }) => name === 'length')).toEqual({
      name: 'length',
      required: false,
      help: 'In metres.',
      holds: null,
    });
  });

  test('a sheet and a table that is not there yet take what they are given', async () => {
    await put('book', 'kind: sheet\n');
    expect(await columns('book')).toEqual({ columns: null, detail: null });
    const { port, password } = sharedDatabase();
    const body = { kind: 'mariadb', host: '127.0.0.1', port, user: 'app', password, database: world.name };
    await world.client.connections.put({ params: { name: 'tables' }, body });
    await put('table', 'kind: database\nconnection: tables\ntable: not_there\n');
    expect(await columns('table')).toEqual({ columns: null, detail: null });
  });

  test('of somebody’s table are those it has; without a default they are required', async () => {
    const db = await connect(sharedDatabase(), world.name);
    await db.query(
      "CREATE TABLE theirs (id INT AUTO_INCREMENT PRIMARY KEY, ys_identity CHAR(64) UNIQUE, vessel VARCHAR(80) NOT NULL COMMENT 'as painted', length DECIMAL(6,2) NULL, pier VARCHAR(20) NOT NULL DEFAULT 'North')",
    );
    await db.end();
    await put('theirs', 'kind: database\nconnection: tables\ntable: theirs\n');
    expect((await columns('theirs')).columns).toEqual([
      { name: 'id', required: false, help: null, holds: 'whole number' },
      { name: 'vessel', required: true, help: 'as painted', holds: 'text' },
      { name: 'length', required: false, help: null, holds: 'decimal' },
      { name: 'pier', required: false, help: null, holds: 'text' },
    ]);
  });

  test('what cannot be asked is said, not thrown', async () => {
    const body = { kind: 'mariadb', host: '127.0.0.1', port: 1, user: 'a', password: 'b', database: 'c' };
    await world.client.connections.put({ params: { name: 'nowhere' }, body });
    await put('lost', 'kind: database\nconnection: nowhere\ntable: x\n');
    expect(await columns('lost')).toEqual({ columns: null, detail: expect.stringMatching(/ECONNREFUSED/) });
  });
});
