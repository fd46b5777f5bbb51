import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../read-message.js';

const read = (...lines: string[]) => readMessage(Buffer.from([...lines, '', 'x'].join('\r\n')));

describe('mail that nobody wrote by hand', () => {
  test.each([
    [['Auto-Submitted: auto-replied (vacation)'], 'reply'],
    [['Auto-Submitted: auto-generated'], 'generated'],
    [['Auto-Submitted: no'], null],
    [['X-Autoreply: yes'], 'reply'],
    [['Precedence: auto_reply'], 'reply'],
    [['Precedence: bulk'], null],
    [['Subject: Out of Office: Berth'], 'reply'],
    [['Subject: =?utf-8?Q?R=C3=A9ponse_automatique_:_Berth?='], 'reply'],
    [['Subject: Automatische Antwort: Berth'], 'reply'],
    [['Subject: We are out of office chairs'], null],
    [['From: MAILER-DAEMON@mx.example', 'Subject: Undelivered Mail Returned to Sender'], 'bounce'],
    [['From: postmaster@skerry.example', 'Subject: The pier'], null],
    [['Return-Path: <>'], 'generated'],
  ])('%j: %s', async (lines, kind) => {
    const { automatic, automaticKind, automaticReason } = await read(...lines);
    expect([automatic, automaticKind, automaticReason !== null]).toEqual([kind !== null, kind, kind !== null]);
  });

  test('a delivery report says whom a message did not reach', async () => {
    const reading = await readMessage(
      Buffer.from(
        [
          'Content-Type: multipart/report; report-type=delivery-status; boundary=b',
          '',
          '--b',
          '',
          'It could not be delivered.',
          '--b',
          'Content-Type: message/delivery-status',
          '',
          'Reporting-MTA: dns; mx.example',
          '',
          'Final-Recipient: rfc822; o.marsh@skerry.example',
          'Action: failed',
          'Status: 5.1.1',
          '--b',
          'Content-Type: message/rfc822',
          '',
          'Subject: Berth',
          '',
          'Vessel: Tern',
          '--b--',
        ].join('\r\n'),
      ),
    );
    expect(reading.report).toEqual({
      kind: 'bounce',
      recipients: [{ address: 'o.marsh@skerry.example', action: 'failed', status: '5.1.1' }],
    });
    expect(reading.automaticKind).toBe('bounce');
    // What is returned was written by the recipient of the report, and is nothing it forwards.
    expect(reading.plain?.text).not.toContain('Tern');
  });
});

describe('threads', () => {
  test.each([
    [['Subject: Berth'], 'new'],
    [['Subject: Re: Berth'], 'reply'],
    [['Subject: [harbour] AW: Berth'], 'reply'],
    [['Subject: RE : Berth'], 'reply'],
    [['Subject: Re[2]: Berth'], 'reply'],
    [['Subject: SV: Berth'], 'reply'],
    [['Subject: Antw: Berth'], 'reply'],
    [['Subject: R: Berth'], 'reply'],
    [['Subject: RES: Berth'], 'reply'],
    [['Subject: Berth', 'In-Reply-To: <1@x>'], 'reply'],
    [['Subject: Berth', 'References: <1@x>'], 'reply'],
    [['Subject: Fwd: Berth', 'References: <1@x>'], 'new'],
    [['Subject: WG: AW: Berth', 'In-Reply-To: <1@x>'], 'new'],
    [['Subject: TR : Berth', 'References: <1@x>'], 'new'],
    [['Subject: Re: Fwd: Berth'], 'reply'],
    [['Subject: Regarding the berth'], 'new'],
    [['Subject: R2: Berth'], 'new'],
  ])('%j: %s', async (lines, thread) => {
    const reading = await read(...lines);
    expect([reading.thread, reading.threadReason === '']).toEqual([thread, false]);
  });

  test('a forward by hand is no reply, whatever its References say', async () => {
    const forward = [
      '---------- Forwarded message ---------',
      'From: Ann <a@x.example>',
      'Date: 3 May 2027',
      'Subject: Berth',
    ];
    const raw = ['Subject: Berth', 'References: <1@x>', 'In-Reply-To: <1@x>', '', ...forward, '', 'Vessel: Tern'];
    expect((await readMessage(Buffer.from(raw.join('\r\n')))).thread).toBe('new');
  });
});
