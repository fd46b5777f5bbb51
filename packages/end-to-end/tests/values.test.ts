import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { sendRaw, settled, startWorld, type World } from './harness.js';

const sieve = `
sieve: permit
locale: en-GB
timezone: Europe/London
fields:
  company: { type: text, required: true }
  place: { type: choice, choices: [North pier, South pier] }
  length: { type: number, unit: m }
  crew: { type: integer }
  fee: { type: amount, currency: GBP }
  first: { type: date }
  last: { type: date }
  opens: { type: time }
  starts: { type: datetime }
  lasts: { type: duration }
  drone: { type: yes-no }
  mail: { type: email }
  phone: { type: phone }
  web: { type: url }
  plan: { type: attachment }
  dates: { type: date, many: true, separator: " / " }
rules:
  - kind: template
    name: permit form
    layouts:
      - name: form
        subject: "Permit for [[company]]"
        text: |
          Place: [[place]]
          Boat: [[length]] m
          Crew of [[crew]] people from [[first]] to [[last]]
          Fee: [[fee]]
          Gate opens: [[opens]]
          Begins: [[starts]]
          Lasts: [[lasts]]
          Drone (yes/no): [[drone]]
          E-mail: [[mail]]
          Phone: [[phone]]
          Web: [[web]]
          Plan: [[plan]]
          Other days: [[dates]]
routes:
  - to: permits
  - to: permit-table
`;
const mailbox = `
mailbox: permits
addresses: [permits@gannetbay.example]
sorter:
  categories: [{ category: permit, about: Permits, when: [message.subject, contains, permit] }]
sieves: [permit.sieve.yaml]
otherwise: review
`;

const text = `Place: Noth pier
Boat: about 21,5 metres
Crew of twenty-four people from 28 May to 3 June 2027
Fee: £1,234.50
Gate opens: 6.30 am
Begins: 28 May 2027 at 09:00
Lasts: 2 h 30 min
Drone (yes/no): No
E-mail: Ines Ribeira <ines@morningtide.example>
Phone: +44 (0)7700 900 412
Web: www.morningtide.example/permits
Plan: plan.pdf
Other days: 5 June 2027, 6 June 2027 and next Friday
`;

const raw = `From: forms@gannetbay.example\r\nTo: permits@gannetbay.example\r\nSubject: Fwd: Permit for Morningtide Pictures\r\nDate: Fri, 14 May 2027 09:12:00 +0100\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n--b\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text.replaceAll('\n', '\r\n')}\r\n--b\r\nContent-Type: application/pdf; name=plan.pdf\r\nContent-Disposition: attachment; filename=plan.pdf\r\n\r\n%PDF\r\n--b--\r\n`;

const expected = {
  company: 'Morningtide Pictures',
  place: 'North pier',
  length: 21.5,
  crew: 24,
  fee: { value: 1234.5, currency: 'GBP' },
  first: '2027-05-28',
  last: '2027-06-03',
  opens: '06:30',
  starts: '2027-05-28T09:00:00+01:00',
  lasts: 'PT2H30M',
  drone: false,
  mail: 'ines@morningtide.example',
  phone: '+447700900412',
  web: 'http://www.morningtide.example/permits',
  plan: 'plan.pdf',
  dates: ['2027-06-05', '2027-06-06', '2027-05-21'],
};

let world: World;
beforeAll(async () => {
  world = await startWorld();
  const { client, database, name } = world;
  const at = { host: '127.0.0.1', port: database.port, user: 'app', password: database.password, database: name };
  await client.connections.put({ params: { name: 'own' }, body: { kind: 'mariadb', ...at } });
  const put = (target: string, body: string) =>
    client.destinations.put({ params: { name: target }, body: Buffer.from(body) });
  await put('permits', 'destination: permits\nkind: sheet\n');
  await put('permit-table', 'destination: permit-table\nkind: database\nconnection: own\ntable: permits\n');
  await client.sieves.put({ params: { name: 'permit' }, body: Buffer.from(sieve), query: { live: 'true' } });
  await client.mailboxes.put({ params: { name: 'permits' }, body: Buffer.from(mailbox) });
  await sendRaw(world.smtpPort, raw, 'permits@gannetbay.example');
});
afterAll(() => world.end());

describe('a value of every type', () => {
  test('is read, with its evidence, and the day that relative dates count from', async () => {
    const { outcome } = await settled(world.client, 'Fwd: Permit for Morningtide Pictures');
    expect(outcome).toMatchObject({ verdict: 'sound', fields: expected, leftovers: [] });
    const evidence = (outcome as { evidence: Record<string, { raw: string; in: string; counted_from?: string }[]> })
      .evidence;
    expect(evidence.first?.map(({ raw: written }) => written)).toEqual(['28 May', '3 June 2027']);
    expect(evidence.dates?.[0]?.counted_from).toBe('2027-05-14');
    expect(evidence.company?.[0]).toMatchObject({ in: 'message.subject', raw: 'Morningtide Pictures' });
  });

  test('stands in the table under a type of its own', async () => {
    const [row] = await world.sql<Record<string, unknown>>(
      'SELECT place, crew, fee, fee_currency, DATE_FORMAT(`first`, "%Y-%m-%d") AS first_day, opens, DATE_FORMAT(starts, "%Y-%m-%d %H:%i") AS starts, lasts, drone, web, plan, dates FROM permits',
    );
    expect(row).toEqual({
      place: 'North pier',
      crew: 24,
      fee: '1234.5000',
      fee_currency: 'GBP',
      first_day: '2027-05-28',
      opens: '06:30:00',
      starts: '2027-05-28 08:00',
      lasts: 'PT2H30M',
      drone: 0,
      web: 'http://www.morningtide.example/permits',
      plan: 'plan.pdf',
      dates: '2027-06-05 / 2027-06-06 / 2027-05-21',
    });
  });

  test('stands in the sheet and in an export of records', async () => {
    const { items } = await world.client.destinations.list();
    const link = items.flatMap(({ links }) => links).find((path) => path.endsWith('csv'));
    const line = (await (await fetch(world.url + link)).text()).split(/\r?\n/)[1];
    expect(line).toContain(
      'North pier,21.5,24,1234.5,GBP,2027-05-28,2027-06-03,06:30,2027-05-28T09:00:00+01:00,PT2H30M,no,',
    );
    expect(line).toContain('2027-06-05 / 2027-06-06 / 2027-05-21');
    const exported = await fetch(`${world.url}/api/v1/records/export?sieve=permit&format=csv`, {
      headers: { authorization: `Bearer ${world.token}` },
    });
    expect(await exported.text()).toContain('2027-06-05 / 2027-06-06 / 2027-05-21');
  });

  test('is the same on the command line, with no service', () => {
    const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-values-'));
    writeFileSync(join(folder, 'permit.sieve.yaml'), sieve);
    writeFileSync(join(folder, 'one.eml'), raw);
    const cli = fileURLToPath(new URL('../../cli/dist/main.js', import.meta.url));
    const said = execFileSync(process.execPath, [
      cli,
      'sift',
      join(folder, 'permit.sieve.yaml'),
      join(folder, 'one.eml'),
      '--json',
    ]);
    expect(JSON.parse(said.toString())).toMatchObject({ verdict: 'sound', fields: expected });
  });
});
