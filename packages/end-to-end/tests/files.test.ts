import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { runCommand, serviceEnv } from './command-line.js';
import { demoMail, sendRaw, settled, setUpBerths, startWorld, type World } from './harness.js';

let world: World;
let other: World;
let folder: string;
const at = (...path: string[]) => join(folder, ...path);
const edit = (name: string, from: string, to: string) =>
  writeFileSync(at(name), readFileSync(at(name), 'utf8').replace(from, to));
const run = (argv: string[], of: World, more = {}) => runCommand(argv, { env: serviceEnv(of), ...more });

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'mail-rules-'));
  [world, other] = await Promise.all([startWorld(), startWorld()]);
  await setUpBerths(world);
  const params = { name: 'berth-request', sample: 'messages/001.eml' };
  await world.client.samples.put({ params, body: demoMail('001') });
  // Connections hold what is secret: each service has its own.
  await setUpBerths(other);
  for (const name of ['berths']) await other.sql('DELETE FROM mailbox WHERE name = ?', [name]);
  await other.sql('DELETE FROM mailbox_address');
  await other.sql('DELETE FROM sieve');
  await other.sql('DELETE FROM destination');
});
afterAll(async () => {
  await Promise.all([world.end(), other.end()]);
  rmSync(folder, { recursive: true, force: true });
});

describe('a folder of files', () => {
  test('has all that a service is set up by, and checks itself without one', async () => {
    const got = await run(['files', 'get', folder], world);
    expect(got.exit).toBe(0);
    expect(readdirSync(folder, { recursive: true }).map(String).sort()).toEqual([
      'berth-request.sieve.yaml',
      'berths.mailbox.yaml',
      'destinations',
      ...['berth-book', 'berth-table', 'harbour-master', 'harbour-master-chat', 'owners-crm']
        .map((name) => `destinations/${name}.destination.yaml`)
        .sort(),
      'lookups',
      'lookups/fee-classes.csv',
      'messages',
      'messages/001.eml',
    ]);
    // The file names more samples than the service has: that is an error at a file, not a silence.
    expect((await runCommand(['files', 'check', folder])).exit).not.toBe(0);
    for (const number of ['002', '003', '009', '011']) writeFileSync(at('messages', `${number}.eml`), demoMail(number));
    const checked = await runCommand(['files', 'check', folder]);
    expect([checked.exit, checked.out]).toEqual([0, expect.stringContaining('The mailbox berths can be read')]);
  });

  test('a repository’s check fails where a rule no longer holds', async () => {
    edit('berth-request.sieve.yaml', 'Wanted pier: [[pier]]', 'Quay: [[pier]]');
    const checked = await runCommand(['files', 'check', folder]);
    expect([checked.exit, checked.out]).toEqual([1, expect.stringContaining('pier: expected “North”, found nothing')]);
    edit('berth-request.sieve.yaml', 'Quay: [[pier]]', 'Wanted pier: [[pier]]');
    edit('berths.mailbox.yaml', 'mailbox: berths', 'mailbxo: berths');
    const broken = await runCommand(['files', 'check', folder]);
    expect([broken.exit, broken.err]).toEqual([1, expect.stringContaining('mailbxo')]);
    edit('berths.mailbox.yaml', 'mailbxo: berths', 'mailbox: berths');
  });

  test('sets up an empty service, which then does what the first one does', async () => {
    const put = await run(['files', 'put', folder, '--yes', '--live'], other);
    expect(put.err).toBe('');
    expect(put.out.match(/ new(?: +live)?\n/g)).toHaveLength(7);
    await sendRaw(other.smtpPort, demoMail('003'));
    const { record } = await settled(other.client, 'New berth request');
    expect((await other.client.records.get({ params: { key: record ?? '' } })).fields).toMatchObject({
      vessel: 'Blue Puffin',
      pier: 'Visitors',
    });
    expect((await other.client.samples.list({ params: { name: 'berth-request' } })).items).toHaveLength(5);
  });

  test('put once more it changes nothing and asks nothing; what changed is asked about', async () => {
    const asked: string[] = [];
    const progress = { show: () => undefined, end: () => undefined };
    const ask = async (question: string) => {
      asked.push(question);
      return 'y';
    };
    const again = await run(['files', 'put', folder], other, { person: { ask, progress } });
    expect([again.out.match(/ as it was(?: +live)?\n/g)?.length, asked]).toEqual([8, []]);
    expect((await other.client.sieves.get({ params: { name: 'berth-request' } })).version).toBe(1);
    edit('destinations/berth-book.destination.yaml', 'Berth book', 'Book of berths');
    edit('berth-request.sieve.yaml', 'title: Berth requests', 'title: Berths');
    const changed = await run(['files', 'put', folder], other, { person: { ask, progress } });
    expect(changed.out).toMatch(/destination +berth-book +changed\n/);
    expect(asked).toEqual([
      expect.stringMatching(
        /-title: Berth book\n\+title: Book of berths\n[\s\S]*\nChange the destination berth-book\? \[y\/N\] $/,
      ),
      'Publish berth-request over version 1? [y/N] ',
    ]);
    expect((await run(['files', 'put', folder, '--yes'], other)).out).not.toContain('changed');
  });

  test('a folder without any such file is said to be one', async () => {
    const empty = mkdtempSync(join(tmpdir(), 'empty-'));
    const { exit, err } = await runCommand(['files', empty]);
    expect([exit, err]).toEqual([2, expect.stringContaining('NAME.sieve.yaml')]);
    expect((await runCommand(['files', join(empty, 'none')])).exit).toBe(2);
  });
});
