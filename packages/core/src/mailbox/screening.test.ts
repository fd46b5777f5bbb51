import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../reading/index.js';
import { compileSieve, unstored } from '../sieve/index.js';
import { compileMailbox } from './compile-mailbox.js';
import { handleMessage } from './handle.js';

const sieve = compileSieve({
  sieve: 's',
  fields: { vessel: { type: 'text' } },
  rules: [{ kind: 'pattern', name: 'vessel', find: 'Vessel: (?<vessel>.*)' }],
});

const handled = async (accept: unknown, headers: readonly string[], arrived: { admitted?: boolean } = {}) => {
  const mailbox = compileMailbox(
    {
      mailbox: 'berths',
      addresses: ['berths@gannetbay.example'],
      sieves: ['s'],
      trusted_servers: ['mx.gannetbay.example'],
      ...(accept ? { accept } : {}),
    },
    new Map([['s', sieve]]),
  );
  const reading = await readMessage(Buffer.from([...headers, '', 'Vessel: Tern'].join('\r\n')));
  const result = handleMessage(reading, mailbox, undefined, { ...unstored(reading), mailbox: 'berths', ...arrived });
  if (result.kind !== 'handled') throw new Error('it wants something');
  return { verdict: result.verdict, text: result.reasons.map(({ text }) => text).join(' ') };
};

const from = 'From: Ann Quill <ann@skerry.example>';

describe('what a mailbox takes in', () => {
  test.each([
    [
      'no bounces',
      { none: [['message.automatic.kind', 'is', 'bounce']] },
      ['From: MAILER-DAEMON@mx.example'],
      'a mail server sent it',
    ],
    [
      'no automatic replies',
      { none: [['message.automatic.kind', 'one of', ['reply']]] },
      [from, 'Auto-Submitted: auto-replied'],
      'auto-replied (RFC 3834)',
    ],
    [
      'no lists',
      { none: [['message.list', 'is', 'true']] },
      [from, 'List-Id: <berths.skerry.example>'],
      'message.list is “true”',
    ],
    [
      'new threads alone',
      ['message.thread', 'is', 'new'],
      [from, 'Subject: AW: Berth'],
      'the subject begins as that of a reply',
    ],
    ['one domain', ['message.from.domain', 'is', 'gannetbay.example'], [from], 'skerry.example'],
    ['one sender', ['message.from.address', 'is', 'nils@gannetbay.example'], [from], 'ann@skerry.example'],
    [
      'known senders',
      ['message.authenticated', 'is', 'pass'],
      ['Authentication-Results: mx.gannetbay.example; dmarc=fail', from],
      'message.authenticated is “fail”',
    ],
  ])('%s: what is not is skipped, and it says why', async (_, accept, headers, why) => {
    const { verdict, text } = await handled(accept, headers);
    expect(verdict).toBe('skipped');
    expect(text).toContain(why);
  });

  test('what fits comes in', async () => {
    const accept = {
      all: [
        ['message.thread', 'is', 'new'],
        ['message.authenticated', 'is', 'pass'],
        { none: [['message.automatic', 'is', true]] },
      ],
    };
    const headers = ['Authentication-Results: mx.gannetbay.example; dmarc=pass', from, 'Subject: Berth'];
    expect((await handled(accept, headers)).verdict).toBe('sound');
  });

  test('a loop never comes in, whatever is accepted', async () => {
    const own = ['X-Yellow-Sieve-Mailbox: office berths', from];
    expect(await handled(null, own)).toMatchObject({
      verdict: 'skipped',
      text: expect.stringContaining('sent it itself'),
    });
    expect((await handled(null, ['X-Yellow-Sieve-Mailbox: office', from])).verdict).toBe('sound');
    const passed = Array.from({ length: 51 }, () => 'Received: from a by b; Mon, 3 May 2027 09:12:00 +0000');
    expect((await handled(null, [...passed, from])).text).toContain('51 times');
  });

  test('what a person took in is not screened', async () => {
    const accept = { none: [['message.automatic', 'is', true]] };
    const headers = [from, 'Auto-Submitted: auto-replied'];
    expect((await handled(accept, headers)).verdict).toBe('skipped');
    expect((await handled(accept, headers, { admitted: true })).verdict).toBe('sound');
  });
});
