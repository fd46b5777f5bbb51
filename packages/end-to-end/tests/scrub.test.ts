import { cpSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { runCommand, serviceEnv } from './command-line.js';
import { demoFile, demoMail, setUpBerths, startWorld, type World } from './harness.js';

const sieveFile = demoFile('berths', 'berth-request.sieve.yaml');
const folder = () => mkdtempSync(join(tmpdir(), 'scrubbed-'));
/** Everything below a folder, as one text. */
const allOf = (root: string) =>
  readdirSync(root, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => readFileSync(join(entry.parentPath, entry.name), 'utf8'))
    .join('\n');

/** Who and what stands in the demo's samples. */
const telling =
  /Kittiwake|Ottoline|Marsh|Selkie|Skerry|Barnaby|Quill|Puffin|Teodor|Lunde|Saskia|Holm|Hattie|Oxbow|900412|900131|900644/i;

describe('scrubbing samples', () => {
  test('nothing tells who they are of, and the sieve holds on them as it held before', async () => {
    const to = folder();
    const done = await runCommand(['scrub', sieveFile, '--folder', to]);
    expect([done.exit, done.out.match(/as before/g)?.length]).toEqual([0, 5]);
    const written = allOf(to);
    expect(allOf(demoFile('berths', 'messages'))).toMatch(telling);
    expect(written).not.toMatch(telling);
    // Tables are no samples: whether they may be shown is for a person to say.
    cpSync(demoFile('berths', 'lookups'), join(to, 'lookups'), { recursive: true });
    const [before, after] = await Promise.all(
      [sieveFile, join(to, 'berth-request.sieve.yaml')].map((file) => runCommand(['check', file])),
    );
    const grid = (text = '') => text.split('\n').filter((line) => line.includes('■'));
    expect(grid(after?.out).length).toBeGreaterThan(10);
    expect(grid(after?.out)).toEqual(grid(before?.out));
    expect(after?.exit).toBe(before?.exit);
  });

  test('the same key gives the same files, another one others', async () => {
    const [one, again, other] = [folder(), folder(), folder()];
    for (const [to, key] of [
      [one, 'a'],
      [again, 'a'],
      [other, 'b'],
    ] as const)
      await runCommand(['scrub', sieveFile, '--folder', to, '--key', key]);
    expect(allOf(one)).toBe(allOf(again));
    expect(allOf(one)).not.toBe(allOf(other));
  });

  test('where a rule rests on a name, that is told, and the name can be kept', async () => {
    const from = folder();
    writeFileSync(
      join(from, 's.sieve.yaml'),
      [
        'sieve: s',
        'fields: { vessel: { type: text }, who: { type: text } }',
        'rules:',
        "  - { kind: pattern, find: 'of (?<who>Kit\\w+)' }",
        'samples:',
        '  - { message: 1.eml, expect: { who: Kittiwake } }',
      ].join('\n'),
    );
    writeFileSync(join(from, '1.eml'), 'From: Ann Lee <a@lee.example>\nSubject: x\n\nThe skipper of Kittiwake\n');
    const broken = await runCommand(['scrub', join(from, 's.sieve.yaml'), '--folder', folder()]);
    expect(broken.exit).toBe(1);
    expect(broken.out).toContain('who: read in message.text 15–24, now nothing');
    expect(broken.out).toContain('1 of 1 samples are no longer what they were');
    const kept = await runCommand(['scrub', join(from, 's.sieve.yaml'), '--folder', folder(), '--keep', 'Kittiwake']);
    expect(kept.exit).toBe(0);
  });

  test('without a folder it says what is missing', async () => {
    const { exit, err } = await runCommand(['scrub', sieveFile]);
    expect([exit, err]).toEqual([2, expect.stringContaining('--folder')]);
  });

  test('messages of several parts, with HTML, quoted-printable and files', async () => {
    const from = folder();
    writeFileSync(
      join(from, 's.sieve.yaml'),
      [
        'sieve: s',
        'fields: { vessel: { type: text, required: true } }',
        'rules:',
        '  - { kind: template, layouts: [{ name: f, text: "Vessel: [[vessel]]" }] }',
        'samples:',
        '  - { message: 1.eml, expect: { vessel: Köhler } }',
      ].join('\n'),
    );
    const mail = [
      'From: Ottoline <o@skerry.example>',
      'Subject: =?utf-8?q?K=C3=B6hler?=',
      'Content-Type: multipart/mixed; boundary=m',
      '',
      '--m',
      'Content-Type: multipart/alternative; boundary=a',
      '',
      '--a',
      'Content-Type: text/plain; charset=iso-8859-1',
      'Content-Transfer-Encoding: quoted-printable',
      '',
      'Vessel: K=F6hler',
      '--a',
      'Content-Type: text/html; charset=utf-8',
      '',
      '<table><tr><td>Vessel:</td><td><b>K&ouml;hler</b></td></tr></table>',
      '--a--',
      '--m',
      'Content-Type: application/pdf; name=koehler.pdf',
      'Content-Disposition: attachment; filename="Ottoline.pdf"',
      'Content-Transfer-Encoding: base64',
      '',
      'T3R0b2xpbmU=',
      '--m--',
      '',
    ].join('\r\n');
    writeFileSync(join(from, '1.eml'), mail);
    const to = folder();
    const done = await runCommand(['scrub', join(from, 's.sieve.yaml'), '--folder', to]);
    expect([done.exit, done.out]).toEqual([0, expect.stringContaining('as before')]);
    expect(readFileSync(join(to, '1.eml'), 'utf8')).not.toMatch(/K=C3|K=F6hler|Ottoline|skerry|T3R0b2/);
    const { out } = await runCommand(['read', join(to, '1.eml'), '--json']);
    expect(JSON.parse(out)).toMatchObject({ attachments: [{ type: 'application/pdf', size: 0 }] });
  });
});

describe('scrubbed samples from a service', () => {
  let world: World;
  beforeAll(async () => {
    world = await startWorld();
    await setUpBerths(world);
    const params = { name: 'berth-request', sample: 'messages/001.eml' };
    await world.client.samples.put({ params, body: demoMail('001') });
  });
  afterAll(() => world.end());

  test('come with the sieve that names them', async () => {
    const to = folder();
    const argv = ['sieve', 'get', 'berth-request', '--folder', to, '--scrub'];
    const { exit, out } = await runCommand(argv, { env: serviceEnv(world) });
    expect([exit, out]).toEqual([0, expect.stringContaining('messages/001.eml')]);
    // The file tells of samples that the service does not have, too.
    expect(allOf(to)).toContain('messages/011.eml');
    expect(allOf(to)).not.toMatch(telling);
  });
});
