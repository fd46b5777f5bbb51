import { afterAll, beforeAll, expect, test } from '@jest/globals';
import ICAL from 'ical.js';
import PostalMime from 'postal-mime';
import { settled, startWorld, until, type World } from './harness.js';

let world: World;

const sieve = (routes: string) => `sieve: stays
locale: en-GB
fields:
  skipper: { type: text, required: true }
  arrival: { type: date }
  at: { type: datetime }
  note: { type: text }
rules:
  - { kind: pattern, name: skipper, find: 'Skipper: (?<skipper>.+)' }
  - { kind: pattern, name: arrival, find: 'Arrival: (?<arrival>~date~)' }
  - { kind: pattern, name: at, find: 'At: (?<at>\\d{4}-\\d\\d-\\d\\d \\d\\d:\\d\\d)' }
  - { kind: pattern, name: note, find: 'Note: (?<note>.+)' }
routes:
${routes}`;
const put = (routes: string) =>
  world.client.sieves.put({ params: { name: 'stays' }, body: Buffer.from(sieve(routes)), query: { live: 'true' } });
const destination = (name: string, more: string) =>
  world.client.destinations.put({
    params: { name },
    body: Buffer.from(
      `destination: ${name}\nkind: mail\nconnection: outgoing\nfrom: Harbour <office@gannetbay.example>\n${more}\n`,
    ),
  });

let count = 0;
async function feed(text: string) {
  const subject = `mail ${++count}`;
  const raw = `From: a@skerry.example\r\nTo: stays@gannetbay.example\r\nSubject: ${subject}\r\nMessage-ID: <m${count}@skerry.example>\r\n\r\n${text.replaceAll('\n', '\r\n')}\r\n`;
  await world.client.messages.feed({ params: { mailbox: 'stays' }, body: Buffer.from(raw) });
  return subject;
}

const lastMail = () => PostalMime.parse(world.mail.arrived[0]?.raw ?? '');
const fileOf = ({ attachments }: Awaited<ReturnType<typeof lastMail>>, name: string) => {
  const content = attachments.find(({ filename }) => filename === name)?.content;
  return content === undefined ? '' : typeof content === 'string' ? content : new TextDecoder().decode(content);
};

beforeAll(async () => {
  world = await startWorld({ YELLOW_SIEVE_NOTICE_SECONDS: '1' });
  await world.client.connections.put({
    params: { name: 'outgoing' },
    body: { kind: 'smtp', host: '127.0.0.1', port: world.mail.smtpPort, tls: 'none' },
  });
  await put('  []\n');
  await world.client.mailboxes.put({
    params: { name: 'stays' },
    body: Buffer.from('mailbox: stays\naddresses: [stays@gannetbay.example]\nsieves: [stays]\n'),
  });
});
afterAll(() => world.end());

test('a mail has HTML beside its text, and nothing a sender writes becomes an element of it', async () => {
  await destination('desk', '');
  await put(
    `  - to: desk\n    with: { to: desk@gannetbay.example, subject: "{{ skipper }}", text: "{{ note }}", html: "<p>{{ note | upcase }}, <b>{{ skipper }}</b></p>" }\n`,
  );
  await settled(
    world.client,
    await feed('Skipper: <script>x</script> & "Co"\nNote: <a href="http://x.example">here</a>'),
  );
  const mail = await lastMail();
  expect(mail.html?.trim()).toBe(
    '<p>&lt;A HREF=&#34;HTTP://X.EXAMPLE&#34;&gt;HERE&lt;/A&gt;, <b>&lt;script&gt;x&lt;/script&gt; &amp; &#34;Co&#34;</b></p>',
  );
  expect(mail.text?.trim()).toBe('<a href="http://x.example">here</a>');
  await put('  - to: desk\n    with: { to: desk@gannetbay.example, html: "<p>{{ note }}</p>" }\n');
  const { deliveries } = await settled(world.client, await feed('Skipper: Nell\nNote: x'));
  expect(deliveries[0]).toMatchObject({ state: 'stopped', answer: expect.stringContaining('give “text” beside it') });
});

test('a part that a mail does not have is said, with what may be meant', async () => {
  await put('  - to: desk\n    with: { to: desk@gannetbay.example, text: x, contact.mail: "{{ note }}" }\n');
  const { deliveries } = await settled(world.client, await feed('Skipper: Nell\nNote: x'));
  expect(deliveries[0]).toMatchObject({
    state: 'stopped',
    answer: 'The route writes “contact.mail”, and a mail has no such part (did you mean “contact.email”?).',
  });
});

test('a card and a calendar entry go with it, read back by what others read them with', async () => {
  await destination('cards', 'zone: Europe/Lisbon');
  await put(
    `  - to: cards
    with:
      to: desk@gannetbay.example
      subject: Stay
      text: A stay
      contact.name: "{{ skipper }}"
      contact.email: "{{ message.from.address }}"
      contact.note: "{{ note }}"
      event.title: "{{ skipper }} arrives"
      event.start: "{{ at }}"
      event.note: "{{ note }}"
`,
  );
  const subject = await feed(
    'Skipper: Marsh, Ottoline; Dr\nAt: 2026-07-03 22:30\nNote: long; '.concat('word, '.repeat(30)),
  );
  await settled(world.client, subject);
  const mail = await lastMail();
  const card = new ICAL.Component(ICAL.parse(fileOf(mail, 'contact.vcf')));
  expect(['fn', 'email', 'version'].map((name) => card.getFirstPropertyValue(name))).toEqual([
    'Marsh, Ottoline; Dr',
    'a@skerry.example',
    '4.0',
  ]);
  const entry = new ICAL.Component(ICAL.parse(fileOf(mail, 'event.ics'))).getFirstSubcomponent('vevent');
  const event = entry && new ICAL.Event(entry);
  // Half past ten of a summer evening in Lisbon.
  expect(event?.startDate.toJSDate().toISOString()).toBe('2026-07-03T21:30:00.000Z');
  expect([event?.summary, event?.description?.startsWith('long; word, word'), event?.sequence]).toEqual([
    'Marsh, Ottoline; Dr arrives',
    true,
    1,
  ]);
  const { deliveries } = await settled(world.client, await feed('Skipper: Nell'));
  expect(deliveries[0]).toMatchObject({ state: 'stopped', answer: expect.stringContaining('event.start') });
});

test('a day is a day of the calendar, and the entry has the same name at every revision', async () => {
  await put(
    '  - to: cards\n    with: { to: desk@gannetbay.example, subject: S, text: T, event.title: Stay, event.start: "{{ arrival }}" }\n',
  );
  const subject = await feed('Skipper: Inga\nArrival: 4 December 2026');
  const { record } = await settled(world.client, subject);
  const first = fileOf(await lastMail(), 'event.ics');
  expect(first).toContain('DTSTART;VALUE=DATE:20261204');
  const sent = world.mail.arrived.length;
  await world.client.records.enter({ params: { key: record ?? '' }, body: { fields: { arrival: '2026-12-06' } } });
  await until('the changed one has come', async () => world.mail.arrived.length > sent);
  const second = fileOf(await lastMail(), 'event.ics');
  const line = (text: string, name: string) => text.split(/\r?\n/).find((one) => one.startsWith(name));
  expect(line(second, 'UID')).toBe(line(first, 'UID'));
  expect([line(first, 'SEQUENCE'), line(second, 'SEQUENCE')]).toEqual(['SEQUENCE:1', 'SEQUENCE:2']);
});

test('what is beyond the ceiling waits and says until when; it counts as no try, and goes when there is room', async () => {
  await destination('few', 'per_hour: 2');
  await put('  - to: few\n    with: { to: few@gannetbay.example, subject: "{{ skipper }}", text: T }\n');
  for (let i = 0; i < 5; i++) await feed(`Skipper: number ${i}`);
  const open = await until('three wait for room', async () => {
    const { items } = await world.client.deliveries.list({ query: { destination: 'few', state: 'waiting' } });
    return items.length === 3 && items.every(({ code }) => code === 'YS-DELIVERY-CEILING') && items;
  });
  expect(open.map(({ attempts, answer }) => [attempts, answer?.replace(/\d{4}-\d\d-\d\d \d\d:\d\d/, 'T')])).toEqual(
    Array(3).fill([0, 'The ceiling of 2 mails an hour is reached. It goes when there is room, at T UTC.']),
  );
  expect(world.mail.arrived.filter(({ to }) => to.includes('few@gannetbay.example'))).toHaveLength(2);
  // Each has its own moment: many that wait are not looked at whenever one goes.
  const places = await world.sql<{ minutes: number }>(
    "SELECT ROUND(TIMESTAMPDIFF(SECOND, NOW(), at) / 60) AS minutes FROM sent_mail WHERE destination = 'few' ORDER BY at",
  );
  expect(places.map(({ minutes }) => Number(minutes))).toEqual([0, 0, 60, 60, 120]);
  await until('people hear of it', async () => {
    const { items } = await world.client.notices.list({});
    const wanted = 'The ceiling of few is reached: 3 mails wait until there is room.';
    return items.some(({ kind, text }) => kind === 'ceiling reached' && text === wanted);
  });
  await world.sql('UPDATE sent_mail SET at = at - INTERVAL 61 MINUTE');
  await world.sql('UPDATE delivery SET due_at = NOW(3) WHERE destination = ?', ['few']);
  await until('two more have gone', async () => {
    const { states } = await world.client.destinations.get({ params: { name: 'few' } });
    return states.delivered === 4 && states.waiting === 1;
  });
});

test('a mail that is kept back goes to who tries it, marked, and to nobody else', async () => {
  const { path } = await world.client.invitations.make({ body: { role: 'author' } });
  const joined = await fetch(`${world.url}/api/v1/invitations/${path.split('/').at(-1)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Nell', email: 'nell@gannetbay.example', password: 'a long enough password' }),
  });
  const cookie = joined.headers.get('set-cookie')?.split(';')[0] ?? '';
  await put(
    '  - to: desk\n    with: { to: owner@skerry.example, cc: c@skerry.example, several: "yes", subject: Hello, text: T }\n',
  );
  await world.client.trial.begin({ params: { name: 'stays' } });
  const { key } = await settled(world.client, await feed('Skipper: Teodor'));
  await expect(world.client.trial.tryOut({ params: { key } })).rejects.toMatchObject({ code: 'YS-TRIAL-NO-ADDRESS' });
  const before = world.mail.arrived.length;
  const asked = await fetch(`${world.url}/api/v1/messages/${key}/try-out`, { method: 'POST', headers: { cookie } });
  const tried = (await asked.json()) as { count: number; to: string };
  const [mail] = world.mail.arrived;
  expect([tried.count, mail?.to, world.mail.arrived.length - before]).toEqual([1, ['nell@gannetbay.example'], 1]);
  expect((await lastMail()).subject).toBe('[tried out, meant for owner@skerry.example, c@skerry.example] Hello');
  expect((await settled(world.client, `mail ${count}`)).deliveries[0]?.state).toBe('kept back');
});
