import { describe, expect, test } from '@jest/globals';
import type { YsError } from '../errors/index.js';
import { readMessage } from '../reading/index.js';
import { compileSieve } from '../sieve/index.js';
import { compileMailbox, handleMessage } from './index.js';

const sieve = (name: string, accept: unknown) =>
  compileSieve({
    sieve: name,
    fields: { word: { type: 'text' } },
    accept,
    rules: [{ kind: 'pattern', find: '(?<word>\\w+)' }],
  });
const sieves = new Map([
  ['keys', sieve('keys', ['message.subject', 'contains', 'key'])],
  ['films', sieve('films', ['message.category', 'is', 'filming'])],
  ['log', sieve('log', undefined)],
]);
const source = {
  mailbox: 'office',
  addresses: ['office@gannetbay.example'],
  accept: { none: [['message.automatic', 'is', 'true']] },
  sorter: {
    categories: [
      { category: 'filming', when: ['message.from.domain', 'is', 'morningtide.example'] },
      { category: 'general', when: ['message.subject', 'present'] },
    ],
  },
  sieves: ['keys.sieve.yaml', 'films'],
  routes: [{ to: 'office-log', with: { Category: '{{ message.category }}' } }],
};

async function handle(headers: string, more: object = {}) {
  const result = handleMessage(
    await readMessage(Buffer.from(`${headers}\n\nhello there`)),
    compileMailbox({ ...source, ...more }, sieves),
  );
  if (result.kind !== 'handled') throw new Error('nothing is wanted here');
  return result;
}

describe('a mailbox', () => {
  test('screens first, with the reason', async () => {
    const { verdict, reasons, outcome } = await handle('Subject: key\nAuto-Submitted: auto-replied');
    expect([verdict, reasons[0]?.code, outcome]).toEqual(['skipped', 'YS-MESSAGE-SCREENED', null]);
    expect(reasons[0]?.text).toContain('message.automatic');
  });

  test('sorts, then takes the first sieve that accepts', async () => {
    const filming = await handle('From: a@morningtide.example\nSubject: a permit');
    expect([filming.category, filming.confidence, filming.outcome?.sieve]).toEqual(['filming', 1, 'films']);
    expect((await handle('Subject: the key')).outcome).toMatchObject({ sieve: 'keys', fields: { word: 'hello' } });
  });

  test('what no category fits goes to review', async () => {
    expect((await handle('From: a@b.example')).reasons[0]?.code).toBe('YS-MESSAGE-UNSORTED');
  });

  test.each([
    [undefined, 'review', null],
    ['review', 'review', null],
    ['skip', 'skipped', null],
    ['log', 'sound', 'log'],
  ])('what no sieve takes, with otherwise: %s, is %s', async (otherwise, verdict, taken) => {
    const result = await handle('Subject: noise', otherwise ? { otherwise } : {});
    expect([result.verdict, result.outcome?.sieve ?? null]).toEqual([verdict, taken]);
    if (!taken) expect(result.reasons[0]?.text).toContain('keys: message.subject is “noise”');
  });

  test('has routes of its own for every message that is not skipped', async () => {
    const { hits } = await handle('Subject: noise');
    expect(hits[0]).toMatchObject({
      route: 'mailbox office/office-log',
      fires: true,
      lines: [{ cells: [{ value: { text: 'general' } }] }],
    });
  });

  test.each([
    [{ sieves: ['nothing'] }, 'YS-MAILBOX-SIEVE'],
    [{ addresses: ['no address'] }, 'YS-FILE-WRONG-VALUE'],
    [{ accept: ['vessel', 'is', 'x'] }, 'YS-CONDITION-NAME'],
    [{ routes: [{ to: 'x', with: { a: '{{ vessel }}' } }] }, 'YS-TEXT-NAME'],
  ])('cannot be compiled with %j', (more, code) => {
    try {
      compileMailbox({ ...source, ...more }, sieves);
      throw new Error('it must not compile');
    } catch (error) {
      expect((error as YsError).code).toBe(code);
    }
  });
});
