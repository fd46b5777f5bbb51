import { expect, test } from '@jest/globals';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift } from '../../sieve/index.js';

const outcomeOf = async (from: string) => {
  const sieve = compileSieve({
    sieve: 's',
    locale: 'en-GB',
    fields: { vessel: { type: 'text' }, note: { type: 'text' } },
    rules: [
      { kind: 'template', layouts: [{ name: 'x', text: 'Vessel: [[vessel]]' }] },
      { kind: 'derive', name: 'a note', fills: 'note', from },
    ],
  });
  const result = sift(await readMessage(Buffer.from('Subject: x\r\n\r\nVessel: Tern\r\n')), sieve);
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return result.outcome;
};

test('a field is worked out of others', async () => {
  const { fields, verdict } = await outcomeOf('of {{ vessel }}');
  expect([fields.note, verdict]).toEqual(['of Tern', 'sound']);
});

test('a text that runs into its limit leaves the field open, and the record to a person', async () => {
  const { fields, verdict, problems } = await outcomeOf('{% for a in (1..60000) %}{{ vessel }}{% endfor %}');
  expect([fields.note, verdict]).toEqual([null, 'review']);
  expect(problems).toMatchObject([{ code: 'YS-RULE-STOPPED', path: 'note', text: expect.stringContaining('a note') }]);
});

test('a text that cannot be made of the values it has says so', async () => {
  const { fields, verdict, problems } = await outcomeOf('{{ vessel | plus_days: 2 }}');
  expect([fields.note, verdict]).toEqual([null, 'review']);
  expect(problems).toMatchObject([{ code: 'YS-TEXT-FAILED', path: 'note', text: expect.stringContaining('Tern') }]);
});
