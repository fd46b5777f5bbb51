import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../read-message.js';
import { authenticationOf } from './authentication.js';

const verdict = async (results: readonly string[], trusted = ['mx.gannetbay.example']) => {
  const lines = [
    ...results.map((value) => `Authentication-Results: ${value}`),
    'From: Ann <a@skerry.example>',
    '',
    'x',
  ];
  return authenticationOf(await readMessage(Buffer.from(lines.join('\r\n'))), { trusted });
};

describe('who sent it, by a trusted mail server', () => {
  test.each([
    ['DMARC passed', ['mx.gannetbay.example; dmarc=pass header.from=skerry.example'], 'pass'],
    [
      'DMARC failed, whatever SPF says',
      ['mx.gannetbay.example; spf=pass smtp.mailfrom=skerry.example; dmarc=fail'],
      'fail',
    ],
    ['signed by the From domain', ['mx.gannetbay.example 1; dkim=pass (2048-bit) header.d=skerry.example'], 'pass'],
    ['signed by a part of it', ['mx.gannetbay.example; dkim=pass header.d=mail.skerry.example'], 'pass'],
    ['signed by somebody else', ['mx.gannetbay.example; dkim=pass header.d=other.example'], 'none'],
    ['signed by a domain that holds all', ['mx.gannetbay.example; dkim=pass header.d=example'], 'none'],
    ['envelope of the From domain', ['mx.gannetbay.example; spf=pass smtp.mailfrom=ann@skerry.example'], 'pass'],
    ['SPF failed', ['mx.gannetbay.example; spf=fail smtp.mailfrom=ann@skerry.example'], 'fail'],
    ['another server says so', ['mx.other.example; dmarc=pass'], 'none'],
    ['a second header says so', ['mx.gannetbay.example; spf=fail', 'mx.gannetbay.example; dmarc=pass'], 'fail'],
    ['a first header of somebody else', ['mx.other.example; spf=fail', 'mx.gannetbay.example; dmarc=pass'], 'none'],
    ['a comment says so', ['mx.gannetbay.example; spf=fail (dmarc=pass; dkim=pass header.d=skerry.example)'], 'fail'],
    ['nobody says anything', [], 'none'],
  ])('%s', async (_, results, expected) => {
    expect((await verdict(results)).verdict).toBe(expected);
  });

  test('without a trusted server nothing is believed', async () => {
    expect((await verdict(['mx.gannetbay.example; dmarc=pass'], [])).verdict).toBe('none');
  });
});
