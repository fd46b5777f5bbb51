import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { type RollStandIn, startRoll } from '@yellow-sieve/stand-ins';
import { demoFile, settled, startWorld, type World } from './harness.js';

let world: World;
let roll: RollStandIn;
const description = () =>
  readFileSync(demoFile('crm', 'wherry-roll.crm.yaml'), 'utf8').replaceAll('7417', String(roll.port));
const connect = (changes: object = {}, credentials: object = {}) =>
  world.client.connections.put({
    params: { name: 'roll' },
    body: {
      kind: 'crm',
      description: description(),
      credentials: { client: roll.client, secret: roll.secret, ...credentials },
      ...changes,
    },
  });
const destination = (more = '') =>
  world.client.destinations.put({
    params: { name: 'people' },
    body: Buffer.from(`destination: people\nkind: crm\nconnection: roll\nentity: person\nfind_by: email\n${more}\n`),
  });

let count = 0;
async function feed(text: string) {
  const subject = `mail ${++count}`;
  const raw = `From: a@skerry.example\r\nTo: roll@gannetbay.example\r\nSubject: ${subject}\r\nMessage-ID: <r${count}@skerry.example>\r\n\r\n${text.replaceAll('\n', '\r\n')}\r\n`;
  await world.client.messages.feed({ params: { mailbox: 'roll' }, body: Buffer.from(raw) });
  return (await settled(world.client, subject)).deliveries[0];
}

beforeAll(async () => {
  [world, roll] = [await startWorld(), await startRoll(0)];
  await connect();
  await destination();
  await world.client.sieves.put({
    params: { name: 'people' },
    body: Buffer.from(`sieve: people
fields: { name: { type: text }, email: { type: email }, visits: { type: integer }, remarks: { type: text } }
rules:
  - { kind: pattern, name: name, find: 'Name: (?<name>.+)' }
  - { kind: pattern, name: email, find: 'Mail: (?<email>\\S+)' }
  - { kind: pattern, name: visits, find: 'Visits: (?<visits>\\d+)' }
  - { kind: pattern, name: remarks, find: 'Remarks: (?<remarks>.+)' }
routes:
  - to: people
`),
    query: { live: 'true' },
  });
  await world.client.mailboxes.put({
    params: { name: 'roll' },
    body: Buffer.from('mailbox: roll\naddresses: [roll@gannetbay.example]\nsieves: [people]\n'),
  });
});
afterAll(() => Promise.all([world.end(), roll.close()]));

test('a CRM of another shape is written to by its description alone, with one token for many', async () => {
  expect(await world.client.destinations.test({ params: { name: 'people' } })).toMatchObject({
    ok: true,
    detail: 'Wherry roll answers, and takes the credentials',
  });
  const made = await feed('Name: Nell Fairweather\nMail: nell@skerry.example\nVisits: 3\nRemarks: quiet');
  expect(made).toMatchObject({ state: 'delivered', answer: 'made person 100' });
  const changed = await feed('Name: Nell F.\nMail: Nell@skerry.example\nVisits: 4');
  expect(changed).toMatchObject({ state: 'delivered', answer: 'made person 101' });
  expect(roll.people.map(({ attributes }) => attributes)).toEqual([
    { eMail: 'nell@skerry.example', fullName: 'Nell Fairweather', visits: 3, remarks: 'quiet' },
    { eMail: 'Nell@skerry.example', fullName: 'Nell F.', visits: 4 },
  ]);
  expect(roll.tokens).toBe(1);
});

test('the one it is about is found on whatever page, among those that only begin alike; what is not said stays', async () => {
  roll.people.length = 0;
  const emails = ['a@x.example', 'a@x.example.one', 'a@x.example.two', 'a@x.example.three', 'a@x.exampled'];
  roll.people.push(
    ...emails.reverse().map((eMail, i) => ({
      ref: 10 + i,
      type: 'person' as const,
      attributes: { eMail, fullName: `Number ${i}`, phone: '1' },
    })),
  );
  const changed = await feed('Name: The first\nMail: a@x.example');
  expect(changed).toMatchObject({ state: 'delivered', answer: 'changed person 14' });
  expect(roll.people.at(-1)?.attributes).toEqual({ eMail: 'a@x.example', fullName: 'The first', phone: '1' });
  const standing = await world.client.deliveries.standing({ params: { key: changed?.key ?? '' } });
  expect(standing.cells).toContainEqual(['phone', '1']);
});

test('a field that is to be cleared is emptied, another is left', async () => {
  roll.people.length = 0;
  await destination('clear: [remarks]');
  await feed('Name: Inga\nMail: inga@x.example\nVisits: 2\nRemarks: loud');
  await feed('Name: Inga\nMail: inga@x.example');
  expect(roll.people.map(({ attributes }) => attributes)).toEqual([
    { eMail: 'inga@x.example', fullName: 'Inga', visits: 2, remarks: null },
  ]);
});

test('a token that is refused is asked for anew, once; credentials that are wrong stop with what the server says', async () => {
  const before = roll.tokens;
  roll.revoke();
  expect(await feed('Name: Tove\nMail: tove@x.example')).toMatchObject({ state: 'delivered' });
  expect(roll.tokens).toBe(before + 1);
  roll.revoke();
  const together = ['one', 'two', 'three', 'four'].map((name) => feed(`Name: ${name}\nMail: ${name}@many.example`));
  expect((await Promise.all(together)).map((delivery) => delivery?.state)).toEqual(Array(4).fill('delivered'));
  expect(roll.tokens).toBeLessThanOrEqual(before + 3);
  await connect({}, { secret: 'wrong' });
  expect(await feed('Name: Ulf\nMail: ulf@x.example')).toMatchObject({
    state: 'stopped',
    answer:
      'No access token is given for these credentials: invalid_client: nobody here is called that. Check them in the connection.',
  });
  await connect();
});

test('what is refused with a 200 is refused, in its words', async () => {
  await connect({ description: description().replace('as: fullName', 'as: whole_name') });
  expect(await feed('Name: Siv\nMail: siv@x.example')).toMatchObject({
    state: 'stopped',
    answer: 'Wherry roll refuses: whole_name is not known',
  });
});

test('where an answer points elsewhere, nothing is asked there', async () => {
  await connect({
    description: description().replace('next: meta.next, as: cursor', 'next: data.0.attributes.remarks'),
  });
  roll.people.length = 0;
  roll.people.push({
    ref: 1,
    type: 'person',
    attributes: { eMail: 'sly@x.example', fullName: 'Sly', remarks: 'http://127.0.0.2:1/v2/people' },
  });
  expect(await feed('Name: Sly\nMail: sly@x.example')).toMatchObject({
    state: 'stopped',
    answer: expect.stringContaining('points to http://127.0.0.2:1/v2/people, which is not its own'),
  });
});
