import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../reading/index.js';
import { partsText } from '../values/index.js';
import { compileSieve } from './compile-sieve.js';
import { sift } from './sift.js';

const fields = {
  vessel: { type: 'text', required: true },
  arrival: { type: 'date' },
  departure: { type: 'date' },
  nights: { type: 'integer', max: 60 },
  remarks: { type: 'text', default: '' },
};

async function outcomeOf(body: string, source: object) {
  const result = sift(
    await readMessage(Buffer.from(`Subject: Test\n\n${body}`)),
    compileSieve({ sieve: 's', locale: 'en-GB', fields, ...source }),
  );
  if (result.kind !== 'outcome') throw new Error('nothing is wanted here');
  return result;
}

const pattern = (name: string, find: string) => ({ kind: 'pattern', name, find });

describe('the order of rules', () => {
  test('a rule fills only what is still empty', async () => {
    const { outcome } = await outcomeOf('A: one\nB: two', {
      rules: [pattern('first', 'A: (?<vessel>\\w+)'), pattern('second', 'B: (?<vessel>\\w+)')],
    });
    expect(outcome.fields.vessel).toBe('one');
    expect(outcome.evidence.vessel?.[0]?.rule).toBe('first');
    expect(outcome.trace[1]).toMatchObject({ rule: 'second', filled: [], not_run: 'all its fields are filled' });
  });

  test('a field with a problem counts as empty for later rules; if none fills it, the first problem stands', async () => {
    const rules = [pattern('first', 'N: (?<nights>\\w+)'), pattern('second', 'M: (?<nights>\\w+)')];
    expect((await outcomeOf('N: many\nM: 3', { rules })).outcome.fields.nights).toBe(3);
    const { outcome } = await outcomeOf('N: 99\nM: many', { rules });
    expect(outcome.problems.map(({ code, path }) => [code, path])).toEqual(
      [
        ['YS-VALUE-RANGE', 'nights'],
        ['YS-FIELD-MISSING', 'vessel'],
      ].sort(),
    );
  });

  test('a place that is there and empty closes the field', async () => {
    const layouts = [{ name: 'form', text: 'Vessel: [[vessel]]\nNights: [[nights]]' }];
    const { outcome } = await outcomeOf('Vessel:\nNights: 3\n\nother: Tern', {
      rules: [{ kind: 'template', layouts }, pattern('second', 'other: (?<vessel>\\w+)')],
    });
    expect(outcome.fields.vessel).toBeNull();
    expect(outcome.trace[0]).toMatchObject({ closed: ['vessel'] });
  });

  test('defaults come last and say so', async () => {
    const { outcome } = await outcomeOf('A: Tern', { rules: [pattern('a', 'A: (?<vessel>\\w+)')] });
    expect(outcome.fields.remarks).toBe('');
    expect(outcome.evidence.remarks?.[0]?.how).toBe('default');
  });

  test('a derived text with a missing token is null, unless it has a default', async () => {
    const derive = (more: object) => ({
      kind: 'derive',
      fills: 'departure',
      from: '{{ arrival | plus_days: nights }}',
      ...more,
    });
    expect((await outcomeOf('x', { rules: [derive({})] })).outcome.fields.departure).toBeNull();
    expect((await outcomeOf('x', { rules: [derive({ default: '2027-01-01' })] })).outcome.fields.departure).toBe(
      '2027-01-01',
    );
    const odd = await outcomeOf('x', { rules: [{ kind: 'derive', fills: 'departure', from: 'soon' }] });
    expect(odd.outcome.problems.map(({ code }) => code)).toContain('YS-DERIVE-TYPE');
  });
});

describe('the verdict', () => {
  const rules = [
    pattern('a', 'A: (?<vessel>\\w+)'),
    pattern('b', 'on (?<arrival>\\S+)'),
    pattern('c', 'to (?<departure>\\S+)'),
  ];
  const checks = [{ that: ['departure', 'after', { field: 'arrival' }], say: 'They leave before they come.' }];

  test('is sound when nothing is wrong, and has no reasons then', async () => {
    const { outcome } = await outcomeOf('A: Tern on 2027-05-03 to 2027-05-04', { rules, checks });
    expect([outcome.verdict, outcome.reasons]).toEqual(['sound', []]);
  });

  test('is review with the check’s own sentence', async () => {
    const { outcome } = await outcomeOf('A: Tern on 2027-05-03 to 2027-05-01', { rules, checks });
    expect([outcome.verdict, outcome.reasons]).toEqual([
      'review',
      [{ code: 'YS-CHECK-FAILED', text: 'They leave before they come.' }],
    ]);
  });

  test('a check on what is missing says nothing', async () => {
    expect((await outcomeOf('A: Tern on 2027-05-03', { rules, checks })).outcome.verdict).toBe('sound');
  });

  test('a sieve may ask for a person’s eye always', async () => {
    expect(
      (await outcomeOf('A: Tern', { rules, review: { always: true } })).outcome.reasons.map(({ code }) => code),
    ).toEqual(['YS-REVIEW-ALWAYS']);
  });

  test('rows out of bounds, and rows that lack a column, are problems', async () => {
    const rows = {
      min: 3,
      columns: { item: { type: 'text', required: true }, count: { type: 'integer', required: true } },
    };
    const { outcome } = await outcomeOf('A: Tern\n- rope 2\n- tar x', {
      rules: [...rules, pattern('rows', '^- (?<item>\\w+) (?<count>\\w+)$')],
      rows,
    });
    expect(outcome.problems.map(({ code, path }) => `${code} ${path}`)).toEqual([
      'YS-VALUE-NUMBER rows[1].count',
      'YS-ROWS-COUNT rows',
    ]);
    expect(outcome.rows).toEqual([
      { item: 'rope', count: 2 },
      { item: 'tar', count: null },
    ]);
  });
});

describe('routes', () => {
  test('say what would go, and why, whether they fire or not', async () => {
    const routes = [
      {
        to: 'book',
        with: {
          Vessel: '{{ vessel }}',
          Line: '{{ vessel }}, {{ nights }} nights',
          Tags: ['berth'],
          Count: 3,
          Layout: '{{ record.layout }}',
        },
      },
      { to: 'chat', name: 'long', when: ['nights', 'over', '5'] },
      { to: 'all' },
    ];
    const { hits } = await outcomeOf('A: Tern', { rules: [pattern('a', 'A: (?<vessel>\\w+)')], routes });
    expect(hits[0]).toMatchObject({ route: 's/book', to: 'book', fires: true, why: 'no condition' });
    expect(hits[0]?.lines[0]?.cells.map(({ name, kind, value }) => [name, kind, value])).toEqual([
      ['Vessel', 'text', { kind: 'text', text: 'Tern' }],
      ['Line', 'text', { kind: 'text', text: 'Tern,  nights' }],
      ['Tags', 'text', ['berth']],
      ['Count', 'number', 3],
      ['Layout', 'text', null],
    ]);
    expect(hits[1]).toMatchObject({
      route: 's/long',
      fires: false,
      why: 'nights is nothing, so “over 5” does not hold',
    });
    expect(hits[1]?.lines).toEqual([]);
    expect(hits[2]?.lines[0]?.cells.map(({ name }) => name)).toEqual(Object.keys(fields));
  });

  test('may go by rows, with the record’s fields repeated', async () => {
    const rows = { columns: { item: { type: 'text' } } };
    const rules = [pattern('a', 'A: (?<vessel>\\w+)'), pattern('rows', '^- (?<item>\\w+)$')];
    const { hits } = await outcomeOf('A: Tern\n- rope\n- tar', {
      rules,
      rows,
      routes: [{ to: 'lines', each: 'row', with: { v: '{{ vessel }}', i: '{{ item }}' } }],
    });
    expect(hits[0]?.lines.map(({ row, cells }) => [row, ...cells.map(({ value }) => partsText(value))])).toEqual([
      ['0', 'Tern', 'rope'],
      ['1', 'Tern', 'tar'],
    ]);
  });
});
