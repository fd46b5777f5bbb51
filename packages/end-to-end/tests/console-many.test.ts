import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type Browsing, browse, expectCalm, logIn, makeOwner } from './browser.js';
import { demoMail, sendRaw, settled, setUpBerths, startWorld, type World } from './harness.js';

describe('with 10,000 messages', () => {
  const most = 10_000;
  let world: World;
  let browsing: Browsing;
  beforeAll(async () => {
    world = await startWorld();
    await makeOwner(world);
    await setUpBerths(world);
    await fill(world, most);
    browsing = await browse();
    await logIn(browsing.page, world.url);
  });
  afterAll(async () => {
    await browsing.close();
    await world.end();
  });

  test('the overview and the list count them, and every one can be paged to', async () => {
    const { page } = browsing;
    await page.getByText('10,000', { exact: true }).waitFor();
    await expectCalm(browsing);
    await page.goto(`${world.url}/messages`);
    await page.getByText('10,000 in all').waitFor();
    await page.getByText('Subject 9999', { exact: true }).waitFor();
    await page.getByRole('button', { name: 'Older' }).click();
    await page.getByText('Subject 9949', { exact: true }).waitFor();
    await expectCalm(browsing);
    await page.getByRole('button', { name: 'Newest' }).click();
    await page.getByText('Subject 9999', { exact: true }).waitFor();
    const seen = new Set<string>();
    let cursor: string | undefined;
    do {
      const found = await world.client.messages.list({ query: { limit: '200', ...(cursor ? { cursor } : {}) } });
      for (const { key } of found.items) seen.add(key);
      cursor = found.next ?? undefined;
    } while (cursor);
    expect(seen.size).toBe(most);
  });

  test('a page is read by an index, whatever it is filtered by', async () => {
    const [{ id: mailbox } = { id: '' }] = await world.sql<{ id: string }>('SELECT id FROM mailbox');
    for (const filter of [
      "state = 'done'",
      `mailbox_id = '${mailbox}'`,
      `mailbox_id = '${mailbox}' AND state = 'done'`,
    ]) {
      const [plan] = await world.sql<{ Extra: string; key: string | null }>(
        `EXPLAIN SELECT id FROM message WHERE ${filter} AND id < 'ffffffff' ORDER BY id DESC LIMIT 51`,
      );
      expect([filter, plan?.key !== null, /filesort/.test(plan?.Extra ?? '')]).toEqual([filter, true, false]);
    }
  });

  test('a new message still appears by itself', async () => {
    const { page } = browsing;
    await page.goto(`${world.url}/messages`);
    await page.getByText('Subject 9999', { exact: true }).waitFor();
    await sendRaw(world.smtpPort, demoMail('001'));
    await page.getByRole('row').filter({ hasText: 'Kittiwake' }).filter({ hasText: 'done' }).waitFor();
  });
});

/** Messages of the past 20 days that are done, written straight into the tables, and counted as migrations count. */
async function fill(world: World, most: number): Promise<void> {
  const [{ id: mailbox } = { id: '' }] = await world.sql<{ id: string }>('SELECT id FROM mailbox');
  const start = Date.now() - 20 * 24 * 3600_000;
  const rows = Array.from({ length: most }, (_, i) => {
    const at = new Date(start + i * 60_000);
    const stamp = at.getTime().toString(16).padStart(12, '0');
    const key = `${stamp.slice(0, 8)}-${stamp.slice(8)}-7${randomUUID().slice(15)}`;
    return [
      key,
      mailbox,
      randomUUID(),
      'smtp',
      'a@x.example',
      'b@x.example',
      `Subject ${i}`,
      at,
      100,
      'done',
      '[]',
      at,
      at,
    ];
  });
  for (let i = 0; i < rows.length; i += 1000)
    await world.sql(
      'INSERT INTO message (id, mailbox_id, raw_id, intake, recipient, sender, subject, received_at, size, state, reasons, due_at, updated_at) VALUES ?',
      [rows.slice(i, i + 1000)],
    );
  await world.sql(
    "INSERT INTO tally (kind, owner, day, state, count) SELECT 'message', mailbox_id, DATE(received_at), state, COUNT(*) FROM message GROUP BY mailbox_id, DATE(received_at), state",
  );
}

describe('hostile HTML', () => {
  let world: World;
  beforeAll(async () => {
    world = await startWorld();
    await makeOwner(world);
    await setUpBerths(world);
  });
  afterAll(() => world.end());

  const hostile = `<html><head><base href="http://pixel.example/"><meta http-equiv="refresh" content="0;url=http://pixel.example/gone">
<style>@import url(http://pixel.example/a.css); body { background: url(http://pixel.example/b.png) } </style></head>
<body onload="alert('onload')" background="http://pixel.example/c.png">
<script>alert('script'); parent.document.title = 'taken'</script>
<img src="http://pixel.example/d.png" onerror="alert('img')" width="1" height="1"><img src="x" onerror="alert('x')">
<svg onload="alert('svg')"><image href="http://pixel.example/e.png"/></svg>
<p style="position:fixed;inset:0;background:url(http://pixel.example/f.png)">Vessel: Trapdoor</p>
<div style="background-image:url('http://pixel.example/g.png')">Length over all: 9 m</div>
<p>Arrives 3 June 2027 for 2 nights</p><p>Wanted pier: North</p><p>Skipper: Mallory</p><p>E-mail: m@trap.example</p>
<a href="javascript:alert('link')" target="_top">Click</a> <a href="http://pixel.example/h" ping="http://pixel.example/i">Here</a>
<iframe src="http://pixel.example/j"></iframe><object data="http://pixel.example/k"></object><video poster="http://pixel.example/l"></video>
<form action="http://pixel.example/m"><button autofocus onfocus="alert('focus')">Send</button></form>
<link rel="stylesheet" href="http://pixel.example/n.css"><math><mi xlink:href="http://pixel.example/o">x</mi></math>
${'<div>'.repeat(5000)}deep down${'</div>'.repeat(5000)}</body></html>`;

  const mail = (html: string) =>
    `From: Mallory <m@trap.example>\r\nSubject: Berth request: Trapdoor\r\nMIME-Version: 1.0\r\nContent-Type: text/html; charset=utf-8\r\n\r\n${html}`;

  test('is shown, runs nothing, asks for nothing, and leads nowhere', async () => {
    await sendRaw(world.smtpPort, mail(hostile));
    const { key } = await settled(world.client, 'Berth request: Trapdoor');
    const browsing = await browse();
    const { page, asked, errors } = browsing;
    await logIn(page, world.url);
    await page.goto(`${world.url}/messages/${key}`);
    await page.locator('mark[data-field="vessel"]').waitFor();
    await page.getByRole('tab', { name: 'Original' }).click();
    const frame = page.frameLocator('iframe');
    await frame.getByText('Trapdoor').waitFor();
    await frame.getByText('deep down').waitFor();
    // The words that were read are marked in the original, too.
    expect(await frame.locator('mark').allTextContents()).toContain('Trapdoor');
    await frame.getByText('Click').click();
    await frame.getByText('Here').click();
    await page.waitForTimeout(500);
    expect(asked.filter((url) => !url.startsWith(world.url))).toEqual([]);
    expect(await page.title()).toContain('Trapdoor');
    expect(page.url()).toContain(key);
    // The frame refuses the scripts this test itself would run in it; nothing else is complained of.
    expect(errors.filter((text) => !text.startsWith('Blocked script execution'))).toEqual([]);
    // By its own address it is just as harmless.
    const [response] = [await page.goto(`${world.url}/api/v1/messages/${key}/original`)];
    expect(response?.headers()['content-security-policy']).toMatch(/default-src 'none'.*sandbox/);
    expect(await response?.text()).not.toMatch(/<script|<iframe|<img|\son\w+=|pixel\.example\/[a-gi-z]/i);
    expect(asked.filter((url) => !url.startsWith(world.url))).toEqual([]);
    await browsing.close();
  });

  test('does not harm the list either: subjects and addresses are text', async () => {
    const subject = '<img src=x onerror=alert(1)> berth';
    await sendRaw(world.smtpPort, mail('<p>berth</p>').replace('Berth request: Trapdoor', subject));
    await settled(world.client, subject);
    const browsing = await browse();
    await logIn(browsing.page, world.url, '/messages');
    await browsing.page.getByText(subject).waitFor();
    await expectCalm(browsing);
    await browsing.close();
  });
});

test('a model that answers slowly leaves the console calm: the message waits, then is there', async () => {
  const world = await startWorld();
  await makeOwner(world);
  await setUpBerths(world);
  const browsing = await browse();
  try {
    world.model.mood('stall');
    await logIn(browsing.page, world.url, '/messages');
    await sendRaw(world.smtpPort, demoMail('009'));
    const row = browsing.page.getByRole('row').filter({ hasText: 'Old Marigold' });
    await row.filter({ hasText: 'waiting' }).click();
    await browsing.page.getByText('It waits for its turn.').waitFor();
    await expectCalm(browsing);
  } finally {
    await browsing.close();
    await world.end();
  }
});
