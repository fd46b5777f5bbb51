import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Surroundings } from '@yellow-sieve/cli';
import { runCommand, serviceEnv } from './command-line.js';
import { demoFile, demoMail, sendRaw, settled, setUpBerths, startWorld, type World } from './harness.js';

let world: World;
/** A message the first version made a record of. */
let key: string;
/** A folder of files, as one keeps them in a repository. */
let folder: string;
const file = (...path: string[]) => join(folder, ...path);
const sieveFile = () => file('berth-request.sieve.yaml');
const write = (text: string) => writeFileSync(sieveFile(), text);
const text = () => readFileSync(sieveFile(), 'utf8');

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-files-'));
  cpSync(demoFile('berths'), folder, { recursive: true });
  world = await startWorld();
  await setUpBerths(world);
  await sendRaw(world.smtpPort, demoMail('001'));
  key = (await settled(world.client, 'Berth request: Kittiwake')).key;
});
afterAll(async () => {
  await world.end();
  rmSync(folder, { recursive: true, force: true });
});

/** A person at the terminal who gives one answer, and what they were asked. */
function person(answer: string) {
  const asked: string[] = [];
  const shown: string[] = [];
  const ask = async (question: string) => {
    asked.push(question);
    return answer;
  };
  const progress = {
    show: (done: number, total: number | null) => void shown.push(`${done}/${total}`),
    end: () => undefined,
  };
  return { asked, shown, around: { person: { ask, progress } } };
}

const run = (argv: string[], around: Partial<Surroundings> = {}) =>
  runCommand(argv, { env: serviceEnv(world), ...around });

describe('check, on files alone', () => {
  const check = (...argv: string[]) => runCommand(['check', ...argv]);

  test('is fine with the demo’s samples', async () => {
    const { exit, out } = await check(sieveFile());
    expect(exit).toBe(0);
    expect(out).toMatch(/ {2}vessel +4\/4 {2}■■■\?■\n/);
    expect(out).toMatch(/ {2}phone +2\/2 {2}■·■\?·\n/);
  });

  test('says of a pattern that it can run away', async () => {
    const before = text();
    write(before.replace('(?<phone>~phone~)', '(?<phone>(?:[0-9]+)+)!'));
    const { out } = await check(sieveFile());
    write(before);
    expect(out).toMatch(
      /Rule “any phone number”: it can run away, so it runs with a clock: “.*” repeats what repeats already/,
    );
  });

  test('says what falls short, where, and ends with 1', async () => {
    const before = text();
    write(
      before.replace('pier: North,', 'pier: South,').replace('Skipper: [[skipper]]', 'Captain at sea: [[skipper]]'),
    );
    const { exit, out } = await check(sieveFile());
    write(before);
    expect(exit).toBe(1);
    expect(out).toContain('1  messages/001.eml');
    expect(out).toContain('pier: expected “South”, found “North”');
    expect(out).toContain('skipper: expected “Ottoline Marsh”, found nothing');
  });

  test('against another state of the file shows the effect, and gives JSON', async () => {
    const old = file('old.sieve.yaml');
    writeFileSync(old, text().replace('Deposit paid: [[deposit]]', 'Paid: [[deposit]]'));
    const { out } = await check(sieveFile(), '--against', old);
    expect(out).toContain('deposit gained: nothing → 40 GBP (read in message.text');
    expect(out).toContain('which is as expected');
    expect(out).toContain('route berth-request/berth-book to berth-book: would write something else');
    const json = JSON.parse((await check(sieveFile(), '--against', old, '--json')).out) as {
      accuracy: { messages: number };
      effect: { summary: { affected: number; mends: number } };
    };
    expect([json.accuracy.messages, json.effect.summary]).toEqual([5, expect.objectContaining({ mends: 1 })]);
    rmSync(old);
  });

  test('takes more messages, and a model', async () => {
    const model = `http://127.0.0.1:${world.model.port}/v1`;
    const { out } = await check(sieveFile(), file('messages', '004.eml'), '--model', model);
    expect(out).toContain('Berth requests: 6 messages');
    expect(out).not.toContain('\\?■');
    expect(out.split('\n').find((line) => line.includes('vessel'))).not.toContain('?');
  });

  test('a wrong expected value is an error at its line', async () => {
    const before = text();
    write(before.replace('nights: 3,', 'nights: some,'));
    const { exit, err } = await check(sieveFile());
    write(before);
    expect(exit).toBe(1);
    expect(err).toMatch(/^line \d+, column \d+: What is expected of “nights” can never be a value of type integer/);
  });
});

describe('sieve parts', () => {
  test('holds a file of parts against its examples, and copies them into sieves', async () => {
    const [parts, before] = [join(folder, 'harbour.parts.yaml'), text()];
    writeFileSync(parts, 'parts:\n  station: { find: "[NS]-~integer~", matches: [N-7], not: [7-N] }\n');
    expect((await runCommand(['sieve', 'parts', parts])).out).toBe('station: all examples hold.\n');
    const copied = await runCommand(['sieve', 'parts', parts, sieveFile()]);
    expect([copied.out, text()]).toEqual([
      expect.stringContaining('changed'),
      expect.stringContaining('parts:\n  station:'),
    ]);
    expect((await runCommand(['sieve', 'parts', parts, sieveFile()])).out).toContain('as it was');
    write(before);
    writeFileSync(parts, 'parts:\n  station: { find: "[NS]-~integer~", matches: [7-N] }\n');
    const broken = await runCommand(['sieve', 'parts', parts]);
    expect([broken.exit, broken.err]).toEqual([1, expect.stringContaining('7-N')]);
  });
});

describe('sieve put', () => {
  test('brings the samples along, shows the effect, and asks', async () => {
    const silent = person('n');
    write(text().replace('title: Berth requests', 'title: Berths').replace('Wanted pier: [[pier]]', 'Quay: [[pier]]'));
    const declined = await run(['sieve', 'put', sieveFile()], silent.around);
    expect([declined.exit, silent.asked]).toEqual([2, ['Publish berth-request over version 1? [y/N] ']]);
    expect(declined.err).toContain('Effect: 3 of 6 messages differ');
    expect(declined.err).toMatch(
      /001\.eml {2}Berth request: Kittiwake\n +pier lost: “North” .* → nothing, which breaks what was right\n/,
    );
    expect((await world.client.sieves.get({ params: { name: 'berth-request' } })).version).toBe(1);
    expect((await world.client.samples.list({ params: { name: 'berth-request' } })).items).toHaveLength(5);
  });

  test('a script must say --yes, and why where expected values break', async () => {
    const asked = await run(['sieve', 'put', sieveFile()]);
    expect([asked.exit, asked.err]).toEqual([2, expect.stringContaining('say --yes')]);
    const broken = await run(['sieve', 'put', sieveFile(), '--yes']);
    expect([broken.exit, broken.err]).toEqual([1, expect.stringContaining('messages/001.eml: pier')]);
    const put = await run(['sieve', 'put', sieveFile(), '--yes', '--why', 'the form changed']);
    expect([put.exit, put.err]).toEqual([0, '']);
    expect((await run(['sieve', 'versions', 'berth-request'])).out).toMatch(/2 .*first start +the form changed/);
  });

  test('get gives it back as it was put, and with the samples into a folder that checks itself', async () => {
    expect((await run(['sieve', 'get', 'berth-request'])).out).toBe(text());
    const added = await run(['samples', 'add', 'berth-request', key, '--confirm', '--name', 'samples/new.eml']);
    expect(added.exit).toBe(0);
    const target = file('got');
    const { exit } = await run(['sieve', 'get', 'berth-request', '--folder', target]);
    expect(exit).toBe(0);
    expect(existsSync(join(target, 'samples', 'new.eml'))).toBe(true);
    const got = readFileSync(join(target, 'berth-request.sieve.yaml'), 'utf8');
    expect(got).toContain('# Berth requests as the harbour');
    const check = await runCommand(['check', join(target, 'berth-request.sieve.yaml')]);
    expect(check.err).toBe('');
    expect(check.out).toContain('6 messages');
    // The pier is expected, and the rules that were put do not find it.
    expect(check.exit).toBe(1);
  });

  test('back, compare, check and effect', async () => {
    const compared = await run(['sieve', 'compare', 'berth-request', '1', '2']);
    expect(compared.out).toContain('+          Quay: [[pier]]');
    const grid = await run(['sieve', 'check', 'berth-request']);
    expect([grid.exit, grid.out]).toEqual([1, expect.stringContaining('pier: expected “North”, found nothing')]);
    const yes = person('yes');
    const back = await run(['sieve', 'back', 'berth-request', '1', '--why', 'again'], yes.around);
    expect(back.out).toBe('Version 1 is live again, as version 3.\n');
    expect(yes.shown.length).toBeGreaterThan(0);
    expect((await run(['sieve', 'check', 'berth-request'])).exit).toBe(0);
    const effect = await run(['sieve', 'effect', sieveFile(), '--stored', 'all']);
    expect([effect.exit, effect.out]).toEqual([1, expect.stringContaining('that held, and would no longer')]);
    expect((await run(['sieve', 'effect', sieveFile(), '--stored', 'few'])).err).toContain('YS-CLI-COUNT');
  });

  test('a draft is kept, and published after its effect was shown', async () => {
    write(text().replace('title: Berths', 'title: Berths at last').replace('Quay: [[pier]]', 'Wanted pier: [[pier]]'));
    expect((await run(['sieve', 'put', sieveFile(), '--draft'])).out).toContain('Berths at last (draft)');
    expect((await run(['sieve', 'get', 'berth-request', '--draft'])).out).toBe(text());
    const yes = person('y');
    const { out, err } = await run(['sieve', 'publish', 'berth-request'], yes.around);
    expect([out, yes.asked]).toEqual([
      'Berths at last is published as version 4: it is live.\n',
      ['Publish the draft by first start? [y/N] '],
    ]);
    expect(err).toMatch(/Effect: 0 of \d+ messages differ/);
  });
});

describe('jobs, samples and corrections', () => {
  test('messages again, as a job that is shown and listed', async () => {
    const yes = person('y');
    const { out } = await run(['messages', 'again', '--mailbox', 'berths'], yes.around);
    expect(yes.asked).toEqual(['Put the messages of mailbox berths through again? [y/N] ']);
    expect(out).toMatch(/^Put through again: mailbox berths: done, 1 of 1 messages/);
    expect((await run(['messages', 'again'])).err).toContain('YS-CLI-SELECTION');
    const listed = await run(['jobs', '--json']);
    const [job] = (JSON.parse(listed.out) as { items: { key: string; kind: string }[] }).items;
    expect(job?.kind).toBe('again');
    expect((await run(['jobs', job?.key ?? '', '--wait'])).out).toContain('done, 1 of 1 messages');
    expect((await run(['jobs', 'findings', job?.key ?? ''])).out).toBe('Nothing.\n');
    expect((await run(['jobs', 'stop', job?.key ?? ''])).err).toContain('YS-JOB-OVER');
  });

  test('records enter and judge', async () => {
    const { items } = await world.client.records.list();
    const key = items[0]?.key ?? '';
    expect((await run(['records', 'enter', key, 'nights=9', 'pier='])).exit).toBe(0);
    expect((await run(['records', 'enter', key, 'nights'])).err).toContain('YS-CLI-PAIR');
    expect((await run(['records', 'judge', key, 'right', 'vessel', 'email'])).out).toBe('vessel, email: right.\n');
    expect((await run(['records', 'judge', key, 'wrong', 'length=10'])).exit).toBe(0);
    expect((await run(['records', 'judge', key, 'perhaps', 'length'])).exit).toBe(2);
    expect((await run(['samples', 'berth-request'])).out).toContain('samples/new.eml');
    const confirmed = await run(['samples', 'confirm', 'berth-request', 'messages/002.eml', 'pier', 'skipper']);
    expect(confirmed.out).toMatch(/^7 values are expected of/);
  });
});
