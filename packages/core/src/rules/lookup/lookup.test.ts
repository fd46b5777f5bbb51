import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../reading/index.js';
import { compileSieve, noFacts, sift, tryCompileSieve } from '../../sieve/index.js';

const buoys = {
  name: 'buoys',
  revision: '3',
  columns: ['buoy', 'keeper', 'phone', 'pier'],
  rows: [
    ['B7', 'Ebba Lindqvist', '+44 7700 900412', 'North'],
    ['B9', 'Tam Ferrier', '', 'South'],
    ['B9', 'Inga Holm', '', 'South'],
  ],
};
const classes = {
  name: 'fee_classes',
  revision: '1',
  columns: ['min', 'max', 'class'],
  rows: [
    ['', '8', 'small'],
    ['8.01', '15', 'middle'],
    ['15.01', '', 'large'],
  ],
};
const areas = {
  name: 'areas',
  revision: '1',
  columns: ['code', 'area'],
  rows: [
    ['PL', 'Plymouth'],
    ['PL25', 'St Austell'],
  ],
};

const source = {
  sieve: 's',
  locale: 'en-GB',
  fields: {
    buoy: { type: 'text' },
    length: { type: 'number' },
    postcode: { type: 'text' },
    keeper: { type: 'text' },
    phone: { type: 'phone' },
    keepers: { type: 'text', many: true },
    class: { type: 'text' },
    area: { type: 'text' },
    pier: { type: 'text' },
  },
  rows: { columns: { at: { type: 'text' }, who: { type: 'text' } } },
};
const found = {
  kind: 'pattern',
  find: '(?:buoy (?<buoy>\\w+))|(?:length (?<length>[\\d.]+))|(?:postcode (?<postcode>\\w+))',
};

async function run(rule: object, text: string, rules: object[] = [found]) {
  const sieve = compileSieve({
    ...source,
    rules: [...rules, { kind: 'lookup', name: 'it', ...rule }, { kind: 'derive', fills: 'pier', from: 'at last' }],
  });
  const facts = { ...noFacts, lookups: { buoys, fee_classes: classes, areas } };
  const result = sift(await readMessage(Buffer.from(`Subject: x\r\n\r\n${text}`)), sieve, facts);
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return result.outcome;
}

describe('a lookup', () => {
  const keeper = { table: 'buoys', where: { buoy: 'buoy' }, fills: { keeper: 'keeper', phone: 'phone' } };

  test('fills fields with the cells of the line it finds, each read by its type, and says where they are from', async () => {
    const { fields, evidence, trace } = await run(keeper, 'buoy b7');
    expect(fields).toMatchObject({ keeper: 'Ebba Lindqvist', phone: '+447700900412' });
    expect(evidence.keeper).toEqual([
      { how: 'looked up', in: 'lookup:buoys', start: null, end: null, raw: 'Ebba Lindqvist', rule: 'it' },
    ]);
    expect(trace[1]).toMatchObject({ table: 'buoys', revision: '3', looked_for: ['buoy: b7'], hits: [1] });
  });

  test('by a range, whose empty cells are open ends', async () => {
    const rule = { table: 'fee_classes', where: { length: { from: 'min', to: 'max' } }, fills: { class: 'class' } };
    for (const [length, expected] of [
      ['7.5', 'small'],
      ['8', 'small'],
      ['12', 'middle'],
      ['46', 'large'],
    ])
      expect((await run(rule, `length ${length}`)).fields.class).toBe(expected);
  });

  test('exact, by several columns, and by the beginning of a value, the longest first', async () => {
    const exact = { ...keeper, where: { buoy: { column: 'buoy', match: 'exact' } }, missing: 'leave' };
    expect((await run(exact, 'buoy b7')).fields.keeper).toBeNull();
    const prefix = {
      table: 'areas',
      where: { postcode: { column: 'code', match: 'prefix' } },
      fills: { area: 'area' },
    };
    expect((await run(prefix, 'postcode PL254TN')).fields.area).toBe('St Austell');
    expect((await run(prefix, 'postcode pl11aa')).fields.area).toBe('Plymouth');
  });

  test('that finds nothing goes to review, is left, or stops the rules behind it', async () => {
    const review = await run(keeper, 'buoy B1');
    expect(review.problems).toMatchObject([
      { code: 'YS-LOOKUP-MISSING', path: 'keeper', text: 'The table “buoys” has nothing for buoy: B1.' },
    ]);
    expect(review.fields.pier).toBe('at last');
    expect((await run({ ...keeper, missing: 'leave' }, 'buoy B1')).verdict).toBe('sound');
    const stopped = await run({ ...keeper, missing: 'stop' }, 'buoy B1');
    expect([stopped.fields.pier, stopped.verdict]).toEqual([null, 'review']);
  });

  test('that finds several goes to review, takes the first, or all', async () => {
    expect((await run(keeper, 'buoy B9')).problems).toMatchObject([{ code: 'YS-LOOKUP-SEVERAL' }]);
    expect((await run({ ...keeper, several: 'first' }, 'buoy B9')).fields.keeper).toBe('Tam Ferrier');
    const all = { ...keeper, several: 'all', fills: { keepers: 'keeper' } };
    expect((await run(all, 'buoy B9')).fields.keepers).toEqual(['Tam Ferrier', 'Inga Holm']);
  });

  test('fills columns row by row', async () => {
    const rows = { kind: 'pattern', find: '^(?<at>B\\d) called$' };
    const rule = {
      table: 'buoys',
      where: { at: 'buoy' },
      fills: { who: 'keeper' },
      several: 'first',
      missing: 'leave',
    };
    const { rows: got, evidence } = await run(rule, 'B7 called\nB8 called\nB9 called', [rows]);
    expect(got.map(({ who }) => who)).toEqual(['Ebba Lindqvist', null, 'Tam Ferrier']);
    expect(evidence['rows[2].who']).toMatchObject([{ how: 'looked up', raw: 'Tam Ferrier' }]);
    const strict = await run({ ...rule, missing: undefined }, 'B7 called\nB8 called', [rows]);
    expect(strict.problems.map(({ code, path }) => [code, path])).toEqual([['YS-LOOKUP-MISSING', 'rows[1].who']]);
  });

  test('in a table that is not there, or lacks a column, says so and takes nothing', async () => {
    expect((await run({ ...keeper, table: 'boats' }, 'buoy B7')).problems).toMatchObject([
      { code: 'YS-LOOKUP-NO-TABLE' },
    ]);
    const lacking = await run({ ...keeper, fills: { keeper: 'warden' } }, 'buoy B7');
    expect(lacking.problems).toMatchObject([
      { code: 'YS-LOOKUP-NO-COLUMN', text: expect.stringContaining('buoy, keeper, phone, pier') },
    ]);
    expect(lacking.verdict).toBe('review');
  });

  test.each([
    [
      { table: 'buoys', where: { buy: 'buoy' }, fills: { keeper: 'keeper' } },
      'YS-SIEVE-UNKNOWN-FIELD',
      'rules[0].where.buy',
    ],
    [{ table: 'buoys', where: {}, fills: { keeper: 'keeper' } }, 'YS-LOOKUP-NOTHING', 'rules[0]'],
    [{ table: 'buoys', where: { at: 'buoy' }, fills: { keeper: 'keeper' } }, 'YS-LOOKUP-ROWS', 'rules[0]'],
  ])('%j cannot be compiled', (rule, code, path) => {
    const result = tryCompileSieve({ ...source, rules: [{ kind: 'lookup', ...rule }] });
    expect(result.ok ? [] : result.problems).toMatchObject([{ code, path }]);
  });

  test('is known to the sieve by the tables it looks in', () => {
    expect(compileSieve({ ...source, rules: [found, { kind: 'lookup', ...keeper }] }).lookups).toEqual(['buoys']);
  });
});
