import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { demoMail, sendRaw, settled, setUpBerths, startWorld, until, type World } from './harness.js';

let world: World;
beforeAll(async () => {
  world = await startWorld();
  await setUpBerths(world);
  // What every test finds there, whichever is run.
  await sendRaw(world.smtpPort, mail('Berth request: Selkie', form('Selkie of Skerry', 21.5)));
  await settled(world.client, 'Berth request: Selkie');
});
afterAll(() => world.end());

const mail = (subject: string, body: string) =>
  `From: form@gannetbay.example\r\nSubject: ${subject}\r\nDate: Fri, 14 May 2027 09:12:00 +0100\r\n\r\n${body.replaceAll('\n', '\r\n')}`;
const form = (vessel: string, length: number) =>
  `Vessel: ${vessel}\nLength over all: ${length} m\nArrives 3 June 2027 for four nights\nWanted pier: North\nSkipper: Ottoline Marsh\nE-mail: o.marsh@skerry.example\n`;

async function sheet(format: 'csv' | 'xlsx') {
  const { items } = await world.client.destinations.list();
  const link = items.flatMap(({ links }) => links).find((path) => path.endsWith(format));
  return fetch(world.url + link);
}

describe('from one email to delivered records', () => {
  test('a mail sent by SMTP becomes a record, a line in the sheet, a row in the table, and a notice', async () => {
    const detail = await settled(world.client, 'Berth request: Selkie');
    expect(detail).toMatchObject({ state: 'done', category: 'berth', sieve: 'berth-request', reasons: [] });
    expect(detail.deliveries.map(({ destination, state }) => `${destination} ${state}`).sort()).toEqual([
      'berth-book delivered',
      'berth-table delivered',
      'harbour-master delivered',
      'harbour-master-chat delivered',
      'owners-crm delivered',
    ]);

    const { items } = await world.client.records.list({ query: { field: 'vessel', is: 'Selkie of Skerry' } });
    expect(items[0]?.fields).toMatchObject({
      vessel: 'Selkie of Skerry',
      length: 21.5,
      arrival: '2027-06-03',
      nights: 4,
      departure: '2027-06-07',
      pier: 'North',
    });
    const rows = await world.sql<Record<string, unknown>>(
      'SELECT vessel, length, DATE_FORMAT(arrival, "%Y-%m-%d") AS arrival, email FROM berth_requests WHERE vessel = ?',
      ['Selkie of Skerry'],
    );
    expect(rows).toEqual([
      { vessel: 'Selkie of Skerry', length: '21.5000000000', arrival: '2027-06-03', email: 'o.marsh@skerry.example' },
    ]);
    expect(await (await sheet('csv')).text()).toContain('Selkie of Skerry,21.5,2027-06-03,4,2027-06-07,North');
    const notice = world.mail.arrived.find(({ raw }) => raw.includes('Subject: Long vessel: Selkie of Skerry, 21.5 m'));
    expect(notice?.to).toEqual(['harbour-master@gannetbay.example']);
    expect(notice?.raw).toContain('Auto-Submitted: auto-generated');
  });

  test('a route whose condition does not hold says why, and sends nothing', async () => {
    await sendRaw(world.smtpPort, mail('Berth request: Tern', form('Tern', 9)));
    const detail = await settled(world.client, 'Berth request: Tern');
    expect(detail.deliveries.map(({ destination }) => destination).sort()).toEqual([
      'berth-book',
      'berth-table',
      'owners-crm',
    ]);
    expect(detail.routes.find(({ destination }) => destination === 'harbour-master')).toMatchObject({
      fires: false,
      why: 'length is “9”, so “over 20” does not hold',
    });
    expect(world.mail.arrived.some(({ raw }) => raw.includes('Tern'))).toBe(false);
  });

  test('every value says where it was read, and the raw message stands there', async () => {
    const detail = await settled(world.client, 'Berth request: Selkie');
    const reading = (await world.client.messages.reading({ params: { key: detail.key } })) as { text: string };
    const { evidence } = detail.outcome as { evidence: Record<string, { how: string; start: number; end: number }[]> };
    const shown = (field: string) => reading.text.slice(evidence[field]?.[0]?.start, evidence[field]?.[0]?.end);
    expect([shown('vessel'), shown('length'), shown('arrival'), shown('nights')]).toEqual([
      'Selkie of Skerry',
      '21.5',
      '3 June 2027',
      'four',
    ]);
    expect(evidence.departure?.[0]?.how).toBe('worked out');
    expect(Buffer.from(await world.client.messages.raw({ params: { key: detail.key } })).toString()).toContain(
      'Vessel: Selkie of Skerry\r\n',
    );
  });

  test('put through again makes the next revision, and doubles nothing', async () => {
    const { key } = await settled(world.client, 'Berth request: Selkie');
    await world.client.messages.again({ params: { key } });
    await until(
      'there is a second revision',
      async () => (await world.client.messages.get({ params: { key } })).revision === 2,
    );
    await settled(world.client, 'Berth request: Selkie');
    const [count] = await world.sql<{ n: number }>(
      'SELECT COUNT(*) AS n FROM berth_requests WHERE vessel = "Selkie of Skerry"',
    );
    expect(count?.n).toBe(1);
    expect((await (await sheet('csv')).text()).match(/Selkie of Skerry/g)).toHaveLength(1);
    // Nothing changed, so nobody is mailed a second time.
    expect(world.mail.arrived.filter(({ raw }) => raw.includes('Selkie of Skerry, 21.5 m'))).toHaveLength(1);
  });

  test('a vessel that is a formula reaches the sheets as text', async () => {
    await sendRaw(world.smtpPort, mail('Berth request: formula', form('=1+1', 9)));
    await settled(world.client, 'Berth request: formula');
    expect(await (await sheet('csv')).text()).toContain("'=1+1");
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(await (await sheet('xlsx')).arrayBuffer());
    const cells = book.worksheets[0]?.getColumn(1).values ?? [];
    expect(cells.slice(1)).toEqual(expect.arrayContaining(['Vessel', 'Selkie of Skerry', '=1+1']));
    expect(book.worksheets[0]?.getCell('B2').value).toBe(21.5);
  });

  test('a secret link that is not one gives nothing', async () => {
    expect((await fetch(`${world.url}/sheets/guess.csv`)).status).toBe(404);
  });

  test('an upload goes the same way', async () => {
    const { key } = await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail('003') });
    const detail = await until('it is done', async () => {
      const found = await world.client.messages.get({ params: { key } });
      return found.state !== 'waiting' && found;
    });
    expect(detail).toMatchObject({
      intake: 'http',
      state: 'done',
      outcome: { layout: 'table form', fields: { vessel: 'Blue Puffin', phone: '+447700900131' } },
    });
  });

  test('free words are put to the model, and wait for a person', async () => {
    await sendRaw(world.smtpPort, demoMail('009'));
    const detail = await settled(world.client, 'A berth for Old Marigold?');
    expect(detail).toMatchObject({ state: 'review', reasons: [{ code: 'YS-REVIEW-PROMPT' }], deliveries: [] });
    expect(detail.outcome).toMatchObject({
      fields: { vessel: 'Old Marigold', length: 12, nights: 3, email: 'saskia@holm.example' },
      evidence: { vessel: [{ how: 'quoted' }] },
    });
    expect(detail.routes.find(({ destination }) => destination === 'berth-book')).toMatchObject({
      fires: true,
      why: 'no condition',
    });
  });

  test.each([
    ['005', 'skipped', 'YS-MESSAGE-SCREENED'],
    ['006', 'review', 'YS-FIELD-MISSING'],
    ['007', 'review', 'YS-VALUE-DATE'],
    ['012', 'review', 'YS-MESSAGE-NO-SIEVE'],
  ])('message %s ends as %s with its reason', async (number, state, code) => {
    const { key } = await world.client.messages.feed({ params: { mailbox: 'berths' }, body: demoMail(number) });
    const detail = await until('it is settled', async () => {
      const found = await world.client.messages.get({ params: { key } });
      return found.state !== 'waiting' && found;
    });
    expect([detail.state, detail.reasons[0]?.code]).toEqual([state, code]);
  });

  test('a refused notice stops alone, and goes when it is retried by hand', async () => {
    world.mail.mood({ refusing: true });
    await sendRaw(world.smtpPort, mail('Berth request: Albatross', form('Albatross', 30)));
    const detail = await settled(world.client, 'Berth request: Albatross');
    const byName = Object.fromEntries(detail.deliveries.map((delivery) => [delivery.destination, delivery]));
    expect(byName['berth-book']?.state).toBe('delivered');
    expect(byName['harbour-master']).toMatchObject({ state: 'stopped', answer: expect.stringContaining('550') });
    world.mail.mood({});
    const key = byName['harbour-master']?.key ?? '';
    await world.client.deliveries.retry({ params: { key } });
    const after = await until('it is delivered', async () => {
      const found = await world.client.deliveries.get({ params: { key } });
      return found.state === 'delivered' && found;
    });
    expect(after.tries.map(({ result }) => result)).toEqual(['refused', 'delivered']);
    await expect(world.client.deliveries.retry({ params: { key } })).rejects.toMatchObject({
      code: 'YS-DELIVERY-STATE',
    });
  });

  test('what a later revision would not send is not sent', async () => {
    const { client, model } = world;
    await client.connections.put({
      params: { name: 'outgoing-mail' },
      body: { kind: 'smtp', host: '127.0.0.1', port: model.port, tls: 'none' },
    });
    await sendRaw(world.smtpPort, mail('Berth request: Petrel', form('Petrel', 31)));
    const open = await until('the notice is being retried', async () => {
      const { items } = await client.deliveries.list({ query: { state: 'retrying', destination: 'harbour-master' } });
      return items[0];
    });
    const { source } = await client.sieves.get({ params: { name: 'berth-request' } });
    const changed = Buffer.from(source.replaceAll('when: [length, over, "20"]', 'when: [length, over, "60"]'));
    await client.sieves.put({ params: { name: 'berth-request' }, body: changed });
    await client.messages.again({ params: { key: open.message } });
    const dropped = await until('it is dropped', async () => {
      const found = await client.deliveries.get({ params: { key: open.key } });
      return found.state === 'dropped' && found;
    });
    expect(dropped.answer).toBe('superseded by a later revision');
    await setUpBerths(world);
  });

  test('a destination can be tested without writing', async () => {
    expect(await world.client.destinations.test({ params: { name: 'berth-table' } })).toEqual({
      ok: true,
      detail: 'the database answers',
    });
    expect(await world.client.destinations.test({ params: { name: 'harbour-master' } })).toMatchObject({ ok: true });
  });

  test('records are exported as CSV, XLSX and JSON lines', async () => {
    const text = async (format: 'csv' | 'jsonl') =>
      Buffer.from(await world.client.records.export({ query: { sieve: 'berth-request', format } })).toString();
    expect((await text('csv')).split('\r\n')[0]).toContain('record,message,received,verdict,vessel,length');
    const lines = (await text('jsonl'))
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { fields: { vessel: string } });
    expect(lines[0]?.fields.vessel).toBe('Selkie of Skerry');
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(
      (await world.client.records.export({ query: { sieve: 'berth-request', format: 'xlsx' } })).buffer as ArrayBuffer,
    );
    expect(book.worksheets[0]?.rowCount).toBe(lines.length + 1);
  });
});
