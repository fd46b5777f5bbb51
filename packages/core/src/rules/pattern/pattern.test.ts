import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift, tryCompileSieve } from '../../sieve/index.js';

const fields = { phone: { type: 'phone' }, buoy: { type: 'text' }, wind: { type: 'integer' } };
const rows = { columns: { at: { type: 'text', required: true }, kn: { type: 'integer' } } };

async function run(rule: object, body: string, extra: object = {}) {
  const sieve = compileSieve({
    sieve: 's',
    locale: 'en-GB',
    fields,
    rows,
    rules: [{ kind: 'pattern', ...rule }],
    ...extra,
  });
  const result = sift(await readMessage(Buffer.from(`Subject: Buoy B7\n\n${body}`)), sieve);
  if (result.kind !== 'outcome') throw new Error('nothing is wanted here');
  return result.outcome;
}

describe('a pattern rule', () => {
  test('a ready-made part', async () => {
    expect((await run({ find: '(?<phone>~phone~)' }, 'call 07700 900412, or not')).fields.phone).toBe('+447700900412');
  });

  test.each([
    ['first', 10],
    ['last', 30],
    [2, 20],
    [-2, 20],
    [9, null],
  ])('takes %s', async (take, wind) => {
    expect((await run({ find: 'wind (?<wind>\\d+)', take }, 'wind 10 wind 20 wind 30')).fields.wind).toBe(wind);
  });

  test('says what it took, as far as a line goes', async () => {
    const { trace } = await run({ find: 'wind (?<wind>\\d+) x*' }, `wind 10 ${'x'.repeat(100)}`);
    expect(trace[0]).toMatchObject({ matches: [`wind 10 ${'x'.repeat(72)}`] });
  });

  test('that could run away says so where it is written; any other says nothing', () => {
    const notesOf = (find: string) =>
      compileSieve({ sieve: 's', locale: 'en-GB', fields, rules: [{ kind: 'pattern', find }] }).rules[0]?.notes;
    expect(notesOf('(?<buoy>(?:a+)+b)')).toEqual([expect.stringContaining('runs with a clock')]);
    expect(notesOf('buoy (?<buoy>\\w+)')).toBeUndefined();
  });

  test('only: several candidates are a problem, one is taken', async () => {
    const several = await run({ find: 'wind (?<wind>\\d+)', take: 'only' }, 'wind 10 wind 20');
    expect(several.fields.wind).toBeNull();
    expect(several.problems).toEqual([expect.objectContaining({ code: 'YS-RULE-SEVERAL', path: 'wind' })]);
    expect((await run({ find: 'wind (?<wind>\\d+)', take: 'only' }, 'wind 10')).fields.wind).toBe(10);
  });

  test('all matches become rows when the groups are columns', async () => {
    const { rows: got, evidence } = await run(
      { find: '^(?<at>\\d\\d:\\d\\d) (?<kn>\\w+)$' },
      '09:00 12\n09:10 15\n09:20 calm',
    );
    expect(got).toEqual([
      { at: '09:00', kn: 12 },
      { at: '09:10', kn: 15 },
      { at: '09:20', kn: null },
    ]);
    expect(evidence['rows[1].kn']?.[0]).toMatchObject({ raw: '15', start: 15, end: 17 });
  });

  test('all matches fill a field that takes many, each with its evidence; distinct folds twins', async () => {
    const many = { fields: { phone: { type: 'phone', many: true } }, rows: undefined };
    const text = 'call 07700 900412 or 07700 900413, again 07700900412';
    const all = await run({ find: '(?<phone>~phone~)' }, text, many);
    expect(all.fields.phone).toEqual(['+447700900412', '+447700900413', '+447700900412']);
    expect(all.evidence.phone?.map(({ raw }) => raw)).toEqual(['07700 900412', '07700 900413', '07700900412']);
    const distinct = await run({ find: '(?<phone>~phone~)', take: 'all', distinct: true }, text, many);
    expect(distinct.fields.phone).toEqual(['+447700900412', '+447700900413']);
    expect((await run({ find: '(?<phone>~phone~)', take: 'last' }, text, many)).fields.phone).toEqual([
      '+447700900412',
    ]);
  });

  test('each of all matches is one value; where nobody asked for all, one may name several', async () => {
    const many = { fields: { buoy: { type: 'text', many: true } }, rows: undefined };
    const find = '(?<buoy>[A-Z]+-\\d+/\\d+)';
    const text = 'RE-2025/00431 and RE-2024/11802';
    expect((await run({ find, take: 'all' }, text, many)).fields.buoy).toEqual(['RE-2025/00431', 'RE-2024/11802']);
    expect((await run({ find: 'Crew: (?<buoy>.+)' }, 'Crew: Ada, Ben and Cy', many)).fields.buoy).toEqual([
      'Ada',
      'Ben',
      'Cy',
    ]);
  });

  test('one of all matches that cannot be read leaves none of them unsaid', async () => {
    const many = { fields: { day: { type: 'date', many: true } }, rows: undefined };
    const outcome = await run({ find: 'day (?<day>[\\d-]+)' }, 'day 2026-11-24, day 2026-13-40', many);
    expect(outcome.fields.day).toBeNull();
    expect(outcome.problems).toMatchObject([{ path: 'day' }]);
    expect(outcome.verdict).toBe('review');
  });

  test('an own part, with examples', async () => {
    const parts = { station: { find: '[NS]-~integer~', matches: ['N-7'], not: ['7-N'] } };
    const extra = { parts };
    expect((await run({ find: 'at (?<buoy>~station~)' }, 'at N-12', extra)).fields.buoy).toBe('N-12');
    const faulty = { ...extra, parts: { station: { ...parts.station, matches: ['N7'], not: ['S-4'] } } };
    const result = tryCompileSieve({
      sieve: 's',
      fields,
      rules: [{ kind: 'pattern', find: '(?<buoy>~station~)' }],
      ...faulty,
    });
    expect(result.ok ? [] : result.problems).toMatchObject([
      { code: 'YS-PART-EXAMPLE', path: 'parts.station.matches', text: expect.stringContaining('N7') },
      { code: 'YS-PART-EXAMPLE', path: 'parts.station.not', text: expect.stringContaining('S-4') },
    ]);
  });

  test('an own part in a condition and in a heading', async () => {
    const parts = { station: { find: '[NS]-~integer~', matches: ['N-7'] } };
    const checks = [{ that: ['buoy', 'matches', '^~station~$'], say: 'No station' }];
    const rule = { find: 'at (?<buoy>\\S+)' };
    expect((await run(rule, 'at N-12', { parts, checks })).verdict).toBe('sound');
    expect((await run(rule, 'at N12', { parts, checks })).verdict).toBe('review');
    const rules = [{ kind: 'table', columns: { at: 'Hour', kn: 'Wind at ~station~' } }];
    const table = 'Hour   Wind at N-7\n------------------\n09:00  12\n09:10  15\n';
    expect((await run({}, table, { parts, rules })).rows).toEqual([
      { at: '09:00', kn: 12 },
      { at: '09:10', kn: 15 },
    ]);
    const unknown = tryCompileSieve({
      sieve: 's',
      fields,
      rows,
      rules: [{ kind: 'table', columns: { at: '~hour~' } }],
    });
    expect(unknown.ok ? [] : unknown.problems).toMatchObject([
      { code: 'YS-PATTERN-PART', path: 'rules[0].columns.at' },
    ]);
  });

  test('one that runs away is stopped, and the record goes to review', async () => {
    const outcome = await run({ find: '^(?<at>(a+)+)$' }, `${'a'.repeat(3000)}!`);
    expect(outcome.verdict).toBe('review');
    expect(outcome.trace[0]).toMatchObject({ guarded: expect.stringContaining('a+') });
    expect(outcome.problems).toMatchObject([{ code: 'YS-RULE-STOPPED', text: expect.stringContaining('ms') }]);
  });

  test('looks where it is told to', async () => {
    expect((await run({ in: 'message.subject', find: 'Buoy (?<buoy>\\w+)' }, 'Buoy X')).fields.buoy).toBe('B7');
  });

  test('too many matches stop it, and the record goes to review', async () => {
    const outcome = await run({ find: '(?<at>x)' }, 'x'.repeat(2000));
    expect(outcome.verdict).toBe('review');
    expect(outcome.reasons.map(({ code }) => code)).toContain('YS-RULE-STOPPED');
  });

  test.each([
    ['(', 'YS-PATTERN-SYNTAX'],
    ['no groups', 'YS-PATTERN-NO-GROUP'],
    ['(?<fone>x)', 'YS-SIEVE-UNKNOWN-FIELD'],
    ['(?<phone>~phon~)', 'YS-PATTERN-PART'],
    [{ find: '(?<wind>\\d+)', take: 'all' }, 'YS-PATTERN-ALL-ONE'],
  ])('%s cannot be compiled', (rule, code) => {
    const entries = typeof rule === 'string' ? { find: rule } : rule;
    const result = tryCompileSieve({ sieve: 's', fields, rules: [{ kind: 'pattern', ...entries }] });
    expect(result.ok ? [] : result.problems.map((problem) => problem.code)).toEqual([code]);
  });
});
