import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../reading/index.js';
import type { Entered } from '../rules/index.js';
import { compileSieve, noFacts, sift, unstored } from './index.js';

const source = {
  sieve: 's',
  locale: 'en-GB',
  fields: {
    vessel: { type: 'text', required: true },
    nights: { type: 'integer', max: 60 },
    arrival: { type: 'date' },
    departure: { type: 'date' },
  },
  rows: { columns: { extra: { type: 'text', required: true }, amount: { type: 'amount', currency: 'GBP' } } },
  rules: [
    { kind: 'pattern', find: 'Vessel: (?<vessel>.+)' },
    { kind: 'pattern', find: 'Nights: (?<nights>.+)' },
    { kind: 'pattern', find: 'Arrival: (?<arrival>.+)' },
    { kind: 'pattern', find: '- (?<extra>\\w+)', take: 'all' },
    { kind: 'derive', fills: 'departure', from: '{{ arrival | plus_days: nights }}' },
  ],
};

const mail = 'Subject: x\n\nVessel: Tern\nNights: 3\nArrival: 2027-05-01\n- water\n- power\n';

async function sifted(entered: Partial<Entered>, fields = {}) {
  const sieve = compileSieve({ ...source, fields: { ...source.fields, ...fields } });
  const facts = { ...noFacts, entered: { fields: {}, rows: null, ...entered } };
  const result = sift(await readMessage(Buffer.from(mail)), sieve, facts);
  if (result.kind !== 'outcome') throw new Error('nothing is wanted here');
  return result.outcome;
}

describe('what a person entered', () => {
  test('stands before what rules find, and rules work with it', async () => {
    const outcome = await sifted({ fields: { nights: 5 } });
    expect(outcome.fields).toEqual({ vessel: 'Tern', nights: 5, arrival: '2027-05-01', departure: '2027-05-06' });
    expect(outcome.evidence.nights).toEqual([
      { how: 'entered', in: null, start: null, end: null, raw: '5', rule: null },
    ]);
    expect(outcome.trace[1]).toMatchObject({ filled: [], not_run: expect.any(String) });
  });

  test('null says that there is none', async () => {
    const { fields, verdict, problems } = await sifted({ fields: { vessel: null, arrival: null } });
    expect(fields).toMatchObject({ vessel: null, arrival: null, departure: null });
    expect([verdict, problems[0]?.code]).toEqual(['review', 'YS-FIELD-MISSING']);
  });

  test('rows are entered whole, also none at all', async () => {
    expect((await sifted({})).rows).toHaveLength(2);
    const one = await sifted({ rows: [{ extra: 'ice', amount: '12' }] });
    expect(one.rows).toEqual([{ extra: 'ice', amount: { value: 12, currency: 'GBP' } }]);
    expect(one.evidence['rows[0].extra']?.[0]?.how).toBe('entered');
    expect((await sifted({ rows: [] })).rows).toEqual([]);
    const lacking = await sifted({ rows: [{ amount: 'many' }] });
    expect(lacking.problems.map(({ code, path }) => [code, path])).toEqual([
      ['YS-ENTERED-VALUE', 'rows[0].amount'],
      ['YS-FIELD-MISSING', 'rows[0].extra'],
    ]);
  });

  test('is never lost to a type that changed: the record waits in review', async () => {
    const outcome = await sifted({ fields: { nights: '5' } }, { nights: { type: 'integer', max: 4 } });
    expect([outcome.verdict, outcome.fields.nights]).toEqual(['review', 3]);
    expect(outcome.problems).toMatchObject([{ code: 'YS-ENTERED-VALUE', path: 'nights' }]);
  });

  test('is left aside where the sieve has no such field', async () => {
    expect((await sifted({ fields: { mooring: 'B4' } })).verdict).toBe('sound');
  });

  test('rows that are held back stay in the record, and are named', async () => {
    const rows = [{ extra: 'ice' }, { extra: 'water' }];
    const outcome = await sifted({ rows, held: [1] });
    expect([outcome.rows.length, outcome.held_rows, outcome.verdict]).toEqual([2, [1], 'sound']);
    // One that is no more holds nothing back.
    expect((await sifted({ rows, held: [7] })).held_rows).toBeUndefined();
  });
});

describe('a part of the sound records is drawn', () => {
  const drawn = async (review: object, keys: readonly string[], text = mail) => {
    const sieve = compileSieve({ ...source, review });
    const reading = await readMessage(Buffer.from(text));
    return keys.map((key) => {
      const result = sift(reading, sieve, noFacts, { ...unstored(reading), key });
      return result.kind === 'outcome' ? result.outcome.reasons.map(({ code }) => code).join() : null;
    });
  };
  const keys = Array.from({ length: 800 }, (_, i) => `message ${i}`);

  test('about as many as it says, and the same ones by every state of the sieve', async () => {
    const first = await drawn({ share: '10 %' }, keys);
    const count = first.filter((reason) => reason === 'YS-REVIEW-SHARE').length;
    expect(count).toBeGreaterThan(45);
    expect(count).toBeLessThan(115);
    expect(await drawn({ share: '10%', prompt: false }, keys)).toEqual(first);
    // More of them are those, and others.
    const more = await drawn({ share: '20 %' }, keys);
    expect(first.every((reason, i) => reason === '' || more[i] === reason)).toBe(true);
  });

  test('all of them or none; never one that nobody stored, nor one that waits in any case', async () => {
    expect(new Set(await drawn({ share: '100 %' }, keys))).toEqual(new Set(['YS-REVIEW-SHARE']));
    expect(new Set(await drawn({ share: '0 %' }, keys))).toEqual(new Set(['']));
    expect(await drawn({ share: '100 %' }, [''])).toEqual(['']);
    expect(await drawn({ share: '100 %' }, ['key'], mail.replace('Vessel', 'Boat'))).toEqual(['YS-FIELD-MISSING']);
  });
});
