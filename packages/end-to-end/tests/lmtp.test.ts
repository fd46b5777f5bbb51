import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { demoMail, sendRaw, startWorld, until, type World } from './harness.js';
import { freePort, type Postfix, startPostfix } from './postfix.js';

describe('behind a mail server of the house', () => {
  let world: World;
  let relay: Postfix;
  beforeAll(async () => {
    const lmtpPort = await freePort();
    [world, relay] = await Promise.all([
      startWorld({ YELLOW_SIEVE_LMTP_PORT: String(lmtpPort) }),
      startPostfix({ lmtpPort }),
    ]);
    for (const name of ['one', 'two'])
      await world.client.mailboxes.put({
        params: { name },
        body: Buffer.from(`mailbox: ${name}\naddresses: [${name}@gannetbay.example]\nsieves: []\notherwise: skip\n`),
      });
  });
  afterAll(async () => {
    relay.end();
    await world.end();
  });
  const taken = () =>
    world.sql<{ recipient: string; intake: string }>('SELECT recipient, intake FROM message ORDER BY recipient');

  test('a mail to two mailboxes is handed over, one message for each', async () => {
    await sendRaw(relay.port, demoMail('001'), ['one@gannetbay.example', 'two+tag@gannetbay.example']);
    await until('both have it', async () => (await taken()).length === 2);
    expect(await taken()).toEqual([
      { recipient: 'one@gannetbay.example', intake: 'lmtp' },
      { recipient: 'two+tag@gannetbay.example', intake: 'lmtp' },
    ]);
  });

  test('what is handed over while the service is down waits there, and comes when it is back', async () => {
    await world.kill();
    await sendRaw(relay.port, demoMail('003'), 'one@gannetbay.example');
    await world.restart();
    await until('it came', async () => (await taken()).length === 3);
  });
});
